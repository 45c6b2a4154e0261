// SPDX-License-Identifier: GPL-3.0-or-later
// Lists that are filled anew: everything out of a layout.
#pragma once

#include <QLayout>
#include <QWidget>

namespace jr::app {

/// Later rather than now: what is taken out may be what just sent the signal. The first ones may stay.
inline void clearLayout(QLayout* layout, int staying = 0) {
    while (QLayoutItem* item = layout->takeAt(staying)) {
        if (item->widget()) {
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
}

} // namespace jr::app
