// SPDX-License-Identifier: GPL-3.0-or-later
// A fault hunt judged by its pulls: each swap's against those without it, whatever setup they carry.
#include "core/study/study_answers.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr double kRevsFurtherRpm = 300.; ///< a rider shuts the throttle within this (common practice, no source)

struct Hunted {
    std::shared_ptr<const PullCurve> curve;
    const StudyPull* pull;
};

/// Mean power of each pull over the places of the band all of them have, W; empty when they have none in common.
std::vector<double> meansOverCommon(const std::vector<Hunted>& pulls, const StudySettings& settings) {
    std::vector<double> common;
    for (double place : pulls.front().curve->place)
        if ((!settings.from || place >= *settings.from) && (!settings.to || place <= *settings.to) &&
            std::all_of(pulls.begin(), pulls.end(), [&](const Hunted& h) { return h.curve->at(place) >= 0; }))
            common.push_back(place);
    constexpr std::size_t kLeastPlaces = 5; // a few steps of the grid are no curve
    std::vector<double> out;
    if (common.size() < kLeastPlaces)
        return out;
    for (const Hunted& h : pulls) {
        double sum = 0.;
        for (double place : common)
            sum += h.curve->powerW[static_cast<std::size_t>(h.curve->at(place))];
        out.push_back(sum / static_cast<double>(common.size()));
    }
    return out;
}

Names numbersOf(const std::vector<int>& numbers) {
    Names out;
    for (int n : numbers)
        out.names.push_back(std::to_string(n));
    return out;
}

/// A swap was tried on a setup: pulls of others are no base for it, as long as its own has any.
template <class SetupOf>
void keepOwnSetups(HuntSides& sides, SetupOf setupOf) {
    std::vector<int> own;
    for (int number : sides.before)
        if (std::any_of(sides.with.begin(), sides.with.end(), [&](int w) { return setupOf(w) == setupOf(number); }))
            own.push_back(number);
    if (!own.empty())
        sides.before = std::move(own);
}

/// How far each side revs: the least any of its pulls reached, and the most.
struct Reach {
    double least, most;
};
Reach reachOf(const std::vector<Hunted>& pulls, std::size_t from, std::size_t to) {
    Reach out{pulls[from].curve->engineRpmAt(pulls[from].curve->place.size() - 1), 0.};
    for (std::size_t i = from; i < to; ++i) {
        const double rpm = pulls[i].curve->engineRpmAt(pulls[i].curve->place.size() - 1);
        out.least = std::min(out.least, rpm);
        out.most = std::max(out.most, rpm);
    }
    return out;
}

} // namespace

std::vector<HuntVerdict> Study::hunt(const FaultHunt& hunt) const {
    std::vector<int> numbers;
    std::vector<std::size_t> which;
    for (std::size_t i = 0; i < m->pulls.size(); ++i)
        if (m->pulls[i].counts && curve(i) && !curve(i)->place.empty()) {
            numbers.push_back(m->pulls[i].number);
            which.push_back(i);
        }
    std::vector<HuntVerdict> out;
    for (std::size_t k = 0; k < hunt.swaps.size(); ++k) {
        HuntVerdict verdict;
        verdict.sides = huntSides(hunt, k, numbers);
        keepOwnSetups(verdict.sides, [&](int number) -> const std::string& {
            const auto at =
                static_cast<std::size_t>(std::find(numbers.begin(), numbers.end(), number) - numbers.begin());
            return m->pulls[which[at]].setupId;
        });
        std::vector<Hunted> pulls;
        std::vector<Observation> values;
        for (const auto* side : {&verdict.sides.before, &verdict.sides.with})
            for (int number : *side) {
                const auto at =
                    static_cast<std::size_t>(std::find(numbers.begin(), numbers.end(), number) - numbers.begin());
                const StudyPull& pull = m->pulls[which[at]];
                pulls.push_back({curve(which[at]), &pull});
                values.push_back({side == &verdict.sides.before ? 0 : 1, 0., pull.fit->header.startedEpochS, {}});
            }
        const std::size_t before = verdict.sides.before.size();
        if (verdict.sides.with.empty()) {
            verdict.why = {"hunt.judge-pull"};
        } else if (before == 0) {
            verdict.why = {"hunt.judge-no-base"};
        } else if (const Reach was = reachOf(pulls, 0, before), is = reachOf(pulls, before, pulls.size());
                   is.least > was.most + kRevsFurtherRpm || is.most < was.least - kRevsFurtherRpm) {
            verdict.result = is.least > was.most ? HuntResult::Better : HuntResult::Worse;
            verdict.why = {"hunt.judge-revs", {Number{is.most}, Number{was.most}}};
        } else if (const std::vector<double> means = meansOverCommon(pulls, m->settings); means.empty()) {
            verdict.why = {"hunt.judge-no-common"};
        } else {
            for (std::size_t i = 0; i < means.size(); ++i)
                values[i].value = means[i];
            const GroupFit fit = fitGroups(values, 2, m->settings.known, ValueScale::Logarithm);
            constexpr double kPct = 100.;
            const double d = fit.mean[1] - fit.mean[0], pct = kPct * std::expm1(d), worth = m->settings.worthPct;
            const Names with = numbersOf(verdict.sides.with), without = numbersOf(verdict.sides.before);
            const auto half = fit.halfWidth(fit.difference(0, 1), m->settings.confidence);
            if (!half) {
                verdict.why = {"hunt.judge-no-margin", {Number{pct, 1, true}, with, without}};
            } else {
                const double low = kPct * std::expm1(d - *half), high = kPct * std::expm1(d + *half);
                const bool better = low > 0. && pct >= worth, worse = high < 0. && pct <= -worth;
                const bool same = low > -worth && high < worth;
                verdict.result = better  ? HuntResult::Better
                                 : worse ? HuntResult::Worse
                                 : same  ? HuntResult::NoChange
                                         : HuntResult::Open;
                verdict.why = {verdict.result == HuntResult::Open ? "hunt.judge-open" : "hunt.judge",
                               {Number{pct, 1, true}, Number{low, 1, true}, Number{high, 1, true}, with, without}};
            }
        }
        out.push_back(std::move(verdict));
    }
    return out;
}

} // namespace jr
