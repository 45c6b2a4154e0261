// SPDX-License-Identifier: GPL-3.0-or-later
// When a machine truly began to move, from a receiver's speeds alone, without any trigger: noise hides the first
// tenths, and the clutch brings the thrust on by and by, so that no threshold tells it. What is fitted is the whole
// first stretch of the run,
//
//     v(t) = a r + b r^2    or    v(t) = a sqrt(r) + b r,    s = t - t0
//     r(s) = integral of ease(u / c) du
//
// where ease brings the thrust on over c seconds, straight or smooth (3 x^2 - 2 x^3). The first form is a machine that
// pulls as hard as tyre and clutch let it, the second one whose power is the limit (energy grows with time). a and b by
// least squares for each t0 and c of a grid, shape and form; each is weighed by its likelihood, and the start is the
// weighted mean over all, its uncertainty what they differ in: nobody knows how the clutch came home, so nobody knows
// the start better than that. Beforehand ln c is normal about a third of a second.
// Source: least squares and Bayes' rule, any text on statistics; the shapes are common practice, no source.
#pragma once

#include <cstddef>
#include <optional>
#include <vector>

namespace jr {

struct LaunchOptions {
    double fitS = 0.9;                       ///< of the run is fitted: longer, and variator or gears show in it…
    std::size_t fewestMoving = 4;            ///< …or as long as so many samples are
    double softestS = 0.7, hardestS = 0.025; ///< what c may be
    double movesMPerS = 0.5;                 ///< clearly moving, above any receiver's noise at rest
};

/// One way it may have begun.
struct LaunchCase {
    double weight = 0.; ///< of all cases 1 in sum
    double startS = 0.;
    double joinM = 0.;    ///< run by the time of the joint
    double rolloutS = 0.; ///< when the first foot was run
};

struct Launch {
    double startS = 0., sdS = 0.; ///< when it began to move, and its standard deviation
    double joinS = 0.;            ///< a sample's time: from here on distance is summed from the samples
    std::size_t joinRow = 0;
    std::vector<LaunchCase> cases;
};

/// One foot, by which a strip's light beam lets a wheel roll before the clock starts.
inline constexpr double kRolloutM = 0.3048;

/// Standard deviation of a sample's speed, from how neighbours differ beyond a smooth run (third differences, median).
/// 0 below six samples.
double speedNoiseMPerS(const std::vector<double>& timeS, const std::vector<double>& speedMPerS);

/// Nothing where the record does not begin at rest, or never moves. Times rise; speeds are finite.
std::optional<Launch> findLaunch(const std::vector<double>& timeS, const std::vector<double>& speedMPerS,
                                 double noiseMPerS, const LaunchOptions& options = {});

} // namespace jr
