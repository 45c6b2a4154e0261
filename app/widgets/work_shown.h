// SPDX-License-Identifier: GPL-3.0-or-later
// Work in another thread, shown with how far it is and a button that stops it.
#pragma once

#include <QString>

#include <functional>

class QWidget;

namespace jr::app {

struct WorkShown {
    std::function<bool(int done, int all)> tick; ///< for the worker; false once a person stopped it
    std::function<void()> close;                 ///< in the window's thread, when it is done
};

/// Stands over its window until it is closed; the program lives on.
WorkShown showWork(QWidget* over, const QString& words);

} // namespace jr::app
