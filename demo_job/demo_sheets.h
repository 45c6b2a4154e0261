// SPDX-License-Identifier: GPL-3.0-or-later
// What stands on the Larkspur job's sheets in the demo: the machine, the walk-round, the sitting, a fault hunt, what
// was taken apart, notes.
#pragma once

#include "archive/store/archive.h"

namespace jr {

/// The Larkspur's second visit: its order, and what was set on it before its pulls.
Result<Done> writeSecondVisit(Archive& archive, const std::string& jobId);
/// The Tansy's sheet, and why its base was taken again.
Result<Done> writeHubSheets(Archive& archive, const std::string& jobId);
/// The Ostra's sheet: ports, carburettors, weight.
Result<Done> writeSledSheets(Archive& archive, const std::string& jobId);
/// The Quill's sheet, and what was foretold of its weights before they were pulled.
Result<Done> writeBeltSheets(Archive& archive, const std::string& jobId);
Result<Done> writeDemoSheets(Archive& archive, const std::string& jobId);

} // namespace jr
