// SPDX-License-Identifier: GPL-3.0-or-later
// Puts the demo day into an archive as if it had been pulled there.
#pragma once

#include "archive/store/archive.h"

namespace jr {

/// Fills an empty archive with the Larkspur job; does nothing when the job is already there. Returns the job's id.
Result<std::string> fillDemoArchive(Archive& archive);

/// The whole demo: also the Larkspur's ladder of steps and the Ostra's cross and timing sweep, the Quill's
/// weights on the belt. Returns the id of the
/// first job; jobs already there are left alone.
Result<std::string> fillWholeDemo(Archive& archive);

} // namespace jr
