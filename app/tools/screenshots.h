// SPDX-License-Identifier: GPL-3.0-or-later
// The pictures of docs/screenshots/, made from the demo data by the program itself.
#pragma once

#include <QString>

namespace jr::app {

class MainWindow;
class Theme;

/// `only` a station ("figure"), or all when empty. Returns 0, or 4 when a picture could not be written.
int writeScreenshots(MainWindow& window, Theme& theme, const QString& folder, const QString& logsFolder,
                     const QString& only = {});

} // namespace jr::app
