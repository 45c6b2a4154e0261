// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/road_answers.h"

#include "core/road/dial.h"
#include "core/road/repeated_runs.h"
#include "core/road/resistance.h"
#include "core/road/restated_air.h"
#include "core/road/slope.h"
#include "core/road/ways.h"

#include <algorithm>

namespace jr {
RoadAnswers timeRuns(const RoadAsked& asked) {
    RoadAnswers out;
    std::vector<bool> reached(asked.marks.size(), false);
    std::vector<TimedRun> timed;
    std::vector<RoadRun> runs;
    std::vector<RoadRun*> all;
    runs.reserve(asked.runs.size());
    for (const RoadJobRun& one : asked.runs) {
        runs.push_back(*one.run);
        runs.back().header.setup = one.setupId;
        layOver(runs.back().header, one.said);
        if (one.said.slopePct)
            findSlope(runs.back());
        all.push_back(&runs.back());
    }
    setDialsRight(all);
    if (const Result<Done> once = leaveRepeatsOut(all); !once)
        out.problem = once.error();
    for (std::size_t r = 0; r < runs.size(); ++r) {
        const RoadJobRun& one = asked.runs[r];
        timed.push_back(timedRun(one.id, std::move(runs[r]), asked.marks, asked.rollout));
        if (!one.counts && (timed.back().run.used() || timed.back().run.leftOut == coastDownReason()))
            timed.back().run.leftOut = Message{"road.aside"};
        if (timed.back().run.used())
            for (const MarkTime& time : timed.back().marks)
                reached[time.mark] = true;
    }
    std::vector<RoadRun*> used;
    for (TimedRun& run : timed)
        if (run.run.used())
            used.push_back(&run.run);
    nameWays(used);
    if (asked.restateIn) {
        out.notRestated = restateAll(timed, asked.marks, *asked.restateIn);
        if (!out.notRestated)
            out.restated = Message{"road.restated", {Term{std::string(asked.restateIn->label)}}};
    }
    // Marks nobody reached are not shown; the times are told again by those that are left.
    std::vector<std::size_t> now(asked.marks.size());
    for (std::size_t m = 0; m < asked.marks.size(); ++m)
        if (reached[m]) {
            now[m] = out.marks.size();
            out.marks.push_back(asked.marks[m]);
        }
    for (TimedRun& run : timed) {
        std::erase_if(run.marks, [&](const MarkTime& time) { return !reached[time.mark]; });
        for (MarkTime& time : run.marks)
            time.mark = now[time.mark];
    }
    out.runs = std::move(timed);
    return out;
}

RoadAnswers roadAnswers(const RoadAsked& asked) {
    RoadAnswers out = timeRuns(asked);
    out.setups = marksOfSetups(out.runs, out.marks, asked.confidence);
    out.map = speedMap(out.runs, asked.band);
    if (out.problem)
        return out;
    std::vector<TimedRun> base, with;
    for (const TimedRun& run : out.runs) {
        if (run.setup == asked.baseSetup)
            base.push_back(run);
        else if (run.setup == asked.withSetup)
            with.push_back(run);
    }
    ValueOptions options;
    options.worthPct = asked.worthPct;
    options.confidence = asked.confidence;
    const Result<RoadCompared> compared = compareRuns(base, with, out.marks, options);
    if (!compared) {
        out.problem = compared.error();
        return out;
    }
    out.compared = *compared;
    AlongRoadOptions along;
    along.confidence = asked.confidence;
    along.rollout = asked.rollout;
    if (const Result<AlongRoad> won = alongRoad(base, with, along))
        out.along = *won;
    return out;
}

} // namespace jr
