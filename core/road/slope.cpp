// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/slope.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

struct MeasuredSlope {
    double share = 0.; ///< metres up for a metre along
    bool sure = false; ///< the heights are quiet enough to show it
};

std::optional<MeasuredSlope> slopeOfHeights(const RoadRun& run) {
    if (run.altitudeM.empty() || !run.launch)
        return std::nullopt;
    double n = 0., x = 0., y = 0., xx = 0., xy = 0., yy = 0.;
    for (std::size_t i = run.launch->joinRow; i <= run.topRow; ++i) {
        if (!std::isfinite(run.altitudeM[i]))
            continue;
        const double along = run.distanceM[i];
        n += 1.;
        x += along;
        y += run.altitudeM[i];
        xx += along * along;
        xy += along * run.altitudeM[i];
        yy += run.altitudeM[i] * run.altitudeM[i];
    }
    const double spread = xx - x * x / std::max(n, 1.);
    constexpr double kFewest = 8., kLeastWayM2 = 100., kSureSds = 3.;
    if (n < kFewest || spread <= kLeastWayM2)
        return std::nullopt;
    const double share = (xy - x * y / n) / spread;
    const double left = std::max(0., yy - y * y / n - share * share * spread) / (n - 2.);
    return MeasuredSlope{share, std::abs(share) > kSureSds * std::sqrt(left / spread)};
}

} // namespace

void findSlope(RoadRun& run, double mostPct) {
    constexpr double kPct = 100.;
    bool overruled = false;
    std::erase_if(run.flags, [&](const Flag& flag) {
        overruled |= flag.kind == FlagKind::Slope && flag.overruled;
        return flag.kind == FlagKind::Slope;
    });
    run.slopePct = run.header.number(header_key::slopePct);
    if (const auto measured = slopeOfHeights(run); measured && (measured->sure || !run.slopePct))
        run.slopePct = kPct * measured->share;
    if (!run.slopePct || std::abs(*run.slopePct) <= mostPct)
        return;
    const double beginS = run.launch ? run.launch->startS : run.timeS.front();
    Flag steep{FlagKind::Slope, beginS, run.timeS[run.topRow]};
    steep.message = {"flag.slope", {Number{*run.slopePct, 1, true}}};
    steep.overruled = overruled;
    run.flags.push_back(std::move(steep));
}

} // namespace jr
