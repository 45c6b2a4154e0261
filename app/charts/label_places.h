// SPDX-License-Identifier: GPL-3.0-or-later
// Where labels stand on a chart so that they lie neither on a line nor on one another.
#pragma once

#include <QPolygonF>
#include <QRectF>

#include <vector>

namespace jr::app {

struct LabelWish {
    QPointF anchor; ///< what it names
    QSizeF size;
    bool above = true; ///< the side it would rather stand on
};

/// A line that is drawn, in pixels; a label may lie on a thin one if it must.
struct DrawnLine {
    QPolygonF points;
    bool thin = false;
};

/// One rectangle a wish, inside `area` as far as that is large enough: as near to its anchor as leaves the lines, what
/// is `taken`, and the labels placed before it uncovered; else where it covers least. Lines may be given unordered.
std::vector<QRectF> placeLabels(const std::vector<LabelWish>& wishes, const std::vector<DrawnLine>& lines,
                                std::vector<QRectF> taken, const QRectF& area);

} // namespace jr::app
