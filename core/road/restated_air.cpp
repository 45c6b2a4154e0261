// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/restated_air.h"

#include <algorithm>
#include <cmath>

namespace jr {

MarkTime restated(const MarkTime& asRun, const Mark& mark, double factor) {
    const double cubeRoot = std::cbrt(factor), time = mark.isDistance() ? 1. / cubeRoot : 1. / factor;
    MarkTime out = asRun;
    out.timeS *= time;
    out.uncertaintyS *= time;
    if (mark.isDistance()) // between speeds the speed is the mark's own
        out.speedMPerS *= cubeRoot;
    return out;
}

std::optional<Message> restateAll(std::vector<TimedRun>& runs, const std::vector<Mark>& marks,
                                  const Standard& standard) {
    const auto without = std::count_if(runs.begin(), runs.end(),
                                       [](const TimedRun& run) { return run.run.used() && !run.run.header.air(); });
    if (without > 0)
        return Message{"road.air-missing", {Count{static_cast<long>(without)}}};
    for (TimedRun& run : runs)
        if (const auto air = run.run.header.air()) {
            run.airFactor = standard.factor(*air);
            for (MarkTime& time : run.marks)
                time = restated(time, marks[time.mark], run.airFactor);
        }
    return std::nullopt;
}

} // namespace jr
