// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/repeatability_notes.h"

#include "app/model/job_model.h"
#include "archive/formats/text.h"
#include "core/judge/bench_history.h"

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {
/// Long enough that a band being dragged or a pull just set aside leaves one note and not twenty.
constexpr int kNotesQuietMs = 1500;
} // namespace

RepeatabilityNotes::RepeatabilityNotes(JobModel& job) : QObject(&job), m_job(job) {
    m_timer.setSingleShot(true);
    m_timer.setInterval(kNotesQuietMs);
    connect(&m_timer, &QTimer::timeout, this, &RepeatabilityNotes::note);
    connect(&job.answers(), &JobStudy::changed, &m_timer, qOverload<>(&QTimer::start));
}

void RepeatabilityNotes::begin() {
    m_timer.stop();
    m_past.clear();
}

/// The open job as a note that tells nothing yet: which bench, machine and kind, how many pulls, until when.
RepeatabilityNote RepeatabilityNotes::blank() const {
    RepeatabilityNote note;
    note.machine = m_job.job().machine;
    double last = -INFINITY;
    for (const LoadedPull& p : m_job.pulls()) {
        if (!p.fit || p.record.aside)
            continue;
        ++note.pulls;
        const PullHeader& header = p.trace->header;
        if (const std::string_view bench = header.text(header_key::bench); !bench.empty())
            note.bench = bench;
        note.kind = std::string(kindText(header.kind));
        if (header.strokes)
            note.kind += ", " + std::to_string(*header.strokes) + "-stroke";
        if (p.record.startedEpochS && *p.record.startedEpochS > last) {
            last = *p.record.startedEpochS;
            note.last = p.record.started;
        }
    }
    return note;
}

void RepeatabilityNotes::note() {
    // Over all that the pulls have in common: a band or a choice of some is no description of the bench.
    const CompareSettings& settings = m_job.compare();
    if (!m_job.keeper() || !m_job.hasJob() || settings.from() || settings.to() || !m_job.picked().empty())
        return;
    m_job.answers().ask(this, [this, job = m_job.job().id](const StudyPtr& study) -> StudyDesk::Draw {
        const BenchKnowledge told = study->told();
        return [this, job, told] {
            if (job == m_job.job().id && told.pull)
                keep(told);
        };
    });
}

void RepeatabilityNotes::keep(const BenchKnowledge& told) {
    RepeatabilityNote note = blank();
    note.told = told;
    const std::string body = sheetBody(note);
    if (body == m_job.sheet(sheet_kind::repeatability))
        return;
    m_job.noteSheet(sheet_kind::repeatability, body);
    m_job.keeper()->ask(
        this, [](const Archive& archive) { return archive.sheetsOfKind(sheet_kind::repeatability); },
        [this](const Result<std::vector<std::pair<std::string, std::string>>>& sheets) {
            if (sheets)
                take(*sheets);
        });
}

void RepeatabilityNotes::take(const std::vector<std::pair<std::string, std::string>>& sheets) {
    m_past.clear();
    for (const auto& [job, body] : sheets)
        if (RepeatabilityNote note = repeatabilityNoteOf(body); note.told.pull)
            m_past.emplace_back(job, std::move(note));
}

std::optional<RepeatabilityNotes::Past> RepeatabilityNotes::past() const {
    const RepeatabilityNote own = blank();
    std::optional<double> begun; // the open job's first pull
    for (const LoadedPull& p : m_job.pulls())
        if (p.record.startedEpochS)
            begun = std::min(begun.value_or(INFINITY), *p.record.startedEpochS);
    std::vector<RepeatabilityNote> earlier;
    for (const auto& [job, note] : m_past) {
        // Another bench says nothing; before the first pull it is not known which one it will be.
        if (job == m_job.job().id || (own.pulls > 0 && note.bench != own.bench))
            continue;
        const std::optional<double> ended = parseDateTime(note.last);
        // One that tells no time is only set before one that tells none either, or has no pulls yet.
        if (begun ? ended && *ended < *begun : own.pulls == 0 || !ended)
            earlier.push_back(note);
    }
    Past out;
    const auto choose = [&](auto&& fits) {
        std::copy_if(earlier.begin(), earlier.end(), std::back_inserter(out.notes), fits);
    };
    const bool named = !own.machine.empty();
    if (named)
        choose([&](const RepeatabilityNote& n) { return n.machine == own.machine; });
    const bool ofMachine = !out.notes.empty();
    if (!ofMachine && !own.kind.empty())
        choose([&](const RepeatabilityNote& n) { return n.kind == own.kind; });
    if (out.notes.empty())
        return std::nullopt;
    std::sort(out.notes.begin(), out.notes.end(),
              [](const RepeatabilityNote& a, const RepeatabilityNote& b) { return a.last < b.last; });
    std::vector<BenchKnowledge> told;
    for (const RepeatabilityNote& note : out.notes)
        told.push_back(note.told);
    out.knowledge = pooledHistory(told);
    out.knowledge.whose = ofMachine ? own.machine : own.kind;
    out.knowledge.jobs = static_cast<int>(told.size());
    return out;
}

} // namespace jr::app
