// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/crank_range.h"

#include "core/driveline/crank_estimate.h"

#include <algorithm>

namespace jr {

CrankRange crankRange(MachineKind kind, double lowW, double highW) {
    CrankOptions options;
    const bool belt = kind == MachineKind::Cvt || kind == MachineKind::Sled;
    options.driveline = belt ? Driveline::BeltCvt : Driveline::ChainBike;
    CrankRange out;
    for (const CrankEstimate& e : crankEstimates(lowW, options))
        out.lowW = out.lowW > 0. ? std::min(out.lowW, e.lowW) : e.lowW;
    for (const CrankEstimate& e : crankEstimates(highW, options))
        out.highW = std::max(out.highW, e.highW);
    return out;
}

} // namespace jr
