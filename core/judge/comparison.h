// SPDX-License-Identifier: GPL-3.0-or-later
// Base against changed: the difference over engine or road speed with its margin, and what may be said about each
// stretch.
#pragma once

#include "core/judge/bench_knowledge.h"
#include "core/judge/difference.h"
#include "core/pull/curve.h"
#include "core/pull/many_curves.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct CompareOptions {
    const Standard* standard = findStandard("sae-j1349");
    // Places, step and detail are counted in the axis' unit (curve_axis.h).
    std::optional<CurveAxis> axis;  ///< nothing: road speed on a belt, else engine speed (axisForAll)
    double gridStep = 0.;           ///< 0: usual for the axis
    Detail detail{};                ///< not chosen: from the data
    std::optional<double> from, to; ///< working band; everything is judged inside it
    double worthPct = 1.;           ///< the gain that would matter
    double confidence = 0.95;
    /// Names odd pulls, with the result without each, and calls that hang on the standard.
    bool lookFurther = true;
    BenchKnowledge known; ///< of the bench, beside what the pulls tell; never invented
    /// What else differs between the sides, as known from the setups (one entry each); more than one is a caution.
    std::vector<std::string> changes;
    const Standard* wantedStandard = nullptr; ///< what was asked for, where `standard` had to give way
    /// So many of the last sets are compared with nothing: references that were put back between, to tell drift by.
    std::size_t driftSets = 0;
    std::vector<Caution> besides; ///< what is known of these pulls from elsewhere, said with the rest
};

enum class CallKind { Gain, Loss, Same, Open };
std::string_view callText(CallKind kind);

struct Call {
    CallKind kind;
    double from, to;
    double meanW, meanPct;
    double maxW, maxPlace;   ///< the largest difference (by size) inside the stretch, with its sign
    bool belowWorth = false; ///< a gain or loss, but the whole band lies inside ±worth
};

struct Crossover {
    double place;
    double from, to; ///< between these the sign is not known
};

struct Side {
    std::string setup;
    int pulls = 0;
    std::vector<double> powerW, torqueNm; ///< mean curve on the comparison's grid
    std::vector<double> engineRpm;        ///< engine speed there: the grid itself unless the axis is another
    std::vector<double> logHalf;          ///< half-width of its own simultaneous band; NaN when scatter is unknown
    std::vector<double> afr;              ///< NaN where unknown
    std::optional<Peak> peakPower, peakTorque;
    double meanFactor = 1.;

    double lowW(std::size_t i) const { return powerW[i] * std::exp(-logHalf[i]); }
    double highW(std::size_t i) const { return powerW[i] * std::exp(logHalf[i]); }
};

struct BandMean {
    double from = 0., to = 0.;
    double baseW = 0., differenceW = 0., pct = 0.;
    std::optional<double> lowW, highW;
};

/// What repeats, in shares: standard deviations as found, with what the design could tell of each.
struct ScatterFinding {
    std::optional<double> pullSd, fittingSd, daySd;
    double freedom = 0.; ///< of the difference's margin
    bool fromHistory = false;
};

/// A pull that lies outside what chance would do (externally studentised, all pulls held together).
struct OddPull {
    std::size_t set = 0, index = 0; ///< which set, and which of its distinct pulls
    const PullFit* fit = nullptr;   ///< the pull itself; it outlives the comparison
    double pct = 0.;                ///< against its own, after drift
    BandMean bandMeanWithout;
    std::vector<Call> callsWithout;
};

struct DriftFinding {
    bool checked = false; ///< the order of pulls can tell drift from setups
    bool removed = false; ///< and it was taken out
    std::optional<double> pctPerHour;
};

/// Where a belt's variator holds the engine of both sides, and at what speed (held_speed.h).
struct HeldSpeed {
    double from = 0., to = 0.; ///< road speed
    double baseRpm = 0., withRpm = 0.;
    std::optional<double> halfRpm; ///< half-width of the margin of their difference
};

struct Comparison {
    const Standard* standard = nullptr; ///< in force for both sides (none when some pull has no air)
    double confidence = 0.95, worthPct = 1.;
    Detail detail;
    Side base, with;
    CurveAxis axis = CurveAxis::EngineSpeed;
    double gridStep = usualStep(CurveAxis::EngineSpeed); ///< more between two neighbours of `place` is a hole
    std::vector<double> place;                           ///< on the axis, rising
    LogRatioBand difference;                             ///< with against base, along `place`
    bool margins = false;
    std::vector<Call> calls;
    std::vector<Crossover> crossovers;
    /// Stretches where the margin allows much for features narrower than the detail: the band speaks of wider ones.
    std::vector<std::pair<double, double>> narrow;
    BandMean bandMean;
    std::optional<HeldSpeed> held; ///< over road speed, where a belt holds both
    std::optional<double> repeatabilityPct;
    bool repeatabilityBorrowed = false;
    DriftFinding drift;
    ScatterFinding scatter;
    std::vector<OddPull> oddPulls;
    bool fittedOnce = false;  ///< holds as fitted this once: nothing is known of fitting it anew
    bool daysUnknown = false; ///< holds for those days: nothing is known of what days differ in
    int sittings = 1;         ///< above 1: each sitting has a level of its own, taken out
    int sittingsRun = 1;      ///< sittings the two were run in, whether their levels could be told or not
    bool apart = false;       ///< base and changed setup never shared a sitting, not even through a third
    std::vector<Caution> cautions;

    // The difference at a place as people read it.
    Estimate pct(std::size_t i) const { return difference.share(i).times(100.); }
    Estimate watt(std::size_t i) const { return difference.share(i).times(base.powerW[i]); }
    /// Torque is power over engine speed, which on a belt need not be the same on both sides at one road speed.
    Estimate newtonMetre(std::size_t i) const {
        const double slower = axis == CurveAxis::EngineSpeed ? 1. : base.engineRpm[i] / with.engineRpm[i];
        const Estimate share = difference.share(i);
        const auto gain = [&](double s) { return base.torqueNm[i] * (slower * (1. + s) - 1.); };
        return {gain(share.mid), gain(share.low), gain(share.high)};
    }
};

/// A figure of the difference all along the axis: differenceColumn(c, &Comparison::watt, &Estimate::low).
std::vector<double> differenceColumn(const Comparison& comparison, Estimate (Comparison::*unit)(std::size_t) const,
                                     double Estimate::*figure);

/// Errors: an empty side, no range common to both, no positive power.
Result<Comparison> compare(const std::vector<const PullFit*>& base, const std::vector<const PullFit*>& with,
                           const CompareOptions& options);

/// Several changed setups against the first, in one model, so that scatter and drift are pooled; the bands hold for all
/// of them together (docs/judging.md, "More than two setups"). One comparison a changed setup. Errors as above.
Result<std::vector<Comparison>> compareSets(const std::vector<std::vector<const PullFit*>>& sets,
                                            const CompareOptions& options);

/// The same of pulls whose curves are there already, each measurement once; `repeated` says how many were left out.
Result<std::vector<Comparison>> compareSets(const std::vector<std::vector<CurvedPull>>& sets,
                                            const CompareOptions& options, int repeated);

/// Names each stretch of the range. Stretches shorter than the detail there, or three steps of the grid, are merged.
/// Bands may be NaN: then all is open.
std::vector<Call> callStretches(const Comparison& comparison);

} // namespace jr
