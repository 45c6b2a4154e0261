// SPDX-License-Identifier: GPL-3.0-or-later
// What stands on the Larkspur job's sheets in the demo: the machine, the walk-round, the sitting, a fault hunt, what
// was taken apart, notes.
#pragma once

#include "archive/store/archive.h"

namespace jr {

Result<Done> writeDemoSheets(Archive& archive, const std::string& jobId);

} // namespace jr
