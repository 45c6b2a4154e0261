// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/mark_times.h"

#include "core/road/distance.h"

#include <Eigen/Dense>

#include <algorithm>
#include <array>
#include <cmath>

namespace jr {
namespace {

constexpr double kHalf95 = 1.959964; // of a normal distribution
constexpr double kQuickHz = 4.;      // below, a receiver is a slow one

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

/// The speed may already have been there, or not yet, as long as it lies within the band about the samples: beside a
/// shift of gears, where it stands still for a moment, that lasts longer than noise over acceleration would say.
double lastsUntilS(const RoadRun& run, double mPerS, double at, double way) {
    const double step = 0.25 / run.rateHz;
    constexpr double kFarthestS = 2.; // by then something else has happened to the run
    double before = 0.;               // how far inside the band, m/s
    for (double off = 0.; off < kFarthestS; off += step) {
        const SpeedAbout about = speedAbout(run, at + way * off);
        const double inside = kHalf95 * about.sdMPerS - way * (about.mPerS - mPerS);
        if (inside <= 0.)
            return off > 0. ? at + way * (off - step * inside / (inside - before)) : at;
        before = inside;
    }
    return at + way * kFarthestS;
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
        const double half = 0.5 * (lastsUntilS(run, mPerS, at, 1.) - lastsUntilS(run, mPerS, at, -1.)) / kHalf95;
        return Moment{at, half * half, 0.};
    }
    return std::nullopt;
}

/// Times with their weights (1 in sum), not necessarily shaped like a bell.
struct Spread {
    std::vector<double> timeS, weight;
    double meanS = 0., variance = 0.;
};

/// Half of what lies about the mean with 95 % of the spread, each of whose times is out by a normal error of its own.
/// How a clutch came home is bounded on both sides, so 1.96 standard deviations would state too much.
double half95Of(const Spread& spread, double ownVariance) {
    const double sd = std::sqrt(spread.variance + ownVariance);
    if (!(spread.variance > 1e-3 * ownVariance))
        return kHalf95 * sd;
    // Gathered first: some thousand cases differ by less than any clock tells.
    constexpr std::size_t kPlaces = 48;
    const auto [least, most] = std::minmax_element(spread.timeS.begin(), spread.timeS.end());
    std::array<double, kPlaces> weight{}, moment{};
    for (std::size_t i = 0; i < spread.timeS.size(); ++i) {
        const double share = (spread.timeS[i] - *least) / (*most - *least);
        const auto place = std::min(kPlaces - 1, static_cast<std::size_t>(share * kPlaces));
        weight[place] += spread.weight[i];
        moment[place] += spread.weight[i] * (spread.timeS[i] - spread.meanS);
    }
    // Within a place the times are spread evenly; that goes into the normal error.
    const double step = (*most - *least) / kPlaces;
    const double own = std::sqrt(2. * (ownVariance + step * step / 12.)); // as erf counts
    double low = 0., high = 4. * sd;
    for (int halving = 0; halving < 20; ++halving) {
        const double half = 0.5 * (low + high);
        double inside = 0.;
        for (std::size_t p = 0; p < kPlaces; ++p)
            if (weight[p] > 0.) {
                const double off = moment[p] / weight[p];
                inside += 0.5 * weight[p] * (std::erf((half - off) / own) + std::erf((half + off) / own));
            }
        (inside < 0.95 ? low : high) = half;
    }
    return 0.5 * (low + high);
}

/// Time from the clock's start to a moment: each case of the launch has its own start and its own distance.
MarkTime sinceStart(const RoadRun& run, std::size_t mark, const Moment& end, Rollout rollout) {
    const Launch& launch = *run.launch;
    double meanJoinM = 0.;
    for (const LaunchCase& one : launch.cases)
        meanJoinM += one.weight * one.joinM;
    // The cases are spread wider than the clutches of riders are; and a slow receiver, whose samples tell few of them
    // apart, still knows the sum of what was run. Both shares by a thousand simulated runs a rate.
    struct Share {
        double fromMoving, fromFoot;
    };
    constexpr Share kQuick{0.7, 1.}, kSlow{0.83, 0.4};
    const Share& shares = run.rateHz > kQuickHz ? kQuick : kSlow;
    const double share = rollout == Rollout::None ? shares.fromMoving : shares.fromFoot;
    Spread spread;
    double square = 0., within = 0.;
    for (const LaunchCase& one : launch.cases) {
        const double start = rollout == Rollout::OneFoot ? one.rolloutS : one.startS;
        const double time = end.timeS + end.perJoinM * (one.joinM - meanJoinM) - start;
        spread.timeS.push_back(time);
        spread.weight.push_back(one.weight);
        spread.meanS += one.weight * time;
        square += one.weight * time * time;
        if (rollout == Rollout::OneFoot) { // noise along the foot moves where it ends
            // A share of it: the fit leans on the samples after the foot as well, and the more on a quick receiver's
            // many. Both figures by a thousand simulated runs a rate.
            constexpr double kMostOwn = 0.25, kOwnPerSample = 2.;
            const double lasts = std::max(one.rolloutS - one.startS, 1. / run.rateHz);
            const double own = std::min(kMostOwn, kOwnPerSample / (lasts * run.rateHz));
            constexpr double kEndOverMean = 2.; // of the speed, where it gains steadily
            const double speed = kEndOverMean * kRolloutM / lasts;
            within += own * one.weight * run.noiseMPerS * run.noiseMPerS * lasts / run.rateHz / (speed * speed);
        }
    }
    MarkTime out;
    out.mark = mark;
    spread.variance = std::max(0., square - spread.meanS * spread.meanS);
    for (double& time : spread.timeS)
        time = spread.meanS + share * (time - spread.meanS);
    spread.variance *= share * share;
    out.timeS = spread.meanS;
    out.uncertaintyS = half95Of(spread, within + end.variance);
    out.speedMPerS = speedAbout(run, end.timeS).mPerS;
    return out;
}

/// What a parabola through three even samples misses: at most |third derivative| h^3 / (9 sqrt 3) = 0.064 of a third
/// difference where the speed is smooth (the remainder of interpolation, any text on numerical analysis); a corner, as
/// a shift of gears makes it, takes half as much again (by a thousand simulated runs).
double missedBetween(const RoadRun& run, std::size_t first) {
    constexpr double kOfThird = 0.1;
    double third = 0.;
    const auto& v = run.speedMPerS;
    for (std::size_t i = std::max<std::size_t>(first, 1) - 1; i <= first && i + 3 < v.size(); ++i)
        third = std::max(third, std::abs(v[i + 3] - 3. * v[i + 2] + 3. * v[i + 1] - v[i]));
    return kOfThird * third;
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
    constexpr double kHalfStepsQuick = 2.6, kHalfStepsSlow = 1.55;
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
    // A slow receiver's three samples say nothing of what their parabola misses; the next ones do.
    const double missed = run.rateHz > kQuickHz ? 0. : missedBetween(run, from);
    return {found(0), terms > 1 ? found(1) : 0., std::sqrt(variance * inverse(0, 0) + missed * missed)};
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
