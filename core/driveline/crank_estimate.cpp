// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/driveline/crank_estimate.h"

#include <algorithm>

namespace jr {
namespace {

struct Range {
    double low, high;
    std::string_view basis;
};

Range percentFor(Driveline driveline) {
    switch (driveline) {
    case Driveline::ChainBike:
        return {0.08, 0.10, "crank.percent-chain"};
    case Driveline::ManualCar:
        return {0.10, 0.15, "crank.percent-manual"};
    case Driveline::Automatic:
        return {0.20, 0.30, "crank.percent-automatic"};
    case Driveline::BeltCvt:
        break;
    }
    return {0.20, 0.30, "crank.percent-belt"};
}

} // namespace

std::vector<CrankEstimate> crankEstimates(double wheelW, const CrankOptions& options) {
    std::vector<CrankEstimate> out;
    const Range percent = percentFor(options.driveline);
    // The loss is a share of the crank's power, not of the wheel's.
    out.push_back(
        {Message{"crank.percent"}, wheelW / (1. - percent.low), wheelW / (1. - percent.high), Message{percent.basis}});
    const double leastFixedW = std::min(1500., 0.1 * wheelW), mostFixedW = std::min(3000., 0.3 * wheelW);
    out.push_back({Message{"crank.fixed"}, (wheelW + leastFixedW) / (1. - 0.03), (wheelW + mostFixedW) / (1. - 0.05),
                   Message{"crank.fixed-basis"}});
    if (options.dragWithMachineNm && options.dragAloneNm && options.rollerRadS > 0.) {
        const double w = options.rollerRadS;
        const auto at = [&](const std::array<double, 3>& c) { return c[0] + c[1] * w + c[2] * w * w; };
        const double loss = (at(*options.dragWithMachineNm) - at(*options.dragAloneNm)) * w;
        if (loss > 0.)
            out.push_back({Message{"crank.coast"}, wheelW + loss, wheelW + 2. * loss, Message{"crank.coast-basis"}});
    }
    return out;
}

Message crankFrom(MeasuredAt at) {
    switch (at) {
    case MeasuredAt::Crank:
        return {"crank.at-crank"};
    case MeasuredAt::Hub:
        return {"crank.at-hub"};
    case MeasuredAt::Wheel:
        return {"crank.at-wheel"};
    case MeasuredAt::Unknown:
        break;
    }
    return {"crank.at-unknown"};
}

} // namespace jr
