// SPDX-License-Identifier: GPL-3.0-or-later
// The list of jobs, and what a job is called.
#include "archive/formats/job_sheets.h"
#include "archive/formats/work_order_sheet.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"
#include "archive/store/sitting_day.h"

#include <QDateTime>

#include <algorithm>

namespace jr {
namespace {

JobState stateOf(const JobSummary& job, const WorkOrder& order, const std::string& walkRound) {
    if (!order.handedOver.empty())
        return JobState::HandedOver;
    if (job.pulls > 0)
        return job.setups > 1 ? JobState::Judged : JobState::Pulled;
    if (walkRound.empty())
        return JobState::Asked;
    // What was looked at on another day was not looked at today.
    const std::string today = sittingDay(QDateTime::currentDateTime()).toString(Qt::ISODate).toStdString();
    return walkState(roundOn(today, walkRoundOf(walkRound))).clear() ? JobState::Ready : JobState::Asked;
}

} // namespace

Result<std::vector<JobSummary>> Archive::jobs() const {
    const auto heads = m_db->query(
        QStringLiteral("SELECT job.id, job.name, coalesce(machine.name, ''), job.created FROM job"
                       " LEFT JOIN machine ON machine.id = job.machine_id ORDER BY job.created DESC, job.name"));
    const auto pulls =
        m_db->query(QStringLiteral("SELECT job_id, max(started), count(*) FROM pull GROUP BY job_id, setup_id"));
    const auto setups = m_db->query(QStringLiteral("SELECT job_id, name FROM setup ORDER BY job_id, mark"));
    const auto parts = m_db->query(QStringLiteral(
        "SELECT DISTINCT s.job_id, c.part FROM setup_change c JOIN setup s ON s.id = c.setup_id ORDER BY c.part"));
    const auto sheets = m_db->query(QStringLiteral("SELECT job_id, kind, body FROM job_sheet WHERE kind IN (?, ?)"),
                                    {q(sheet_kind::workOrder), q(sheet_kind::walkRound)});
    for (const auto* r : {&heads, &pulls, &setups, &parts, &sheets})
        if (!*r)
            return r->error();
    std::vector<JobSummary> out;
    std::map<QString, std::size_t> at;
    for (const Row& r : *heads) {
        at[r[0].toString()] = out.size();
        JobSummary job;
        job.id = s(r[0]);
        job.name = s(r[1]);
        job.machine = s(r[2]);
        job.created = s(r[3]);
        out.push_back(std::move(job));
    }
    const auto jobOf = [&](const Row& r) -> JobSummary* {
        const auto found = at.find(r[0].toString());
        return found == at.end() ? nullptr : &out[found->second];
    };
    for (const Row& r : *pulls)
        if (JobSummary* job = jobOf(r)) {
            job->lastPull = std::max(job->lastPull, s(r[1]));
            job->pulls += r[2].toInt();
            ++job->setups;
        }
    for (const Row& r : *setups)
        if (JobSummary* job = jobOf(r))
            job->setupNames.push_back(s(r[1]));
    for (const Row& r : *parts)
        if (JobSummary* job = jobOf(r))
            job->parts.push_back(s(r[1]));
    std::map<QString, std::pair<WorkOrder, std::string>> written; // order and walk-round of those that have one
    for (const Row& r : *sheets) {
        auto& [order, round] = written[r[0].toString()];
        if (s(r[1]) == sheet_kind::workOrder)
            order = workOrderOf(s(r[2]));
        else
            round = s(r[2]);
    }
    for (const auto& [id, index] : at) {
        const auto& [order, round] = written[id];
        out[index].customer = order.customer;
        out[index].state = stateOf(out[index], order, round);
    }
    return out;
}

Result<std::string> Archive::createJob(const std::string& name, const std::string& machine) {
    const std::string id = newId();
    const Result<Done> done = change(id, [&]() -> Result<Done> {
        const Result<QVariant> machineRow = machineId(machine);
        if (!machineRow)
            return machineRow.error();
        return m_db->run(QStringLiteral("INSERT INTO job (id, name, machine_id, created) VALUES (?, ?, ?, ?)"),
                         {q(id), q(name), *machineRow, QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs)});
    });
    if (!done)
        return done.error();
    return id;
}

Result<Done> Archive::nameJob(const std::string& jobId, const std::string& name, const std::string& machine) {
    if (name.empty())
        return Error{Message{"store.job-without-name"}};
    return change(jobId, [&] { return writeJobNames(jobId, name, machine); });
}

Result<Done> Archive::writeJobNames(const std::string& jobId, const std::string& name, const std::string& machine) {
    const Result<QVariant> machineRow = machineId(machine);
    if (!machineRow)
        return machineRow.error();
    return m_db->run(QStringLiteral("UPDATE job SET name = ?, machine_id = ? WHERE id = ?"),
                     {q(name), *machineRow, q(jobId)});
}

Result<std::vector<std::string>> Archive::machines() const {
    const auto rows = m_db->query(QStringLiteral("SELECT name FROM machine ORDER BY name"));
    if (!rows)
        return rows.error();
    std::vector<std::string> out;
    for (const Row& r : *rows)
        out.push_back(s(r[0]));
    return out;
}

} // namespace jr
