// SPDX-License-Identifier: GPL-3.0-or-later
// Base against changed: the difference over the rev range with its margin, and what may be said about each stretch.
#pragma once

#include "core/judge/difference.h"
#include "core/pull/curve.h"
#include "core/pull/many_curves.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct CompareOptions {
    const Standard* standard = findStandard("sae-j1349");
    double gridRpm = 50.;
    double detailRpm = 0.;                ///< 0: chosen from the data
    std::optional<double> fromRpm, toRpm; ///< working band; everything is judged inside it
    double worthPct = 1.;                 ///< the gain that would matter
    double confidence = 0.95;
    std::optional<double> repeatabilityPct; ///< of the bench, for when the pulls cannot tell; never invented
    /// What else differs between the sides, as known from the setups (one entry each); more than one is a caution.
    std::vector<std::string> changes;
    const Standard* wantedStandard = nullptr; ///< what was asked for, where `standard` had to give way
};

enum class CallKind { Gain, Loss, Same, Open };
std::string_view callText(CallKind kind);

struct Call {
    CallKind kind;
    double fromRpm, toRpm;
    double meanW, meanPct;
    double maxW, maxRpm;     ///< the largest difference (by size) inside the stretch, with its sign
    bool belowWorth = false; ///< a gain or loss, but the whole band lies inside ±worth
};

struct Crossover {
    double rpm;
    double fromRpm, toRpm; ///< between these the sign is not known
};

struct Side {
    std::string setup;
    int pulls = 0;
    std::vector<double> powerW, torqueNm; ///< mean curve on the comparison's grid
    std::vector<double> logHalf;          ///< half-width of its own simultaneous band; NaN when scatter is unknown
    std::vector<double> afr;              ///< NaN where unknown
    std::optional<Peak> peakPower, peakTorque;
    double meanFactor = 1.;

    double lowW(std::size_t i) const { return powerW[i] * std::exp(-logHalf[i]); }
    double highW(std::size_t i) const { return powerW[i] * std::exp(logHalf[i]); }
};

struct BandMean {
    double fromRpm = 0., toRpm = 0.;
    double baseW = 0., differenceW = 0., pct = 0.;
    std::optional<double> lowW, highW;
};

struct DriftFinding {
    bool checked = false; ///< the order of pulls can tell drift from setups
    bool removed = false; ///< and it was taken out
    std::optional<double> pctPerHour;
};

struct Comparison {
    const Standard* standard = nullptr; ///< in force for both sides (none when some pull has no air)
    double confidence = 0.95, worthPct = 1., detailRpm = 0.;
    Side base, with;
    double gridRpm = 50.; ///< step of `rpm`; more between two neighbours is a hole
    std::vector<double> rpm;
    LogRatioBand difference; ///< with against base, along `rpm`
    bool margins = false;
    std::vector<Call> calls;
    std::vector<Crossover> crossovers;
    BandMean bandMean;
    std::optional<double> repeatabilityPct;
    bool repeatabilityBorrowed = false;
    DriftFinding drift;
    int sittings = 1;    ///< above 1: each sitting has a level of its own, taken out
    int sittingsRun = 1; ///< sittings the two were run in, whether their levels could be told or not
    bool apart = false;  ///< base and changed setup never shared a sitting, not even through a third
    std::vector<Caution> cautions;

    // The difference at a place of `rpm` as people read it.
    Estimate pct(std::size_t i) const { return difference.share(i).times(100.); }
    Estimate watt(std::size_t i) const { return difference.share(i).times(base.powerW[i]); }
    Estimate newtonMetre(std::size_t i) const { return difference.share(i).times(base.torqueNm[i]); }
};

/// A figure of the difference all along `rpm`: differenceColumn(c, &Comparison::watt, &Estimate::low).
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

/// Names each stretch of the range. `minRpm`: shorter stretches are merged. Bands may be NaN: then all is open.
std::vector<Call> callStretches(const Comparison& comparison, double minRpm);

} // namespace jr
