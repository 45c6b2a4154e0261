// SPDX-License-Identifier: GPL-3.0-or-later
// The frame: rail, header line, stations, day strip. It only wires; each station decides for itself.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QMainWindow>
#include <QPointer>
#include <QStringList>

#include <functional>
#include <memory>

class QStackedWidget;
class QLabel;

namespace jr::app {

class CaptureOffer;
class CopyDesk;
class DayStrip;
class FigureStation;
class RoadStation;
class SettingsStation;
class HeaderLine;
class ImportDialog;
class HandoverStation;
class AskStation;
class BenchModel;
class JudgeStation;
class PullStation;
class LookStation;
class Rail;
class ReadyStation;
class JobsStation;
class Station;
class FirstDay;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    enum Place {
        Jobs = 0,
        Ask,
        Ready,
        Pull,
        Look,
        Judge,
        Figure,
        Road,
        Handover,
        Settings
    }; ///< of `stations`, in working order

    MainWindow(Theme& theme, QWidget* parent = nullptr);
    ~MainWindow() override;

    /// Opens the archive in a folder, then `then`; says on the start page when that is not possible, and keeps the one
    /// before.
    void openArchive(const QString& folder, std::function<void()> then = {});
    /// Opens a job with `station` in view once it is there.
    void openJob(const std::string& jobId, int station);
    void showStation(int station);
    /// For tests, pictures and benchmarks: lets the window live until all that was asked for is there.
    void waitUntilSettled();
    /// One import stands at a time, and none over a pull in hand: what comes meanwhile waits for it.
    void importFiles(const QStringList& paths);
    /// To the front, with what somebody opened elsewhere.
    void comeForward(const QStringList& files);
    /// Where it stood the last time, on a screen that is still there.
    void restorePlace();
    /// Which archive is open; empty: none.
    QString archiveFolder() const { return m_keeper ? m_keeper->folder() : QString(); }
    int station() const;
    void say(const QString& text); ///< above the stations for a while; empty: nothing any more

    const std::vector<Station*>& stations() const { return m_list; }
    JobModel& model() { return m_model; }
    DayStrip& dayStrip() { return *m_dayStrip; }
    JudgeStation& judge() { return *m_judge; }
    BenchModel& bench() { return *m_bench; }
    AskStation& ask() { return *m_ask; }
    ReadyStation& ready() { return *m_ready; }
    PullStation& pullStation() { return *m_pull; }
    LookStation& lookStation() { return *m_look; }
    FigureStation& figure() { return *m_figure; }
    RoadStation& road() { return *m_road; }
    HandoverStation& handover() { return *m_handover; }
    FirstDay& firstDay() { return *m_firstDay; }
    SettingsStation& settings() { return *m_settings; }
    JobsStation& jobs() { return *m_jobs; }
    CopyDesk& copies() { return *m_copies; }

signals:
    void stationShown(int station);
    /// In another language or size of text: whoever made this window makes another in its place.
    void wantedAnew();

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void closeEvent(QCloseEvent* event) override;

private:
    void addShortcuts();
    void wantAnew();
    void help();
    void keepPlace() const;
    bool underWay() const;
    void importWaiting();
    void takeInBundles(QStringList bundles, std::function<void()> then);
    void adoptKeeper(std::unique_ptr<Keeper> keeper);

    Theme& m_theme;
    std::unique_ptr<Keeper> m_keeper, m_opening;
    JobModel m_model;
    std::unique_ptr<BenchModel> m_bench;
    std::unique_ptr<CopyDesk> m_copies;
    Rail* m_rail;
    HeaderLine* m_header;
    QStackedWidget* m_stations;
    JobsStation* m_jobs;
    AskStation* m_ask;
    ReadyStation* m_ready;
    PullStation* m_pull;
    LookStation* m_look;
    JudgeStation* m_judge;
    FigureStation* m_figure;
    RoadStation* m_road;
    HandoverStation* m_handover;
    SettingsStation* m_settings;
    std::vector<Station*> m_list; ///< all of them, in working order
    CaptureOffer* m_captures;
    DayStrip* m_dayStrip;
    QLabel* m_message;
    FirstDay* m_firstDay;
    QPointer<ImportDialog> m_import; ///< the one that stands
    QStringList m_toImport;          ///< comes after it, or after the pull in hand
    bool m_hasPlace = false;         ///< it is kept when the window goes; not of a trial's or a test's
};

} // namespace jr::app
