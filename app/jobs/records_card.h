// SPDX-License-Identifier: GPL-3.0-or-later
// How safe the records are: kept twice, copied when and where, what was cut off and what is to be put right.
#pragma once

#include "app/jobs/copy_card.h"
#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QWidget>

class QLabel;
class QPushButton;

namespace jr::app {

class RecordsCard : public QWidget {
    Q_OBJECT
public:
    RecordsCard(const Theme& theme, JobModel& model, CopyDesk& copies, QWidget* parent = nullptr);
    void fillSafety(const Result<SafetyReport>& report);
    void fillClosed();                                 ///< no archive is open
    void setThrowAway(bool yes) { m_throwAway = yes; } ///< the archive is a trial's and goes with the program
    /// An archive that does not open because its database is damaged: offered to be made whole from its open files.
    void setDamaged(const QString& folder, const QString& words);

signals:
    void archiveWanted(const QString& folder);
    void message(const QString& text);
    void changed(); ///< what was shown is not so any more

private:
    void takeInStrays();
    void tell(const Result<Rebuilt>& done);

    JobModel& m_model;
    QLabel* m_safety;
    QLabel* m_unfinished;
    QPushButton* m_forget;
    QPushButton* m_rebuild;
    CopyCard* m_copy;
    bool m_throwAway = false;
    QString m_damagedFolder, m_damagedWords;
};

} // namespace jr::app
