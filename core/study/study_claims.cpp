// SPDX-License-Identifier: GPL-3.0-or-later
// What the pulls say of a claim: of the curve, of one number a pull (the peak, and where it is), or of the gauges.
#include "core/nan.h"
#include "core/study/study_answers.h"

#include <cmath>

namespace jr {
namespace {

const Judgement kNotMeasured{Verdict::Undecided, {"claim.not-measured"}};

/// With minus base of the two groups, in the judge's model of values.
Estimate differenceOfTwo(const std::vector<Observation>& values, double confidence, const BenchKnowledge& known,
                         ValueScale scale) {
    const GroupFit fit = fitGroups(values, 2, known, scale);
    const double difference = fit.mean[1] - fit.mean[0];
    const auto half = fit.halfWidth(fit.difference(0, 1), confidence);
    return {difference, half ? difference - *half : kNaN, half ? difference + *half : kNaN};
}

/// The cylinder whose difference is largest: by size, or upwards.
const GaugeCompared* furthest(const GaugesAnswer& answer, GaugeKind kind, bool upwards) {
    const GaugeCompared* out = nullptr;
    const auto size = [&](const GaugeCompared& g) { return upwards ? g.difference.mid : std::abs(g.difference.mid); };
    for (const GaugeCompared& g : answer.gauges)
        if (g.gauge.kind == kind && std::isfinite(g.difference.mid) && (!out || size(g) > size(*out)))
            out = &g;
    return out;
}

} // namespace

Result<Judgement> Study::judge(const Claim& claim, const std::string& base, const std::string& with,
                               std::optional<double> from, std::optional<double> to) const {
    const bool atOneSpeed = claim.kind == ClaimKind::GainsAt; // its band is one place: judged on the whole curve
    const Result<Comparison>& compared =
        atOneSpeed ? comparisonOf(base, with, {}, {}) : comparisonOf(base, with, from, to);
    if (!compared)
        return compared.error();
    switch (claim.kind) {
    case ClaimKind::PeakGains:
    case ClaimKind::PeakMoves: {
        Metric metric;
        metric.kind = Metric::Kind::Peak;
        Result<PullValues> peaks = values({base, with}, metric);
        if (!peaks)
            return peaks.error();
        std::vector<Observation> numbers = peaks->observations;
        if (claim.kind == ClaimKind::PeakGains) {
            constexpr double kPct = 100.;
            const Estimate log =
                differenceOfTwo(numbers, m->settings.confidence, m->settings.known, ValueScale::Logarithm);
            return judgeClaimOfNumber(
                claim, {kPct * std::expm1(log.mid), kPct * std::expm1(log.low), kPct * std::expm1(log.high)}, 0,
                *compared);
        }
        for (std::size_t i = 0; i < numbers.size(); ++i)
            numbers[i].value = curve(peaks->pulls[i])->peakPower->place; // it has a peak, or it had no value
        return judgeClaimOfNumber(claim, differenceOfTwo(numbers, m->settings.confidence, {}, ValueScale::Own), 0,
                                  *compared);
    }
    case ClaimKind::MixtureStays:
    case ClaimKind::ExhaustWithin:
    case ClaimKind::SpreadWithin: {
        const Result<GaugesAnswer>& gauges = gaugesBetween(base, with);
        if (!gauges)
            return gauges.error();
        const bool spread = claim.kind == ClaimKind::SpreadWithin;
        const GaugeKind kind = spread                                   ? GaugeKind::MixtureSpread
                               : claim.kind == ClaimKind::ExhaustWithin ? GaugeKind::ExhaustTemp
                                                                        : GaugeKind::CylinderMixture;
        const GaugeCompared* g = furthest(*gauges, kind, claim.kind == ClaimKind::ExhaustWithin);
        if (!g)
            return kNotMeasured;
        // As it was that day: what the changed setup's pulls scatter by is less than what the difference of two is out
        // by.
        const double half = g->difference.half();
        return judgeClaimOfNumber(
            claim, spread ? Estimate{g->withMean, g->withMean - half, g->withMean + half} : g->difference,
            g->gauge.cylinder, *compared);
    }
    default:
        return judgeClaim(claim, *compared, from);
    }
}

} // namespace jr
