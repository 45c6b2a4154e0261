// The frame: rail, header line, stations, day strip. It only wires; each station decides for itself.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QMainWindow>

class QStackedWidget;
class QLabel;

namespace jr::app {

class CaptureOffer;
class DayStrip;
class HandoverStation;
class AskStation;
class BenchModel;
class JudgeStation;
class PullStation;
class PullsStation;
class Rail;
class ReadyStation;
class StartPage;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    enum Station { Start = 0, Ask, Ready, Pull, Pulls, Judge, Handover };

    MainWindow(Theme& theme, QWidget* parent = nullptr);
    ~MainWindow() override;

    /// Opens the archive in a folder; says on the start page when that is not possible.
    bool openArchive(const QString& folder);
    bool openJob(const std::string& jobId);
    void showStation(int station);
    void importFiles(const QStringList& paths);

    JobModel& model() { return m_model; }
    DayStrip& dayStrip() { return *m_dayStrip; }
    JudgeStation& judge() { return *m_judge; }
    BenchModel& bench() { return *m_bench; }
    AskStation& ask() { return *m_ask; }
    ReadyStation& ready() { return *m_ready; }
    PullStation& pullStation() { return *m_pull; }
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
    std::unique_ptr<BenchModel> m_bench;
    Rail* m_rail;
    QStackedWidget* m_stations;
    StartPage* m_start;
    AskStation* m_ask;
    ReadyStation* m_ready;
    PullStation* m_pull;
    PullsStation* m_pulls;
    JudgeStation* m_judge;
    HandoverStation* m_handover;
    CaptureOffer* m_captures;
    DayStrip* m_dayStrip;
    QLabel* m_message;
};

} // namespace jr::app
