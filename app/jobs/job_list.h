// SPDX-License-Identifier: GPL-3.0-or-later
// The jobs of the archive as a list one looks through: newest first, narrowed by words and by how far they have come.
#pragma once

#include "archive/store/records.h"

#include <QAbstractListModel>

namespace jr::app {

/// All that a job is found by, in small letters: name, customer, machine, setups, parts, and its months in words and
/// figures ("may 2026", "2026-05").
QString jobSearchText(const JobSummary& job);

class JobList : public QAbstractListModel {
    Q_OBJECT
public:
    enum class Which { All, Open, HandedOver };

    using QAbstractListModel::QAbstractListModel;
    void setJobs(std::vector<JobSummary> jobs);
    /// Those that have every word somewhere.
    void narrow(const QString& words, Which which);
    int all() const { return static_cast<int>(m_jobs.size()); }
    const JobSummary& job(const QModelIndex& index) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    std::vector<std::size_t> fitting() const;

    std::vector<JobSummary> m_jobs;
    std::vector<QString> m_texts;     ///< of each, what it is found by
    std::vector<std::size_t> m_shown; ///< of m_jobs
    QStringList m_words;
    Which m_which = Which::All;
};

/// When a job was last worked on: its newest pull, else when it was begun. ISO 8601.
const std::string& lastTouched(const JobSummary& job);
QString jobStateWords(JobState state); ///< "asked"

} // namespace jr::app
