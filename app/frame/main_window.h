// The frame: rail, header line, stations, day strip. It only wires; each station decides for itself.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QMainWindow>

class QStackedWidget;
class QLabel;

namespace jr::app {

class DayStrip;
class HandoverStation;
class JudgeStation;
class PullsStation;
class Rail;
class StartPage;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    enum Station { Start = 0, Pulls, Judge, Handover };

    MainWindow(Theme& theme, QWidget* parent = nullptr);

    /// Opens the archive in a folder; says on the start page when that is not possible.
    bool openArchive(const QString& folder);
    bool openJob(const std::string& jobId);
    void showStation(int station);
    void importFiles(const QStringList& paths);

    JobModel& model() { return m_model; }
    DayStrip& dayStrip() { return *m_dayStrip; }
    JudgeStation& judge() { return *m_judge; }
    PullsStation& pullsStation() { return *m_pulls; }
    HandoverStation& handover() { return *m_handover; }
    StartPage& start() { return *m_start; }

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void say(const QString& text);
    void addShortcuts();

    Theme& m_theme;
    std::unique_ptr<Archive> m_archive;
    JobModel m_model;
    Rail* m_rail;
    QStackedWidget* m_stations;
    StartPage* m_start;
    PullsStation* m_pulls;
    JudgeStation* m_judge;
    HandoverStation* m_handover;
    DayStrip* m_dayStrip;
    QLabel* m_message;
};

} // namespace jr::app
