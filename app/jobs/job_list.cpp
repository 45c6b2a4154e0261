// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/jobs/job_list.h"

#include "app/words/plural.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QLocale>

#include <algorithm>

namespace jr::app {

const std::string& lastTouched(const JobSummary& job) {
    return job.lastPull.empty() ? job.created : job.lastPull;
}

QString jobStateWords(JobState state) {
    switch (state) {
    case JobState::Asked:
        return JobList::tr("asked");
    case JobState::Ready:
        return JobList::tr("ready");
    case JobState::Pulled:
        return JobList::tr("pulled");
    case JobState::Judged:
        return JobList::tr("judged");
    case JobState::HandedOver:
        return JobList::tr("handed over");
    }
    return {};
}

QString jobSearchText(const JobSummary& job) {
    QStringList words;
    for (const std::string* text : {&job.name, &job.customer, &job.machine})
        words << QString::fromStdString(*text);
    for (const std::vector<std::string>* list : {&job.setupNames, &job.parts})
        for (const std::string& text : *list)
            words << QString::fromStdString(text);
    for (const std::string* iso : {&job.created, &job.lastPull}) {
        const QString text = QString::fromStdString(*iso);
        const QDate day = QDate::fromString(text.left(10), Qt::ISODate);
        if (day.isValid())
            words << day.toString(Qt::ISODate) << QLocale().toString(day, QStringLiteral("d MMMM yyyy"));
    }
    return words.join(QLatin1Char('\n')).toCaseFolded();
}

void JobList::setJobs(std::vector<JobSummary> jobs) {
    beginResetModel();
    m_jobs = std::move(jobs);
    // What was worked on last stands first.
    std::stable_sort(m_jobs.begin(), m_jobs.end(),
                     [](const JobSummary& a, const JobSummary& b) { return lastTouched(a) > lastTouched(b); });
    m_texts.clear();
    for (const JobSummary& job : m_jobs)
        m_texts.push_back(jobSearchText(job));
    m_shown = fitting();
    endResetModel();
}

void JobList::narrow(const QString& words, Which which) {
    beginResetModel();
    m_words = words.toCaseFolded().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    m_which = which;
    m_shown = fitting();
    endResetModel();
}

std::vector<std::size_t> JobList::fitting() const {
    std::vector<std::size_t> out;
    for (std::size_t i = 0; i < m_jobs.size(); ++i) {
        const bool over = m_jobs[i].state == JobState::HandedOver;
        if ((m_which == Which::Open && over) || (m_which == Which::HandedOver && !over))
            continue;
        if (std::all_of(m_words.begin(), m_words.end(), [&](const QString& word) { return m_texts[i].contains(word); }))
            out.push_back(i);
    }
    return out;
}

const JobSummary& JobList::job(const QModelIndex& index) const {
    return m_jobs[m_shown[static_cast<std::size_t>(index.row())]];
}

int JobList::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_shown.size());
}

QVariant JobList::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || (role != Qt::DisplayRole && role != Qt::AccessibleTextRole))
        return {};
    const JobSummary& one = job(index);
    if (role == Qt::DisplayRole)
        return QString::fromStdString(one.name);
    return tr("Job %1, %2, %3, %4")
        .arg(QString::fromStdString(one.name), QString::fromStdString(one.machine), jobStateWords(one.state),
             plural(one.pulls, tr("1 pull"), tr("%1 pulls")));
}

} // namespace jr::app
