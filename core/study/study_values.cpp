// SPDX-License-Identifier: GPL-3.0-or-later
// The answers of a study from one number a pull: steps, crosses, sweeps, the ranking by use, scatter and mixture.
#include "core/judge/bench_history.h"
#include "core/judge/distinct_pulls.h"
#include "core/study/stepped_mixture.h"
#include "core/study/study_answers.h"
#include "core/words/wording.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <map>
#include <numeric>

namespace jr {
namespace {

/// A band mean may miss so much of the band asked for: the grid's ends and small flagged stretches.
constexpr double kBandCovered = 0.97;
/// A mixture means something over so many pulls of a setup.
constexpr int kPullsForMixture = 2;
/// The best of a sweep is looked for at every so many steps of the grid.
constexpr double kSweepStep = 5.;

std::optional<double> firstReading(const Trace* trace, ChannelId id) {
    if (const Channel* channel = trace ? trace->find(id) : nullptr)
        for (double v : channel->values)
            if (std::isfinite(v))
                return v;
    return std::nullopt;
}

/// Nothing when the common grid reaches over the band that was asked for.
std::optional<Error> shortOfBand(const Study& study, const std::vector<double>& common) {
    const StudySettings& s = study.settings();
    if (!s.from && !s.to)
        return std::nullopt;
    const double from = s.from.value_or(common.front()), to = s.to.value_or(common.back());
    if (static_cast<double>(common.size()) >= kBandCovered * (std::floor((to - from) / study.gridStep() + 1e-6) - 1.))
        return std::nullopt;
    for (std::size_t i = 0; i < study.pulls().size(); ++i)
        if (const StudyPull& p = study.pulls()[i]; p.fit && p.counts)
            if (const auto curve = study.curve(i); curve && (curve->place.front() > from + study.gridStep() ||
                                                             curve->place.back() < to - study.gridStep()))
                return Error{Message{"error.short-of-band", {std::to_string(p.number)}}};
    return Error{Message{"error.band-flagged"}};
}

} // namespace

MixtureFinding MixtureFindings::get(const StudyPull& pull, const MixtureTarget& target) {
    constexpr std::size_t kMany = 3000; // many targets tried, or pulls long gone: begun anew
    const Key key(pull.fit, target.richAfr, target.leanAfr);
    {
        const std::lock_guard lock(m_mutex);
        if (const auto known = m_known.find(key); known != m_known.end())
            return known->second;
    }
    MixtureOptions options;
    options.target = target;
    MixtureFinding found = mixtureOf(*pull.trace, pull.fit->ready, options);
    const std::lock_guard lock(m_mutex);
    if (m_known.size() >= kMany)
        m_known.clear();
    return m_known.emplace(key, std::move(found)).first->second;
}

Result<PullValues> Study::values(const std::vector<std::string>& setupIds, const Metric& metric) const {
    PullValues out;
    std::vector<std::shared_ptr<const PullCurve>> curves;
    for (std::size_t s = 0; s < setupIds.size(); ++s)
        for (std::size_t i : m->countingPulls(setupIds[s])) {
            const StudyPull& p = m->pulls[i];
            // The same measurement counts once.
            if (std::any_of(out.pulls.begin(), out.pulls.end(),
                            [&](std::size_t k) { return samePull(*m->pulls[k].fit, *p.fit); }))
                continue;
            const CurveResult& curve = m->allCurves()[i];
            if (!curve)
                return ofPull(p.number, curve.error());
            curves.push_back(*curve);
            out.pulls.push_back(i);
            const int fitting = m->fittings()[i];
            out.observations.push_back({static_cast<int>(s), 0., p.fit->header.startedEpochS,
                                        fitting >= 0 ? std::optional(fitting) : std::nullopt});
        }
    if (metric.kind == Metric::Kind::Band) {
        const Result<RangeModel>& field = m->wholeField();
        if (!field)
            return field.error();
        if (const auto problem = shortOfBand(*this, field->place))
            return *problem;
    }
    for (std::size_t k = 0; k < out.pulls.size(); ++k) {
        const Result<double> value = metric.kind == Metric::Kind::Band ? Result<double>(bandMeansW()[out.pulls[k]])
                                     : metric.kind == Metric::Kind::At ? powerAt(*curves[k], metric.at)
                                                                       : peakOf(*curves[k]);
        if (!value)
            return ofPull(m->pulls[out.pulls[k]].number, value.error());
        out.observations[k].value = *value;
    }
    return out;
}

const Result<LadderAnswer>& Study::ladder(const Metric& metric) const {
    return m->ladders.get(keyOf(metric), [&]() -> Result<LadderAnswer> {
        LadderAnswer out;
        out.setupIds = m->pulledSetups();
        const Result<PullValues> values = this->values(out.setupIds, metric);
        if (!values)
            return values.error();
        std::vector<std::string> names;
        for (const std::string& id : out.setupIds)
            names.push_back(m->setupName(id));
        Result<Ladder> ladder =
            jr::ladder(names, values->observations, m->settings.known, m->settings.confidence, ValueScale::Logarithm);
        if (!ladder)
            return ladder.error();
        out.ladder = std::move(ladder).value();
        out.cautions = groupCautions(out.ladder.fit, values->observations, static_cast<int>(names.size()), true);
        return out;
    });
}

std::optional<FoundCross> Study::foundCross() const {
    return findCross(m->tree, m->pulledSetups());
}

const Result<CrossAnswer>& Study::cross(const Metric& metric) const {
    return m->crosses.get(keyOf(metric), [&]() -> Result<CrossAnswer> {
        const std::optional<FoundCross> found = foundCross();
        if (!found)
            return Error{Message{"error.no-cross-found"}};
        CrossAnswer out;
        out.found = *found;
        const Result<PullValues> values = this->values(found->setupIds, metric);
        if (!values)
            return values.error();
        Result<Factorial> made =
            factorial(found->factors, found->cells, values->observations, m->settings.known, m->settings.confidence);
        if (!made)
            return made.error();
        out.factorial = std::move(made).value();
        out.cautions =
            groupCautions(out.factorial.fit, values->observations, static_cast<int>(found->cells.size()), true);
        const Result<CurvedSets> sets = m->curvedSets(found->setupIds);
        const auto design = crossDesign(found->factors, found->cells);
        if (sets && design)
            if (const auto model = rangeModel(*sets, m->options(m->settings.from, m->settings.to)))
                out.along = std::make_shared<const EffectsAlongRange>(
                    effectsAlongRange(*design, *model, m->settings.confidence));
        return out;
    });
}

const std::vector<FoundSweep>& Study::foundSweeps() const {
    return m->foundSweeps.get([&] { return findSweeps(m->tree, m->pulledSetups()); });
}

const Result<SweepAnswer>& Study::sweep(const std::string& part, const Metric& metric, const SweepCare& care) const {
    return m->sweeps.get({part, keyOf(metric), care}, [&]() -> Result<SweepAnswer> {
        const std::vector<FoundSweep>& all = foundSweeps();
        const auto found = std::find_if(all.begin(), all.end(), [&](const FoundSweep& s) { return s.part == part; });
        if (found == all.end())
            return Error{Message{"error.no-sweep-found"}};
        SweepAnswer out;
        out.found = *found;
        const Result<PullValues> values = this->values(found->setupIds, metric);
        if (!values)
            return values.error();
        SweepOptions options;
        options.known = m->settings.known;
        options.confidence = m->settings.confidence;
        options.onlyShorter = care.onlyShorter;
        options.harm = care.harm.value_or(harmSideOf(part));
        Result<Sweep> made = jr::sweep(found->points, values->observations, options);
        if (!made)
            return made.error();
        out.sweep = std::make_shared<const Sweep>(std::move(made).value());
        out.cautions =
            groupCautions(out.sweep->fit, values->observations, static_cast<int>(found->points.size()), true);
        if (const Result<CurvedSets> sets = m->curvedSets(found->setupIds))
            if (const auto model = rangeModel(*sets, m->options(m->settings.from, m->settings.to)))
                out.along = bestAlongRange(found->points, *model, options, kSweepStep * m->gridStep,
                                           [&] { return m->abandoned.load(); });
        return out;
    });
}

const Result<RankingAnswer>& Study::ranking(UseKind use, const std::optional<UseWeights>& own) const {
    const auto key = std::pair(own ? -1 : static_cast<int>(use), own ? own->points : decltype(own->points){});
    return m->rankings.get(key, [&]() -> Result<RankingAnswer> {
        RankingAnswer out;
        out.setupIds = m->pulledSetups();
        if (out.setupIds.size() < 2)
            return Error{Message{"error.ranking-needs-two"}};
        const Result<CurvedSets> sets = m->curvedSets(out.setupIds);
        if (!sets)
            return sets.error();
        // The use has ends of its own; the working band does not narrow it.
        const Result<RangeModel> model = rangeModel(*sets, m->options(std::nullopt, std::nullopt));
        if (!model)
            return model.error();
        out.place = model->place;
        std::vector<std::string> names;
        for (std::size_t s = 0; s < out.setupIds.size(); ++s) {
            names.push_back(m->setupName(out.setupIds[s]));
            out.meanW.push_back(model->meanW(s));
        }
        const std::vector<double>& first = out.meanW.front();
        out.weights = own ? *own
                          : usualWeights(use,
                                         model->place[static_cast<std::size_t>(
                                             std::max_element(first.begin(), first.end()) - first.begin())],
                                         model->axis);
        std::vector<Observation> scores;
        for (std::size_t s = 0; s < names.size(); ++s)
            for (std::size_t i = model->firstOf(s); i < model->firstOf(s) + model->sizes[s]; ++i) {
                const Result<double> score = weightedMeanW(*model, i, out.weights);
                if (!score) {
                    out.problem = score.error();
                    return out;
                }
                scores.push_back(
                    {static_cast<int>(s), *score, model->pulls[i].fit->header.startedEpochS, model->pulls[i].fitting});
            }
        Result<Ranking> ranking =
            rankSetups(names, scores, out.meanW, model->place, out.weights, m->settings.known, m->settings.confidence);
        if (!ranking) {
            out.problem = ranking.error();
            return out;
        }
        out.ranking = std::move(ranking).value();
        out.cautions = groupCautions(out.ranking.fit, scores, static_cast<int>(names.size()), true);
        return out;
    });
}

namespace {

/// The middle one of the pauses; nothing without one.
std::optional<double> medianPause(std::vector<double> values) {
    if (values.empty())
        return std::nullopt;
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

} // namespace

Outlook Study::outlook(int plannedPulls) const {
    OutlookOptions options;
    options.worthPct = m->settings.worthPct;
    options.confidence = m->settings.confidence;
    options.known = m->settings.known;
    options.names = {m->setupName(m->settings.baseSetup), m->setupName(m->settings.withSetup)};
    options.plannedPulls = plannedPulls;
    const Result<PullValues> values =
        this->values({m->settings.baseSetup, m->settings.withSetup}, Metric{Metric::Kind::Band, 0.});
    if (!values)
        return jr::outlook({}, options);
    std::vector<std::size_t> order(values->observations.size());
    std::iota(order.begin(), order.end(), std::size_t(0));
    const auto& all = values->observations;
    const bool timed = std::all_of(all.begin(), all.end(), [](const Observation& o) { return o.startedS.has_value(); });
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return timed ? *all[a].startedS < *all[b].startedS
                     : m->pulls[values->pulls[a]].number < m->pulls[values->pulls[b]].number;
    });
    std::vector<Observation> inTime;
    for (std::size_t i : order)
        inTime.push_back(all[i]);
    std::vector<double> pauses, swaps; // minutes
    for (std::size_t i = 1; timed && i < inTime.size(); ++i) {
        const double pause = (*inTime[i].startedS - *inTime[i - 1].startedS) / 60.;
        constexpr double kLongestMinutes = 360.; // a night is no pause
        if (pause < kLongestMinutes)
            (inTime[i].group == inTime[i - 1].group ? pauses : swaps).push_back(pause);
    }
    options.pullMinutes = medianPause(pauses).value_or(options.pullMinutes);
    options.swapMinutes = std::max(medianPause(swaps).value_or(options.swapMinutes), options.pullMinutes);
    return jr::outlook(inTime, options);
}

const BenchKnowledge& Study::told() const {
    return m->ownScatter.get([&] {
        const Result<RangeModel>& model = m->wholeField();
        return model ? scatterTold(*model) : BenchKnowledge{};
    });
}

const Result<ScatterAnswer>& Study::scatter() const {
    return m->scatter.get([&]() -> Result<ScatterAnswer> {
        ScatterAnswer out;
        std::map<std::string, int> setups;
        const std::vector<double>& means = bandMeansW();
        for (std::size_t i = 0; i < m->pulls.size(); ++i) {
            const StudyPull& p = m->pulls[i];
            if (!p.counts || !p.fit || !(means[i] > 0.))
                continue;
            const PullHeader& header = p.fit->header;
            RunPull r;
            r.number = p.number;
            r.setup = setups.try_emplace(p.setupId, static_cast<int>(setups.size())).first->second;
            r.valueW = means[i];
            r.startedS = header.startedEpochS;
            r.coolantC = firstReading(p.trace.get(), ChannelId::Coolant);
            r.intakeC = firstReading(p.trace.get(), ChannelId::IntakeAir);
            if (const auto air = header.air()) {
                r.airTempC = air->tempC;
                r.airPressureHpa = air->pressurePa / 100.;
                if (!r.intakeC)
                    r.intakeC = air->tempC;
            }
            if (const auto pulls = header.number(header_key::pullsSinceFuel))
                r.pullsSinceFuel = static_cast<int>(*pulls);
            for (const Flag& f : p.fit->flags())
                if (!f.overruled)
                    r.flags.push_back(f.kind);
            r.departures = p.fit->departures;
            out.pulls.push_back(std::move(r));
            out.which.push_back(i);
        }
        if (out.pulls.size() < 2)
            return Error{Message{"error.few-for-scatter"}};
        out.chart = runChart(out.pulls, static_cast<int>(setups.size()), m->settings.confidence);
        return out;
    });
}

const MixtureAnswer& Study::mixture(const MixtureTarget& target) const {
    return m->mixtures.get({target.richAfr, target.leanAfr}, [&] {
        MixtureAnswer out;
        out.found.resize(m->pulls.size());
        const std::vector<double>& means = bandMeansW();
        std::map<std::string, std::vector<std::size_t>> known; // pulls by setup
        for (std::size_t i = 0; i < m->pulls.size() && !m->abandoned; ++i) {
            const StudyPull& p = m->pulls[i];
            out.recorded = out.recorded || (p.fit && !p.fit->afr.empty());
            if (!p.fit || !p.counts || !p.trace)
                continue;
            out.found[i] = m->findings->get(p, target);
            if (out.found[i]->known && std::isfinite(means[i]))
                known[p.setupId].push_back(i);
        }
        // What another mixture would be worth, over all setups, each with its own level.
        std::vector<Observation> values;
        std::vector<double> afr;
        int groups = 0;
        for (const std::string& id : m->pulledSetups())
            if (const auto at = known.find(id);
                at != known.end() && static_cast<int>(at->second.size()) >= kPullsForMixture) {
                for (std::size_t i : at->second) {
                    values.push_back({groups, means[i], m->pulls[i].fit->header.startedEpochS});
                    afr.push_back(out.found[i]->meanAfr);
                }
                ++groups;
            }
        const auto valueOf = [&](std::size_t i) {
            const int fitting = m->fittings()[i];
            return Observation{0, means[i], m->pulls[i].fit->header.startedEpochS,
                               fitting >= 0 ? std::optional(fitting) : std::nullopt};
        };
        if (const auto stepped = steppedMixture(
                foundSweeps(), known, [&](std::size_t i) { return out.found[i]->meanAfr; }, valueOf)) {
            SweepOptions options;
            options.known = m->settings.known;
            options.confidence = m->settings.confidence;
            options.harm = HarmSide::Above; // lean
            if (Result<Sweep> best = jr::sweep(stepped->points, stepped->values, options)) {
                out.best = std::make_shared<const Sweep>(std::move(best).value());
                out.bestPart = stepped->part;
            }
        }
        Result<MixtureWhatIf> whatIf = mixtureWhatIf(values, afr, groups);
        if (whatIf)
            out.whatIf = std::move(whatIf).value();
        else
            out.whatIfProblem = whatIf.error();
        return out;
    });
}

} // namespace jr
