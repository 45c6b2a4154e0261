// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/repeated_runs.h"

namespace jr {

Sameness sameRun(const RoadRun& a, const RoadRun& b) {
    const bool sameRows = a.timeS == b.timeS && a.speedMPerS == b.speedMPerS;
    if (!a.header.id.empty() && a.header.id == b.header.id)
        return sameRows ? Sameness::Same : Sameness::Contradicts;
    return sameRows && !a.timeS.empty() ? Sameness::Same : Sameness::Different;
}

Result<Done> leaveRepeatsOut(const std::vector<RoadRun*>& runs) {
    const Result<Repeats> found = findRepeats(
        {runs.size()}, [&](const InSet& a, const InSet& b) { return sameRun(*runs[a.place], *runs[b.place]); },
        [&](const InSet& one) { return runs[one.place]->header.id; });
    if (!found)
        return found.error();
    std::size_t next = 0; // of those that count
    for (std::size_t i = 0; i < runs.size(); ++i)
        if (next < found->once[0].size() && found->once[0][next] == i)
            ++next;
        else
            runs[i]->leftOut = Message{"road.same-run"};
    return Done{};
}

} // namespace jr
