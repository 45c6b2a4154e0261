// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/distinct_pulls.h"

#include "core/judge/repeats.h"
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
    std::vector<std::size_t> sizes;
    for (const auto& set : sets)
        sizes.push_back(set.size());
    const auto at = [&](const InSet& one) { return sets[one.set][one.place]; };
    const Result<Repeats> found = findRepeats(
        sizes,
        [&](const InSet& a, const InSet& b) {
            if (!samePull(*at(a), *at(b)))
                return Sameness::Different;
            // Across sides the id alone is told: whichever is right, it stands on both.
            const bool contradicts = a.set == b.set && at(a) != at(b) && !sameSamples(*at(a), *at(b));
            return contradicts ? Sameness::Contradicts : Sameness::Same;
        },
        [&](const InSet& one) { return at(one)->header.id; });
    if (!found)
        return found.error();
    DistinctPulls out;
    out.repeated = found->repeated;
    for (std::size_t set = 0; set < sets.size(); ++set) {
        out.sets.emplace_back();
        for (const std::size_t place : found->once[set])
            out.sets.back().push_back(sets[set][place]);
    }
    return out;
}

} // namespace jr
