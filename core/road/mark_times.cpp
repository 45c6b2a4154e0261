// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/mark_times.h"

#include "core/road/distance.h"

#include <Eigen/Dense>

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kHalf95 = 1.959964; // of a normal distribution

/// A time with its variance, and how each case of the launch would move it (0 where it does not).
struct Moment {
    double timeS = 0., variance = 0.;
    double perJoinM = 0.; ///< s a metre more at the joint
};

/// The first row at or past a distance, beyond the launch's own stretch; distance rises with the rows.
std::optional<std::size_t> rowReaching(const RoadRun& run, double metres) {
    const auto join = run.distanceM.begin() + static_cast<std::ptrdiff_t>(run.launch->joinRow);
    const auto found = std::lower_bound(join, run.distanceM.end(), metres);
    if (found == run.distanceM.end() || found == join)
        return std::nullopt;
    return static_cast<std::size_t>(found - run.distanceM.begin());
}

/// Time at a distance that lies between a row and the one before.
double timeWithin(const RoadRun& run, std::size_t row, double metres) {
    const double from = run.distanceM[row - 1];
    double low = 0., high = 1.;
    constexpr int kHalvings = 30; // of a step: a billionth
    for (int k = 0; k < kHalvings; ++k) {
        const double x = 0.5 * (low + high);
        (from + metresWithin(run.timeS, run.speedMPerS, row, x) < metres ? low : high) = x;
    }
    return run.timeS[row - 1] + (run.timeS[row] - run.timeS[row - 1]) * 0.5 * (low + high);
}

std::optional<Moment> momentAtM(const RoadRun& run, double metres) {
    const auto row = run.launch ? rowReaching(run, metres) : std::nullopt;
    if (!row)
        return std::nullopt;
    const std::size_t join = run.launch->joinRow;
    Moment out;
    const double h = run.timeS[*row] - run.timeS[*row - 1];
    out.timeS = timeWithin(run, *row, metres);
    double variance = 0.;
    const double first = run.timeS[join] - run.launch->startS;
    variance += run.noiseMPerS * run.noiseMPerS * h * std::max(first, 0.); // of the launch's own stretch
    for (std::size_t i = join + 1; i <= *row; ++i) {
        const double step = run.timeS[i] - run.timeS[i - 1];
        variance += run.noiseMPerS * run.noiseMPerS * step * step;
        // What a bend between two samples may hide: half of what the bend that is seen there makes.
        const double hidden = 0.5 * step * step / 12. *
                              (slopeAt(run.timeS, run.speedMPerS, i) - slopeAt(run.timeS, run.speedMPerS, i - 1));
        variance += hidden * hidden;
    }
    const double speed = std::max(speedAbout(run, out.timeS).mPerS, 0.5);
    out.variance = variance / (speed * speed);
    out.perJoinM = -1. / speed;
    return out;
}

/// First time the speed passes upwards through a value after `fromS`.
std::optional<Moment> momentAtSpeed(const RoadRun& run, double mPerS, double fromS) {
    for (std::size_t i = 1; i <= run.topRow; ++i) {
        if (run.timeS[i] < fromS || run.speedMPerS[i] < mPerS)
            continue;
        // A single sample may be noise: what lies about it must be there as well.
        double at = run.timeS[i];
        const double slope = std::max(speedAbout(run, at).mPerS2, 0.05);
        for (int k = 0; k < 3; ++k) {
            const SpeedAbout about = speedAbout(run, at);
            at += std::clamp((mPerS - about.mPerS) / std::max(about.mPerS2, 0.5 * slope), -1., 1.);
        }
        at = std::max(at, run.timeS.front());
        if (at > run.timeS[run.topRow])
            continue;
        const SpeedAbout about = speedAbout(run, at);
        if (about.mPerS < mPerS - 3. * about.sdMPerS - 1e-6)
            continue;
        // Beside a shift of gears the speed stands still for a moment: it may have been passed on its other side.
        constexpr double kBesideS = 0.25, kLeastMPerS2 = 0.05;
        const double rate = std::max(kLeastMPerS2, std::min({about.mPerS2, speedAbout(run, at - kBesideS).mPerS2,
                                                             speedAbout(run, at + kBesideS).mPerS2}));
        return Moment{at, about.sdMPerS * about.sdMPerS / (rate * rate), 0.};
    }
    return std::nullopt;
}

/// Time from the clock's start to a moment: each case of the launch has its own start and its own distance.
MarkTime sinceStart(const RoadRun& run, std::size_t mark, const Moment& end, Rollout rollout) {
    const Launch& launch = *run.launch;
    double meanJoinM = 0.;
    for (const LaunchCase& one : launch.cases)
        meanJoinM += one.weight * one.joinM;
    double mean = 0., square = 0., within = 0.;
    for (const LaunchCase& one : launch.cases) {
        const double start = rollout == Rollout::OneFoot ? one.rolloutS : one.startS;
        const double time = end.timeS + end.perJoinM * (one.joinM - meanJoinM) - start;
        mean += one.weight * time;
        square += one.weight * time * time;
        if (rollout == Rollout::OneFoot) { // noise along the foot moves where it ends
            // A share of it: the fit leans on the samples after the foot as well, and the more on a quick receiver's
            // many. Both figures by a thousand simulated runs a rate.
            constexpr double kMostOwn = 0.25, kOwnPerSample = 1.2;
            const double lasts = std::max(one.rolloutS - one.startS, 1. / run.rateHz);
            const double own = std::min(kMostOwn, kOwnPerSample / (lasts * run.rateHz));
            constexpr double kEndOverMean = 2.; // of the speed, where it gains steadily
            const double speed = kEndOverMean * kRolloutM / lasts;
            within += own * one.weight * run.noiseMPerS * run.noiseMPerS * lasts / run.rateHz / (speed * speed);
        }
    }
    MarkTime out;
    out.mark = mark;
    out.timeS = mean;
    out.uncertaintyS = kHalf95 * std::sqrt(std::max(0., square - mean * mean) + within + end.variance);
    out.speedMPerS = speedAbout(run, end.timeS).mPerS;
    return out;
}

} // namespace

std::string_view rolloutText(Rollout rollout) {
    return rollout == Rollout::None ? "none" : "1ft";
}

std::optional<Rollout> parseRollout(std::string_view text) {
    return text == "none"  ? std::optional(Rollout::None)
           : text == "1ft" ? std::optional(Rollout::OneFoot)
                           : std::nullopt;
}

SpeedAbout speedAbout(const RoadRun& run, double timeS) {
    // Five samples of a quick receiver, so that a shift of gears is not smeared over what lies beside it; three of a
    // slow one.
    constexpr double kQuickHz = 4., kHalfStepsQuick = 2.6, kHalfStepsSlow = 1.55;
    const double half = (run.rateHz > kQuickHz ? kHalfStepsQuick : kHalfStepsSlow) / run.rateHz;
    const auto from = static_cast<std::size_t>(std::lower_bound(run.timeS.begin(), run.timeS.end(), timeS - half) -
                                               run.timeS.begin());
    Eigen::Matrix3d normal = Eigen::Matrix3d::Zero();
    Eigen::Vector3d right = Eigen::Vector3d::Zero();
    double vv = 0.;
    std::size_t count = 0;
    for (std::size_t i = from; i < run.timeS.size() && run.timeS[i] <= timeS + half; ++i) {
        const double u = run.timeS[i] - timeS;
        const Eigen::Vector3d row(1., u, u * u);
        normal += row * row.transpose();
        right += row * run.speedMPerS[i];
        vv += run.speedMPerS[i] * run.speedMPerS[i];
        ++count;
    }
    if (count == 0)
        return {};
    // Too few for a parabola: a line, or the mean.
    const Eigen::Index terms = count >= 3 ? 3 : count >= 2 ? 2 : 1;
    for (Eigen::Index unused = terms; unused < 3; ++unused) { // as if they were known to be nothing
        normal.row(unused).setZero();
        normal.col(unused).setZero();
        normal(unused, unused) = 1.;
        right(unused) = 0.;
    }
    const Eigen::Matrix3d inverse = normal.inverse();
    const Eigen::Vector3d found = inverse * right;
    const double left = std::max(0., vv - found.dot(right));
    const double spare = static_cast<double>(count) - static_cast<double>(terms);
    const double variance = std::max(run.noiseMPerS * run.noiseMPerS, spare > 0. ? left / spare : 0.);
    return {found(0), terms > 1 ? found(1) : 0., std::sqrt(variance * inverse(0, 0))};
}

std::optional<double> clockStartS(const RoadRun& run, Rollout rollout) {
    if (!run.launch)
        return std::nullopt;
    if (rollout == Rollout::None)
        return run.launch->startS;
    double mean = 0.;
    for (const LaunchCase& one : run.launch->cases)
        mean += one.weight * one.rolloutS;
    return mean;
}

std::optional<double> timeAtM(const RoadRun& run, double metres) {
    const auto row = run.launch ? rowReaching(run, metres) : std::nullopt;
    return row ? std::optional(timeWithin(run, *row, metres)) : std::nullopt;
}

std::vector<MarkTime> markTimes(const RoadRun& run, const std::vector<Mark>& marks, Rollout rollout) {
    std::vector<MarkTime> out;
    for (std::size_t m = 0; m < marks.size(); ++m) {
        const Mark& mark = marks[m];
        if (mark.standing()) {
            if (!run.launch)
                continue;
            const auto end =
                mark.isDistance() ? momentAtM(run, mark.metres) : momentAtSpeed(run, mark.toMPerS, run.launch->startS);
            if (end)
                out.push_back(sinceStart(run, m, *end, rollout));
            continue;
        }
        // Rolling: it must have been below the first speed before.
        const double fromS = run.launch ? run.launch->startS : run.timeS.front();
        const auto begin = momentAtSpeed(run, mark.fromMPerS, fromS);
        if (!begin || speedAbout(run, fromS).mPerS > mark.fromMPerS)
            continue;
        const auto end = momentAtSpeed(run, mark.toMPerS, begin->timeS);
        if (end)
            out.push_back(
                {m, end->timeS - begin->timeS, kHalf95 * std::sqrt(begin->variance + end->variance), mark.toMPerS});
    }
    return out;
}

} // namespace jr
