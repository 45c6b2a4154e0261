// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/tools/road_shots.h"

#include "app/frame/main_window.h"
#include "app/road/road_station.h"
#include "app/tools/picture_stack.h"

#include <QDir>

namespace jr::app {

bool grabRoad(MainWindow& window, Theme& theme, const QDir& out, bool (*openNamed)(MainWindow&, const char*)) {
    bool good = openNamed(window, "Weights on the belt");
    window.showStation(MainWindow::Road);
    PictureStack stack;
    for (int page : {RoadStation::Marks, RoadStation::Won, RoadStation::Steps, RoadStation::Map, RoadStation::Thrust,
                     RoadStation::Track, RoadStation::Before, RoadStation::Ride}) {
        window.road().show(page);
        good = stack.add(window) && good;
    }
    theme.setMode(Theme::Mode::Night);
    window.road().show(RoadStation::Marks);
    good = stack.add(window) && good;
    theme.setMode(Theme::Mode::Day);
    return stack.save(out.filePath(QStringLiteral("road.png"))) && good;
}

} // namespace jr::app
