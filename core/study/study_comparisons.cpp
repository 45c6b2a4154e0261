// SPDX-License-Identifier: GPL-3.0-or-later
// The answers of a study along the range: the two sides, any two, all against the base.
#include "core/judge/distinct_pulls.h"
#include "core/study/study_answers.h"

#include <algorithm>

namespace jr {

const Result<Comparison>& Study::comparison() const {
    return comparisonOf(m->settings.baseSetup, m->settings.withSetup, m->settings.from, m->settings.to);
}

const Result<Comparison>& Study::comparisonOf(const std::string& base, const std::string& with,
                                              std::optional<double> from, std::optional<double> to) const {
    return m->comparisons.get({base, with, {from, to}}, [&]() -> Result<Comparison> {
        int repeated = 0;
        std::vector<std::string> ids{base, with};
        const std::string& reference = m->settings.reference;
        if (reference != base && reference != with && !m->countingPulls(reference).empty())
            ids.push_back(reference);
        const Result<CurvedSets> sets = m->curvedSets(ids, &repeated);
        if (!sets)
            return sets.error();
        CompareOptions options = m->options(from, to);
        options.driftSets = ids.size() - 2;
        options.wantedStandard = m->settings.standard;
        // A change that was forced by another shares its credit and is no second one.
        const SetupDifference difference = differenceOf(m->tree, base, with);
        for (const PartChange& c : difference.changes)
            if (!c.belongs || difference.independent == static_cast<int>(difference.changes.size()))
                options.changes.push_back(partName(c));
        Result<std::vector<Comparison>> all = compareSets(*sets, options, repeated);
        if (!all)
            return all.error();
        return std::move(all.value().front());
    });
}

const Result<std::vector<Comparison>>& Study::everySetup() const {
    return m->every.get([&]() -> Result<std::vector<Comparison>> {
        std::vector<std::string> ids = m->pulledSetups();
        std::erase(ids, m->settings.baseSetup);
        ids.insert(ids.begin(), m->settings.baseSetup);
        int repeated = 0;
        const Result<CurvedSets> sets = m->curvedSets(ids, &repeated);
        if (!sets)
            return sets.error();
        CompareOptions options = m->options(m->settings.from, m->settings.to);
        options.wantedStandard = m->settings.standard;
        return compareSets(*sets, options, repeated);
    });
}

} // namespace jr
