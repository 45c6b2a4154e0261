// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures of the archive: read beside the window, no larger than they are shown.
#pragma once

#include "app/model/keeper.h"

#include <QImage>
#include <QSize>
#include <QString>

class QWidget;

namespace jr::app {

/// Read no larger than it is shown: a phone's photo would cost fifty megabytes otherwise. Null when it cannot be read.
QImage scaledPicture(const QString& path, QSize most);
/// In a window of its own until it is closed.
void showLarge(QWidget* over, Keeper& keeper, const QString& path, const QString& words);

} // namespace jr::app
