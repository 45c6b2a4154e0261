// SPDX-License-Identifier: GPL-3.0-or-later
// Each setup against the rules it has to keep: its mean peak with its margin, and the loudest that was heard of it.
#include "core/judge/sound.h"
#include "core/nan.h"
#include "core/study/study_answers.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

/// Mean of one setup's peaks and what it may be out by, W; drift is scatter here, for there is nothing to tell it by.
Estimate meanPeak(const std::vector<Observation>& peaks, const BenchKnowledge& known, double confidence) {
    const GroupFit fit = fitGroups(peaks, 1, known);
    const auto half = fit.halfWidth(fit.weight.front(), confidence);
    const double mean = fit.mean.front();
    return {mean, half ? mean - *half : kNaN, half ? mean + *half : kNaN};
}

/// The place all of them were measured at; unknown where they differ.
MeasuredAt placeOfAll(const std::vector<StudyPull>& pulls, const std::vector<std::size_t>& which) {
    MeasuredAt at = pulls[which.front()].fit->header.measuredAt;
    for (std::size_t i : which)
        if (pulls[i].fit->header.measuredAt != at)
            at = MeasuredAt::Unknown;
    return at;
}

/// About the speed asked for; the loudest of the whole pull where none is.
std::optional<double> levelOf(const StudyPull& pull, double atRpm) {
    if (!pull.trace || !pull.fit)
        return std::nullopt;
    const ReadyPull& ready = pull.fit->ready;
    if (atRpm > 0.)
        return soundAt(*pull.trace, ready, atRpm);
    const Channel* level = pull.trace->find(ChannelId::SoundLevel);
    std::optional<double> loudest;
    for (std::size_t i = ready.from; level && i < ready.to; ++i)
        if (const double db = level->values[ready.row[i]]; std::isfinite(db))
            loudest = std::max(loudest.value_or(db), db);
    return loudest;
}

} // namespace

const std::optional<Estimate>& Study::setupPeak(const std::string& setupId) const {
    return m->peaks.get(setupId, [&]() -> std::optional<Estimate> {
        Metric peak;
        peak.kind = Metric::Kind::Peak;
        if (countingPulls(setupId).empty())
            return std::nullopt;
        const Result<PullValues> peaks = values({setupId}, peak);
        if (!peaks)
            return std::nullopt;
        return meanPeak(peaks->observations, m->settings.known, m->settings.confidence);
    });
}

const std::vector<RulesOfSetup>& Study::rules() const {
    return m->rules.get([&] {
        std::vector<RulesOfSetup> out;
        const RulesInForce& force = m->settings.rules;
        if (force.rules.empty())
            return out;
        for (const SetupNode& node : m->tree) {
            RulesOfSetup one{node.id, {}};
            MeasuredSetup measured;
            const std::vector<std::size_t> counting = countingPulls(node.id);
            if (!counting.empty()) {
                measured.peakW = setupPeak(node.id);
                measured.pulls = static_cast<int>(counting.size());
                measured.at = placeOfAll(m->pulls, counting);
            }
            for (const SetupRule& rule : force.rules) {
                measured.levelDb.reset();
                measured.levelWithoutPlace = false;
                if (rule.kind == RuleKind::Noise) {
                    const auto hear = [&](double db) {
                        measured.levelDb = std::max(measured.levelDb.value_or(db), db);
                    };
                    for (const ReadLevel& read : force.levels)
                        if (read.setupId == node.id && read.place == rule.what)
                            hear(read.db);
                    for (std::size_t i : counting)
                        if (const auto level = levelOf(m->pulls[i], rule.atRpm)) {
                            const std::string_view place = m->pulls[i].fit->header.text(header_key::soundPlace);
                            measured.levelWithoutPlace = measured.levelWithoutPlace || place.empty();
                            if (place == rule.what)
                                hear(*level);
                        }
                }
                one.checks.push_back(checkRule(rule, node.id, m->tree, force.machine, measured));
            }
            out.push_back(std::move(one));
        }
        return out;
    });
}

std::vector<Caution> Study::ruleCautions() const {
    std::vector<Caution> out;
    const std::vector<SetupRule>& asked = m->settings.rules.rules;
    const auto of = [&](const std::string& setupId) -> const RulesOfSetup* {
        for (const RulesOfSetup& one : rules())
            if (one.setupId == setupId)
                return &one;
        return nullptr;
    };
    const RulesOfSetup *base = of(m->settings.baseSetup), *with = of(m->settings.withSetup);
    for (std::size_t r = 0; r < asked.size(); ++r) {
        const Message rule = ruleMessage(asked[r]);
        const auto say = [&](const std::string& who, const RuleCheck& check) {
            const std::string_view code = check.state == RuleState::Kept     ? "rule.said-kept"
                                          : check.state == RuleState::Broken ? "rule.said-broken"
                                                                             : "rule.said-not-known";
            out.push_back({"rules", {code, {who, Sayings{{rule}}, Sayings{{check.why}}}}});
        };
        const bool bothKeep =
            base && with && base->checks[r].state == RuleState::Kept && with->checks[r].state == RuleState::Kept;
        if (bothKeep) {
            out.push_back({"rules", {"rule.said-both-keep", {Sayings{{rule}}, Sayings{{with->checks[r].why}}}}});
            continue;
        }
        for (const RulesOfSetup* side : {base, with})
            if (side)
                say(m->setupName(side->setupId), side->checks[r]);
    }
    return out;
}

} // namespace jr
