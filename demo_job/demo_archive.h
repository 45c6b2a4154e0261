// Puts the demo day into an archive as if it had been pulled there.
#pragma once

#include "archive/store/archive.h"

namespace jr {

/// Fills an empty archive with the Larkspur job; does nothing when the job is already there. Returns the job's id.
Result<std::string> fillDemoArchive(Archive& archive);

} // namespace jr
