// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/along_road.h"

#include "core/judge/band.h"
#include "core/nan.h"
#include "core/pull/local_line.h"

#include "core/linear/products.h"
#include "core/road/restated_air.h"

#include <Eigen/Core>

#include <algorithm>
#include <cmath>
#include <random>

namespace jr {
namespace {

/// Times and speeds of one run at places.
struct Ride {
    int side = 0;
    const TimedRun* run = nullptr;
    std::vector<double> timeS, mPerS;
};

/// So many places along the strip are fitted: times grow smoothly with distance, and so does what they scatter by.
constexpr std::size_t kFittedPlaces = 8;

/// The model's answer at one place: weights of the runs in each side's mean, and the margin of the difference.
struct Weighed {
    std::vector<double> weight[2];
    double half = kNaN, freedom = 0.;
};

Weighed weighedAt(const std::vector<Ride>& rides, std::size_t place, bool fittings, bool bare,
                  const AlongRoadOptions& o) {
    std::vector<Observation> observations;
    for (const Ride& ride : rides) {
        Observation one{ride.side, ride.timeS[place], ride.run->run.header.startedEpochS};
        if (fittings)
            one.fitting = static_cast<int>(*ride.run->run.header.number(header_key::fitting));
        observations.push_back(one);
    }
    const GroupFit fit = fitGroups(observations, 2, o.known);
    Weighed out{{fit.weight[0], fit.weight[1]}, kNaN, fit.freedom};
    if (!bare)
        out.half = fit.halfWidth(fit.difference(0, 1), o.confidence).value_or(kNaN);
    return out;
}

Weighed between(const Weighed& a, const Weighed& b, double share) {
    Weighed out = a;
    for (int side = 0; side < 2; ++side)
        for (std::size_t i = 0; i < a.weight[side].size(); ++i)
            out.weight[side][i] += share * (b.weight[side][i] - a.weight[side][i]);
    out.half += share * (b.half - a.half);
    return out;
}

/// The factor by which a margin at one place becomes one for all places: residual curves drawn with normal weights,
/// each draw over one estimate of its size with `freedom` degrees, as the margin itself is.
double widening(const std::vector<std::vector<double>>& residuals, const std::vector<std::vector<double>>& weights,
                double freedom, double confidence) {
    const std::size_t runs = residuals.size(), places = residuals.empty() ? 0 : residuals.front().size();
    constexpr int kDraws = 2000;
    constexpr unsigned kSeed = 20260613;
    std::mt19937_64 source(kSeed);
    const auto uniform = [&] { return (static_cast<double>(source() >> 11) + 0.5) * 0x1p-53; };
    const auto rows = static_cast<Eigen::Index>(runs);
    Eigen::MatrixXd standardised = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(places), rows);
    for (std::size_t d = 0; d < places; ++d) {
        double size = 0.;
        for (std::size_t i = 0; i < runs; ++i)
            size += weights[d][i] * weights[d][i] * residuals[i][d] * residuals[i][d];
        for (std::size_t i = 0; size > 0. && i < runs; ++i)
            standardised(static_cast<Eigen::Index>(d), static_cast<Eigen::Index>(i)) =
                weights[d][i] * residuals[i][d] / std::sqrt(size);
    }
    Eigen::MatrixXd xi(rows, kDraws);
    std::vector<double> scale;
    const int squares = std::max(1, static_cast<int>(std::lround(freedom)));
    for (int draw = 0; draw < kDraws; ++draw) {
        for (Eigen::Index i = 0; i < rows; ++i) // Box and Muller
            xi(i, draw) = std::sqrt(-2. * std::log(uniform())) * std::cos(2. * kPi * uniform());
        double chi = 0.;
        for (int k = 0; k < squares; ++k) {
            const double z = std::sqrt(-2. * std::log(uniform())) * std::cos(2. * kPi * uniform());
            chi += z * z;
        }
        scale.push_back(std::sqrt(squares / chi));
    }
    const Eigen::RowVectorXd most = product(standardised, xi).cwiseAbs().colwise().maxCoeff();
    std::vector<double> largest;
    for (int draw = 0; draw < kDraws; ++draw)
        largest.push_back(scale[static_cast<std::size_t>(draw)] * most(draw));
    const double single = studentQuantile(confidence, std::max(1., std::round(freedom)));
    return std::max(1., quantile(std::move(largest), confidence) / single);
}

} // namespace

Result<AlongRoad> alongRoad(const std::vector<TimedRun>& base, const std::vector<TimedRun>& with,
                            const AlongRoadOptions& o) {
    std::vector<Ride> rides;
    double from = 0., to = std::numeric_limits<double>::infinity();
    bool any[2] = {false, false};
    for (int side = 0; side < 2; ++side)
        for (const TimedRun& run : side == 0 ? base : with) {
            if (!run.run.used() || !run.run.launch)
                continue;
            rides.push_back({side, &run, {}, {}});
            any[side] = true;
            from = std::max(from, run.run.distanceM[run.run.launch->joinRow]);
            to = std::min(to, run.run.distanceM[run.run.topRow]);
        }
    if (!any[0] || !any[1])
        return Error{Message{"error.road-side-empty"}};
    AlongRoad out;
    for (double d = o.stepM * std::ceil(from / o.stepM + 0.5); d <= to; d += o.stepM)
        out.metres.push_back(d);
    constexpr std::size_t kFewest = 3;
    if (out.metres.size() < kFewest)
        return Error{Message{"error.road-no-common-mark"}};
    bool fittings = true;
    for (Ride& ride : rides) {
        const double start = *clockStartS(ride.run->run, o.rollout);
        fittings = fittings && ride.run->run.header.number(header_key::fitting);
        for (double d : out.metres) {
            const double at = timeAtM(ride.run->run, d).value_or(kNaN);
            MarkTime here;
            here.timeS = at - start;
            here.speedMPerS = speedAbout(ride.run->run, at).mPerS;
            here = restated(here, Mark{{}, d}, ride.run->airFactor);
            ride.timeS.push_back(here.timeS);
            ride.mPerS.push_back(here.speedMPerS);
        }
    }
    // The model is fitted at a few places along the strip; between two of them its weights and margin go straight.
    const std::size_t places = out.metres.size();
    std::vector<std::size_t> fitted;
    for (std::size_t k = 0; k < kFittedPlaces; ++k)
        fitted.push_back(k * (places - 1) / (kFittedPlaces - 1));
    fitted.erase(std::unique(fitted.begin(), fitted.end()), fitted.end());
    std::vector<Weighed> fits;
    int count[2] = {0, 0};
    for (const Ride& ride : rides)
        ++count[ride.side];
    const bool bare = (count[0] == 1 || count[1] == 1) && !o.known.pull;
    for (std::size_t d : fitted)
        fits.push_back(weighedAt(rides, d, fittings, bare, o));
    std::vector<std::vector<double>> residuals(rides.size(), std::vector<double>(places));
    std::vector<std::vector<double>> weights;
    double freedom = 1.;
    std::size_t k = 0;
    for (std::size_t d = 0; d < places; ++d) {
        while (k + 2 < fitted.size() && d >= fitted[k + 1])
            ++k;
        const std::size_t next = std::min(k + 1, fits.size() - 1);
        const double share = fitted[next] > fitted[k]
                                 ? static_cast<double>(d - fitted[k]) / static_cast<double>(fitted[next] - fitted[k])
                                 : 0.;
        const Weighed here = between(fits[k], fits[next], share);
        double mean[2] = {0., 0.}, speed[2] = {0., 0.};
        std::vector<double> difference(rides.size());
        for (std::size_t i = 0; i < rides.size(); ++i) {
            for (int side = 0; side < 2; ++side)
                mean[side] += here.weight[side][i] * rides[i].timeS[d];
            difference[i] = here.weight[1][i] - here.weight[0][i];
            speed[rides[i].side] += rides[i].mPerS[d];
        }
        out.baseS.push_back(mean[0]);
        out.withS.push_back(mean[1]);
        out.baseMPerS.push_back(speed[0] / count[0]);
        out.withMPerS.push_back(speed[1] / count[1]);
        weights.push_back(std::move(difference));
        const double middle = mean[1] - mean[0];
        out.differenceS.push_back({middle, middle - here.half, middle + here.half});
        freedom = std::max(1., here.freedom);
        for (std::size_t i = 0; i < rides.size(); ++i)
            residuals[i][d] = rides[i].timeS[d] - mean[rides[i].side];
    }
    out.widened = widening(residuals, weights, freedom, o.confidence);
    for (Estimate& e : out.differenceS) {
        const double half = out.widened * e.half();
        e.low = e.mid - half;
        e.high = e.mid + half;
    }
    return out;
}

} // namespace jr
