// SPDX-License-Identifier: GPL-3.0-or-later
// A place of the window where one part of the work is done. It says of itself what others need to know of it: rail,
// keys, pictures and tests read it from here. A new station is a folder with one of these and a line in
// app/frame/main_window.cpp.
#pragma once

#include <QStringList>
#include <QWidget>

namespace jr::app {

struct StationFace {
    QString name;
    QString icon;         ///< in the resources
    QString key;          ///< works everywhere in the window
    QStringList pictures; ///< of docs/screenshots that show it
};

class Station : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;
    virtual StationFace face() const = 0;
    virtual QStringList pages() const { return {}; } ///< names; empty when it has only itself
    virtual void showPage(int) {}
    virtual void arrive() {} ///< it was just brought into view
};

} // namespace jr::app
