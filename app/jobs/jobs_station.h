// SPDX-License-Identifier: GPL-3.0-or-later
// The first page: the jobs, how safe the records are, and the way in for new pulls.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"
#include "app/widgets/station.h"

#include <QWidget>

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace jr::app {

class MarkedWords;

class JobsStation : public Station {
    Q_OBJECT
public:
    JobsStation(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    StationFace face() const override;
    void arrive() override { refresh(); }
    void refresh();
    void chooseFiles();
    /// Where ready-made logs to try the import on lie; shown as a hint when set.
    void setTryFolder(const QString& folder);
    void setThrowAway(bool yes) { m_throwAway = yes; } ///< the archive is a trial's and goes with the program

    /// An archive that does not open because its database is damaged: offered to be made whole from its open files.
    void setDamaged(const QString& folder, const QString& words);

signals:
    void jobChosen(const QString& id);
    void importWanted(const QStringList& paths);
    void archiveWanted(const QString& folder);
    void message(const QString& text);

private:
    void fillJobs(const std::vector<JobSummary>& jobs);
    void fillSafety(const Result<SafetyReport>& report);
    void fillClosed(); ///< no archive is open
    void makeCopy();
    void takeInStrays();
    void tell(const Result<Rebuilt>& done);

    const Theme& m_theme;
    JobModel& m_model;
    QVBoxLayout* m_jobs;
    QLabel* m_safety;
    QLabel* m_unfinished;
    QPushButton* m_forget;
    QPushButton* m_rebuild;
    QPushButton* m_import;
    QPushButton* m_copy;
    MarkedWords* m_tryHint;
    bool m_throwAway = false;
    QString m_tryFolder, m_damagedFolder, m_damagedWords;
};

} // namespace jr::app
