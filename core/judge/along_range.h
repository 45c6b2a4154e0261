// SPDX-License-Identifier: GPL-3.0-or-later
// Crosses and sweeps along the rev range: where each effect works, and which length is best at each speed.
#pragma once

#include "core/judge/difference.h"
#include "core/judge/factorial.h"
#include "core/judge/sweep.h"

#include <functional>

namespace jr {

struct RangeModel;

/// One term's effect along the axis, against the power of all cells, with its simultaneous band.
struct EffectCurve {
    std::string term;
    LogRatioBand ratio;

    Estimate pct(std::size_t i) const { return ratio.share(i).times(100.); }
};

struct EffectsAlongRange {
    std::vector<double> place;
    double gridStep = 0.; ///< step of `place`; more between two neighbours is a hole
    std::vector<EffectCurve> effects;
};

/// `model` has the cells as its sets, in their order. The band of each effect holds along the whole range; the effects
/// are not held together with one another. Source: the design's contrast on the range model, docs/judging.md "Crosses".
EffectsAlongRange effectsAlongRange(const CrossDesign& design, const RangeModel& model, double confidence = 0.95);

/// At one place: the best value, how sure, and whether it stands inside the range tried.
struct BestAtSpeed {
    double place;
    double bestX;
    std::optional<double> low, high;
    bool inside;
    SweepShape shape;
};

/// `points` belong to the model's sets, in order; `abandoned` ends it early. Every `step` of the axis; the interval is
/// per speed, not for all together.
std::vector<BestAtSpeed> bestAlongRange(const std::vector<double>& points, const RangeModel& model,
                                        const SweepOptions& options, double step,
                                        const std::function<bool()>& abandoned = {});

} // namespace jr
