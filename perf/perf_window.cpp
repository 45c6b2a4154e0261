// The window: how soon it can be used with the demo job, what a large archive costs, how quick the live switches are.
// Prints figures; run it under Xvfb or with QT_QPA_PLATFORM=offscreen.
#include "app/frame/main_window.h"
#include "app/judge/judge_station.h"
#include "archive/formats/pull_file.h"
#include "demo_job/demo_archive.h"
#include "standin/simulated_bench.h"
#include "tests/support/simulated_trace.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QTemporaryDir>

#include <cstdio>
#include <fstream>

namespace {

double megabytesResident() {
    std::ifstream status("/proc/self/status");
    std::string word;
    while (status >> word)
        if (word == "VmRSS:") {
            double kb = 0.;
            status >> kb;
            return kb / 1024.;
        }
    return 0.;
}

void settle() {
    for (int i = 0; i < 4; ++i)
        QApplication::processEvents();
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
    window.openArchive(dir.filePath("demo"));
    window.openJob((*window.model().archive()->jobs())[0].id);
    window.show();
    window.showStation(jr::app::MainWindow::Judge);
    window.model().waitUntilLoaded();
    settle();
    std::printf("demo window usable after       %lld ms\n", static_cast<long long>(sinceStart.elapsed()));

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
    window.openArchive(dir.filePath("forty"));
    window.openJob((*window.model().archive()->jobs())[0].id);
    window.showStation(jr::app::MainWindow::Judge);
    window.model().waitUntilLoaded();
    settle();
    QElapsedTimer timer;
    const auto timed = [&](const char* what, auto act) {
        timer.start();
        act();
        settle();
        std::printf("%-30s %lld ms\n", what, static_cast<long long>(timer.elapsed()));
    };
    timed("40 pulls, another standard", [&] { window.model().setStandard("din-70020"); });
    timed("40 pulls, another unit", [&] { window.model().setUnitsChoice(2); });
    timed("40 pulls, another detail", [&] { window.model().setDetailRpm(200.); });
    timed("40 pulls, another band", [&] { window.model().setBand(4000., 8000.); });

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
    timed("archive of 2000 pulls opened", [&] { window.openArchive(dir.filePath("large")); });
    std::printf("memory with it open            %.0f MB\n", megabytesResident());
    return 0;
}
