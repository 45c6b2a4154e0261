// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/loaded_pull.h"

#include "app/words/words.h"
#include "core/mixture/gauges.h"

#include <QCoreApplication>

#include <algorithm>

namespace jr::app {

LoadedPull loadPull(PullRecord record, const std::shared_ptr<const Trace>& whole) {
    LoadedPull out{std::move(record), nullptr, nullptr, {}, nullptr, {}};
    // Kept is what pages read beside its curve; the rest is read from the archive again when it is wanted, or a
    // hundred pulls would fill the memory with columns nobody looks at.
    Trace kept = whole->only({ChannelId::Afr, ChannelId::Lambda, ChannelId::SoundLevel, ChannelId::Coolant,
                              ChannelId::IntakeAir, ChannelId::Egt, ChannelId::ManifoldPressure, ChannelId::Cht,
                              ChannelId::FuelFlow, ChannelId::AirFlow});
    // A bench with sixty thermocouples has most of them elsewhere than on a cylinder.
    constexpr int kMostCylinders = 12; // of a machine's sheet
    std::erase_if(kept.channels, [](const Channel& c) { return c.name.number > kMostCylinders; });
    out.trace = std::make_shared<const Trace>(std::move(kept));
    if (whole->channels.empty()) {
        out.problem = QCoreApplication::translate(
            "LoadedPull", "Its trace is damaged or lost in the database. \"Put right\" on Jobs takes it from its pull "
                          "file, if that is whole.");
        return out;
    }
    if (whole->header.kind == PullKind::Road) {
        RoadOptions options;
        // A person's word for a poor fix is a word for the run.
        options.keep = std::any_of(out.record.overrules.begin(), out.record.overrules.end(), [](const FlagOverrule& o) {
            return o.kind == FlagKind::FixPoor || o.kind == FlagKind::FixLost;
        });
        Result<RoadRun> run = roadRun(*whole, options);
        if (run)
            out.road = std::make_shared<const RoadRun>(std::move(run).value());
        else
            out.problem = errorWords(run.error());
        return out;
    }
    if (whole->header.kind == PullKind::Brake)
        out.steady = steadyRun(*whole, gaugeFactsOf(whole->header, {}).engine);
    ReadyOptions options;
    options.overrules = out.record.overrules;
    Result<PullFit> fit = fitPull(*whole, options);
    if (fit)
        out.fit = std::make_shared<const PullFit>(std::move(fit).value());
    else
        out.problem = errorWords(fit.error());
    return out;
}

LoadedPull loadKeptPull(const PullToLoad& pull) {
    Result<Trace> trace = traceOf(pull.kept);
    return loadPull(pull.record, trace ? std::make_shared<const Trace>(std::move(trace).value())
                                       : std::make_shared<const Trace>()); // damaged: must not keep the others away
}

} // namespace jr::app
