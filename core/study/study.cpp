// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/study/study_answers.h"

#include "core/judge/distinct_pulls.h"
#include "core/judge/fittings.h"
#include "core/judge/sittings.h"
#include "core/nan.h"
#include "core/pull/pull_axis.h"
#include "core/words/wording.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace jr {
namespace {

/// Used where no trace says which detail is likely (given curves only) and a curve needs one.
constexpr double kDetailWithoutTraces = 100.; // rpm: given curves have no road speed

} // namespace

MetricKey keyOf(const Metric& metric) {
    return {static_cast<int>(metric.kind), metric.kind == Metric::Kind::At ? metric.at : 0.};
}

std::vector<const PullFit*> Study::Answers::fits(bool onlyCounting) const {
    std::vector<const PullFit*> out;
    for (const StudyPull& p : pulls)
        if (p.fit && (p.counts || !onlyCounting))
            out.push_back(p.fit.get());
    return out;
}

std::vector<std::string> Study::Answers::pulledSetups() const {
    std::vector<std::string> out;
    for (const StudyPull& p : pulls)
        if (p.fit && p.counts && std::find(out.begin(), out.end(), p.setupId) == out.end())
            out.push_back(p.setupId);
    return out;
}

std::vector<std::size_t> Study::Answers::countingPulls(const std::string& setupId) const {
    std::vector<std::size_t> out;
    for (std::size_t i = 0; i < pulls.size(); ++i)
        if (pulls[i].fit && pulls[i].counts && pulls[i].setupId == setupId)
            out.push_back(i);
    return out;
}

std::string Study::Answers::setupName(const std::string& id) const {
    for (const SetupNode& n : tree)
        if (n.id == id)
            return n.name;
    return id;
}

const std::vector<int>& Study::Answers::fittings() const {
    return fittingsKept.get([&] {
        std::vector<int> setup;
        std::vector<std::optional<double>> startedS;
        std::vector<std::optional<int>> written;
        std::map<std::string, int> number;
        std::vector<std::size_t> which; // what never became a pull has no time to go by
        for (std::size_t i = 0; i < pulls.size(); ++i) {
            const StudyPull& p = pulls[i];
            if (!p.fit)
                continue;
            which.push_back(i);
            setup.push_back(number.try_emplace(p.setupId, static_cast<int>(number.size())).first->second);
            startedS.push_back(p.fit->header.startedEpochS);
            const auto told = p.fit->header.number(header_key::fitting);
            written.push_back(told ? std::optional(static_cast<int>(*told)) : std::nullopt);
        }
        const std::vector<int> found = fittingsOf(setup, sittingsOf(startedS), startedS, written);
        std::vector<int> out(pulls.size(), -1);
        for (std::size_t k = 0; k < which.size(); ++k)
            out[which[k]] = found[k];
        return out;
    });
}

const Detail& Study::Answers::likelyOrAskedDetail() const {
    return detail.get([&]() -> Detail {
        if (settings.detail > 0.)
            return settings.detail;
        if (oldDetail)
            return *oldDetail;
        std::vector<std::vector<const PullFit*>> sets;
        for (const std::string& id : pulledSetups()) {
            sets.emplace_back();
            for (std::size_t i : countingPulls(id))
                sets.back().push_back(pulls[i].fit.get());
        }
        return likelyDetailOf(sets, axis);
    });
}

CurveOptions Study::Answers::curveOptions(bool noise) const {
    Detail wanted = likelyOrAskedDetail();
    if (!wanted.chosen())
        wanted.whole = kDetailWithoutTraces;
    return {axis, gridStep, std::move(wanted), standard, noise};
}

CompareOptions Study::Answers::options(std::optional<double> from, std::optional<double> to) const {
    CompareOptions o;
    o.standard = standard;
    o.axis = axis;
    o.gridStep = gridStep;
    o.detail = likelyOrAskedDetail();
    o.from = from;
    o.to = to;
    o.worthPct = settings.worthPct;
    o.confidence = settings.confidence;
    o.known = settings.known;
    o.besides = settings.besides;
    return o;
}

const std::vector<CurveResult>& Study::Answers::allCurves() const {
    return curves.get([&] {
        const CurveOptions o = curveOptions(false);
        const bool same = old.axis == axis && old.gridStep == o.gridStep && old.detail == o.detail;
        std::vector<CurveResult> out(pulls.size(), Error{Message{"error.no-curve-pull"}});
        std::vector<const PullFit*> missing;
        std::vector<std::size_t> at;
        for (std::size_t i = 0; i < pulls.size(); ++i) {
            if (!pulls[i].fit)
                continue;
            const auto known = std::find_if(old.curves.begin(), old.curves.end(),
                                            [&](const auto& entry) { return same && entry.first == pulls[i].fit; });
            if (known != old.curves.end()) {
                // Another standard is another factor, not another fit.
                out[i] = old.standard == standard ? known->second
                                                  : std::make_shared<const PullCurve>(underStandard(
                                                        *pulls[i].fit, known->second->measured, *standard));
            } else {
                missing.push_back(pulls[i].fit.get());
                at.push_back(i);
            }
        }
        const std::vector<CurveResult> made = curvesOf(missing, o, [&] { return abandoned.load(); });
        for (std::size_t k = 0; k < at.size(); ++k)
            out[at[k]] = made[k];
        return out;
    });
}

Result<CurvedSets> Study::Answers::curvedSets(const std::vector<std::string>& setupIds, int* repeated) const {
    std::vector<std::vector<const PullFit*>> sets;
    bool single = false;
    for (const std::string& id : setupIds) {
        sets.emplace_back();
        for (std::size_t i : countingPulls(id))
            sets.back().push_back(pulls[i].fit.get());
        single = single || sets.back().size() == 1;
    }
    const Result<DistinctPulls> distinct = distinctPulls(sets);
    if (!distinct)
        return distinct.error();
    if (repeated)
        *repeated = distinct->repeated;
    const std::vector<CurveResult>& found = allCurves();
    // Where a setup has one pull, the pull's own noise stands in for the scatter along the range.
    const std::vector<CurveResult>* noisy = nullptr;
    if (single && settings.known.pull)
        noisy = &curvesWithNoise.get([&] {
            const CurveOptions o = curveOptions(true);
            std::vector<CurveResult> out = found;
            const std::vector<CurveResult> made = curvesOf(fits(false), o, [&] { return abandoned.load(); });
            for (std::size_t i = 0, k = 0; i < pulls.size(); ++i)
                if (pulls[i].fit)
                    out[i] = made[k++];
            return out;
        });
    CurvedSets out;
    for (const auto& set : distinct->sets) {
        out.emplace_back();
        for (const PullFit* fit : set)
            for (std::size_t i = 0; i < pulls.size(); ++i)
                if (pulls[i].fit.get() == fit && pulls[i].counts) {
                    const CurveResult& curve = noisy ? (*noisy)[i] : found[i];
                    if (!curve)
                        return ofPull(pulls[i].number, curve.error());
                    const int fitting = fittings()[i];
                    out.back().push_back({fit, *curve, fitting >= 0 ? std::optional(fitting) : std::nullopt});
                    break;
                }
    }
    return out;
}

const Result<RangeModel>& Study::Answers::wholeField() const {
    return field.get([&]() -> Result<RangeModel> {
        const Result<CurvedSets> sets = curvedSets(pulledSetups());
        if (!sets)
            return sets.error();
        if (sets->empty())
            return Error{Message{"error.no-pull-counts"}};
        return rangeModel(*sets, options(settings.from, settings.to));
    });
}

Study::Study(std::unique_ptr<Answers> answers) : m(std::move(answers)) {}
Study::~Study() = default;

std::shared_ptr<const Study> Study::make(std::vector<StudyPull> pulls, std::vector<SetupNode> tree,
                                         StudySettings settings, const Study* before) {
    auto answers = std::make_unique<Answers>();
    answers->pulls = std::move(pulls);
    answers->tree = std::move(tree);
    answers->settings = std::move(settings);
    answers->standard = standardForAll(answers->fits(true), answers->settings.standard);
    const std::optional<CurveAxis> asked = answers->settings.axis;
    answers->axis = asked ? *asked : *axisForAll(answers->fits(true), asked);
    answers->gridStep = answers->settings.gridStep > 0. ? answers->settings.gridStep : usualStep(answers->axis);
    answers->findings = before ? before->m->findings : std::make_shared<MixtureFindings>();
    if (before) {
        const Answers& b = *before->m;
        const Detail* detail = b.detail.known();
        const auto ofSetups = [](const Answers& of) {
            std::vector<std::pair<std::string, const PullFit*>> counting;
            for (const StudyPull& p : of.pulls)
                if (p.fit && p.counts)
                    counting.emplace_back(p.setupId, p.fit.get());
            return counting;
        };
        if (detail && !(b.settings.detail > 0.) && b.axis == answers->axis && ofSetups(b) == ofSetups(*answers))
            answers->oldDetail = *detail;
        if (const auto* curves = b.curves.known(); curves && detail && !b.abandoned) {
            answers->old.standard = b.standard;
            answers->old.axis = b.axis;
            answers->old.gridStep = b.gridStep;
            answers->old.detail = b.curveOptions(false).detail;
            for (std::size_t i = 0; i < b.pulls.size(); ++i)
                if (b.pulls[i].fit && (*curves)[i])
                    answers->old.curves.emplace_back(b.pulls[i].fit, *(*curves)[i]);
        } else {
            answers->old = b.old; // it had no time to make its own
        }
    }
    return std::shared_ptr<const Study>(new Study(std::move(answers)));
}

void Study::abandon() const {
    m->abandoned = true;
}

bool Study::abandoned() const {
    return m->abandoned;
}

const std::vector<StudyPull>& Study::pulls() const {
    return m->pulls;
}

const std::vector<SetupNode>& Study::tree() const {
    return m->tree;
}

const StudySettings& Study::settings() const {
    return m->settings;
}

const Standard& Study::standard() const {
    return *m->standard;
}

CurveAxis Study::axis() const {
    return m->axis;
}

double Study::gridStep() const {
    return m->gridStep;
}

const Detail& Study::detail() const {
    return m->likelyOrAskedDetail();
}

std::vector<std::size_t> Study::withoutAir() const {
    std::vector<std::size_t> out;
    for (std::size_t i = 0; i < m->pulls.size(); ++i)
        if (const StudyPull& p = m->pulls[i]; p.fit && p.counts) {
            const PullFit* one = p.fit.get();
            if (standardForAll({&one, 1}, m->settings.standard) != m->settings.standard)
                out.push_back(i);
        }
    return out;
}

std::vector<std::string> Study::pulledSetups() const {
    return m->pulledSetups();
}

std::vector<std::size_t> Study::countingPulls(const std::string& setupId) const {
    return m->countingPulls(setupId);
}

const std::vector<int>& Study::fittings() const {
    return m->fittings();
}

std::shared_ptr<const PullCurve> Study::curve(std::size_t pull) const {
    const CurveResult& curve = m->allCurves().at(pull);
    return curve ? *curve : nullptr;
}

const std::vector<double>& Study::commonPlaces() const {
    static const std::vector<double> none;
    const Result<RangeModel>& field = m->wholeField();
    return field ? field->place : none;
}

const std::vector<double>& Study::bandMeansW() const {
    return m->bandMeans.get([&] {
        std::vector<double> out(m->pulls.size(), kNaN);
        const Result<RangeModel>& field = m->wholeField();
        if (!field)
            return out;
        const std::vector<double> means = pullMeansW(*field);
        const std::vector<std::string> setups = m->pulledSetups();
        for (std::size_t i = 0; i < out.size(); ++i) {
            const StudyPull& p = m->pulls[i];
            for (std::size_t k = 0; p.fit && p.counts && k < field->pulls.size(); ++k)
                if (samePull(*field->pulls[k].fit, *p.fit))
                    out[i] = means[k];
            const auto set = std::find(setups.begin(), setups.end(), p.setupId);
            if (const auto own = curve(i); own && !p.counts)
                out[i] = outsiderMeanW(
                    *field, *own,
                    set == setups.end() ? std::nullopt : std::optional(static_cast<std::size_t>(set - setups.begin())));
        }
        return out;
    });
}

} // namespace jr
