// SPDX-License-Identifier: GPL-3.0-or-later
// The window: how soon it can be used with the demo job, what a large archive costs, how quick the live switches are.
// Prints figures; run it under Xvfb or with QT_QPA_PLATFORM=offscreen.
#include "app/figure/figure_station.h"
#include "app/frame/main_window.h"
#include "app/judge/judge_station.h"
#include "archive/formats/pull_file.h"
#include "demo_job/demo_archive.h"
#include "perf/resident.h"
#include "standin/simulated_bench.h"
#include "tests/support/settled.h"
#include "tests/support/simulated_trace.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QKeyEvent>
#include <QTemporaryDir>

#include <algorithm>
#include <cstdio>
#include <functional>
#include <string>
#include <vector>

namespace {

jr::app::JobModel* theModel = nullptr;

/// Lets the window live until it has nothing more to do; the longest it was held by one thing, ms.
double settle(const std::function<bool()>& there = {}) {
    double longest = 0.;
    QElapsedTimer one;
    for (int quiet = 0; quiet < 4;) {
        one.start();
        QApplication::processEvents();
        longest = std::max(longest, 1e-6 * static_cast<double>(one.nsecsElapsed()));
        const bool busy = theModel && (theModel->answers().desk().working() || theModel->loading() ||
                                       (theModel->keeper() && theModel->keeper()->working()));
        quiet = busy || (there && !there()) ? 0 : quiet + 1;
    }
    return longest;
}

} // namespace

int main(int argc, char** argv) {
    QElapsedTimer sinceStart;
    sinceStart.start();
    QApplication application(argc, argv);
    jr::app::Theme theme;
    theme.install(application);
    QTemporaryDir dir;
    {
        auto archive = jr::Archive::open(dir.filePath("demo"));
        (void)jr::fillDemoArchive(**archive);
    }
    sinceStart.restart();
    jr::app::MainWindow window(theme);
    theModel = &window.model();
    testsupport::openArchive(window, dir.filePath("demo"));
    testsupport::openJob(window, (*testsupport::archiveOf(window.model())->jobs())[0].id);
    window.show();
    window.showStation(jr::app::MainWindow::Judge);
    window.model().waitUntilSettled();
    settle();
    std::printf("demo window usable after       %lld ms\n", static_cast<long long>(sinceStart.elapsed()));

    QElapsedTimer timer;
    const auto timed = [&](const char* what, auto act, const std::function<bool()>& there = {}) {
        timer.start();
        act();
        const auto acted = static_cast<double>(timer.elapsed());
        const double held = std::max(acted, settle(there));
        std::printf("%-30s %lld ms, the window held for %.0f ms at most\n", what,
                    static_cast<long long>(timer.elapsed()), held);
    };
    timed("day to night", [&] { theme.setMode(jr::app::Theme::Mode::Night); });
    timed("night to day", [&] { theme.setMode(jr::app::Theme::Mode::Day); });
    for (jr::app::Station* one : window.stations())
        std::printf("  %s %lld\n", qPrintable(one->face().name), static_cast<long long>(one->findChildren<QWidget*>().size()));
    std::printf("widgets of the window          %lld\n",
                static_cast<long long>(window.findChildren<QWidget*>().size()));

    // Live switches on a job of 40 pulls.
    {
        auto archive = jr::Archive::open(dir.filePath("forty"));
        const auto job = (*archive)->createJob("Forty", "Bench");
        standin::EngineTruth engine;
        for (int i = 0; i < 40; ++i) {
            standin::PullSetting pull;
            pull.seed = static_cast<std::uint64_t>(i) + 1;
            pull.offsetShare = 0.001 * (i % 5);
            jr::Trace trace = testsupport::traceOf(standin::rollerPull(engine, {}, pull), jr::PullKind::Roller);
            trace.header.setup = i % 4 == 1 || i % 4 == 2 ? "changed" : "base";
            trace.header.startedEpochS = 1.7e9 + 300. * i;
            trace.header.id = "forty-" + std::to_string(i);
            (void)(*archive)->addPull(*job, trace, "perf");
        }
        (void)(*archive)->setComparison(*job, {});
    }
    testsupport::openArchive(window, dir.filePath("forty"));
    testsupport::openJob(window, (*testsupport::archiveOf(window.model())->jobs())[0].id);
    window.showStation(jr::app::MainWindow::Judge);
    window.model().waitUntilSettled();
    settle();
    timed("40 pulls, another standard", [&] { window.model().compare().setStandard("din-70020"); });
    timed("40 pulls, another unit", [&] { window.model().setUnitsChoice(2); });
    timed("40 pulls, another detail", [&] { window.model().compare().setDetail(200.); });
    timed("40 pulls, another band", [&] { window.model().compare().setBand(4000., 8000.); });

    // Twelve setups, 96 pulls of about 8000 rows: every page of Judge as the band is turned.
    {
        auto archive = jr::Archive::open(dir.filePath("twelve"));
        const auto job = (*archive)->createJob("Twelve", "Bench");
        standin::BenchSetting bench;
        bench.sampleHz = 1150.;
        std::string first;
        for (int s = 0; s < 12; ++s) {
            const auto made = (*archive)->createSetup(
                *job, "stack " + std::to_string(60 + 10 * s), first,
                s == 0 ? std::vector<jr::SetupChange>{}
                       : std::vector<jr::SetupChange>{{"stack", "60 mm", std::to_string(60 + 10 * s) + " mm"}});
            first = first.empty() ? *made : first;
        }
        for (int i = 0; i < 96; ++i) {
            const int block = i / 12, setup = block % 2 ? 11 - i % 12 : i % 12;
            standin::EngineTruth engine;
            engine.bumps = {{0.05, 8000. - 300. * setup, 700.}};
            standin::PullSetting pull;
            pull.seed = static_cast<std::uint64_t>(i) + 1;
            pull.offsetShare = 0.001 * (i % 5);
            jr::Trace trace = testsupport::traceOf(standin::rollerPull(engine, bench, pull), jr::PullKind::Roller);
            if (i == 0)
                std::printf("rows of such a pull            %zu\n", trace.rows());
            trace.header.setup = "stack " + std::to_string(60 + 10 * setup);
            trace.header.startedEpochS = 1.7e9 + 300. * i;
            trace.header.id = "twelve-" + std::to_string(i);
            (void)(*archive)->addPull(*job, trace, "perf");
        }
    }
    const double before = perf::megabytesResident();
    testsupport::openArchive(window, dir.filePath("twelve"));
    window.showStation(jr::app::MainWindow::Judge);
    const std::string twelve = (*testsupport::archiveOf(window.model())->jobs())[0].id;
    timed("12 setups, 96 pulls opened", [&] { window.model().openJob(twelve); });
    std::printf("memory with them open          %.0f MB (%.0f before)\n", perf::megabytesResident(), before);
    for (int page = 0; page < window.judge().count(); ++page) {
        window.judge().show(page);
        settle();
        window.model().compare().setBand(4000., 8000.); // worked out once under this band
        settle();
        const QByteArray name = QStringLiteral("  %1, band moved").arg(window.judge().pageName(page)).toUtf8();
        timed(name.constData(), [&] { window.model().compare().setBand(4100., 8000.); });
    }
    window.judge().show(0);

    // Figure: a handle stepped, what follows worked out and painted; forty steps a page.
    window.showStation(jr::app::MainWindow::Figure);
    settle();
    for (jr::app::FigurePage* page : window.figure().figurePages()) {
        window.figure().showPageOf(page->id());
        settle();
        jr::app::HandDrawing& drawing = page->drawing();
        drawing.setFocus(Qt::TabFocusReason);
        std::vector<double> steps;
        for (int i = 0; i < 40; ++i) {
            QElapsedTimer step;
            step.start();
            QKeyEvent key(QEvent::KeyPress, i % 2 ? Qt::Key_Right : Qt::Key_Left, Qt::ShiftModifier);
            QApplication::sendEvent(&drawing, &key);
            QApplication::processEvents(); // paints what changed
            steps.push_back(1e-6 * static_cast<double>(step.nsecsElapsed()));
        }
        const QByteArray name =
            QStringLiteral("  Figure %1, a step of a handle").arg(QString::fromStdString(page->id())).toUtf8();
        std::sort(steps.begin(), steps.end());
        std::printf("%-40s %.1f ms, nine in ten under %.1f\n", name.constData(), steps[steps.size() / 2],
                    steps[steps.size() * 9 / 10]);
    }
    window.showStation(jr::app::MainWindow::Judge);
    window.judge().show(0);

    // An archive of 2,000 pulls in 50 jobs.
    {
        auto archive = jr::Archive::open(dir.filePath("large"));
        standin::EngineTruth engine;
        const jr::Trace pattern = testsupport::traceOf(standin::rollerPull(engine, {}, {}), jr::PullKind::Roller);
        for (int j = 0; j < 50; ++j) {
            const auto job = (*archive)->createJob("Job " + std::to_string(j), "Bench");
            for (int i = 0; i < 40; ++i) {
                jr::Trace trace = pattern;
                trace.header.id = "pull-" + std::to_string(j) + "-" + std::to_string(i);
                trace.header.setup = i % 2 ? "changed" : "base";
                trace.header.startedEpochS = 1.7e9 + 86400. * j + 300. * i;
                (void)(*archive)->addPull(*job, trace, "perf");
            }
        }
    }
    bool large = false;
    timed(
        "archive of 2000 pulls opened", [&] { window.openArchive(dir.filePath("large"), [&] { large = true; }); },
        [&] { return large; });
    std::printf("memory with it open            %.0f MB\n", perf::megabytesResident());
    return 0;
}
