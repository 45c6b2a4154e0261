#include "app/tools/screenshots.h"

#include "app/frame/main_window.h"
#include "app/handover/handover_station.h"
#include "app/import/import_dialog.h"
#include "app/judge/judge_station.h"
#include "app/start/start_page.h"

#include <QApplication>
#include <QDir>

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
    return good ? 0 : 4;
}

} // namespace jr::app
