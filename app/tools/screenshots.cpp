#include "app/tools/screenshots.h"

#include "app/ask/ask_station.h"
#include "app/frame/main_window.h"
#include "app/handover/handover_station.h"
#include "app/import/import_dialog.h"
#include "app/judge/judge_station.h"
#include "app/pull/pull_station.h"
#include "app/ready/ready_station.h"
#include "app/start/start_page.h"

#include <QApplication>
#include <QDir>
#include <QElapsedTimer>

#include <cstdio>

namespace jr::app {
namespace {

bool grab(QWidget& widget, const QString& path) {
    for (int i = 0; i < 6; ++i) {
        QApplication::processEvents();
        QApplication::sendPostedEvents();
    }
    const bool good = widget.grab().save(path);
    if (!good)
        std::fprintf(stderr, "%s could not be written\n", qPrintable(path));
    return good;
}

/// Lets the program run until something is so, or the time is up.
template <class Is>
bool runUntil(Is is, int mostMs = 30000) {
    QElapsedTimer timer;
    timer.start();
    while (!is() && timer.elapsed() < mostMs)
        QApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 10);
    return is();
}

/// The Pull station against the simulated bench: in the middle of a pull, and with its card.
bool grabPulls(MainWindow& window, const QDir& out) {
    BenchModel& bench = window.bench();
    window.showStation(MainWindow::Pull);
    bool good = grab(window, out.filePath(QStringLiteral("pull-no-bench.png")));
    const auto job = window.model().archive()->createJob("Which cam?", "Larkspur 410");
    if (!job || !window.openJob(*job))
        return false;
    bench.setSetup(QStringLiteral("stock cam"));
    bench.tryStandin(QStringLiteral("larkspur"), 6.);
    const auto state = [&] { return bench.snapshot().state; };
    bool asked = runUntil(
        [&] { return bench.bench() && bench.snapshot().link == LinkState::Streaming && state() == BenchState::Ready; });
    // The warm-up first: kept, not counted.
    constexpr int kLast = 3;
    for (int pull = 0; pull <= kLast && asked; ++pull) {
        bench.ask(QStringLiteral("pull"));
        asked = runUntil([&] { return state() == BenchState::Pulling && bench.snapshot().figures.rpm > 7000.; });
        if (pull == kLast)
            good = grab(window, out.filePath(QStringLiteral("pull-live.png"))) && good;
        asked = asked && runUntil([&] { return bench.card().has_value(); });
        if (pull == kLast)
            good = grab(window, out.filePath(QStringLiteral("pull-card.png"))) && good;
        bench.dismissCard();
        asked = asked && runUntil([&] { return state() == BenchState::Ready; });
    }
    asked = asked && runUntil([&] { return bench.lastCoast() != nullptr; });
    window.ready().bench().calibration().setKind(2);
    window.ready().show(ReadyStation::Bench);
    window.showStation(MainWindow::Ready);
    good = grab(window, out.filePath(QStringLiteral("ready-bench.png"))) && good;
    bench.disconnectBench();
    return good && asked;
}

} // namespace

int writeScreenshots(MainWindow& window, Theme& theme, const QString& folder, const QString& logsFolder) {
    QDir().mkpath(folder);
    const QDir out(folder);
    window.resize(1280, 800);
    window.show();
    window.model().waitUntilLoaded();
    bool good = true;
    const auto shot = [&](const char* name, int station) {
        window.showStation(station);
        good = grab(window, out.filePath(QLatin1String(name))) && good;
    };
    theme.setMode(Theme::Mode::Day);
    shot("start.png", MainWindow::Start);
    shot("ask.png", MainWindow::Ask);
    window.ask().show(AskStation::Machine);
    shot("ask-machine.png", MainWindow::Ask);
    window.ask().show(AskStation::FaultHunt);
    shot("ask-fault-hunt.png", MainWindow::Ask);
    window.ask().show(AskStation::Question);
    window.ready().show(ReadyStation::WalkRoundPage);
    shot("ready-walk-round.png", MainWindow::Ready);
    window.ready().show(ReadyStation::Sitting);
    shot("ready-sitting.png", MainWindow::Ready);
    window.ready().show(ReadyStation::Apart);
    shot("ready-taken-apart.png", MainWindow::Ready);
    window.judge().setCursorRpm(5100.);
    shot("judge-day.png", MainWindow::Judge);
    theme.setMode(Theme::Mode::Night);
    shot("judge-night.png", MainWindow::Judge);
    theme.setMode(Theme::Mode::Day);
    window.model().setCurrentPull(3);
    shot("pull-limiter.png", MainWindow::Pulls);
    window.model().setCurrentPull(5);
    shot("pull-set-aside.png", MainWindow::Pulls);
    shot("hand-over.png", MainWindow::Handover);
    good = window.handover().writePng(out.filePath(QStringLiteral("sheet.png"))).ok() && good;
    QStringList logs;
    if (!logsFolder.isEmpty())
        for (const QFileInfo& info : QDir(logsFolder).entryInfoList(QDir::Files, QDir::Name))
            logs << info.absoluteFilePath();
    if (!logs.isEmpty()) {
        ImportDialog dialog(theme, window.model(), logs, &window);
        dialog.show();
        good = grab(dialog, out.filePath(QStringLiteral("import.png"))) && good;
        dialog.close();
    }
    good = grabPulls(window, out) && good;
    return good ? 0 : 4;
}

} // namespace jr::app
