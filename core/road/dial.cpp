// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/dial.h"

#include "core/pull/local_line.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kRatioClearMPerS = 4.; ///< slower, and a ratio is mostly noise
constexpr double kSteadyShare = 0.012;  ///< a ratio that stays within this…
constexpr double kSteadyForS = 0.6;     ///< …for so long is a gear
constexpr double kSameGear = 0.012;     ///< two ratios of one gear
constexpr double kLeastFactor = 0.8, kMostFactor = 1.12;

/// How well a factor maps every ratio of the dial onto one of the receiver's: the mean of what they then ask for, and
/// the most they differ by; nothing where one has no partner.
struct Match {
    double factor = 0., spread = 0.;
};
std::optional<Match> matchAt(double factor, const std::vector<double>& dial, const std::vector<double>& receiver) {
    double sum = 0., least = 1e9, most = 0.;
    for (double ratio : dial) {
        double best = 1e9;
        for (double its : receiver)
            if (std::abs(ratio / its / factor - 1.) < std::abs(best / factor - 1.))
                best = ratio / its;
        if (std::abs(best / factor - 1.) > kSameGear)
            return std::nullopt;
        sum += best;
        least = std::min(least, best);
        most = std::max(most, best);
    }
    const double mean = sum / static_cast<double>(dial.size());
    return Match{mean, 0.5 * (most - least) / mean};
}

} // namespace

namespace {

/// Speed at a time, straight between samples; the last one beyond.
double speedAt(const RoadRun& run, double timeS) {
    const auto it = std::lower_bound(run.timeS.begin(), run.timeS.end(), timeS);
    if (it == run.timeS.end())
        return run.speedMPerS.back();
    const auto i = static_cast<std::size_t>(it - run.timeS.begin());
    if (i == 0)
        return run.speedMPerS.front();
    const double share = (timeS - run.timeS[i - 1]) / (run.timeS[i] - run.timeS[i - 1]);
    return run.speedMPerS[i - 1] + share * (run.speedMPerS[i] - run.speedMPerS[i - 1]);
}

struct Steady {
    std::vector<double> ratios;
    double lastS = 0.; ///< all of them together
};

/// Ratios as they are when the speeds came so late.
Steady steadyWhenLate(const RoadRun& run, double lateS) {
    Steady out;
    const double fromS = run.launch ? run.launch->startS : run.timeS.front();
    std::size_t begin = 0;
    std::vector<double> stretch;
    double middle = 0.;
    const auto close = [&](std::size_t end) {
        const double lasts = stretch.empty() ? 0. : run.timeS[end - 1] - run.timeS[begin];
        if (stretch.size() > 3 && lasts >= kSteadyForS) {
            out.ratios.push_back(median(stretch));
            out.lastS += lasts;
        }
        stretch.clear();
    };
    for (std::size_t i = 0; i <= run.topRow; ++i) {
        const double speed = speedAt(run, run.timeS[i] + lateS);
        const bool good = run.timeS[i] >= fromS && speed > kRatioClearMPerS && std::isfinite(run.engineRpm[i]);
        const double ratio = good ? run.engineRpm[i] / speed : 0.;
        if (!stretch.empty() && (!good || std::abs(ratio / middle - 1.) > kSteadyShare))
            close(i);
        if (!good)
            continue;
        if (stretch.empty())
            begin = i;
        stretch.push_back(ratio);
        middle = median(stretch);
    }
    close(run.topRow + 1);
    return out;
}

} // namespace

std::vector<double> steadyRatios(const RoadRun& run) {
    if (run.engineRpm.empty())
        return {};
    // A receiver tells what was: the delay at which the ratios stand still longest is taken out. A dial has none.
    constexpr double kLatestS = 0.3, kStepS = 0.02;
    Steady best = steadyWhenLate(run, 0.);
    if (run.fromReceiver())
        for (double late = kStepS; late <= kLatestS; late += kStepS)
            if (Steady one = steadyWhenLate(run, late); one.lastS > best.lastS)
                best = std::move(one);
    std::sort(best.ratios.begin(), best.ratios.end());
    std::vector<double> out; // a gear that was taken twice is one
    for (double ratio : best.ratios)
        if (out.empty() || ratio / out.back() - 1. > 2. * kSameGear)
            out.push_back(ratio);
    return out;
}

void setDialsRight(const std::vector<RoadRun*>& runs) {
    std::vector<const RoadRun*> receiver;
    for (const RoadRun* run : runs)
        if (run->fromReceiver() && run->used())
            receiver.push_back(run);
    if (receiver.empty())
        return;
    for (RoadRun* run : runs)
        if (!run->fromReceiver() && !run->dialFactor)
            if (const auto found = dialFactor(*run, receiver)) {
                *run = withSpeedsScaled(std::move(*run), found->factor);
                run->dialFactor = found->factor;
            }
}

std::optional<DialFactor> dialFactor(const RoadRun& dial, const std::vector<const RoadRun*>& receiver) {
    const std::vector<double> own = steadyRatios(dial);
    std::vector<double> all;
    int runs = 0;
    for (const RoadRun* run : receiver) {
        const auto its = steadyRatios(*run);
        runs += its.empty() ? 0 : 1;
        all.insert(all.end(), its.begin(), its.end());
    }
    if (own.empty() || all.empty())
        return std::nullopt;
    std::vector<Match> matches;
    for (double its : all)
        if (const double factor = own.front() / its; factor > kLeastFactor && factor < kMostFactor)
            if (const auto match = matchAt(factor, own, all))
                matches.push_back(*match);
    if (matches.empty())
        return std::nullopt;
    for (const Match& match : matches)
        if (std::abs(match.factor / matches.front().factor - 1.) > kSameGear)
            return std::nullopt; // one gear could be either of two
    double sum = 0., spread = 0.;
    for (const Match& match : matches) {
        sum += match.factor;
        spread = std::max(spread, match.spread);
    }
    return DialFactor{sum / static_cast<double>(matches.size()), spread, runs};
}

} // namespace jr
