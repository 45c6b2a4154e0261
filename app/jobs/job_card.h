// SPDX-License-Identifier: GPL-3.0-or-later
// A job as a card in the list: what it is called, whose and which machine it is, and how far it has come as a path of
// five marks. The first card of a month carries the month's name above it.
#pragma once

#include "app/jobs/job_list.h"
#include "app/theme/theme.h"

#include <QStyledItemDelegate>

namespace jr::app {

class JobCard : public QStyledItemDelegate {
    Q_OBJECT
public:
    JobCard(const Theme& theme, const JobList& jobs, QObject* parent = nullptr);
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;

private:
    bool beginsMonth(const QModelIndex& index) const;
    void paintPath(QPainter& painter, const QRectF& place, JobState state) const;

    const Theme& m_theme;
    const JobList& m_jobs;
};

} // namespace jr::app
