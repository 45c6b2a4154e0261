// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/repeatability_notes.h"

#include "app/model/job_model.h"

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {
/// Long enough that a band being dragged or a pull just set aside leaves one note and not twenty.
constexpr int kQuietMs = 1500;
} // namespace

RepeatabilityNotes::RepeatabilityNotes(JobModel& job) : QObject(&job), m_job(job) {
    m_timer.setSingleShot(true);
    m_timer.setInterval(kQuietMs);
    connect(&m_timer, &QTimer::timeout, this, &RepeatabilityNotes::note);
    connect(&job.answers(), &JobStudy::changed, &m_timer, qOverload<>(&QTimer::start));
}

void RepeatabilityNotes::begin() {
    m_timer.stop();
    m_past.clear();
}

void RepeatabilityNotes::note() {
    // Only what the pulls themselves say, over all they have in common.
    const std::optional<Comparison>& c = m_job.answers().comparison();
    const CompareSettings& settings = m_job.compare();
    if (!m_job.keeper() || !c || !c->repeatabilityPct || c->repeatabilityBorrowed || settings.from() ||
        settings.to() || !m_job.picked().empty())
        return;
    RepeatabilityNote note;
    note.machine = m_job.job().machine;
    note.pct = std::round(*c->repeatabilityPct * 1000.) / 1000.;
    for (const LoadedPull& p : m_job.pulls())
        if (p.fit && !p.record.aside) {
            ++note.pulls;
            note.day = p.record.started.substr(0, 10);
            if (const std::string_view bench = p.trace->header.text(header_key::bench); !bench.empty())
                note.bench = bench;
        }
    const std::string body = sheetBody(note);
    if (body == m_job.sheet(sheet_kind::repeatability))
        return;
    m_job.noteSheet(sheet_kind::repeatability, body);
    m_job.keeper()->ask(
        this, [](const Archive& archive) { return archive.sheetsOfKind(sheet_kind::repeatability); },
        [this](const Result<std::vector<std::string>>& bodies) {
            if (bodies)
                take(*bodies);
        });
}

void RepeatabilityNotes::take(const std::vector<std::string>& bodies) {
    m_past.clear();
    for (const std::string& body : bodies)
        if (RepeatabilityNote note = repeatabilityNoteOf(body); note.pct > 0.)
            m_past.push_back(std::move(note));
}

std::optional<RepeatabilityNotes::Past> RepeatabilityNotes::past() const {
    Past out{0., 0, {}};
    for (const RepeatabilityNote& note : m_past)
        if (m_job.job().machine.empty() || note.machine == m_job.job().machine)
            out.notes.push_back(note);
    if (out.notes.empty())
        return std::nullopt;
    std::vector<double> pcts;
    for (const RepeatabilityNote& note : out.notes)
        pcts.push_back(note.pct);
    std::nth_element(pcts.begin(), pcts.begin() + static_cast<std::ptrdiff_t>(pcts.size() / 2), pcts.end());
    out.pct = pcts[pcts.size() / 2];
    out.jobs = static_cast<int>(pcts.size());
    std::sort(out.notes.begin(), out.notes.end(),
              [](const RepeatabilityNote& a, const RepeatabilityNote& b) { return a.day < b.day; });
    return out;
}

} // namespace jr::app
