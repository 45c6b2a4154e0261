// SPDX-License-Identifier: GPL-3.0-or-later
// What a person changes of a job: setups, sheets, notes, pulls set aside, overruled or moved. Each can be undone.
#include "app/model/job_commands.h"
#include "archive/formats/baselines_sheet.h"
#include "archive/formats/hand_overs_sheet.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/formats/setup_files_sheet.h"

#include <QDateTime>

#include <algorithm>
#include <cmath>

namespace jr::app {

void JobModel::addSetup(const QString& name, const std::string& parentId, const std::vector<SetupChange>& changes,
                        std::function<void(const std::string&)> then) {
    struct Made {
        Result<std::string> id;
        Result<JobRecord> job;
    };
    m_keeper->ask(
        this,
        [jobId = m_job.id, name = name.trimmed().toStdString(), parentId, changes](Archive& archive) {
            Result<std::string> id = archive.createSetup(jobId, name, parentId, changes);
            return Made{std::move(id), archive.job(jobId)};
        },
        [this, then = std::move(then)](const Made& made) {
            if (!made.id || !made.job) {
                emit problem(QString::fromStdString(made.id ? made.job.error().text() : made.id.error().text()));
                return;
            }
            if (made.job->id != m_job.id)
                return;
            m_job.setups = made.job->setups;
            emit jobChanged();
            if (then)
                then(*made.id);
        });
}

QString JobModel::heldBy(const std::string& setupId) const {
    for (const LoadedPull& p : m_pulls)
        if (p.record.setupId == setupId)
            return tr("Pulls were made with it, and they carry its name.");
    for (const SetupRecord& s : m_job.setups)
        if (s.parentId == setupId)
            return tr("%1 comes from it.").arg(QString::fromStdString(s.name));
    return {};
}

void JobModel::renameSetup(const std::string& setupId, const QString& name) {
    const SetupRecord* setup = m_job.setup(setupId);
    const std::string clean = name.trimmed().toStdString();
    if (!setup || !m_keeper || clean.empty() || clean == setup->name)
        return;
    for (const LoadedPull& p : m_pulls)
        if (p.record.setupId == setupId) {
            emit problem(tr("%1 keeps its name: pulls were made with it, and they carry it.")
                             .arg(QString::fromStdString(setup->name)));
            return;
        }
    for (const SetupRecord& s : m_job.setups)
        if (s.name == clean) {
            emit problem(tr("This job has a setup called %1 already.").arg(name.trimmed()));
            return;
        }
    m_undo.push(new RenameSetupCommand(*this, *setup, clean));
}

void JobModel::removeSetup(const std::string& setupId) {
    const SetupRecord* setup = m_job.setup(setupId);
    if (!setup || !m_keeper)
        return;
    if (const QString held = heldBy(setupId); !held.isEmpty()) {
        emit problem(tr("%1 stays. %2").arg(QString::fromStdString(setup->name), held));
        return;
    }
    m_undo.push(new RemoveSetupCommand(*this, *setup));
}

void JobModel::applySetupName(const std::string& setupId, const std::string& name) {
    keep([=](Archive& archive) { return archive.renameSetup(setupId, name); });
    for (SetupRecord& s : m_job.setups)
        if (s.id == setupId)
            s.name = name;
    recompute();
    emit jobChanged();
}

void JobModel::applySetupThere(const SetupRecord& setup, bool there) {
    keep([=, jobId = m_job.id](Archive& archive) {
        return there ? archive.putSetupBack(jobId, setup) : archive.removeSetup(setup.id);
    });
    if (there)
        m_job.setups.push_back(setup);
    else
        std::erase_if(m_job.setups, [&](const SetupRecord& s) { return s.id == setup.id; });
    chooseSides();
    recompute();
    emit jobChanged();
}

void JobModel::nameJob(const QString& name, const QString& machine) {
    const std::string newName = name.trimmed().toStdString(), newMachine = machine.trimmed().toStdString();
    if (hasJob() && m_keeper && !newName.empty() && (newName != m_job.name || newMachine != m_job.machine))
        m_undo.push(new NameCommand(*this, newName, newMachine));
}

void JobModel::applyNames(const std::string& name, const std::string& machine) {
    keep([jobId = m_job.id, name, machine](Archive& archive) { return archive.nameJob(jobId, name, machine); });
    m_job.name = name;
    m_job.machine = machine;
    emit jobChanged();
}

void JobModel::setSetupChanges(const std::string& setupId, const std::string& parentId,
                               const std::vector<SetupChange>& changes) {
    if (const SetupRecord* setup = m_job.setup(setupId))
        m_undo.push(new SetupCommand(*this, *setup, parentId, changes));
}

void JobModel::applySetup(const std::string& setupId, const std::string& parentId,
                          const std::vector<SetupChange>& changes) {
    keep([=](Archive& archive) { return archive.setSetupChanges(setupId, parentId, changes); });
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
    keep([=](Archive& archive) { return archive.setAside(pullId, aside, why); });
    if (const int i = indexOf(pullId); i >= 0) {
        m_pulls[static_cast<std::size_t>(i)].record.aside = aside;
        m_pulls[static_cast<std::size_t>(i)].record.asideWhy = aside ? why : "";
        recompute();
        emit pullsChanged();
    }
}

void JobModel::applyOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules) {
    keep([=](Archive& archive) { return archive.setOverrules(pullId, overrules); });
    if (const int i = indexOf(pullId); i >= 0) {
        m_pulls[static_cast<std::size_t>(i)].record.overrules = overrules;
        readAndFitLater(m_pulls[static_cast<std::size_t>(i)].record); // what is shown stays until the new fit is there
        emit pullsChanged();
    }
}

void JobModel::applyMove(const std::string& pullId, const std::string& setupId) {
    keep([=](Archive& archive) { return archive.moveToSetup(pullId, setupId); });
    if (const int i = indexOf(pullId); i >= 0) {
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
    if (hasJob() && m_keeper && sheet(kind) != body)
        m_undo.push(new SheetCommand(*this, kind, sheet(kind), body, what));
}

void JobModel::applySheet(const std::string& kind, const std::string& body) {
    keep([jobId = m_job.id, kind, body](Archive& archive) { return archive.setSheet(jobId, kind, body); });
    if (body.empty())
        m_job.sheets.erase(kind);
    else
        m_job.sheets[kind] = body;
    emit sheetChanged(QString::fromStdString(kind));
    const StudySettings& judged = m_answers.desk().study()->settings();
    const bool judgedOtherwise =
        kind == sheet_kind::judging && (known() != judged.known || judgingSheetOf(body).reference != judged.reference);
    const bool otherEngine = kind == sheet_kind::machine && !(gaugeFacts() == judged.gaugeFacts);
    const bool otherRules = !(rulesInForce() == judged.rules);
    if (judgedOtherwise || otherEngine || otherRules || kind == sheet_kind::baselines ||
        kind == sheet_kind::leakTests || kind == sheet_kind::setupFiles)
        recompute();
    if (kind == sheet_kind::plan || kind == sheet_kind::baselines)
        emit planChanged();
}

void JobModel::noteSheet(const char* kind, const std::string& body) {
    m_job.sheets[kind] = body;
    keep([jobId = m_job.id, kind, body](Archive& archive) { return archive.setSheet(jobId, kind, body); });
}

void JobModel::keepFile(const SetupFile& about, const QString& path, std::function<void()> then) {
    if (!hasJob() || !m_keeper)
        return;
    struct Kept {
        Result<SetupFile> file;
        Result<JobRecord> job;
    };
    m_keeper->ask(
        this,
        [jobId = m_job.id, about, path](Archive& archive) {
            Result<SetupFile> file = archive.keepFile(jobId, about, path);
            return Kept{std::move(file), archive.job(jobId)};
        },
        [this, then = std::move(then)](const Kept& kept) {
            if (!kept.file || !kept.job) {
                emit problem(QString::fromStdString(kept.file ? kept.job.error().text() : kept.file.error().text()));
                return;
            }
            if (kept.job->id == m_job.id) {
                m_job.attachments = kept.job->attachments;
                m_job.sheets[sheet_kind::setupFiles] = kept.job->sheets.at(sheet_kind::setupFiles);
                emit attachmentsChanged();
                recompute(); // two sides with different files share the credit
            }
            if (then)
                then();
        });
}

void JobModel::keepHandOver(const HandOver& about, std::string frozen, std::function<void(const HandOver&)> then) {
    if (!hasJob() || !m_keeper)
        return;
    struct Kept {
        Result<HandOver> one;
        Result<JobRecord> job;
    };
    m_keeper->ask(
        this,
        [jobId = m_job.id, about, frozen = std::move(frozen)](Archive& archive) {
            Result<HandOver> one = archive.keepHandOver(jobId, about, frozen);
            return Kept{std::move(one), archive.job(jobId)};
        },
        [this, then = std::move(then)](const Kept& kept) {
            if (!kept.one || !kept.job) {
                emit problem(QString::fromStdString(kept.one ? kept.job.error().text() : kept.one.error().text()));
                return;
            }
            if (kept.job->id == m_job.id) {
                m_job.attachments = kept.job->attachments;
                m_job.sheets[sheet_kind::handOvers] = kept.job->sheets.at(sheet_kind::handOvers);
                emit sheetChanged(QString::fromUtf8(sheet_kind::handOvers));
            }
            if (then)
                then(*kept.one);
        });
}

void JobModel::attach(const std::string& about, const QString& words, const QString& photo,
                      std::function<void()> then) {
    if (!hasJob() || !m_keeper)
        return;
    struct Kept {
        Result<std::string> id;
        Result<JobRecord> job;
    };
    m_keeper->ask(
        this,
        [jobId = m_job.id, about, words = words.trimmed().toStdString(), photo](Archive& archive) {
            Result<std::string> id = archive.attach(jobId, about, words, photo);
            return Kept{std::move(id), archive.job(jobId)};
        },
        [this, then = std::move(then)](const Kept& kept) {
            if (!kept.id || !kept.job) {
                emit problem(QString::fromStdString(kept.id ? kept.job.error().text() : kept.id.error().text()));
                return;
            }
            if (kept.job->id == m_job.id)
                m_job.attachments = kept.job->attachments;
            emit attachmentsChanged();
            if (then)
                then();
        });
}

void JobModel::detach(const std::string& attachmentId) {
    for (const AttachmentRecord& a : m_job.attachments)
        if (a.id == attachmentId) {
            m_undo.push(new DetachCommand(*this, a));
            return;
        }
}

void JobModel::applyAttachment(const AttachmentRecord& attachment, bool there) {
    keep([jobId = m_job.id, attachment, there](Archive& archive) {
        return there ? archive.attachAgain(jobId, attachment) : archive.detach(jobId, attachment.id);
    });
    std::erase_if(m_job.attachments, [&](const AttachmentRecord& a) { return a.id == attachment.id; });
    if (there)
        m_job.attachments.push_back(attachment);
    emit attachmentsChanged();
}

Baselines JobModel::baselines() const {
    return baselinesOf(sheet(sheet_kind::baselines));
}

void JobModel::takeBaseAgain(int afterPull, const QString& reason) {
    if (reason.trimmed().isEmpty())
        return;
    Baselines taken = baselines();
    jr::takeBaseAgain(taken, {afterPull, reason.trimmed().toStdString(),
                              QDateTime::currentDateTime().toString(Qt::ISODate).toStdString()});
    setSheet(sheet_kind::baselines, sheetBody(taken), tr("take the base again"));
}

void JobModel::lookAtEra(std::optional<int> era) {
    Baselines taken = baselines();
    taken.chosen = era;
    setSheet(sheet_kind::baselines, sheetBody(taken), tr("choose which base is judged"));
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

} // namespace jr::app
