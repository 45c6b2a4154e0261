// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/book_notes.h"

#include "app/model/job_model.h"
#include "archive/formats/machine_book_sheets.h"

#include <QPointer>
#include <QtConcurrent>

#include <algorithm>
#include <map>

namespace jr::app {
namespace {

/// Long enough that a pull just set aside leaves one note and not twenty.
constexpr int kQuietMs = 1500;

using Bodies = std::map<std::string, std::string>; // by job

Bodies bodiesOf(const Archive& archive, const char* kind) {
    Bodies out;
    if (auto sheets = archive.sheetsOfKind(kind))
        for (auto& [job, body] : *sheets)
            out.emplace(job, std::move(body));
    return out;
}

std::string bodyOf(const Bodies& bodies, const std::string& job) {
    const auto found = bodies.find(job);
    return found == bodies.end() ? std::string() : found->second;
}

/// As the job would be judged when it is opened.
VisitFigures figuresOf(const JobRecord& job, const std::vector<PackedTrace>& traces) {
    std::map<std::string, const PackedTrace*> byPull;
    for (const PackedTrace& t : traces)
        byPull[t.pullId] = &t;
    std::vector<StudyPull> pulls;
    for (const PullRecord& record : job.pulls) {
        const auto kept = byPull.find(record.id);
        if (kept == byPull.end())
            continue;
        const LoadedPull loaded = loadKeptPull({record, *kept->second});
        pulls.push_back({record.id, record.number, record.setupId, !record.aside, loaded.fit, loaded.trace});
    }
    StudySettings settings;
    if (job.comparison) {
        if (const Standard* standard = findStandard(job.comparison->standard))
            settings.standard = standard;
        settings.axis = parseAxis(job.comparison->axis);
    }
    return Study::make(std::move(pulls), job.setupTree(), settings)->figures();
}

MachineBook gathered(const Archive& archive, const JobRecord& open, const MachineSheet& sheet) {
    MachineBook out;
    const auto jobs = archive.jobs();
    if (!jobs)
        return out;
    const Bodies machines = bodiesOf(archive, sheet_kind::machine), orders = bodiesOf(archive, sheet_kind::workOrder),
                 figures = bodiesOf(archive, sheet_kind::figures);
    const std::string model = sheetText(sheet, "model");
    std::map<std::string, std::pair<std::string, VisitFigures>> others; // by machine: day and newest figures
    for (const JobSummary& job : *jobs) {
        const std::string& touched = job.lastPull.empty() ? job.created : job.lastPull;
        constexpr std::size_t kDate = 10;
        const std::string day = touched.substr(0, kDate), figuresBody = bodyOf(figures, job.id);
        const bool mine = job.id == open.id || (!open.machine.empty() && job.machine == open.machine);
        if (mine) {
            MachineBook::Entry entry;
            entry.order = workOrderOf(bodyOf(orders, job.id));
            entry.tune = tuneHistoryOf(bodyOf(machines, job.id));
            entry.visit = {job.id, job.name, day, entry.order.distanceKm, entry.order.hoursRun, entry.tune.now(), {}};
            if (figuresBody.empty() && job.pulls > 0 && job.id != open.id)
                out.missing.push_back(job.id);
            if (!figuresBody.empty())
                entry.visit.figures = visitFiguresOf(figuresBody);
            out.entries.push_back(std::move(entry));
        } else if (!model.empty() && !job.machine.empty() && !figuresBody.empty() &&
                   sheetText(machineSheetOf(bodyOf(machines, job.id)), "model") == model) {
            auto& [newest, known] = others[job.machine];
            if (day >= newest) {
                newest = day;
                known = visitFiguresOf(figuresBody);
            }
        }
    }
    std::stable_sort(out.entries.begin(), out.entries.end(),
                     [](const auto& a, const auto& b) { return a.visit.day < b.visit.day; });
    std::string bench;
    for (std::size_t i = 0; i < out.entries.size(); ++i)
        if (out.entries[i].visit.jobId == open.id) {
            out.open = static_cast<int>(i);
            if (out.entries[i].visit.figures)
                bench = out.entries[i].visit.figures->bench;
        }
    for (const auto& [machine, told] : others)
        if (const SetupFigures* base = told.second.base(); base && !bench.empty() && told.second.bench == bench)
            out.othersPeaksW.push_back(base->peakW);
    return out;
}

} // namespace

BookNotes::BookNotes(JobModel& job) : QObject(&job), m_job(job) {
    m_timer.setSingleShot(true);
    m_timer.setInterval(kQuietMs);
    connect(&m_timer, &QTimer::timeout, this, &BookNotes::note);
    connect(&job.answers(), &JobStudy::changed, &m_timer, qOverload<>(&QTimer::start));
    connect(&job, &JobModel::jobChanged, this, &BookNotes::takeOverSheet);
}

/// A machine comes as it left: the sheet of a visit before its first pull begins with what the last one said.
void BookNotes::takeOverSheet() {
    if (!m_job.hasJob()) { // perhaps another archive
        m_lookedFor.clear();
        m_tried.clear();
        return;
    }
    const std::string visit = m_job.job().id + "\n" + m_job.job().machine;
    if (m_job.job().machine.empty() || visit == m_lookedFor || !m_job.pulls().empty() ||
        !m_job.sheet(sheet_kind::machine).empty())
        return;
    m_lookedFor = visit;
    read(this, [this, id = m_job.job().id](const MachineBook& book) {
        if (id != m_job.job().id || !m_job.sheet(sheet_kind::machine).empty())
            return;
        for (auto entry = book.entries.rbegin(); entry != book.entries.rend(); ++entry)
            if (entry->visit.jobId != id && !entry->tune.versions.empty()) {
                m_job.setSheet(sheet_kind::machine, sheetBody(TuneHistory{{{1, entry->tune.now()}}}),
                               tr("begin with the sheet of the last visit"));
                return;
            }
    });
}

void BookNotes::note() {
    // Of all that counts: a choice of some pulls is no visit.
    if (!m_job.keeper() || !m_job.hasJob() || m_job.pulls().empty() || !m_job.picked().empty())
        return;
    m_job.answers().ask(this, [this, job = m_job.job().id](const StudyPtr& study) -> StudyDesk::Draw {
        const std::string body = sheetBody(study->figures());
        return [this, job, body] {
            if (job != m_job.job().id || body == m_job.sheet(sheet_kind::figures))
                return;
            m_job.noteSheet(sheet_kind::figures, body);
            emit noted();
        };
    });
}

void BookNotes::read(QObject* asker, std::function<void(const MachineBook&)> then) {
    if (!m_job.keeper() || !m_job.hasJob())
        return;
    JobRecord open;
    open.id = m_job.job().id;
    open.machine = m_job.job().machine;
    m_job.keeper()->ask(
        asker,
        [open, sheet = machineSheetOf(m_job.sheet(sheet_kind::machine))](const Archive& archive) {
            return gathered(archive, open, sheet);
        },
        [this, then = std::move(then)](const MachineBook& book) {
            workOutMissing(book);
            then(book);
        });
}

void BookNotes::workOutMissing(const MachineBook& book) {
    for (const std::string& jobId : book.missing)
        if (m_tried.insert(jobId).second) {
            workOut(jobId);
            return; // the next once this one is noted and the book is read again
        }
}

void BookNotes::workOut(const std::string& jobId) {
    struct Kept {
        Result<JobRecord> job;
        Result<std::vector<PackedTrace>> traces;
    };
    m_job.keeper()->ask(
        this,
        [jobId](const Archive& archive) {
            return Kept{archive.job(jobId), archive.packedTraces(jobId)};
        },
        [this, jobId](Kept kept) {
            if (!kept.job || !kept.traces)
                return;
            QtConcurrent::run([job = std::move(kept.job).value(), traces = std::move(kept.traces).value()] {
                return sheetBody(figuresOf(job, traces));
            }).then(this, [this, jobId, asked = QPointer<Keeper>(m_job.keeper())](const std::string& body) {
                if (Keeper* keeper = m_job.keeper(); keeper && keeper == asked) // not another archive's meanwhile
                    keeper->ask(
                        this,
                        [jobId, body](Archive& archive) { return archive.setSheet(jobId, sheet_kind::figures, body); },
                        [this](const Result<Done>& done) {
                            if (done)
                                emit noted();
                        });
            });
        });
}

} // namespace jr::app
