// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/charts/label_places.h"

#include <QLineF>

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace jr::app {
namespace {

constexpr double kFromItsThing = 5.; // between a label and what it names

// What lying on something costs, in pixels of distance a label would rather go.
constexpr double kOnLabel = 4000., kOnLine = 1000., kOnThinLine = 60.;

bool crosses(const QLineF& segment, const QRectF& box) {
    const double left = std::min(segment.x1(), segment.x2()), right = std::max(segment.x1(), segment.x2());
    const double top = std::min(segment.y1(), segment.y2()), bottom = std::max(segment.y1(), segment.y2());
    if (right < box.left() || left > box.right() || bottom < box.top() || top > box.bottom())
        return false;
    if (box.contains(segment.p1()) || box.contains(segment.p2()))
        return true;
    const std::array<QLineF, 4> sides{QLineF(box.topLeft(), box.topRight()), QLineF(box.topRight(), box.bottomRight()),
                                      QLineF(box.bottomRight(), box.bottomLeft()),
                                      QLineF(box.bottomLeft(), box.topLeft())};
    return std::any_of(sides.begin(), sides.end(), [&](const QLineF& side) {
        return segment.intersects(side, nullptr) == QLineF::BoundedIntersection;
    });
}

bool lineCrosses(const QPolygonF& line, const QRectF& box) {
    for (qsizetype i = 1; i < line.size(); ++i)
        if (std::isfinite(line[i - 1].y()) && std::isfinite(line[i].y()) && crosses({line[i - 1], line[i]}, box))
            return true;
    return false;
}

QRectF inside(QRectF box, const QRectF& area) {
    box.moveLeft(std::max(area.left(), std::min(box.left(), area.right() - box.width())));
    box.moveTop(std::max(area.top(), std::min(box.top(), area.bottom() - box.height())));
    return box;
}

} // namespace

std::vector<QRectF> placeLabels(const std::vector<LabelWish>& wishes, const std::vector<DrawnLine>& lines,
                                std::vector<QRectF> taken, const QRectF& area) {
    constexpr std::array<double, 9> kUp{0., 8., 16., 26., 38., 52., 70., 92., 120.};
    constexpr std::array<double, 7> kAside{0., -0.4, 0.4, -0.8, 0.8, -1.3, 1.3}; // of the label's width
    std::vector<QRectF> out;
    for (const LabelWish& wish : wishes) {
        QRectF best;
        double least = std::numeric_limits<double>::infinity();
        for (bool above : {wish.above, !wish.above})
            for (double up : kUp)
                for (double aside : kAside) {
                    const double top = above ? wish.anchor.y() - kFromItsThing - up - wish.size.height()
                                             : wish.anchor.y() + kFromItsThing + up;
                    const QRectF wanted(QPointF(wish.anchor.x() + (aside - 0.5) * wish.size.width(), top), wish.size);
                    const QRectF box = inside(wanted, area);
                    double cost = up + 0.7 * std::abs(aside) * wish.size.width() + (above == wish.above ? 0. : 12.) +
                                  QLineF(box.center(), wanted.center()).length();
                    if (cost >= least)
                        continue;
                    for (const QRectF& other : taken)
                        cost += other.intersects(box) ? kOnLabel : 0.;
                    for (const DrawnLine& line : lines) {
                        if (cost >= least)
                            break;
                        if (lineCrosses(line.points, box))
                            cost += line.thin ? kOnThinLine : kOnLine;
                    }
                    if (cost < least) {
                        least = cost;
                        best = box;
                    }
                }
        taken.push_back(best);
        out.push_back(best);
    }
    return out;
}

} // namespace jr::app
