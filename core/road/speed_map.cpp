// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/speed_map.h"

#include "core/judge/held_speed.h"
#include "core/nan.h"
#include "core/pull/local_line.h"
#include "core/statistics/mean_interval.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kStepMPerS = 0.5; // of the mean line
constexpr double kClearMPerS = 2.; // slower, and a ratio is mostly noise

SpeedThread threadOf(const RoadRun& run, const std::optional<EngineBand>& band) {
    SpeedThread out;
    const double from = run.launch ? run.launch->startS : run.timeS.front();
    constexpr double kHalfS = 0.12;
    std::vector<char> good(run.timeS.size());
    for (std::size_t i = 0; i < good.size(); ++i)
        good[i] = std::isfinite(run.engineRpm[i]);
    const LocalLine engine = localLine(run.timeS, run.engineRpm, good, kHalfS);
    double whole = 0., inside = 0., wholeM = 0., insideM = 0.;
    for (std::size_t i = 0; i <= run.topRow; ++i) {
        if (run.timeS[i] < from || !good[i])
            continue;
        out.mPerS.push_back(run.speedMPerS[i]);
        out.rpm.push_back(engine.value[i]);
        if (i == 0 || !band)
            continue;
        const double lasts = run.timeS[i] - std::max(run.timeS[i - 1], from);
        const bool in = engine.value[i] >= band->fromRpm && engine.value[i] <= band->toRpm;
        whole += lasts;
        wholeM += lasts * run.speedMPerS[i];
        inside += in ? lasts : 0.;
        insideM += in ? lasts * run.speedMPerS[i] : 0.;
    }
    if (whole > 0. && wholeM > 0.) {
        out.timeShare = inside / whole;
        out.distanceShare = insideM / wholeM;
    }
    return out;
}

/// Engine speed of a thread at a road speed; NaN beyond it.
double rpmAt(const SpeedThread& thread, double mPerS) {
    // The mean of the samples nearby: a receiver's speeds are not in order.
    double sum = 0.;
    int count = 0;
    for (std::size_t i = 0; i < thread.mPerS.size(); ++i)
        if (std::abs(thread.mPerS[i] - mPerS) <= kStepMPerS) {
            sum += thread.rpm[i];
            ++count;
        }
    return count > 0 ? sum / count : kNaN;
}

void describe(SetupOnMap& map) {
    std::vector<double> slipping;
    map.leastPerMPerS = std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < map.mPerS.size(); ++i) {
        if (map.mPerS[i] < kClearMPerS) {
            slipping.push_back(map.rpm[i]);
            continue;
        }
        map.leastPerMPerS = std::min(map.leastPerMPerS, map.rpm[i] / map.mPerS[i]);
    }
    if (!slipping.empty())
        map.takesHoldRpm = median(slipping);
    if (!map.rpm.empty())
        map.endRpm = map.rpm.back();
    if (const auto held = heldStretch(map.mPerS, kStepMPerS, map.rpm)) {
        map.heldRpm = held->meanRpm;
        map.heldFromMPerS = held->from;
        map.heldToMPerS = held->to;
        map.mostPerMPerS = held->meanRpm / held->from;
    }
}

} // namespace

Estimate heldOnRoad(const SetupOnMap& map) {
    std::vector<double> each;
    for (const SpeedThread& thread : map.threads) {
        double sum = 0.;
        int count = 0;
        for (std::size_t i = 0; i < thread.mPerS.size(); ++i)
            if (thread.mPerS[i] >= *map.heldFromMPerS && thread.mPerS[i] <= *map.heldToMPerS) {
                sum += thread.rpm[i];
                ++count;
            }
        if (count > 0)
            each.push_back(sum / count);
    }
    if (each.size() < 2)
        return {*map.heldRpm, kNaN, kNaN};
    const MeanInterval held = meanInterval(each);
    return {held.mean, held.mean - held.half, held.mean + held.half};
}

std::vector<SetupOnMap> speedMap(const std::vector<TimedRun>& runs, const std::optional<EngineBand>& band) {
    std::vector<SetupOnMap> out;
    for (const TimedRun& timed : runs) {
        if (!timed.run.used() || timed.run.engineRpm.empty())
            continue;
        auto map = std::find_if(out.begin(), out.end(), [&](const SetupOnMap& m) { return m.setup == timed.setup; });
        if (map == out.end()) {
            out.push_back({});
            map = out.end() - 1;
            map->setup = timed.setup;
        }
        map->threads.push_back(threadOf(timed.run, band));
    }
    for (SetupOnMap& map : out) {
        double top = std::numeric_limits<double>::infinity(), time = 0., distance = 0.;
        for (const SpeedThread& thread : map.threads) {
            top =
                std::min(top, thread.mPerS.empty() ? 0. : *std::max_element(thread.mPerS.begin(), thread.mPerS.end()));
            time += thread.timeShare.value_or(0.) / static_cast<double>(map.threads.size());
            distance += thread.distanceShare.value_or(0.) / static_cast<double>(map.threads.size());
        }
        for (double v = kStepMPerS; v <= top; v += kStepMPerS) {
            double sum = 0.;
            bool all = true;
            for (const SpeedThread& thread : map.threads) {
                const double rpm = rpmAt(thread, v);
                all = all && std::isfinite(rpm);
                sum += rpm / static_cast<double>(map.threads.size());
            }
            if (all) {
                map.mPerS.push_back(v);
                map.rpm.push_back(sum);
            }
        }
        if (band) {
            map.timeShare = time;
            map.distanceShare = distance;
        }
        describe(map);
    }
    return out;
}

} // namespace jr
