// SPDX-License-Identifier: GPL-3.0-or-later
// Walks through the whole window, station by station and page by page, on demo jobs that fill them.
#pragma once

#include "app/frame/main_window.h"
#include "tests/support/demo_window.h"

#include <QCoreApplication>

#include <functional>

namespace testsupport {

/// Which demo job fills a page of a station best; the others of a station are shown on the first.
inline const char* jobFor(int station, int page) {
    using jr::app::JudgeStation;
    using jr::app::MainWindow;
    if (station == MainWindow::Judge)
        return page == JudgeStation::Cross || page == JudgeStation::SweepOf || page == JudgeStation::Gauges
                   ? "Reeds and pipe"
               : page == JudgeStation::Many || page == JudgeStation::Steps || page == JudgeStation::ScatterOf
                   ? "Larkspur ladder"
                   : "Stack length";
    if (station == MainWindow::Road)
        return "Weights on the belt";
    return "Stack length";
}

inline void everyPage(DemoWindow& demo, const std::function<void(const QString& where, jr::app::Station&)>& visit) {
    jr::app::MainWindow& window = demo.window();
    const char* open = "";
    for (std::size_t s = 0; s < window.stations().size(); ++s) {
        jr::app::Station& station = *window.stations()[s];
        const QStringList pages = station.pages();
        for (int p = 0; p < std::max(1, static_cast<int>(pages.size())); ++p) {
            const char* job = jobFor(static_cast<int>(s), p);
            if (qstrcmp(job, open) != 0) {
                (void)demo.open(job);
                open = job;
            }
            window.showStation(static_cast<int>(s));
            if (!pages.isEmpty())
                station.showPage(p);
            (void)demo.model();
            for (int i = 0; i < 4; ++i) {
                QCoreApplication::sendPostedEvents();
                QCoreApplication::processEvents();
            }
            visit(QStringLiteral("%1/%2").arg(s).arg(p) + (pages.isEmpty() ? QString() : QLatin1Char(' ') + pages[p]),
                  station);
        }
    }
}

} // namespace testsupport
