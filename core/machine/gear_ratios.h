// SPDX-License-Identifier: GPL-3.0-or-later
// All ratios of a gearbox as people write them on a machine's sheet: "2.6, 1.9, 1.5", with slashes, semicolons or
// spaces between.
#pragma once

#include "core/machine/machine_sheet.h"

#include <vector>

namespace jr {

/// First gear first; what is no number is left out. Empty where the sheet does not say.
std::vector<double> gearRatiosOf(const MachineSheet& sheet);

} // namespace jr
