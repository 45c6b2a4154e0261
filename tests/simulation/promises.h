// SPDX-License-Identifier: GPL-3.0-or-later
// What docs/judging.md promises, tried on simulated benches whose truth is known.
#pragma once

#include <string>
#include <vector>

namespace promises {

struct Scenario {
    std::string name;
    std::string order;     ///< 'A' base, 'B' changed, '|' a night
    double gainShare = 0.; ///< over the upper half of the range
    double shiftRpm = 0.;  ///< the pipe comes in this much earlier
    bool twoStroke = false;
    double riseWidthRpm = 110.; ///< of a two-stroke's pipe
    double dipShare = 0.;       ///< the changed setup loses this in one narrow place…
    double dipWidthRpm = 0.;    ///< …so wide at half its depth
    double driftPerHour = 0.;
    double sittingShare = 0.;   ///< standard deviation of what a sitting reads differently
    double offsetShare = 0.005; ///< pull to pull
    double wanderShare = 0.001;
    double edgeJitterShare = 0.0008;
    double whiteShare = 0.00015;
    double sampleHz = 200.;
    // Real days.
    double fittingShare = 0.;   ///< standard deviation of what fitting a setup anew moves
    double changedOffset = -1.; ///< pull to pull of the changed setup, where it is another
    double tiltShare = 0.;      ///< a pull tilts by so much from the middle to an end
    double growShare = 0.;      ///< scatter that grows with speed: nothing at the start, this at the end
    double regionShare = 0.;    ///< scatter that sits in a sixth of the range
    double riseWanderRpm = 0.;  ///< the pipe's rise comes so much earlier or later from pull to pull
    double warmUpShare = 0.;    ///< comes up by this in some twenty minutes
    double tankShare = 0.;      ///< falls by this as the tank runs low
    double walkShare = 0.;      ///< a random walk, from pull to pull
    double oddShare = 0.;       ///< the last pull but two lies off by this
    bool history = false;       ///< the bench is known from before, eight degrees of each
    int learntFrom = 0;         ///< so many earlier days in the same world, AABBAABB each, tell what is known
    double typedPct = 0.;       ///< a repeatability typed in
    double promised = 0.93; ///< coverage that such a day is held to; a wrong figure typed in can only be made up for
};

struct Outcome {
    int tests = 0;
    double coverage = 0.;    ///< share of tests whose band holds the whole true difference
    double coverageElsewhere = 0.; ///< the same, but for what is hatched as hiding narrower features
    double hatched = 0.;           ///< mean share of the range that is
    double falseCalls = 0.;  ///< share with a gain or loss where there is none (equal setups)
    double found = 0.;       ///< share in which a gain stretch overlaps at least a tenth of the true one
    double shareFound = 0.;  ///< mean share of the true stretch called a gain
    double powerRmsPct = 0.; ///< mean over pulls: rms error in percent of peak power
    double powerRmsWorstPct = 0.;
    double usedShare = 1.;    ///< smallest share of the data's range that was used
    double halfWidthPct = 0.; ///< mean half-width of the band
    double detail = 0.;
    double oddNamed = 0.;  ///< share of tests that name the odd pull, and no other
    double cautioned = 0.; ///< share that say fitted-once, days-differ or curved-drift
};

const std::vector<Scenario>& scenarios();
/// The days that people really have.
const std::vector<Scenario>& realDays();
/// Changes about as narrow as what smoothing leaves.
const std::vector<Scenario>& narrowFeatures();
Outcome run(const Scenario& scenario, int seeds, unsigned firstSeed = 1);

} // namespace promises
