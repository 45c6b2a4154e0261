// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/working_band.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

namespace jr {

double UseWeights::at(double place) const {
    for (std::size_t i = 1; i < points.size(); ++i)
        if (place >= points[i - 1].first && place <= points[i].first) {
            const double span = points[i].first - points[i - 1].first;
            const double share = span > 0. ? (place - points[i - 1].first) / span : 1.;
            return points[i - 1].second + share * (points[i].second - points[i - 1].second);
        }
    return 0.;
}

bool UseWeights::empty() const {
    return std::none_of(points.begin(), points.end(), [](const auto& p) { return p.second > 0.; });
}

const std::vector<UseKind>& useKinds() {
    using enum UseKind;
    static const std::vector<UseKind> kinds{Road, RaceBetweenShifts, SawInTheCut, ScooterCvt, SledOnTrail};
    return kinds;
}

std::string_view useKindText(UseKind kind) {
    static constexpr std::string_view kTexts[] = {"a bike on the road", "a racer between shifts", "a saw in the cut",
                                                  "a scooter on its belt", "a sled on the trail"};
    return kTexts[static_cast<std::size_t>(kind)];
}

UseWeights usualWeights(UseKind kind, double peak, CurveAxis axis) {
    const double step = usualStep(axis);
    // Shares of the speed of peak power.
    const auto shape = [&](std::initializer_list<std::pair<double, double>> list) {
        UseWeights out;
        for (const auto& [share, weight] : list)
            out.points.emplace_back(std::round(share * peak / step) * step, weight);
        return out;
    };
    if (axis == CurveAxis::RoadSpeed)
        return kind == UseKind::SledOnTrail ? shape({{0.2, 0.}, {0.4, 0.8}, {0.9, 1.}, {1.2, 0.}})
                                            : shape({{0.3, 0.}, {0.45, 1.}, {1.0, 1.}, {1.15, 0.}});
    switch (kind) {
    case UseKind::Road:
        return shape({{0.35, 0.}, {0.5, 1.}, {0.7, 1.}, {0.9, 0.4}, {1.0, 0.}});
    case UseKind::RaceBetweenShifts:
        return shape({{0.78, 0.}, {0.85, 0.7}, {0.97, 1.}, {1.05, 1.}, {1.1, 0.}});
    case UseKind::SawInTheCut:
        return shape({{0.7, 0.}, {0.8, 1.}, {0.95, 1.}, {1.05, 0.}});
    case UseKind::ScooterCvt:
        return shape({{0.85, 0.}, {0.95, 1.}, {1.03, 1.}, {1.1, 0.}});
    case UseKind::SledOnTrail:
        return shape({{0.55, 0.}, {0.7, 0.6}, {0.95, 1.}, {1.02, 0.8}, {1.06, 0.}});
    }
    return {};
}

Result<UseWeights> weightsFromRide(const std::vector<double>& timeS, const std::vector<double>& speed, double idle,
                                   double bin) {
    std::map<long, double> bins;
    int samples = 0;
    for (std::size_t i = 1; i < speed.size() && i < timeS.size(); ++i) {
        const double dt = timeS[i] - timeS[i - 1];
        if (!(speed[i] > idle) || !std::isfinite(speed[i]) || !(dt > 0.) || dt > 2.)
            continue; // standing, or a gap in the log
        bins[std::lround(speed[i] / bin)] += dt;
        ++samples;
    }
    if (samples < 50)
        return Error{Message{"error.ride-too-short"}};
    UseWeights out;
    const long first = bins.begin()->first, last = bins.rbegin()->first;
    out.points.emplace_back(static_cast<double>(first - 1) * bin, 0.);
    for (long b = first; b <= last; ++b)
        out.points.emplace_back(static_cast<double>(b) * bin, bins.contains(b) ? bins[b] : 0.);
    out.points.emplace_back(static_cast<double>(last + 1) * bin, 0.);
    double most = 0.;
    for (const auto& p : out.points)
        most = std::max(most, p.second);
    for (auto& p : out.points)
        p.second /= most;
    return out;
}

double widthAbove(const std::vector<double>& place, const std::vector<double>& powerW, double share) {
    if (place.size() < 2)
        return 0.;
    const auto top = static_cast<std::size_t>(std::max_element(powerW.begin(), powerW.end()) - powerW.begin());
    const double level = share * powerW[top];
    // Crossing points by straight lines on either side; the end of the data where it never falls below.
    const auto edge = [&](int step) {
        std::size_t i = top;
        while ((step > 0 ? i + 1 < place.size() : i > 0) && powerW[i + static_cast<std::size_t>(step)] >= level)
            i += static_cast<std::size_t>(step);
        if (step > 0 ? i + 1 >= place.size() : i == 0)
            return place[i];
        const std::size_t k = i + static_cast<std::size_t>(step);
        return place[i] + (place[k] - place[i]) * (powerW[i] - level) / (powerW[i] - powerW[k]);
    };
    return edge(1) - edge(-1);
}

Result<Ranking> rankSetups(const std::vector<std::string>& names, const std::vector<Observation>& scores,
                           const std::vector<std::vector<double>>& meanPowerW, const std::vector<double>& place,
                           const UseWeights& weights, const BenchKnowledge& known, double confidence) {
    const int n = static_cast<int>(names.size());
    if (n < 2)
        return Error{Message{"error.ranking-needs-two"}};
    std::vector<int> count(names.size(), 0);
    for (const Observation& o : scores)
        ++count[static_cast<std::size_t>(o.group)];
    if (std::find(count.begin(), count.end(), 0) != count.end())
        return Error{Message{"error.setup-no-counting-pull"}};
    Ranking out;
    out.fit = fitGroups(scores, n, known);
    std::vector<int> order(names.size());
    std::iota(order.begin(), order.end(), 0);
    std::stable_sort(order.begin(), order.end(), [&](int a, int b) {
        return out.fit.mean[static_cast<std::size_t>(a)] > out.fit.mean[static_cast<std::size_t>(b)];
    });
    const double pairs = 0.5 * n * (n - 1.);
    const auto separable = [&](int a, int b) {
        const auto half = out.fit.halfWidth(out.fit.difference(a, b), 1. - (1. - confidence) / pairs);
        return half &&
               std::abs(out.fit.mean[static_cast<std::size_t>(a)] - out.fit.mean[static_cast<std::size_t>(b)]) > *half;
    };
    for (int i = 0; i < n; ++i) {
        const auto k = static_cast<std::size_t>(order[static_cast<std::size_t>(i)]);
        RankedSetup r;
        r.name = names[k];
        r.scoreW = out.fit.mean[k];
        if (const auto half = out.fit.halfWidth(out.fit.weight[k], confidence)) {
            r.lowW = r.scoreW - *half;
            r.highW = r.scoreW + *half;
        }
        // A place is lost only to setups that are clearly better.
        for (int j = 0; j < i; ++j)
            r.place += separable(order[static_cast<std::size_t>(j)], order[static_cast<std::size_t>(i)]);
        r.width90 = widthAbove(place, meanPowerW[k]);
        double lowest = 0., mean = 0., used = 0.;
        for (std::size_t g = 0; g < place.size(); ++g)
            if (const double w = weights.at(place[g]); w > 0.) {
                lowest = used == 0. ? meanPowerW[k][g] : std::min(lowest, meanPowerW[k][g]);
                mean += meanPowerW[k][g];
                used += 1.;
            }
        r.flatnessPct = used > 0. ? 100. * lowest / (mean / used) : 0.;
        out.setups.push_back(std::move(r));
    }
    // Longest runs of neighbours none of which is clearly different from another.
    int reached = -1;
    for (int a = 0; a < n; ++a) {
        int b = a;
        while (b + 1 < n && !separable(order[static_cast<std::size_t>(a)], order[static_cast<std::size_t>(b + 1)]))
            ++b;
        if (b > a && b > reached) {
            std::vector<int> run(static_cast<std::size_t>(b - a + 1));
            std::iota(run.begin(), run.end(), a);
            out.notSeparable.push_back(std::move(run));
        }
        reached = std::max(reached, b);
    }
    return out;
}

} // namespace jr
