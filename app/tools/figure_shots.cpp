// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/tools/figure_shots.h"

#include "app/figure/figure_station.h"
#include "app/frame/main_window.h"
#include "app/tools/picture_stack.h"

#include <QDir>

#include <string_view>

namespace jr::app {
bool grabFigure(MainWindow& window, Theme& theme, const QDir& out, bool (*openNamed)(MainWindow&, const char*)) {
    bool good = true;
    const auto several = [&](const char* file, std::initializer_list<std::pair<const char*, const char*>> views) {
        PictureStack stack;
        for (const auto& [job, page] : views) {
            good = openNamed(window, job) && good;
            window.showStation(MainWindow::Figure);
            if (std::string_view(page) == "pinned")
                window.figure().showPage(window.figure().count() - 1);
            else
                window.figure().showPageOf(page);
            good = stack.add(window) && good;
        }
        good = stack.save(out.filePath(QLatin1String(file))) && good;
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
