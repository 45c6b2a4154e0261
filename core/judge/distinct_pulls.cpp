// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/distinct_pulls.h"

#include "core/pull/pull_method.h"

#include <string>

namespace jr {
namespace {

bool sameSamples(const PullFit& a, const PullFit& b) {
    if (a.header.kind != b.header.kind)
        return false;
    if (!methodOf(a.header.kind).measured())
        return a.givenRpm == b.givenRpm && a.givenPowerW == b.givenPowerW && a.givenTorqueNm == b.givenTorqueNm;
    // Speeds first: they differ at once, while the clocks of one logger tick alike to the end.
    return a.ready.size() > 0 && a.ready.shaftRadS == b.ready.shaftRadS && a.ready.timeS == b.ready.timeS;
}

} // namespace

bool samePull(const PullFit& a, const PullFit& b) {
    return &a == &b || (!a.header.id.empty() && a.header.id == b.header.id) || sameSamples(a, b);
}

Caution countedOnce(int repeated) {
    return {"counted-once", {"pulls.counted-once", {Count{repeated}}}};
}

Result<DistinctPulls> distinctPulls(const std::vector<std::vector<const PullFit*>>& sets) {
    DistinctPulls out;
    for (const std::vector<const PullFit*>& set : sets) {
        std::vector<const PullFit*> once;
        for (const PullFit* pull : set) {
            bool here = false;
            for (const PullFit* other : once) {
                if (!samePull(*pull, *other))
                    continue;
                if (!sameSamples(*pull, *other) && pull != other)
                    return Error{Message{"error.same-id", {pull->header.id}}};
                here = true;
            }
            for (const auto& earlier : out.sets)
                for (const PullFit* other : earlier)
                    if (samePull(*pull, *other))
                        return Error{pull->header.id.empty() ? Message{"error.both-sides"}
                                                             : Message{"error.both-sides-named", {pull->header.id}}};
            if (here)
                ++out.repeated;
            else
                once.push_back(pull);
        }
        out.sets.push_back(std::move(once));
    }
    return out;
}

} // namespace jr
