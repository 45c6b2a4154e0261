// SPDX-License-Identifier: GPL-3.0-or-later
// What a person changes of a job: setups, sheets, notes, pulls set aside, overruled or moved. Each can be undone.
#include "app/model/job_commands.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

bool JobModel::addSetup(const QString& name, const std::string& parentId, const std::vector<SetupChange>& changes) {
    const Result<std::string> made = m_archive->createSetup(m_job.id, name.trimmed().toStdString(), parentId, changes);
    if (!made) {
        emit problem(QString::fromStdString(made.error().text()));
        return false;
    }
    if (auto job = m_archive->job(m_job.id))
        m_job = std::move(job).value();
    emit jobChanged();
    return true;
}

void JobModel::setSetupChanges(const std::string& setupId, const std::string& parentId,
                               const std::vector<SetupChange>& changes) {
    if (const SetupRecord* setup = m_job.setup(setupId))
        m_undo.push(new SetupCommand(*this, *setup, parentId, changes));
}

void JobModel::applySetup(const std::string& setupId, const std::string& parentId,
                          const std::vector<SetupChange>& changes) {
    if (const Result<Done> done = m_archive->setSetupChanges(setupId, parentId, changes); !done) {
        emit problem(QString::fromStdString(done.error().text()));
        return;
    }
    for (SetupRecord& s : m_job.setups)
        if (s.id == setupId) {
            s.parentId = parentId;
            s.changes = changes;
        }
    recompute();
    emit jobChanged();
}

void JobModel::setAside(int index, bool aside, const QString& why) {
    const PullRecord& r = m_pulls.at(static_cast<std::size_t>(index)).record;
    if (r.aside != aside)
        m_undo.push(new AsideCommand(*this, r, aside, why.toStdString()));
}

void JobModel::setOverruled(int index, const Flag& flag, bool overruled) {
    const PullRecord& r = m_pulls.at(static_cast<std::size_t>(index)).record;
    std::vector<FlagOverrule> after;
    const double at = 0.5 * (flag.fromS + flag.toS);
    for (const FlagOverrule& o : r.overrules)
        if (o.kind != flag.kind || (std::isfinite(o.atS) && (o.atS < flag.fromS - 0.05 || o.atS > flag.toS + 0.05)))
            after.push_back(o);
    if (overruled)
        after.push_back({flag.kind, at});
    m_undo.push(new OverruleCommand(*this, r, after));
}

void JobModel::movePullToSetup(int index, const std::string& setupId) {
    const PullRecord& r = m_pulls.at(static_cast<std::size_t>(index)).record;
    if (r.setupId != setupId)
        m_undo.push(new MoveCommand(*this, r, setupId));
}

void JobModel::applyAside(const std::string& pullId, bool aside, const std::string& why) {
    const int i = indexOf(pullId);
    if (const Result<Done> done = m_archive->setAside(pullId, aside, why); !done)
        emit problem(QString::fromStdString(done.error().text()));
    else if (i >= 0) {
        m_pulls[static_cast<std::size_t>(i)].record.aside = aside;
        m_pulls[static_cast<std::size_t>(i)].record.asideWhy = aside ? why : "";
        recompute();
        emit pullsChanged();
    }
}

void JobModel::applyOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules) {
    const int i = indexOf(pullId);
    if (const Result<Done> done = m_archive->setOverrules(pullId, overrules); !done)
        emit problem(QString::fromStdString(done.error().text()));
    else if (i >= 0) {
        m_pulls[static_cast<std::size_t>(i)].record.overrules = overrules;
        fitLater(i); // what is shown stays until the new fit is there
        emit pullsChanged();
    }
}

void JobModel::applyMove(const std::string& pullId, const std::string& setupId) {
    const int i = indexOf(pullId);
    if (const Result<Done> done = m_archive->moveToSetup(pullId, setupId); !done)
        emit problem(QString::fromStdString(done.error().text()));
    else if (i >= 0) {
        m_pulls[static_cast<std::size_t>(i)].record.setupId = setupId;
        chooseSides();
        recompute();
        emit pullsChanged();
    }
}

std::string JobModel::sheet(const char* kind) const {
    const auto found = m_job.sheets.find(kind);
    return found == m_job.sheets.end() ? std::string() : found->second;
}

void JobModel::setSheet(const char* kind, const std::string& body, const QString& what) {
    if (hasJob() && m_archive && sheet(kind) != body)
        m_undo.push(new SheetCommand(*this, kind, sheet(kind), body, what));
}

void JobModel::applySheet(const std::string& kind, const std::string& body) {
    if (const Result<Done> done = m_archive->setSheet(m_job.id, kind, body); !done) {
        emit problem(QString::fromStdString(done.error().text()));
        return;
    }
    if (body.empty())
        m_job.sheets.erase(kind);
    else
        m_job.sheets[kind] = body;
    emit sheetChanged(QString::fromStdString(kind));
    if (kind == sheet_kind::plan)
        emit planChanged();
}

bool JobModel::attach(const std::string& about, const QString& words, const QString& photo) {
    if (!hasJob() || !m_archive)
        return false;
    const Result<std::string> kept = m_archive->attach(m_job.id, about, words.trimmed().toStdString(), photo);
    if (!kept) {
        emit problem(QString::fromStdString(kept.error().text()));
        return false;
    }
    if (const auto job = m_archive->job(m_job.id))
        m_job.attachments = job->attachments;
    emit attachmentsChanged();
    return true;
}

void JobModel::detach(const std::string& attachmentId) {
    for (const AttachmentRecord& a : m_job.attachments)
        if (a.id == attachmentId) {
            m_undo.push(new DetachCommand(*this, a));
            return;
        }
}

void JobModel::applyAttachment(const AttachmentRecord& attachment, bool there) {
    const Result<Done> done =
        there ? m_archive->attachAgain(m_job.id, attachment) : m_archive->detach(m_job.id, attachment.id);
    if (!done) {
        emit problem(QString::fromStdString(done.error().text()));
        return;
    }
    std::erase_if(m_job.attachments, [&](const AttachmentRecord& a) { return a.id == attachment.id; });
    if (there)
        m_job.attachments.push_back(attachment);
    emit attachmentsChanged();
}

std::optional<DayProgress> JobModel::dayProgress() const {
    const std::string body = sheet(sheet_kind::plan);
    if (body.empty())
        return std::nullopt;
    const DayPlan plan = dayPlanOf(body);
    std::vector<DayPull> pulls;
    std::string last;
    int lastNumber = 0;
    for (const LoadedPull& p : m_pulls) {
        lastNumber = std::max(lastNumber, p.record.number);
        const SetupRecord* setup = m_job.setup(p.record.setupId);
        if (setup)
            last = setup->name;
        if (setup && !p.record.aside && p.record.number > plan.madeAfterPull)
            pulls.push_back({p.record.number, setup->name});
    }
    return followPlan(plan, pulls, m_fitted.empty() ? last : m_fitted, lastNumber + 1, m_fuelPulls);
}

void JobModel::setFitted(const std::string& setup, std::optional<int> fuelPulls) {
    if (setup == m_fitted && fuelPulls == m_fuelPulls)
        return;
    m_fitted = setup;
    m_fuelPulls = fuelPulls;
    emit planChanged();
}

void JobModel::noteRepeatability() {
    // Only what the pulls themselves say, over all they have in common.
    if (!m_archive || !m_comparison || !m_comparison->repeatabilityPct || m_comparison->repeatabilityBorrowed ||
        m_settings.fromRpm || m_settings.toRpm || !m_picked.empty())
        return;
    RepeatabilityNote note;
    note.machine = m_job.machine;
    note.pct = std::round(*m_comparison->repeatabilityPct * 1000.) / 1000.;
    for (const LoadedPull& p : m_pulls)
        if (p.fit && !p.record.aside) {
            ++note.pulls;
            note.day = p.record.started.substr(0, 10);
            if (const std::string_view bench = p.trace->header.text(header_key::bench); !bench.empty())
                note.bench = bench;
        }
    const std::string body = sheetBody(note);
    if (body != sheet(sheet_kind::repeatability) && m_archive->setSheet(m_job.id, sheet_kind::repeatability, body).ok())
        m_job.sheets[sheet_kind::repeatability] = body;
}

std::optional<JobModel::PastRepeatability> JobModel::pastRepeatability() const {
    if (!m_archive)
        return std::nullopt;
    const auto bodies = m_archive->sheetsOfKind(sheet_kind::repeatability);
    if (!bodies)
        return std::nullopt;
    PastRepeatability out{0., 0, {}};
    for (const std::string& body : *bodies)
        if (RepeatabilityNote note = repeatabilityNoteOf(body);
            note.pct > 0. && (m_job.machine.empty() || note.machine == m_job.machine))
            out.notes.push_back(std::move(note));
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
