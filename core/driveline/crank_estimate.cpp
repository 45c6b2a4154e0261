// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/driveline/crank_estimate.h"

namespace jr {
namespace {

struct Range {
    double low, high;
    const char* words;
};

Range percentFor(Driveline driveline) {
    switch (driveline) {
    case Driveline::ChainBike:
        return {0.08, 0.10, "8 to 10 % for a chain-driven bike"};
    case Driveline::ManualCar:
        return {0.10, 0.15, "10 to 15 % for a manual gearbox"};
    case Driveline::Automatic:
        return {0.20, 0.30, "20 to 30 % for an automatic"};
    case Driveline::BeltCvt:
        break;
    }
    return {0.20, 0.30, "20 to 30 % for a belt drive"};
}

} // namespace

std::vector<CrankEstimate> crankEstimates(double wheelW, const CrankOptions& options) {
    std::vector<CrankEstimate> out;
    const Range percent = percentFor(options.driveline);
    // The loss is a share of the crank's power, not of the wheel's.
    out.push_back({"percent", wheelW / (1. - percent.low), wheelW / (1. - percent.high), percent.words});
    out.push_back({"fixed plus percent", (wheelW + 1500.) / (1. - 0.03), (wheelW + 3000.) / (1. - 0.05),
                   "1.5 to 3 kW and 3 to 5 %"});
    if (options.dragWithMachineNm && options.dragAloneNm && options.rollerRadS > 0.) {
        const double w = options.rollerRadS;
        const auto at = [&](const std::array<double, 3>& c) { return c[0] + c[1] * w + c[2] * w * w; };
        const double loss = (at(*options.dragWithMachineNm) - at(*options.dragAloneNm)) * w;
        if (loss > 0.)
            out.push_back({"coast-down", wheelW + loss, wheelW + 2. * loss,
                           "machine's drag measured coasting; under load up to as much again"});
    }
    return out;
}

} // namespace jr
