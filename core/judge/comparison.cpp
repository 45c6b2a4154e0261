// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/comparison.h"

#include "core/judge/comparison_cautions.h"
#include "core/judge/distinct_pulls.h"
#include "core/judge/held_speed.h"
#include "core/judge/odd_pulls.h"
#include "core/judge/other_standards.h"
#include "core/judge/range_model.h"
#include "core/judge/sittings.h"
#include "core/linear/products.h"
#include "core/nan.h"
#include "core/pull/grid_holes.h"

#include <algorithm>
#include <cmath>
#include <span>

namespace jr {
namespace {

std::string setupName(std::span<const CurvedPull> pulls) {
    std::vector<std::string> names;
    for (const CurvedPull& p : pulls)
        if (std::find(names.begin(), names.end(), p.fit->header.setup) == names.end())
            names.push_back(p.fit->header.setup);
    std::string out;
    for (const std::string& name : names)
        out += (out.empty() ? "" : " + ") + name;
    return out;
}

void findPeaks(Side& side, const std::vector<double>& place) {
    for (std::size_t i = 0; i < place.size(); ++i) {
        if (!side.peakPower || side.powerW[i] > side.peakPower->value)
            side.peakPower = Peak{side.powerW[i], place[i]};
        if (!side.peakTorque || side.torqueNm[i] > side.peakTorque->value)
            side.peakTorque = Peak{side.torqueNm[i], place[i]};
    }
}

std::vector<Crossover> findCrossovers(const Comparison& c) {
    std::vector<Crossover> out;
    const Call* last = nullptr;
    for (const Call& call : c.calls) {
        if (call.kind != CallKind::Gain && call.kind != CallKind::Loss)
            continue;
        if (last && last->kind != call.kind) {
            for (std::size_t i = 1; i < c.place.size(); ++i) {
                if (c.place[i - 1] < last->to - 1e-6 || c.place[i] > call.from + 1e-6)
                    continue;
                const double a = c.watt(i - 1).mid, b = c.watt(i).mid;
                if ((a > 0.) != (b > 0.)) {
                    out.push_back({c.place[i - 1] + (c.place[i] - c.place[i - 1]) * a / (a - b), last->to, call.from});
                    break;
                }
            }
        }
        last = &call;
    }
    return out;
}

/// Mean curve, mixture and air of one set.
Side sideOf(const RangeModel& m, std::size_t set) {
    Side side;
    const std::size_t first = m.firstOf(set), end = first + m.sizes[set];
    side.setup = setupName(std::span(m.pulls).subspan(first, m.sizes[set]));
    side.pulls = static_cast<int>(m.sizes[set]);
    side.powerW = m.meanW(set);
    const std::size_t g = m.place.size();
    side.engineRpm = m.axis == CurveAxis::EngineSpeed ? m.place : std::vector<double>(g, 0.);
    for (std::size_t i = first; i < end && m.axis != CurveAxis::EngineSpeed; ++i)
        for (std::size_t j = 0; j < g; ++j) {
            const PullCurve& curve = *m.pulls[i].curve;
            side.engineRpm[j] += curve.engineRpmAt(static_cast<std::size_t>(curve.at(m.place[j]))) / side.pulls;
        }
    for (std::size_t j = 0; j < g; ++j)
        side.torqueNm.push_back(side.powerW[j] / radPerSFromRpm(side.engineRpm[j]));
    findPeaks(side, m.place);
    double factors = 0.;
    std::vector<double> afrSum(g, 0.), afrCount(g, 0.);
    for (std::size_t i = first; i < end; ++i) {
        const PullCurve& curve = *m.pulls[i].curve;
        factors += curve.factor.value_or(1.) / side.pulls;
        for (std::size_t j = 0; j < g && !curve.afr.empty(); ++j)
            if (const double v = curve.afr[static_cast<std::size_t>(curve.at(m.place[j]))]; std::isfinite(v)) {
                afrSum[j] += v;
                afrCount[j] += 1.;
            }
    }
    side.meanFactor = factors;
    for (std::size_t j = 0; j < g; ++j)
        side.afr.push_back(afrCount[j] > 0. ? afrSum[j] / afrCount[j] : kNaN);
    return side;
}

/// Every set against every other is a weighted sum of sets.
Eigen::VectorXd againstBase(const RangeModel& m, std::size_t with) {
    Eigen::VectorXd sets = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(m.sizes.size()));
    sets[0] = -1.;
    sets[static_cast<Eigen::Index>(with)] = 1.;
    return sets;
}

Eigen::VectorXd setAlone(const RangeModel& m, std::size_t set) {
    Eigen::VectorXd sets = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(m.sizes.size()));
    sets[static_cast<Eigen::Index>(set)] = 1.;
    return sets;
}

/// Log band mean of each pull.
Eigen::VectorXd logMeans(const RangeModel& m) {
    const std::vector<double> means = pullMeansW(m);
    return Eigen::Map<const Eigen::VectorXd>(means.data(), static_cast<Eigen::Index>(means.size())).array().log();
}

/// One number a pull, so an ordinary Student interval.
BandMean bandMeanOf(const RangeModel& m, const Eigen::VectorXd& contrast, double doubt, double confidence) {
    const Eigen::VectorXd logMean = logMeans(m);
    BandMean out;
    out.from = m.place.front();
    out.to = m.place.back();
    out.baseW = std::exp(m.model.weights.row(0).dot(logMean));
    const double d = contrast.dot(logMean);
    out.differenceW = out.baseW * std::expm1(d);
    out.pct = 100. * std::expm1(d);
    if (m.scatter) {
        const Spread spread = m.scatter->spreadOf(contrast);
        const double h = studentQuantile(confidence, spread.freedom) * spread.sd + doubt;
        out.lowW = out.baseW * std::expm1(d - h);
        out.highW = out.baseW * std::expm1(d + h);
    }
    return out;
}

/// A tenth of what the correction does differently to the two sides, as a share: no standard is true to every engine.
/// Common practice, no source.
double correctionDoubt(const Side& base, const Side& with) {
    constexpr double kDoubt = 0.1;
    return kDoubt * std::abs(std::log(with.meanFactor / base.meanFactor));
}

/// Where smoothing bias makes much of the margin, widened by half the detail and joined where they meet; never across a
/// hole.
std::vector<std::pair<double, double>> narrowStretches(const Comparison& c, const std::vector<double>& bias) {
    constexpr double kMuch = 0.45;
    std::vector<std::pair<double, double>> out;
    std::size_t piece = 0, end = 0; // [piece, end): places without a hole between them
    bool fresh = true;              // nothing of this piece is in yet
    for (std::size_t j = 0; j < c.place.size(); ++j) {
        if (j >= end) {
            piece = j;
            for (end = j + 1; end < c.place.size() && !holeBefore(c.place, c.gridStep, end);)
                ++end;
            fresh = true;
        }
        const Estimate share = c.difference.share(j);
        const bool hidden =
            std::any_of(c.detail.finer.hidden.begin(), c.detail.finer.hidden.end(), [&](const auto& stretch) {
                return c.place[j] >= stretch.first && c.place[j] <= stretch.second;
            });
        if (!hidden && !(bias[j] > kMuch * 0.5 * (share.high - share.low)))
            continue;
        const double reach = 0.5 * c.detail.at(c.place[j]);
        const double from = std::max(c.place[j] - reach, c.place[piece]);
        const double to = std::min(c.place[j] + reach, c.place[end - 1]);
        if (!fresh && from <= out.back().second + c.gridStep)
            out.back().second = std::max(out.back().second, to);
        else if (from < to) {
            out.emplace_back(from, to);
            fresh = false;
        }
    }
    return out;
}

/// `band`: the simulation for this model's scatter; null where scatter is not known.
Comparison comparisonOf(const RangeModel& m, std::size_t with, const Band* band, const CompareOptions& options,
                        double confidence) {
    Comparison out;
    out.confidence = options.confidence;
    out.worthPct = options.worthPct;
    out.standard = m.standard;
    out.detail = m.detail;
    out.axis = m.axis;
    out.gridStep = m.gridStep;
    out.place = m.place;
    out.drift = m.drift;
    out.sittings = m.model.sittings;
    out.apart = m.model.linked[0] != m.model.linked[with];
    out.margins = m.scatter.has_value();
    out.repeatabilityBorrowed = m.scatter && !m.ownScatter;
    const std::size_t g = out.place.size();
    out.base = sideOf(m, 0);
    out.with = sideOf(m, with);
    for (Side* side : {&out.base, &out.with}) {
        const Eigen::VectorXd sets = setAlone(m, side == &out.base ? 0 : with);
        side->logHalf.assign(g, kNaN);
        if (band)
            side->logHalf = band->halfWidth(m.scatterOf(m.weightsOf(sets)));
        const std::vector<double> bias = m.smoothingBias(m.weightsOf(sets));
        for (std::size_t j = 0; j < g; ++j)
            side->logHalf[j] = std::sqrt(m.growth(sets, j)) * side->logHalf[j] + bias[j];
    }
    const Eigen::VectorXd sets = againstBase(m, with);
    const Eigen::VectorXd contrast = m.weightsOf(sets);
    const std::vector<double> bias = m.smoothingBias(contrast);
    const std::vector<double> half = band ? band->halfWidth(m.scatterOf(contrast)) : std::vector<double>(g, kNaN);
    const double doubt = m.standard->id == "none" ? 0. : correctionDoubt(out.base, out.with);
    for (std::size_t j = 0; j < g; ++j) {
        const double d = contrast.dot(m.logPower.col(static_cast<Eigen::Index>(j)));
        const double h = std::sqrt(m.growth(sets, j)) * half[j] + bias[j] + doubt;
        out.difference.add(d, h);
    }
    if (band)
        out.narrow = narrowStretches(out, bias);
    out.calls = callStretches(out);
    out.crossovers = findCrossovers(out);

    std::vector<CurvedPull> pulls;
    std::vector<std::optional<double>> starts;
    for (std::size_t set : {std::size_t(0), with})
        for (std::size_t i = m.firstOf(set); i < m.firstOf(set) + m.sizes[set]; ++i) {
            pulls.push_back(m.pulls[i]);
            starts.push_back(m.pulls[i].fit->header.startedEpochS);
        }
    const std::vector<int> sitting = sittingsOf(starts);
    out.sittingsRun = 1 + *std::max_element(sitting.begin(), sitting.end());
    out.bandMean = bandMeanOf(m, contrast, doubt, confidence);
    out.held = heldSpeedOf(out, pulls, m.sizes[0]);
    CautionFacts facts;
    facts.correctionDoubt = doubt;
    if (m.scatter) {
        const PullScatter& s = *m.scatter;
        out.repeatabilityPct = 100. * s.pullSd();
        out.scatter.pullSd = s.pullSd();
        if (s.fittings() == PartState::Told || s.fittings() == PartState::Known)
            out.scatter.fittingSd = s.fittingSd();
        if (s.days() == PartState::Told || s.days() == PartState::Known)
            out.scatter.daySd = s.daySd();
        out.scatter.freedom = s.spreadOf(contrast).freedom;
        out.scatter.fromHistory = options.known.fromHistory;
        out.fittedOnce = s.fittedOnce(contrast);
        out.daysUnknown = s.daysUnknown(contrast);
        facts.bowShare = s.bowShare(contrast);
        facts.knowledgeDiffers = s.knowledgeDiffers();
        if (const auto own = s.unequalSetup(); own && (*own == 0 || *own == static_cast<int>(with))) {
            facts.unequalSetup = *own == 0 ? out.base.setup : out.with.setup;
            facts.unequalRatio = s.unequalRatio();
        }
        facts.days = s.days();
    }
    out.cautions = comparisonCautions(out, pulls, m.sizes[0], options, facts);
    return out;
}

/// Names pulls of either side that lie outside what chance would do, each with the result without it.
void nameOddPulls(Comparison& c, std::size_t with, const RangeModel& m,
                  const std::vector<std::vector<CurvedPull>>& sets, const CompareOptions& options, int repeated) {
    constexpr std::size_t kMostNamed = 3; // with more of them the test itself is odd
    const Eigen::VectorXd level = logMeans(m);
    const OddPulls odd = oddPulls(m.plain, level, options.confidence);
    const Eigen::VectorXd left = product(m.plain.residual, level);
    for (std::size_t i : odd.which) {
        std::size_t set = 0;
        while (i >= m.firstOf(set) + m.sizes[set])
            ++set;
        if ((set != 0 && set != with) || c.oddPulls.size() >= kMostNamed || sets[set].size() < 2)
            continue;
        OddPull named;
        named.set = set;
        named.index = i - m.firstOf(set);
        named.fit = m.pulls[i].fit;
        named.pct = 100. * left[static_cast<Eigen::Index>(i)];
        std::vector<std::vector<CurvedPull>> without = sets;
        without[set].erase(without[set].begin() + static_cast<std::ptrdiff_t>(named.index));
        CompareOptions quietly = options;
        quietly.lookFurther = false;
        const Result<std::vector<Comparison>> again = compareSets(without, quietly, repeated);
        if (!again)
            continue;
        named.bandMeanWithout = (*again)[with - 1].bandMean;
        named.callsWithout = (*again)[with - 1].calls;
        const BandMean& b = named.bandMeanWithout;
        const double margin = b.lowW ? 0.5 * (*b.highW - *b.lowW) : 0.;
        c.cautions.push_back(
            {"odd-pull",
             {"sides.odd-pull",
              {std::to_string(named.index + 1), sets[set][named.index].fit->header.setup, Number{named.pct, 1, true},
               Power{b.differenceW, margin, true}, Power{margin, margin}}}});
        c.oddPulls.push_back(std::move(named));
    }
}

} // namespace

std::vector<double> differenceColumn(const Comparison& c, Estimate (Comparison::*unit)(std::size_t) const,
                                     double Estimate::*figure) {
    std::vector<double> out;
    for (std::size_t i = 0; i < c.difference.size(); ++i)
        out.push_back((c.*unit)(i).*figure);
    return out;
}

Result<Comparison> compare(const std::vector<const PullFit*>& base, const std::vector<const PullFit*>& with,
                           const CompareOptions& options) {
    Result<std::vector<Comparison>> all = compareSets({base, with}, options);
    if (!all)
        return all.error();
    return std::move(all.value().front());
}

Result<std::vector<Comparison>> compareSets(const std::vector<std::vector<const PullFit*>>& sets,
                                            const CompareOptions& given) {
    const Result<DistinctPulls> distinct = distinctPulls(sets);
    if (!distinct)
        return distinct.error();
    CompareOptions options = given;
    const auto curved = curvedSets(distinct->sets, options);
    if (!curved)
        return curved.error();
    return compareSets(*curved, options, distinct->repeated);
}

Result<std::vector<Comparison>> compareSets(const std::vector<std::vector<CurvedPull>>& sets,
                                            const CompareOptions& options, int repeated) {
    if (sets.size() < 2 + options.driftSets)
        return Error{Message{"error.comparison-needs-two"}};
    const std::size_t compared = sets.size() - options.driftSets;
    const Result<RangeModel> m = rangeModel(sets, options);
    if (!m)
        return m.error();
    // Held for all of them together: each at the confidence the joint distribution asks for.
    double confidence = options.confidence;
    std::optional<Band> band;
    if (m->scatter) {
        std::vector<Eigen::VectorXd> contrasts;
        for (std::size_t with = 1; with < compared; ++with)
            contrasts.push_back(m->weightsOf(againstBase(*m, with)));
        confidence = m->scatter->jointly(contrasts, options.confidence);
        band.emplace(m->scatterOf(contrasts.front()), m->place, BandOptions{confidence});
    }
    std::vector<Comparison> out;
    for (std::size_t with = 1; with < compared; ++with)
        out.push_back(comparisonOf(*m, with, band ? &*band : nullptr, options, confidence));
    if (options.lookFurther)
        for (std::size_t with = 1; with < compared; ++with)
            nameOddPulls(out[with - 1], with, *m, sets, options, repeated);
    const bool doubtful = std::any_of(out.begin(), out.end(), [](const Comparison& c) {
        return std::any_of(c.cautions.begin(), c.cautions.end(),
                           [](const Caution& caution) { return caution.kind == "correction-doubt"; });
    });
    if (options.lookFurther && doubtful && compared == 2)
        for (Caution& caution : standardCautions(callsUnderOtherStandards(out.front(), sets, options), m->axis))
            out.front().cautions.push_back(std::move(caution));
    for (Comparison& c : out) {
        for (std::size_t set = compared; set < sets.size(); ++set)
            c.cautions.push_back({"reference-used", {"sides.reference", {sets[set].front().fit->header.setup}}});
        if (repeated > 0)
            c.cautions.push_back(countedOnce(repeated));
    }
    return out;
}

} // namespace jr
