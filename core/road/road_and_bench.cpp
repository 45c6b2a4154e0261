// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/road_and_bench.h"

#include "core/calibrate/calibrate.h"
#include "core/nan.h"
#include "core/pull/curve.h"
#include "core/statistics/mean_interval.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// Engine speed on the way, as the runs had it; straight between, its ends beyond.
double rpmAlong(const RoadPower& power, double mPerS) {
    const auto& x = power.mPerS;
    const auto it = std::lower_bound(x.begin(), x.end(), mPerS);
    if (it == x.begin())
        return power.rpm.front();
    if (it == x.end())
        return power.rpm.back();
    const auto i = static_cast<std::size_t>(it - x.begin());
    const double share = (mPerS - x[i - 1]) / (x[i] - x[i - 1]);
    return power.rpm[i - 1] + share * (power.rpm[i] - power.rpm[i - 1]);
}

double placeOn(const BenchCurve& bench, const RoadPower& power, double mPerS) {
    return bench.axis == CurveAxis::RoadSpeed ? mPerS : rpmAlong(power, mPerS);
}

struct Going {
    const BenchCurve& bench;
    const RoadPower& power;
    const RoadLoadKnown& known;
    double factor;

    /// Of the bench's power at this speed, in the road's air; held at the curve's ends.
    double thrustN(double mPerS) const {
        const double place = std::clamp(placeOn(bench, power, mPerS), bench.place.front(), bench.place.back());
        const double watt = powerAt(bench, place).value_or(0.) / factor;
        const double firstMPerS = bench.axis == CurveAxis::RoadSpeed ? bench.place.front() : power.mPerS.front();
        return watt / std::max(mPerS, firstMPerS);
    }
    /// Seconds over a distance from a speed, with resistance and mass moved by shares of their doubt.
    double secondsOver(double metres, double fromMPerS, double massKg, double resistanceSds) const {
        constexpr double kStepS = 0.01, kMostS = 300.;
        const double slows = massKg + known.turningKg.value;
        double v = fromMPerS, x = 0., t = 0.;
        while (x < metres && t < kMostS) {
            const double holds =
                std::max(0., known.resistance.newtonAt(v) + resistanceSds * known.resistance.sdNewtonAt(v));
            const double next = std::max(0.05, v + kStepS * (thrustN(v) - holds) / slows);
            const double step = 0.5 * (v + next) * kStepS;
            if (x + step >= metres)
                return t + kStepS * (metres - x) / step;
            x += step;
            v = next;
            t += kStepS;
        }
        return t;
    }
};

} // namespace

std::optional<BenchCurve> benchCurveOf(const Study& study, const std::string& setupId) {
    std::vector<std::shared_ptr<const PullCurve>> curves;
    for (std::size_t i : study.countingPulls(setupId))
        if (auto curve = study.curve(i))
            curves.push_back(std::move(curve));
    if (curves.empty())
        return std::nullopt;
    BenchCurve out;
    out.axis = curves.front()->axis;
    out.pulls = static_cast<int>(curves.size());
    out.corrected = std::all_of(curves.begin(), curves.end(), [](const auto& c) { return c->factor.has_value(); });
    for (std::size_t i = 0; i < curves.front()->place.size(); ++i) {
        std::vector<double> here;
        for (const auto& curve : curves)
            if (const long k = curve->at(curves.front()->place[i]);
                k >= 0 && curve->counted[static_cast<std::size_t>(k)])
                here.push_back(curve->powerW[static_cast<std::size_t>(k)]);
        if (here.size() < curves.size())
            continue;
        out.place.push_back(curves.front()->place[i]);
        const MeanInterval its = meanInterval(here, study.settings().confidence);
        out.powerW.push_back(its.mean);
        out.halfW.push_back(its.half);
    }
    return out.place.size() < 2 ? std::nullopt : std::optional(std::move(out));
}

std::optional<double> powerAt(const BenchCurve& bench, double place, double* half) {
    const auto it = std::lower_bound(bench.place.begin(), bench.place.end(), place);
    if (it == bench.place.end() || (it == bench.place.begin() && place < bench.place.front()))
        return std::nullopt;
    const auto i = std::max<std::size_t>(1, static_cast<std::size_t>(it - bench.place.begin()));
    const double share = (place - bench.place[i - 1]) / (bench.place[i] - bench.place[i - 1]);
    if (half)
        *half = bench.halfW[i - 1] + share * (bench.halfW[i] - bench.halfW[i - 1]);
    return bench.powerW[i - 1] + share * (bench.powerW[i] - bench.powerW[i - 1]);
}

Result<BenchRatio> ratioToBench(const RoadPower& road, const BenchCurve& bench, double factor) {
    BenchRatio out;
    bool rpmKnown = bench.axis == CurveAxis::RoadSpeed;
    for (std::size_t i = 0; i < road.mPerS.size(); ++i) {
        const double place = bench.axis == CurveAxis::RoadSpeed ? road.mPerS[i] : road.rpm[i];
        if (!std::isfinite(place))
            continue;
        rpmKnown = true;
        double benchHalf = 0.;
        const auto watt = powerAt(bench, place, &benchHalf);
        if (!watt || !(*watt > 0.))
            continue;
        const double ratio = road.powerW[i] * factor / *watt;
        const double own = road.halfW(i) / road.powerW[i], its = std::isfinite(benchHalf) ? benchHalf / *watt : 0.;
        out.mPerS.push_back(road.mPerS[i]);
        out.ratio.push_back(ratio);
        out.half.push_back(ratio * std::hypot(own, its));
    }
    if (!rpmKnown)
        return Error{Message{"error.road-no-rpm"}};
    if (out.mPerS.empty())
        return Error{Message{"error.road-apart"}};
    constexpr double kAllThrough = 0.95;
    const double most = *std::max_element(road.powerW.begin(), road.powerW.end());
    std::vector<double> ratios, halves;
    for (std::size_t i = 0; i < road.mPerS.size(); ++i) {
        const auto here = std::find(out.mPerS.begin(), out.mPerS.end(), road.mPerS[i]);
        if (here == out.mPerS.end() || (ratios.empty() && road.powerW[i] < kAllThrough * most))
            continue;
        if (ratios.empty())
            out.meanFromMPerS = road.mPerS[i];
        ratios.push_back(out.ratio[static_cast<std::size_t>(here - out.mPerS.begin())]);
        halves.push_back(out.half[static_cast<std::size_t>(here - out.mPerS.begin())]);
    }
    if (ratios.empty())
        return Error{Message{"error.road-apart"}};
    out.mean = meanInterval(ratios).mean;
    // What is not known of the load is the same all along: the margin of the mean is no smaller than theirs.
    out.meanHalf = meanInterval(halves).mean;
    return out;
}

bool RunPart::explained() const {
    return std::abs(unexplainedS()) <= std::hypot(std::isfinite(runHalfS) ? runHalfS : 0., modelHalfS);
}

std::vector<RunPart> partsAgainstModel(const std::vector<const TimedRun*>& runs, const std::vector<Mark>& marks,
                                       const BenchCurve& bench, const RoadPower& power, const RoadLoadKnown& known,
                                       double factor, Rollout rollout, double confidence) {
    std::vector<RunPart> out;
    const bool rpmKnown = std::all_of(power.rpm.begin(), power.rpm.end(), [](double r) { return std::isfinite(r); });
    if (power.mPerS.empty() || (bench.axis == CurveAxis::EngineSpeed && !rpmKnown))
        return out;
    std::vector<std::size_t> distances;
    for (std::size_t m = 0; m < marks.size(); ++m)
        if (marks[m].isDistance())
            distances.push_back(m);
    std::sort(distances.begin(), distances.end(),
              [&](std::size_t a, std::size_t b) { return marks[a].metres < marks[b].metres; });
    const Going going{bench, power, known, factor};
    std::optional<std::size_t> before;
    for (std::size_t m : distances) {
        std::vector<double> seconds, speeds;
        for (const TimedRun* run : runs) {
            const MarkTime *end = run->at(m), *begin = before ? run->at(*before) : nullptr;
            if (!end || (before && !begin))
                continue;
            seconds.push_back(end->timeS - (begin ? begin->timeS : 0.));
            speeds.push_back(begin ? begin->speedMPerS : 0.);
        }
        if (seconds.empty())
            continue;
        RunPart part;
        part.fromM = before ? marks[*before].metres : 0.;
        part.toM = marks[m].metres;
        const MeanInterval took = meanInterval(seconds, confidence);
        part.runS = took.mean;
        part.runHalfS = took.half;
        const double from = meanInterval(speeds).mean, metres = part.toM - part.fromM;
        part.modelS = going.secondsOver(metres, from, known.massKg.value, 0.);
        if (!before && rollout == Rollout::OneFoot) // its clock is not started yet
            part.modelS -= going.secondsOver(kRolloutM, 0., known.massKg.value, 0.);
        // Two standard deviations of resistance, the ends of the mass, a slope of what is not known.
        const double byResistance = 0.5 * (going.secondsOver(metres, from, known.massKg.value, 2.) -
                                           going.secondsOver(metres, from, known.massKg.value, -2.));
        const double byMass = 0.5 * (going.secondsOver(metres, from, known.massKg.high, 0.) -
                                     going.secondsOver(metres, from, known.massKg.low, 0.));
        RoadLoadKnown uphill = known;
        uphill.resistance.constantN +=
            2. * known.slopeSd * (power.bothWays ? 0.2 : 1.) * known.massKg.value * kStandardGravity;
        const double bySlope = Going{bench, power, uphill, factor}.secondsOver(metres, from, known.massKg.value, 0.) -
                               going.secondsOver(metres, from, known.massKg.value, 0.);
        part.modelHalfS = std::sqrt(byResistance * byResistance + byMass * byMass + bySlope * bySlope);
        out.push_back(part);
        before = m;
    }
    return out;
}

} // namespace jr
