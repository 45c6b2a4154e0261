// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/road_power.h"

#include "core/calibrate/calibrate.h"
#include "core/nan.h"
#include "core/statistics/mean_interval.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {
namespace {

constexpr double kSdsOfHalf = 2.;    ///< standard deviations of half an interval, for what nobody can count
constexpr double kShiftShare = 0.08; ///< engine speed that falls by so much while the road speed does not is a shift

struct RunAt {
    double mPerS2 = kNaN, rpm = kNaN;
};

/// Acceleration where the run first passes a speed; nothing in a shift.
RunAt atSpeed(const RoadRun& run, double mPerS) {
    for (std::size_t i = 1; i <= run.topRow; ++i) {
        if (run.speedMPerS[i] < mPerS || run.speedMPerS[i - 1] >= mPerS)
            continue;
        if (run.launch && run.timeS[i] < run.launch->startS)
            continue;
        const double share = (mPerS - run.speedMPerS[i - 1]) / (run.speedMPerS[i] - run.speedMPerS[i - 1]);
        const double timeS = run.timeS[i - 1] + share * (run.timeS[i] - run.timeS[i - 1]);
        RunAt out;
        if (!run.engineRpm.empty()) {
            out.rpm = run.engineRpm[i - 1] + share * (run.engineRpm[i] - run.engineRpm[i - 1]);
            // Looked at a little further than the acceleration's own window.
            constexpr double kAboutS = 0.6;
            double most = 0.;
            for (std::size_t k = 0; k < run.timeS.size(); ++k)
                if (std::abs(run.timeS[k] - timeS) < kAboutS) {
                    if (run.engineRpm[k] < (1. - kShiftShare) * most)
                        return {};
                    most = std::max(most, run.engineRpm[k]);
                }
        }
        out.mPerS2 = speedAbout(run, timeS).mPerS2;
        return out;
    }
    return {};
}

struct LoadSaid {
    double massKg, turningKg, slope, windMPerS;
};

double powerW(double v, double mPerS2, const LoadSaid& said, const RoadResistance& resistance) {
    const double through = v + said.windMPerS;
    const double holds = resistance.constantN + resistance.squareKgPerM * through * std::abs(through);
    return v * ((said.massKg + said.turningKg) * mPerS2 + holds + said.massKg * kStandardGravity * said.slope);
}

} // namespace

double RoadPower::halfW(std::size_t i) const {
    return std::hypot(std::isfinite(scatterW[i]) ? scatterW[i] : 0., doubtW[i]);
}

std::optional<Ranged> massOf(const PullHeader& header, const SheetWeights& sheet) {
    const auto dry = header.number(header_key::machineKg), fuel = header.number(header_key::fuelKg);
    auto rider = header.number(header_key::riderKg);
    if (!rider)
        rider = sheet.riderKg;
    if (!rider || (!dry && !sheet.readyKg))
        return std::nullopt;
    constexpr double kScalesKg = 2., kMostFuelKg = 6.; // a machine's scales, and what a tank may hold
    const bool fuelUnknown = dry && !fuel;
    const double sum = *rider + (dry ? *dry + fuel.value_or(0.5 * kMostFuelKg) : *sheet.readyKg);
    const double spread = fuelUnknown ? kScalesKg + 0.5 * kMostFuelKg : kScalesKg;
    return Ranged{sum, sum - spread, sum + spread};
}

Result<RoadPower> roadPower(const std::vector<const RoadRun*>& runs, const RoadLoadKnown& known,
                            const RoadPowerOptions& options) {
    if (runs.empty())
        return Error{Message{"error.no-road-run"}};
    if (!(known.massKg.value > 0.))
        return Error{Message{"error.no-mass"}};
    RoadPower out;
    out.runs = static_cast<int>(runs.size());
    bool way[2] = {false, false};
    double top = std::numeric_limits<double>::infinity();
    for (const RoadRun* run : runs) {
        top = std::min(top, run->speedMPerS[run->topRow]);
        way[0] = way[0] || run->header.text(header_key::direction) == "out";
        way[1] = way[1] || run->header.text(header_key::direction) == "back";
    }
    out.bothWays = way[0] && way[1];
    // Slope and wind of the two ways all but cancel; a fifth is left for what changes between them.
    const double remains = out.bothWays ? 0.2 : 1.;
    const double massSd = (known.massKg.high - known.massKg.low) / 4.,
                 turningSd = (known.turningKg.high - known.turningKg.low) / 4.;
    double places = 0.;
    for (double v = options.fromMPerS; v <= options.shareOfTop * top; v += options.stepMPerS) {
        std::vector<double> each;
        double rpm = 0., accelerates = 0.;
        for (const RoadRun* run : runs) {
            const RunAt at = atSpeed(*run, v);
            if (!std::isfinite(at.mPerS2))
                continue;
            LoadSaid said{known.massKg.value, known.turningKg.value, run->slopePct.value_or(0.) / 100.,
                          run->header.number(header_key::windMPerS).value_or(0.)};
            each.push_back(powerW(v, at.mPerS2, said, known.resistance));
            rpm += at.rpm;
            accelerates += at.mPerS2;
        }
        if (each.size() < runs.size()) // a shift of one of them
            continue;
        const auto n = static_cast<double>(each.size());
        const auto [mean, scatter] = meanInterval(each, options.confidence);
        accelerates /= n;
        const double massW = v * std::hypot(massSd * (accelerates + kStandardGravity * 0.02), turningSd * accelerates);
        const double resistanceW = v * known.resistance.sdNewtonAt(v);
        const double slopeW = v * known.massKg.value * kStandardGravity * known.slopeSd * remains;
        const double windW = v * 2. * known.resistance.squareKgPerM * v * known.windSdMPerS * remains;
        out.mPerS.push_back(v);
        out.powerW.push_back(mean);
        out.scatterW.push_back(scatter);
        out.doubtW.push_back(kSdsOfHalf *
                             std::sqrt(massW * massW + resistanceW * resistanceW + slopeW * slopeW + windW * windW));
        out.rpm.push_back(rpm / n);
        constexpr double kPct = 100.;
        out.massPct += kPct * kSdsOfHalf * massW / mean;
        out.resistancePct += kPct * kSdsOfHalf * resistanceW / mean;
        out.slopePct += kPct * kSdsOfHalf * slopeW / mean;
        out.windPct += kPct * kSdsOfHalf * windW / mean;
        places += 1.;
    }
    if (places < 3.)
        return Error{Message{"error.road-power-short"}};
    for (double* share : {&out.massPct, &out.resistancePct, &out.slopePct, &out.windPct})
        *share /= places;
    return out;
}

} // namespace jr
