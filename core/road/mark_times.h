// SPDX-License-Identifier: GPL-3.0-or-later
// A run's marks: when it had come so far or was so fast, interpolated between samples, each with its uncertainty from
// noise, rate and launch.
//
//     distance   sum of v dt from the start, cubic between samples; its error sigma sqrt(dt T), and what the launch's
//                cases differ in
//     speed      a line with a bend through the samples about the crossing; error of the line over the acceleration
//
// A distance counts from where the machine stood; with the first foot not timed the clock starts once that is run.
// Source: Newton, least squares; the foot, common practice, no source.
#pragma once

#include "core/road/marks.h"
#include "core/road/road_run.h"

#include <optional>
#include <vector>

namespace jr {

enum class Rollout { None, OneFoot };
std::string_view rolloutText(Rollout rollout); ///< "none", "1ft"
std::optional<Rollout> parseRollout(std::string_view text);

struct MarkTime {
    std::size_t mark = 0;     ///< of the marks asked for
    double timeS = 0.;        ///< from the start, or from the first speed
    double uncertaintyS = 0.; ///< half of a 95 % interval
    double speedMPerS = 0.;   ///< at its end
};

/// Those that the run reached, in the marks' order. A run without a launch has those between two speeds alone.
std::vector<MarkTime> markTimes(const RoadRun& run, const std::vector<Mark>& marks, Rollout rollout);

/// When the clock starts, in the record's time; nothing without a launch.
std::optional<double> clockStartS(const RoadRun& run, Rollout rollout);

/// Speed and acceleration about a time, by a parabola through the samples near it, with the speed's standard deviation.
struct SpeedAbout {
    double mPerS = 0., mPerS2 = 0., sdMPerS = 0.;
};
SpeedAbout speedAbout(const RoadRun& run, double timeS);
/// Record's time at a distance from where it stood; nothing where it did not come so far.
std::optional<double> timeAtM(const RoadRun& run, double metres);

} // namespace jr
