// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/outlook_line.h"

#include "app/theme/theme.h"

namespace jr::app {

OutlookLine::OutlookLine(const JobModel& job, QWidget* parent) : Words({}, parent), m_job(job) {
    setWordWrap(true);
    setObjectName(QStringLiteral("outlook"));
    connect(&job.outlook(), &JobOutlook::changed, this, &OutlookLine::refresh);
    connect(&job, &JobModel::unitsChanged, this, &OutlookLine::refresh);
    refresh();
}

void OutlookLine::refresh() {
    const QString words = m_job.outlook().words();
    // Only a decision is said aloud.
    setFont(Theme::font(Size::Body, m_job.outlook().now().state == Outlook::State::Decided));
    setText(words);
    setVisible(!words.isEmpty());
}

} // namespace jr::app
