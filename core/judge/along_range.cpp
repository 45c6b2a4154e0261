// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/along_range.h"

#include "core/judge/range_model.h"
#include "core/nan.h"

#include <cmath>
#include <limits>

namespace jr {

EffectsAlongRange effectsAlongRange(const CrossDesign& design, const RangeModel& m, double confidence) {
    EffectsAlongRange out;
    out.place = m.place;
    out.gridStep = m.gridStep;
    std::optional<Band> band;
    for (std::size_t k = 0; k < design.terms.size(); ++k) {
        const std::vector<double>& effect = design.effectOfCells[k];
        const Eigen::VectorXd sets =
            Eigen::Map<const Eigen::VectorXd>(effect.data(), static_cast<Eigen::Index>(effect.size()));
        const Eigen::VectorXd weights = m.weightsOf(sets);
        std::vector<double> half(m.place.size(), kNaN);
        if (m.scatter) {
            const Scatter scatter = m.scatterOf(weights);
            if (!band)
                band.emplace(scatter, m.place, BandOptions{confidence});
            half = band->halfWidth(scatter);
        }
        const std::vector<double> bias = m.smoothingBias(weights);
        EffectCurve curve;
        curve.term = design.terms[k];
        for (std::size_t g = 0; g < m.place.size(); ++g) {
            const double d = weights.dot(m.logPower.col(static_cast<Eigen::Index>(g)));
            curve.ratio.add(d, std::sqrt(m.growth(sets, g)) * half[g] + bias[g]);
        }
        out.effects.push_back(std::move(curve));
    }
    return out;
}

std::vector<BestAtSpeed> bestAlongRange(const std::vector<double>& points, const RangeModel& m,
                                        const SweepOptions& given, double step,
                                        const std::function<bool()>& abandoned) {
    std::vector<BestAtSpeed> out;
    SweepOptions options = given;
    options.draws = std::min(options.draws, 80); // an interval at every speed; each needs less than one alone
    double next = -std::numeric_limits<double>::infinity();
    for (std::size_t g = 0; g < m.place.size(); ++g) {
        if (abandoned && abandoned())
            break;
        if (m.place[g] < next)
            continue;
        next = m.place[g] + step - 1e-6;
        std::vector<Observation> observations;
        for (std::size_t s = 0; s < m.sizes.size(); ++s)
            for (std::size_t i = m.firstOf(s); i < m.firstOf(s) + m.sizes[s]; ++i)
                observations.push_back(
                    {static_cast<int>(s),
                     std::exp(m.logPower(static_cast<Eigen::Index>(i), static_cast<Eigen::Index>(g))),
                     m.pulls[i].fit->header.startedEpochS, m.pulls[i].fitting});
        if (const Result<Sweep> at = sweep(points, observations, options))
            out.push_back({m.place[g], at->bestX, at->bestLow, at->bestHigh, at->inside, at->shape});
    }
    return out;
}

} // namespace jr
