// SPDX-License-Identifier: GPL-3.0-or-later
// A value's place along the width of a box on a drawing, and back.
#pragma once

#include <QRectF>

#include <algorithm>

namespace jr::app {

struct AlongScale {
    QRectF box;
    double low, high;

    /// Held inside the box.
    double x(double value) const {
        return box.left() + (std::clamp(value, low, high) - low) / (high - low) * box.width();
    }
    double valueAt(double px) const { return low + (px - box.left()) / box.width() * (high - low); }
};

} // namespace jr::app
