// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/tools/screenshots.h"

#include "app/ask/ask_station.h"
#include "app/frame/main_window.h"
#include "app/handover/handover_station.h"
#include "app/import/import_dialog.h"
#include "app/jobs/jobs_station.h"
#include "app/judge/judge_station.h"
#include "app/pull/pull_station.h"
#include "app/ready/ready_station.h"
#include "app/tools/figure_shots.h"
#include "app/tools/picture_stack.h"
#include "app/tools/road_shots.h"

#include <QApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QPainter>
#include <QPixmap>
#include <QToolButton>

#include <cstdio>

namespace jr::app {
namespace {

bool grab(QWidget& widget, const QString& path) {
    for (int i = 0; i < 6; ++i) {
        QApplication::processEvents();
        QApplication::sendPostedEvents();
    }
    if (auto* window = qobject_cast<MainWindow*>(&widget))
        window->model().waitUntilSettled();
    const bool good = widget.grab().save(path);
    if (!good)
        std::fprintf(stderr, "%s could not be written\n", qPrintable(path));
    return good;
}

bool openNamed(MainWindow& window, const char* name) {
    window.say({}); // what was said of the picture before
    std::string id;
    window.model().keeper()->ask(
        &window, [](const Archive& archive) { return archive.jobs(); },
        [&](const Result<std::vector<JobSummary>>& jobs) {
            if (jobs)
                for (const JobSummary& job : *jobs)
                    if (job.name == name)
                        id = job.id;
        });
    window.waitUntilSettled();
    if (!id.empty()) {
        window.openJob(id, MainWindow::Judge);
        window.waitUntilSettled();
        return true;
    }
    std::fprintf(stderr, "the job %s is not in the demo\n", name);
    return false;
}

/// The pages of Judge, a few a picture, on the jobs that show them best.
bool grabJudge(MainWindow& window, Theme& theme, const QDir& out) {
    window.showStation(MainWindow::Judge);
    bool good = true;
    const auto pair = [&](const char* name, std::initializer_list<std::pair<const char*, int>> views) {
        PictureStack stack;
        for (const auto& [job, page] : views) {
            good = openNamed(window, job) && good;
            window.showStation(MainWindow::Judge);
            window.judge().show(page);
            if (page == JudgeStation::Gauges) // what the pipe asks of its second cylinder
                for (const SetupRecord& s : window.model().job().setups)
                    if (s.name == "tuned pipe")
                        window.model().compare().setWithSetup(s.id);
            window.waitUntilSettled();
            good = stack.add(window) && good;
        }
        good = stack.save(out.filePath(QLatin1String(name))) && good;
    };
    pair("judge-setups-steps.png", {{"Larkspur ladder", JudgeStation::Many}, {"Larkspur ladder", JudgeStation::Steps}});
    pair("judge-cross-sweep-gauges.png", {{"Reeds and pipe", JudgeStation::Cross},
                                          {"Reeds and pipe", JudgeStation::SweepOf},
                                          {"Reeds and pipe", JudgeStation::Gauges}});
    pair("judge-band-mixture-readings.png", {{"Larkspur ladder", JudgeStation::Band},
                                             {"Stack length", JudgeStation::Mixture},
                                             {"Stack length", JudgeStation::Readings},
                                             {"Stack length", JudgeStation::Eye}});
    theme.setMode(Theme::Mode::Night);
    pair("judge-scatter-belt-night.png", {{"Larkspur ladder", JudgeStation::ScatterOf},
                                          {"Weights on the belt", JudgeStation::Difference},
                                          {"Filter at the hub", JudgeStation::Difference}});
    theme.setMode(Theme::Mode::Day);
    window.judge().show(JudgeStation::Difference);
    return openNamed(window, "Stack length") && good;
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
    bool good = true;
    window.model().keeper()->ask(
        &window, [](Archive& archive) { return archive.createJob("Which cam?", "Larkspur 410"); },
        [&](const Result<std::string>& job) {
            if (job)
                window.openJob(*job, MainWindow::Pull);
        });
    window.waitUntilSettled();
    if (window.model().job().name != "Which cam?")
        return false;
    bench.sitting().setSetup(QStringLiteral("stock cam"));
    bench.link().tryStandin(QStringLiteral("larkspur"), 6.);
    const auto state = [&] { return bench.link().snapshot().state; };
    bool asked = runUntil([&] {
        return bench.link().bench() && bench.link().snapshot().link == LinkState::Streaming &&
               state() == BenchState::Ready;
    });
    PictureStack pulls;
    // The warm-up first: kept, not counted.
    constexpr int kLast = 3;
    for (int pull = 0; pull <= kLast && asked; ++pull) {
        bench.link().ask(QStringLiteral("pull"));
        asked = runUntil([&] { return state() == BenchState::Pulling && bench.link().snapshot().figures.rpm > 7000.; });
        if (pull == kLast)
            good = pulls.add(window) && good;
        asked = asked && runUntil([&] { return bench.card().has_value(); });
        if (pull == kLast)
            good = pulls.add(window) && good;
        bench.dismissCard();
        asked = asked && runUntil([&] { return state() == BenchState::Ready; });
    }
    asked = asked && runUntil([&] { return bench.lastCoast() != nullptr; });
    // Stopped in the middle of a pull, and answered.
    if (asked) {
        bench.link().ask(QStringLiteral("pull"));
        asked = runUntil([&] { return state() == BenchState::Pulling && bench.link().snapshot().figures.rpm > 6000.; });
        bench.link().stop();
        asked = asked && runUntil([&] { return bench.link().snapshot().stop.release == OrderState::Answered; });
        good = pulls.add(window) && good;
        runUntil([&] { return bench.card().has_value() || state() == BenchState::Ready; });
        if (bench.card())
            bench.setAside(bench.card()->pullId, QStringLiteral("stopped to show the stop"));
        bench.dismissCard();
        bench.link().clearStop();
    }
    good = pulls.save(out.filePath(QStringLiteral("pull.png"))) && good;
    window.ready().bench().calibration().setKind(2);
    window.ready().show(ReadyStation::Bench);
    window.showStation(MainWindow::Ready);
    good = grab(window, out.filePath(QStringLiteral("ready-bench.png"))) && good;
    bench.link().disconnectBench();
    return good && asked;
}

bool grabHandover(MainWindow& window, const QDir& out) {
    window.showStation(MainWindow::Handover);
    bool given = false;
    window.handover().give([&](const HandOver&) { given = true; });
    (void)runUntil([&] { return given; });
    return given && grab(window, out.filePath(QStringLiteral("hand-over.png"))) &&
           writeSheet(sheetOf(window.model()), SheetFormat::Png, out.filePath(QStringLiteral("sheet.png"))).ok();
}

} // namespace

int writeScreenshots(MainWindow& window, Theme& theme, const QString& folder, const QString& logsFolder,
                     const QString& only) {
    QDir().mkpath(folder);
    const QDir out(folder);
    window.resize(1280, 800);
    window.show();
    window.model().waitUntilSettled();
    bool good = true;
    const auto shot = [&](const char* name, int station) {
        window.showStation(station);
        good = grab(window, out.filePath(QLatin1String(name))) && good;
    };
    theme.setMode(Theme::Mode::Day);
    if (only == QLatin1String("road"))
        return grabRoad(window, theme, out, openNamed) ? 0 : 4;
    if (only == QLatin1String("figure"))
        return grabFigure(window, theme, out, openNamed) ? 0 : 4;
    shot("start.png", MainWindow::Jobs);
    if (only == QLatin1String("jobs"))
        return good ? 0 : 4;
    if (only == QLatin1String("settings")) {
        shot("settings.png", MainWindow::Settings);
        return good ? 0 : 4;
    }
    if (only == QLatin1String("hand-over"))
        return grabHandover(window, out) ? 0 : 4;
    window.showStation(MainWindow::Ask);
    runUntil([&] { return !window.ask().question().plan().trying(); });
    shot("ask.png", MainWindow::Ask);
    PictureStack ask, ready;
    window.ask().show(AskStation::Order);
    good = ask.add(window) && good;
    window.ask().show(AskStation::Rules);
    window.ask().rules().board().choose(1, 1);
    good = ask.add(window) && good;
    window.ask().show(AskStation::Machine);
    good = ask.add(window) && good;
    window.ask().show(AskStation::Book);
    window.showStation(MainWindow::Ask);
    window.waitUntilSettled();
    QElapsedTimer noting;
    noting.start();
    while (noting.elapsed() < 4000) // the other visits are worked out beside the window
        QApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 50);
    good = ask.add(window) && good;
    window.ask().show(AskStation::FaultHunt);
    good = ask.add(window) && ask.save(out.filePath(QStringLiteral("ask-order-machine-hunt.png"))) && good;
    window.ask().show(AskStation::Question);
    window.ready().show(ReadyStation::WalkRoundPage);
    // On the day it was walked: on any other all of it is open.
    window.bench().sitting().setClock([] { return QDateTime(QDate(2026, 5, 2), QTime(15, 0)); });
    window.showStation(MainWindow::Ready);
    good = ready.add(window) && good;
    window.bench().sitting().setSetup(QStringLiteral("long stack"));
    window.ready().show(ReadyStation::Leaks);
    good = ready.add(window) && good;
    window.bench().sitting().setSetup({});
    window.ready().show(ReadyStation::Sitting);
    good = ready.add(window) && good;
    window.ready().show(ReadyStation::Apart);
    good = ready.add(window) && ready.save(out.filePath(QStringLiteral("ready.png"))) && good;
    window.judge().setCursor(5100.);
    PictureStack judge;
    window.showStation(MainWindow::Judge);
    good = judge.add(window) && good;
    theme.setMode(Theme::Mode::Night);
    // By night with power, torque and mixture together: what the key T comes to after two presses.
    for (int press = 0; press < 2; ++press)
        for (QToolButton* b : window.judge().difference().findChildren<QToolButton*>())
            if (b->shortcut() == QKeySequence(Qt::Key_T))
                b->click();
    good = judge.add(window) && judge.save(out.filePath(QStringLiteral("judge.png"))) && good;
    theme.setMode(Theme::Mode::Day);
    window.model().setCurrentPull(3);
    PictureStack look;
    window.showStation(MainWindow::Look);
    good = look.add(window) && good;
    window.showStation(MainWindow::Settings);
    good = look.add(window) && look.save(out.filePath(QStringLiteral("look-settings.png"))) && good;
    good = grabHandover(window, out) && good;
    QStringList logs;
    if (!logsFolder.isEmpty())
        for (const QFileInfo& info : QDir(logsFolder).entryInfoList(QDir::Files, QDir::Name))
            logs << info.absoluteFilePath();
    if (!logs.isEmpty()) {
        ImportDialog dialog(theme, window.model(), logs, &window);
        dialog.show();
        runUntil([&] { return !dialog.set().items().empty() && !dialog.set().busy(); });
        good = grab(dialog, out.filePath(QStringLiteral("import.png"))) && good;
        dialog.close();
    }
    good = grabJudge(window, theme, out) && good;
    good = grabFigure(window, theme, out, openNamed) && good;
    good = grabRoad(window, theme, out, openNamed) && good;
    good = grabPulls(window, out) && good;
    return good ? 0 : 4;
}

} // namespace jr::app
