// SPDX-License-Identifier: GPL-3.0-or-later
// What the pulls of one setup tell a calculator: its mean curve with a margin, where it peaks, at which speed a belt
// holds it, its mixture, how hot its exhaust was, the air it really breathed.
#pragma once

#include "core/judge/difference.h"
#include "core/pull/trace.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace jr {

class Study;

/// Mean time of a setup's runs on the road at a mark.
struct MarkFact {
    int runs = 0;
    Estimate meanS;
};

/// Ends that are not known are NaN.
struct SetupFacts {
    std::string setupId;
    int pulls = 0;                               ///< that count
    MeasuredAt measuredAt = MeasuredAt::Unknown; ///< unknown where they differ
    bool twoStroke = false;
    /// Mean of the pulls over engine speed, corrected by the study's standard; only where all of them are. Empty over
    /// road speed.
    std::vector<double> rpm, powerW, lowW, highW;
    std::optional<Estimate> peakRpm, peakW, heldRpm, meanAfr;
    std::optional<double> exhaustC;                       ///< hottest probe, mean over the pulls at full load
    std::optional<double> airKgM3, airC, airPa, humidity; ///< as it was, mean of the pulls
    std::optional<double> limiterRpm;                     ///< of the pulls' headers
    std::vector<double> afrRpm, afr; ///< mean mixture along engine speed; empty where none was recorded
    std::vector<double> cylinderAfr; ///< mean of each at full load; empty below two probes
    /// Mean mixture at each eighth of the throttle's travel, where throttle and mixture were recorded; NaN where it was
    /// not long enough.
    std::vector<double> afrAtThrottle;
    int heldRuns = 0;                           ///< runs on the road that told `heldRpm`; 0: pulls did
    std::map<std::string, MarkFact> markTimesS; ///< of its runs, by mark; filled by who has the runs (core/road)
    std::vector<double> roadRpm;                ///< engine speed along the road speeds of a belt, mean of the pulls
};

/// Of the setup's counting pulls; with `pulls` 0 nothing else is known. The curve's margin is one share along it: of
/// the mean level, from the model of pulls, fittings and days with what is known of the bench, and of what the pulls
/// differ in beside their levels.
SetupFacts setupFacts(const Study& study, const std::string& setupId);

} // namespace jr
