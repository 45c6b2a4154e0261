// SPDX-License-Identifier: GPL-3.0-or-later
// The live bench at its bar: 1 kHz and 24 channels in real time with the Pull station in view. Prints what was lost,
// the share of one core, memory at the start and at the end, and how often the station was painted. Usage: perf_bench
// [seconds]
#include "app/frame/main_window.h"
#include "app/pull/pull_station.h"
#include "perf/resident.h"
#include "tests/support/settled.h"
#include "tests/support/standin_process.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QTemporaryDir>
#include <QTimer>

#include <cstdio>
#include <ctime>

namespace {

template <class Is>
void runUntil(Is is) {
    // A sleeping loop, as the program itself has: polling would measure the poll.
    QEventLoop loop;
    QTimer look;
    QObject::connect(&look, &QTimer::timeout, &loop, [&] {
        if (is())
            loop.quit();
    });
    look.start(50);
    loop.exec();
}

} // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    const double seconds = argc > 1 ? std::atof(argv[1]) : 600.;
    jr::app::Theme theme;
    theme.install(application);
    QTemporaryDir dir;
    jr::app::MainWindow window(theme);
    testsupport::openArchive(window, dir.filePath(QStringLiteral("archive")));
    window.resize(1280, 800);
    window.show();
    window.showStation(jr::app::MainWindow::Pull);
    testsupport::StandinProcess bench({"--machine", "ostra", "--rate", "1000", "--channels", "24"});
    window.bench().sitting().setSetup(QStringLiteral("stock"));
    window.bench().link().connectTo(bench.address());
    const auto samples = [&] { return static_cast<double>(window.bench().link().snapshot().health.samples); };
    runUntil([&] { return samples() > 20000.; }); // settled: buffers are as large as they get
    const double memoryBefore = perf::megabytesResident(), before = samples();
    const int paintsBefore = window.pullStation().paints();
    const std::clock_t cpu = std::clock();
    QElapsedTimer timer;
    timer.start();
    int pulls = 0;
    double nextPull = 5.;
    runUntil([&] {
        const double t = static_cast<double>(timer.elapsed()) / 1000.;
        if (t > nextPull) { // a pull every minute, kept
            window.bench().dismissCard();
            window.bench().link().ask(QStringLiteral("pull"));
            nextPull = t + 60.;
            ++pulls;
        }
        return t > seconds;
    });
    const double lasted = static_cast<double>(timer.elapsed()) / 1000.;
    const jr::LiveSnapshot now = window.bench().link().snapshot();
    std::printf("samples                %.0f in %.0f s, %llu lost, %llu damaged\n", samples() - before, lasted,
                static_cast<unsigned long long>(now.health.missing),
                static_cast<unsigned long long>(now.health.badChecksums));
    std::printf("pulls asked and kept   %d, %zu\n", pulls, window.model().pulls().size());
    std::printf("share of one core      %.1f %%\n",
                100. * static_cast<double>(std::clock() - cpu) / CLOCKS_PER_SEC / lasted);
    std::printf("memory                 %.0f MB, then %.0f MB\n", memoryBefore, perf::megabytesResident());
    std::printf("painted                %.1f times a second\n",
                (window.pullStation().paints() - paintsBefore) / lasted);
    std::printf("capture on disk        %.0f MB\n", static_cast<double>(now.capturedBytes) / 1e6);
    return 0;
}
