// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/mixture/mixture_finding.h"

#include "core/judge/band.h"
#include "core/judge/pull_model.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

// What is worth saying. Common practice, no source.
constexpr double kLeanStartAfr = 0.5, kChoppyAfr = 0.25, kUnequalAfr = 0.4;
/// Mixtures closer than this are one; and a margin as wide as this, in per cent for the step that is told of, tells
/// nothing.
constexpr double kSameMixtureAfr = 0.02, kTellsNothingPct = 10.;
constexpr double kStretchWorthSayingRpm = 100., kSaidToRpm = 50.;

/// Engine speed stretches from samples outside the window, short gaps bridged.
void addStretch(std::vector<std::pair<double, double>>& stretches, double rpm) {
    constexpr double kBridgeRpm = 150.;
    if (!stretches.empty() && rpm >= stretches.back().first - kBridgeRpm && rpm <= stretches.back().second + kBridgeRpm)
        stretches.back() = {std::min(stretches.back().first, rpm), std::max(stretches.back().second, rpm)};
    else
        stretches.emplace_back(rpm, rpm);
}

/// One message a stretch that is long enough to name.
void tellStretches(std::vector<Message>& account, std::string_view code,
                   const std::vector<std::pair<double, double>>& stretches) {
    const auto round = [](double rpm) { return Number{std::round(rpm / kSaidToRpm) * kSaidToRpm}; };
    for (const auto& [from, to] : stretches)
        if (to - from > kStretchWorthSayingRpm)
            account.push_back({code, {round(from), round(to)}});
}

} // namespace

MixtureTarget usualTarget(int strokes) {
    return strokes == 2 ? MixtureTarget{11.8, 12.8} : MixtureTarget{12.5, 13.2};
}

MixtureFinding mixtureOf(const Trace& trace, const ReadyPull& ready, const MixtureOptions& o) {
    MixtureFinding out;
    const double stoich = trace.header.stoich > 0. ? trace.header.stoich : 14.7;
    struct Cylinder {
        const Channel* channel;
        double factor;
    };
    std::vector<Cylinder> cylinders;
    for (const Channel& c : trace.channels)
        if (c.name.id == ChannelId::Afr || c.name.id == ChannelId::Lambda)
            cylinders.push_back({&c, c.name.id == ChannelId::Lambda ? stoich : 1.});
    if (cylinders.empty() || ready.to <= ready.from + 4)
        return out;
    std::vector<double> time, mean, rpm;
    std::vector<double> sums(cylinders.size(), 0.), counts(cylinders.size(), 0.);
    double lastS = std::nan("");
    for (std::size_t i = ready.from; i < ready.to; ++i) {
        double sum = 0., n = 0.;
        bool lean = false, silent = false;
        for (std::size_t c = 0; c < cylinders.size(); ++c) {
            const double v = cylinders[c].channel->values[ready.row[i]] * cylinders[c].factor;
            if (!std::isfinite(v))
                continue;
            if (v > o.notFiringAfr) {
                silent = true; // that cylinder is not burning; its reading is no mixture
                continue;
            }
            lean = lean || v > o.leanUnderLoadAfr;
            sum += v;
            n += 1.;
            sums[c] += v;
            counts[c] += 1.;
        }
        const double dt = std::isfinite(lastS) ? std::min(ready.timeS[i] - lastS, 0.5) : 0.;
        lastS = ready.timeS[i];
        out.leanUnderLoadS += lean ? dt : 0.;
        out.notFiringS += silent ? dt : 0.;
        if (n > 0.) {
            time.push_back(ready.timeS[i]);
            mean.push_back(sum / n);
            rpm.push_back(ready.rpm[i]);
        }
    }
    if (time.size() < 5)
        return out;
    out.known = true;
    // The slow line: what the mixture does over engine speed; the rest is chop.
    std::vector<double> slow(mean.size());
    for (std::size_t i = 0, a = 0, b = 0; i < mean.size(); ++i) {
        while (time[i] - time[a] > 0.5 * o.slowS)
            ++a;
        while (b < mean.size() && time[b] - time[i] <= 0.5 * o.slowS)
            ++b;
        double sum = 0.;
        for (std::size_t k = a; k < b; ++k)
            sum += mean[k];
        slow[i] = sum / static_cast<double>(b - a);
    }
    double all = 0., inside = 0., squares = 0., startSum = 0., startN = 0., sum = 0.;
    for (std::size_t i = 0; i < mean.size(); ++i) {
        const double dt = i > 0 ? std::min(time[i] - time[i - 1], 0.5) : 0.;
        if (time[i] - time.front() < o.settleS) {
            startSum += mean[i];
            startN += 1.;
        }
        all += dt;
        sum += mean[i];
        squares += (mean[i] - slow[i]) * (mean[i] - slow[i]);
        if (slow[i] < o.target.richAfr) {
            out.richS += dt;
            addStretch(out.richRpm, rpm[i]);
        } else if (slow[i] > o.target.leanAfr) {
            out.leanS += dt;
            addStretch(out.leanRpm, rpm[i]);
        } else {
            inside += dt;
        }
    }
    out.meanAfr = sum / static_cast<double>(mean.size());
    out.insideShare = all > 0. ? inside / all : 0.;
    out.choppinessAfr = std::sqrt(squares / static_cast<double>(mean.size()));
    out.startAfr = startN > 0. ? startSum / startN : mean.front();
    double least = 1e9, most = -1e9;
    for (std::size_t c = 0; c < cylinders.size(); ++c) {
        out.cylinderAfr.push_back(counts[c] > 0. ? sums[c] / counts[c] : std::nan(""));
        if (counts[c] > 0.) {
            least = std::min(least, out.cylinderAfr.back());
            most = std::max(most, out.cylinderAfr.back());
        }
    }
    out.cylinderSpreadAfr = cylinders.size() > 1 && most >= least ? most - least : 0.;

    out.account.push_back({"mixture.inside",
                           {Number{100. * out.insideShare}, Number{o.target.richAfr, 1}, Number{o.target.leanAfr, 1},
                            Number{out.meanAfr, 2}}});
    tellStretches(out.account, "mixture.lean-stretch", out.leanRpm);
    tellStretches(out.account, "mixture.rich-stretch", out.richRpm);
    if (out.startAfr > o.target.leanAfr + kLeanStartAfr)
        out.account.push_back({"mixture.lean-start", {Number{out.startAfr, 1}}});
    if (out.choppinessAfr > kChoppyAfr)
        out.account.push_back({"mixture.choppy", {Number{out.choppinessAfr, 2}}});
    if (out.cylinderSpreadAfr > kUnequalAfr)
        out.account.push_back({"mixture.unequal", {Number{out.cylinderSpreadAfr, 1}}});
    if (out.leanUnderLoadS > 0.)
        out.account.push_back({"mixture.lean-under-load", {Number{o.leanUnderLoadAfr}, Number{out.leanUnderLoadS, 1}}});
    if (out.notFiringS > 0.)
        out.account.push_back({"mixture.not-firing", {Number{o.notFiringAfr}, Number{out.notFiringS, 1}}});
    return out;
}

Result<MixtureWhatIf> mixtureWhatIf(const std::vector<Observation>& values, const std::vector<double>& meanAfr,
                                    int setups, double tenths, double confidence) {
    const auto n = static_cast<Eigen::Index>(values.size());
    if (n != static_cast<Eigen::Index>(meanAfr.size()) || n < setups + 2)
        return Error{Message{"error.few-for-mixture"}};
    // Log of the value, so that the slope is a ratio; one level a setup, so that a setup's own gain is not laid to its
    // mixture; drift where the order tells it, so that a mixture that wanders as the engine warms is not paid for it.
    SittingPlan plan;
    plan.setups = setups;
    Eigen::VectorXd y(n), x(n);
    MixtureWhatIf out;
    double least = 1e9, most = -1e9;
    for (Eigen::Index i = 0; i < n; ++i) {
        const auto k = static_cast<std::size_t>(i);
        plan.setup.push_back(values[k].group);
        plan.startedS.push_back(values[k].startedS);
        x[i] = meanAfr[k];
        y[i] = std::log(values[k].value);
        least = std::min(least, meanAfr[k]);
        most = std::max(most, meanAfr[k]);
    }
    out.spanAfr = most - least;
    PullModel model = pullModel(plan, orderTellsDrift(plan));
    if (model.drift && model.freedom < 2)
        model = pullModel(plan, false);
    if (model.freedom < 2)
        return Error{Message{"error.few-for-mixture"}};
    out.driftRemoved = model.drift;
    // What setups, sittings and drift leave of both sides, one on the other: the slope of the whole model (Frisch and
    // Waugh 1933).
    const Eigen::VectorXd left = model.residual * x, leftY = model.residual * y;
    if (out.spanAfr < kSameMixtureAfr || left.norm() < 1e-6 * x.norm())
        return Error{Message{"error.one-mixture"}};
    const double slope = left.dot(leftY) / left.squaredNorm();
    const double freedom = model.freedom - 1.;
    const double sd = (leftY - slope * left).norm() / std::sqrt(freedom);
    const double half = studentQuantile(confidence, freedom) * sd / left.norm();
    out.pctPerAfr = 100. * slope;
    out.lowPct = out.pctPerAfr - 100. * half;
    out.highPct = out.pctPerAfr + 100. * half;
    const double step = 0.1 * tenths;
    // A slope over a hair's breadth says nothing of three tenths, however straight its points lie.
    if (100. * step * half > kTellsNothingPct)
        return Error{Message{"error.mixtures-close"}};
    const bool nothing = *out.lowPct <= 0. && *out.highPct >= 0.;
    out.message = {nothing ? "mixture.worth-nothing" : "mixture.went-along",
                   {Number{step, 1}, Number{step * out.pctPerAfr, 1, true}, Number{step * *out.lowPct, 1, true},
                    Number{step * *out.highPct, 1, true}}};
    return out;
}

} // namespace jr
