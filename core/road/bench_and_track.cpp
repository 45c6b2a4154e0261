// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/bench_and_track.h"

#include "core/nan.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

enum class Sign { Unknown, Less, More };

Sign sureSign(const std::optional<Estimate>& e) {
    if (!e || !std::isfinite(e->low))
        return Sign::Unknown;
    return e->low > 0. ? Sign::More : e->high < 0. ? Sign::Less : Sign::Unknown;
}

std::optional<Estimate> benchOf(const Study& study, const std::string& base, const std::string& with) {
    if (study.countingPulls(base).empty() || study.countingPulls(with).empty())
        return std::nullopt;
    const Result<Comparison>& compared = study.comparisonOf(base, with, std::nullopt, std::nullopt);
    if (!compared)
        return std::nullopt;
    const BandMean& mean = compared->bandMean;
    constexpr double kPct = 100.;
    const auto pct = [&](const std::optional<double>& watt) { return watt ? kPct * *watt / mean.baseW : kNaN; };
    return Estimate{mean.pct, pct(mean.lowW), pct(mean.highW)};
}

std::optional<Estimate> trackOf(const std::vector<TimedRun>& runs, const std::string& base, const std::string& with,
                                const Mark& mark, std::size_t index) {
    std::vector<TimedRun> sides[2];
    for (const TimedRun& run : runs)
        for (int side = 0; side < 2; ++side)
            if (run.setup == (side == 0 ? base : with) && run.at(index)) {
                sides[side].push_back(run);
                sides[side].back().marks = {*run.at(index)};
                sides[side].back().marks.front().mark = 0;
            }
    const Result<RoadCompared> compared = compareRuns(sides[0], sides[1], {mark}, {});
    if (!compared || compared->marks.empty() || !(compared->marks.front().second.base.mean > 0.))
        return std::nullopt;
    const ValueComparison& at = compared->marks.front().second;
    const double perSecond = -100. / at.base.mean; // less time is more
    return Estimate{perSecond * at.difference, at.high ? perSecond * *at.high : kNaN,
                    at.low ? perSecond * *at.low : kNaN};
}

} // namespace

bool contradicts(const BenchAndTrack& part) {
    const Sign bench = sureSign(part.benchPct), track = sureSign(part.trackPct);
    return bench != Sign::Unknown && track != Sign::Unknown && bench != track;
}

Message benchAndTrackMessage(const BenchAndTrack& part, const std::string& name) {
    if (!part.trackPct)
        return {"track.not-run", {name}};
    if (!part.benchPct)
        return {"track.not-pulled", {name}};
    if (contradicts(part))
        return {"track.contradict", {name}};
    const bool bench = sureSign(part.benchPct) != Sign::Unknown, track = sureSign(part.trackPct) != Sign::Unknown;
    return {bench && track ? "track.agree"
            : bench        ? "track.bench-only"
            : track        ? "track.track-only"
                           : "track.neither",
            {name}};
}

std::vector<BenchAndTrack> benchAndTrack(const Study& study, const std::vector<TimedRun>& runs,
                                         const std::vector<Mark>& marks, std::size_t mark) {
    std::vector<BenchAndTrack> out;
    if (mark >= marks.size())
        return out;
    for (const SetupNode& setup : study.tree()) {
        if (setup.parentId.empty())
            continue;
        BenchAndTrack part{setup.id, setup.parentId, benchOf(study, setup.parentId, setup.id),
                           trackOf(runs, setup.parentId, setup.id, marks[mark], mark)};
        if (part.benchPct || part.trackPct)
            out.push_back(std::move(part));
    }
    return out;
}

} // namespace jr
