// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/road_answers.h"

#include <algorithm>

namespace jr {

RoadAnswers roadAnswers(const RoadAsked& asked) {
    RoadAnswers out;
    std::vector<bool> reached(asked.marks.size(), false);
    std::vector<TimedRun> timed;
    for (const RoadJobRun& one : asked.runs) {
        RoadRun run = *one.run;
        run.header.setup = one.setupId;
        timed.push_back(timedRun(one.id, std::move(run), asked.marks, asked.rollout));
        if (!one.counts && timed.back().run.used())
            timed.back().run.leftOut = Message{"road.aside"};
        if (timed.back().run.used())
            for (const MarkTime& time : timed.back().marks)
                reached[time.mark] = true;
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
    out.setups = marksOfSetups(out.runs, out.marks, asked.confidence);
    out.map = speedMap(out.runs, asked.band);
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
