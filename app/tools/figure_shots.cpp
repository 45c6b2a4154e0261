// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/tools/figure_shots.h"

#include "app/figure/figure_station.h"
#include "app/frame/main_window.h"

#include <QApplication>
#include <QDir>
#include <QPainter>
#include <QPixmap>

#include <string_view>
#include <vector>

namespace jr::app {
namespace {

QPixmap shotOf(MainWindow& window) {
    window.waitUntilSettled();
    for (int i = 0; i < 6; ++i) {
        QApplication::processEvents();
        QApplication::sendPostedEvents();
    }
    window.waitUntilSettled();
    return window.grab();
}

bool save(const std::vector<QPixmap>& shots, const QString& path) {
    int height = 0, width = 0;
    for (const QPixmap& p : shots) {
        height += p.height() + 8;
        width = std::max(width, p.width());
    }
    QPixmap all(width, height - 8);
    all.fill(Qt::transparent);
    QPainter painter(&all);
    int y = 0;
    for (const QPixmap& p : shots) {
        painter.drawPixmap(0, y, p);
        y += p.height() + 8;
    }
    painter.end();
    return all.save(path);
}

} // namespace

bool grabFigure(MainWindow& window, Theme& theme, const QDir& out, bool (*openNamed)(MainWindow&, const char*)) {
    bool good = true;
    const auto several = [&](const char* file, std::initializer_list<std::pair<const char*, const char*>> views) {
        std::vector<QPixmap> shots;
        for (const auto& [job, page] : views) {
            good = openNamed(window, job) && good;
            window.showStation(MainWindow::Figure);
            if (std::string_view(page) == "pinned")
                window.figure().showPage(window.figure().count() - 1);
            else
                window.figure().showPageOf(page);
            shots.push_back(shotOf(window));
        }
        good = save(shots, out.filePath(QLatin1String(file))) && good;
    };
    several("figure-two-stroke.png", {{"Reeds and pipe", "ports"},
                                      {"Reeds and pipe", "pipe"},
                                      {"Weights on the belt", "belt"},
                                      {"Weights on the belt", "pinned"}});
    several("figure-four-stroke.png", {{"Stack length", "gears"},
                                       {"Larkspur ladder", "cam"},
                                       {"Stack length", "intake"},
                                       {"Stack length", "carburettor"},
                                       {"Stack length", "cylinder"},
                                       {"Larkspur ladder", "worth"},
                                       {"Stack length", "desk"}});
    theme.setMode(Theme::Mode::Night);
    several("figure-night.png",
            {{"Stack length", "gears"}, {"Reeds and pipe", "ports"}, {"Weights on the belt", "belt"}});
    theme.setMode(Theme::Mode::Day);
    return good;
}

} // namespace jr::app
