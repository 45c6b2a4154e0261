// SPDX-License-Identifier: GPL-3.0-or-later
// What a machine's crank may be making when its wheel was measured: the widest of the schools' ranges
// (core/driveline/crank_estimate.h), for the driveline its kind has. An estimate, never a measurement.
#pragma once

#include "core/machine/machine_sheet.h"

namespace jr {

struct CrankRange {
    double lowW = 0., highW = 0.;
};

/// `lowW` … `highW`: the margin of what was measured at the wheel (equal: no margin known), above nothing.
CrankRange crankRange(MachineKind kind, double lowW, double highW);

} // namespace jr
