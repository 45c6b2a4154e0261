// SPDX-License-Identifier: GPL-3.0-or-later
// The picture of Road's pages, made from the demo's jobs.
#pragma once

class QDir;

namespace jr::app {

class MainWindow;
class Theme;

/// `openNamed` opens a job of the demo by name.
bool grabRoad(MainWindow& window, Theme& theme, const QDir& out, bool (*openNamed)(MainWindow&, const char*));

} // namespace jr::app
