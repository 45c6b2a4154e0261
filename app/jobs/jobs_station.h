// SPDX-License-Identifier: GPL-3.0-or-later
// The first page: a new job, the jobs there are, how safe the records are, and the way in for new pulls.
#pragma once

#include "app/jobs/job_list.h"
#include "app/jobs/new_job.h"
#include "app/jobs/records_card.h"
#include "app/widgets/station.h"

class QButtonGroup;
class QLineEdit;
class QListView;
class QPushButton;

namespace jr::app {

class MarkedWords;

class JobsStation : public Station {
    Q_OBJECT
public:
    JobsStation(const Theme& theme, JobModel& model, CopyDesk& copies, QWidget* parent = nullptr);
    StationFace face() const override;
    void arrive() override;
    void refresh();
    void chooseFiles();
    void beginJob() { m_newJob->begin(); }
    void search(); ///< the keyboard goes to the search line
    /// Where ready-made logs to try the import on lie; shown as a hint when set.
    void setTryFolder(const QString& folder);
    void setThrowAway(bool yes) { m_records->setThrowAway(yes); }
    void setDamaged(const QString& folder, const QString& words);

signals:
    void jobChosen(const QString& id);
    void jobBegun(const QString& id);
    void importWanted(const QStringList& paths);
    void firstDayWanted(); ///< to be taken through one
    void archiveWanted(const QString& folder);
    void message(const QString& text);

private:
    QWidget* buildSide();
    void fillJobs(std::vector<JobSummary> jobs);
    void narrow();
    void sayEmpty();
    void chooseOpenJob();

    const Theme& m_theme;
    JobModel& m_model;
    CopyDesk& m_copies;
    JobList m_jobs;
    std::string m_openJob; ///< that was open when the list was last followed
    NewJob* m_newJob;
    QPushButton* m_begin;
    QLineEdit* m_search;
    QButtonGroup* m_which;
    QListView* m_list;
    QLabel* m_empty;
    RecordsCard* m_records;
    QPushButton* m_import;
    QPushButton* m_tour;
    MarkedWords* m_tryHint;
    QString m_tryFolder;
};

} // namespace jr::app
