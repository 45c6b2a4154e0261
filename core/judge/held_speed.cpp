// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/held_speed.h"

#include "core/judge/value.h"
#include "core/pull/grid_holes.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kHeldWithin = 0.05; ///< from the lowest to the highest engine speed of the stretch
constexpr double kWider = 1.2;       ///< its end over its begin
/// Left out at each end, as a share: there engine speed has a corner, which a smoothed tachometer rounds.
constexpr double kCorners = 0.08;

bool wideEnough(double from, double to) {
    return from > 0. && to >= kWider * from;
}

/// Mean engine speed of a pull over a stretch; nothing where it has no point there.
std::optional<double> meanEngineRpm(const PullCurve& curve, double from, double to) {
    double sum = 0., points = 0.;
    for (std::size_t i = 0; i < curve.place.size(); ++i) {
        const double rpm = curve.engineRpmAt(i);
        if (curve.place[i] < from || curve.place[i] > to || !curve.counted[i] || !std::isfinite(rpm))
            continue;
        sum += rpm;
        points += 1.;
    }
    return points > 0. ? std::optional(sum / points) : std::nullopt;
}

} // namespace

std::optional<HeldStretch> heldStretch(const std::vector<double>& place, double gridStep,
                                       const std::vector<double>& engineRpm) {
    std::optional<HeldStretch> widest;
    for (std::size_t from = 0; from < place.size(); ++from) {
        double low = engineRpm[from], high = low, sum = low;
        for (std::size_t to = from + 1; to < place.size() && !holeBefore(place, gridStep, to); ++to) {
            low = std::min(low, engineRpm[to]);
            high = std::max(high, engineRpm[to]);
            sum += engineRpm[to];
            const double mean = sum / static_cast<double>(to - from + 1);
            if (!(high - low <= kHeldWithin * mean))
                break;
            if (wideEnough(place[from], place[to]) && (!widest || place[to] - place[from] > widest->to - widest->from))
                widest = HeldStretch{place[from], place[to], mean};
        }
    }
    return widest;
}

std::optional<HeldSpeed> heldSpeedOf(const Comparison& c, const std::vector<CurvedPull>& pulls, std::size_t basePulls) {
    if (c.axis != CurveAxis::RoadSpeed)
        return std::nullopt;
    const auto base = heldStretch(c.place, c.gridStep, c.base.engineRpm);
    const auto with = heldStretch(c.place, c.gridStep, c.with.engineRpm);
    if (!base || !with)
        return std::nullopt;
    HeldSpeed out;
    out.from = std::max(base->from, with->from);
    out.to = std::min(base->to, with->to);
    const double trim = kCorners * (out.to - out.from);
    out.from += trim;
    out.to -= trim;
    if (!wideEnough(out.from, out.to))
        return std::nullopt;
    std::vector<Observation> seen;
    for (std::size_t i = 0; i < pulls.size(); ++i) {
        const std::optional<double> rpm = meanEngineRpm(*pulls[i].curve, out.from, out.to);
        if (!rpm)
            return std::nullopt;
        seen.push_back({i < basePulls ? 0 : 1, *rpm, pulls[i].fit->header.startedEpochS, pulls[i].fitting});
    }
    const GroupFit fit = fitGroups(seen, 2); // what is known of the bench is of power, and nothing of a belt
    out.baseRpm = fit.mean[0];
    out.withRpm = fit.mean[1];
    if (const auto half = fit.halfWidth(fit.difference(0, 1), c.confidence))
        out.halfRpm = *half;
    return out;
}

} // namespace jr
