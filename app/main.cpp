// SPDX-License-Identifier: GPL-3.0-or-later
// jolly-ram: the window.
#include "app/frame/desktop_portal.h"
#include "app/frame/main_window.h"
#include "app/frame/one_window.h"
#include "app/frame/window_host.h"
#include "app/help/manual.h"
#include "app/jobs/jobs_station.h"
#include "app/model/bench_model.h"
#include "app/settings/records_place.h"
#include "app/settings/view_choices.h"
#include "app/tools/screenshots.h"
#include "app/tools/sheet_command.h"
#include "app/words/catalogue.h"
#include "app/words/words.h"
#include "archive/copies/trial_restore.h"
#include "archive/reader/reader_settings.h"
#include "bench/last_words.h"
#include "core/version.h"
#include "demo_job/demo_archive.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QSocketNotifier>
#include <QTemporaryDir>
#include <QtConcurrent>

#include <algorithm>
#include <clocale>
#include <csignal>
#include <cstdio>
#include <exception>
#include <iterator>
#include <string_view>

namespace {

/// The event loop's last door: a fault of ours is said and the program goes on, instead of ending with whatever was
/// open.
class Application : public QApplication {
public:
    using QApplication::QApplication;
    bool notify(QObject* receiver, QEvent* event) override {
        try {
            return QApplication::notify(receiver, event);
        } catch (const std::exception& problem) {
            std::fprintf(stderr, "a fault of this program: %s\n", problem.what());
            return false;
        }
    }
};

/// A new archive in the folder with the demo's jobs, closed again; the id of the first.
jr::Result<std::string> makeDemo(const QString& folder) {
    const auto archive = jr::Archive::open(folder);
    if (!archive)
        return archive.error();
    return jr::fillWholeDemo(**archive);
}

/// What only answers, or writes a file and leaves, wants no screen: it works in a script and over a bare line too.
void doWithoutScreen(int argc, char** argv) {
    constexpr std::string_view kLeaving[] = {"-h",        "-?",      "--help",         "--help-all",   "-v",
                                             "--version", "--sheet", "--write-manual", "--screenshots"};
    const bool screen = qEnvironmentVariableIsSet("DISPLAY") || qEnvironmentVariableIsSet("WAYLAND_DISPLAY");
    if (screen || qEnvironmentVariableIsSet("QT_QPA_PLATFORM"))
        return;
    for (int i = 1; i < argc; ++i) {
        const std::string_view word(argv[i]);
        if (std::ranges::find(kLeaving, word.substr(0, word.find('='))) != std::end(kLeaving))
            qputenv("QT_QPA_PLATFORM", "offscreen");
    }
}

} // namespace

int main(int argc, char** argv) {
    doWithoutScreen(argc, argv);
    jr::app::useDesktopPortal();
    Application application(argc, argv);
    std::signal(SIGXFSZ, SIG_IGN); // a file that may grow no more is a full disk, said like one
    // Qt has just taken the system's locale for C functions too; figures in files keep their decimal point.
    std::setlocale(LC_NUMERIC, "C");
    QApplication::setApplicationName(QStringLiteral("Jolly Ram"));
    QApplication::setApplicationVersion(QString::fromUtf8(jr::programVersion().data()));
    QApplication::setOrganizationName(QStringLiteral("jolly-ram"));

    if (const auto left = jr::leaveSettingsThatAreNoFile())
        std::fprintf(stderr, "%s\n", left->text().c_str());

    QCommandLineParser parser;
    parser.setApplicationDescription(
        QStringLiteral("What an engine change was worth: planner, judge and logbook for the tuner's bench."));
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption archiveOption(QStringLiteral("archive"),
                                           QStringLiteral("Keep the records in this folder."), QStringLiteral("DIR"));
    const QCommandLineOption demoOption(
        QStringLiteral("demo"),
        QStringLiteral("Put the demo job into the archive; without --archive into a throw-away one."));
    const QCommandLineOption logsOption(
        QStringLiteral("try-logs"), QStringLiteral("A folder with logs to try the import on."), QStringLiteral("DIR"));
    const QCommandLineOption shotsOption(QStringLiteral("screenshots"),
                                         QStringLiteral("Write a picture of every view into this folder and leave."),
                                         QStringLiteral("DIR"));
    const QCommandLineOption onlyOption(
        QStringLiteral("only"),
        QStringLiteral("Pictures of this station alone (jobs, settings, figure, road, hand-over)."),
        QStringLiteral("STATION"));
    const QCommandLineOption benchOption(QStringLiteral("bench"), QStringLiteral("Call this bench at once."),
                                         QStringLiteral("ADDRESS"));
    const QCommandLineOption tryBenchOption(
        QStringLiteral("try-bench"), QStringLiteral("Start a simulated bench (larkspur, ostra, quill) and call it."),
        QStringLiteral("MACHINE"));
    const QCommandLineOption sheetOption(QStringLiteral("sheet"),
                                         QStringLiteral("Write the customer's sheet of this job and leave."),
                                         QStringLiteral("JOB"));
    const QCommandLineOption outOption(QStringLiteral("out"),
                                       QStringLiteral("Where the sheet goes; its ending says as what."),
                                       QStringLiteral("FILE"));
    const QCommandLineOption manualOption(QStringLiteral("write-manual"),
                                          QStringLiteral("Write the manual (.html, .pdf) and leave."),
                                          QStringLiteral("FILE"));
    const QCommandLineOption languageOption(QStringLiteral("language"),
                                            QStringLiteral("Speak this language, whatever is chosen: %1.")
                                                .arg(jr::app::languagesSpoken().join(QStringLiteral(", "))),
                                            QStringLiteral("ID"));
    const QCommandLineOption publicOption(QStringLiteral("public"),
                                          QStringLiteral("A .png is the picture to show in public: upright or wide."),
                                          QStringLiteral("SHAPE"));
    parser.addOptions({manualOption, languageOption, sheetOption, outOption, publicOption, benchOption, tryBenchOption,
                       archiveOption, demoOption, logsOption, shotsOption, onlyOption});
    parser.addPositionalArgument(QStringLiteral("files"), QStringLiteral("Pull files or logs to bring in."),
                                 QStringLiteral("[files…]"));
    parser.process(application);

    jr::app::SpokenLanguage spoken(application);
    if (parser.isSet(languageOption) && !jr::app::languagesSpoken().contains(parser.value(languageOption))) {
        std::fprintf(stderr, "--language: one of %s\n",
                     qPrintable(jr::app::languagesSpoken().join(QStringLiteral(", "))));
        return 2;
    }
    spoken.speak(parser.isSet(languageOption) ? parser.value(languageOption) : jr::languageAsKept());
    jr::app::Theme theme;
    theme.install(application);
    dress(theme, jr::app::keptViewChoices());
    if (parser.isSet(manualOption)) {
        for (const QString& path : parser.values(manualOption))
            if (const auto written = jr::app::writeManual(path); !written) {
                std::fprintf(stderr, "%s\n", written.error().text().c_str());
                return 4;
            }
        return 0;
    }
    QTemporaryDir throwAway;
    // A trial is by itself.
    const bool throwsAway = !parser.isSet(archiveOption) && (parser.isSet(demoOption) || parser.isSet(shotsOption));
    const jr::app::RecordsPlace records =
        parser.isSet(archiveOption) ? jr::app::RecordsPlace{parser.value(archiveOption), false}
        : throwsAway                ? jr::app::RecordsPlace{throwAway.filePath(QStringLiteral("archive")), false}
                                    : jr::app::recordsPlace();
    const QString folder = records.folder;
    if (parser.isSet(sheetOption))
        return jr::app::writeSheetsAsAsked(
            {folder, parser.value(sheetOption), parser.values(outOption), parser.value(publicOption)});
    jr::removeDeadTrials();
    // An archive has one window.
    jr::app::OneWindow one(folder);
    if (!throwsAway && !parser.isSet(shotsOption)) {
        if (one.handedOver(parser.positionalArguments()))
            return 0;
        (void)one.listen();
    }
    jr::app::WindowHost host(theme, spoken);
    QObject::connect(&one, &jr::app::OneWindow::wanted, &host,
                     [&host](const QStringList& files) { host.window().comeForward(files); });
    host.prepareEach([&](jr::app::MainWindow& window) {
        window.jobs().setThrowAway(throwsAway);
        if (parser.isSet(logsOption))
            window.jobs().setTryFolder(parser.value(logsOption));
    });
    if (parser.isSet(shotsOption)) {
        jr::app::MainWindow& window = host.window();
        const auto job = makeDemo(folder);
        if (!job) {
            std::fprintf(stderr, "%s\n", job.error().text().c_str());
            return 4;
        }
        window.openArchive(folder, [&] { window.openJob(*job, jr::app::MainWindow::Judge); });
        window.waitUntilSettled();
    }
    // The bench is called once there is an archive for its pulls.
    const auto begin = [&host, files = parser.positionalArguments(), bench = parser.value(benchOption),
                        tryBench = parser.value(tryBenchOption)] {
        jr::app::MainWindow& window = host.window();
        if (!bench.isEmpty())
            window.bench().link().connectTo(bench);
        else if (!tryBench.isEmpty())
            window.bench().link().tryStandin(tryBench);
        if (!bench.isEmpty() || !tryBench.isEmpty())
            window.showStation(jr::app::MainWindow::Pull);
        window.importFiles(files);
    };
    if (parser.isSet(shotsOption)) {
        // Already open.
    } else if (parser.isSet(demoOption)) {
        // The demo's pulls are simulated and kept while the window stands already.
        host.window().say(jr::app::MainWindow::tr("Making the demo's jobs: a moment."));
        QtConcurrent::run(makeDemo, folder).then(&host, [&host, begin, folder](const jr::Result<std::string>& job) {
            if (!job) {
                host.window().say(jr::app::errorWords(job.error()));
                return;
            }
            host.window().say({});
            host.window().openArchive(folder, [&host, job, begin] {
                host.window().model().openJob(*job, [&host, begin](bool) {
                    host.window().showStation(jr::app::MainWindow::Judge);
                    begin();
                });
            });
        });
    } else if (records.away) {
        host.window().say(jr::app::MainWindow::tr("The records at %1 are not to be seen: is the disk plugged in? Open "
                                                  "another archive, or plug it in and start again.")
                              .arg(folder));
    } else {
        host.window().openArchive(folder, begin);
    }
    if (parser.isSet(shotsOption))
        return jr::app::writeScreenshots(host.window(), theme, parser.value(shotsOption), parser.value(logsOption),
                                         parser.value(onlyOption));
    // Ended by a signal, the bench has heard "cut" and "release" from the handler already; the rest ends in order.
    QSocketNotifier ending(jr::endingSignalPipe(), QSocketNotifier::Read);
    QObject::connect(&ending, &QSocketNotifier::activated, &application, [&] {
        host.window().bench().link().stop();
        QApplication::quit();
    });
    host.window().restorePlace();
    host.window().show();
    return QApplication::exec();
}
