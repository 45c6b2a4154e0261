// SPDX-License-Identifier: GPL-3.0-or-later
// Labels know what they would lie on.
#include "app/charts/label_places.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr::app;

namespace {

QPolygonF wave(double height) {
    QPolygonF out;
    for (int x = 0; x <= 600; x += 4)
        out << QPointF(x, height + 60. * std::sin(x / 40.));
    return out;
}

bool lies(const QRectF& box, const QPolygonF& line) {
    for (const QPointF& p : line)
        if (box.contains(p))
            return true;
    return false;
}

} // namespace

class TestLabelPlaces : public QObject {
    Q_OBJECT
private slots:
    void aLabelStandsWhereItWouldRather() {
        const auto places = placeLabels({{{300, 200}, {80, 16}, true}}, {}, {}, {0, 0, 600, 400});
        QVERIFY(places[0].bottom() < 200 && places[0].bottom() > 185);
        QCOMPARE(places[0].center().x(), 300.);
        QVERIFY(placeLabels({{{300, 200}, {80, 16}, false}}, {}, {}, {0, 0, 600, 400})[0].top() > 200);
    }
    void itLeavesLinesUncovered() {
        const QPolygonF line = wave(200.);
        for (double x = 20.; x < 600.; x += 7.) {
            const QPointF anchor(x, 200. + 60. * std::sin(x / 40.));
            for (bool above : {true, false}) {
                const QRectF box = placeLabels({{anchor, {70, 16}, above}}, {{line, false}}, {}, {0, 0, 600, 400})[0];
                QVERIFY2(!lies(box, line), qPrintable(QString::number(x)));
            }
        }
    }
    void labelsDoNotLieOnOneAnother() {
        std::vector<LabelWish> wishes(6, {{300, 200}, {90, 16}, true});
        const auto places = placeLabels(wishes, {{wave(200.), false}}, {}, {0, 0, 600, 400});
        for (std::size_t i = 0; i < places.size(); ++i)
            for (std::size_t k = 0; k < i; ++k)
                QVERIFY(!places[i].intersects(places[k]));
    }
    void theyStayInside() {
        const QRectF area(60, 20, 500, 300);
        for (const QPointF& corner : {area.topLeft(), area.topRight(), area.bottomLeft(), area.bottomRight()})
            QVERIFY(area.contains(placeLabels({{corner, {120, 18}, true}}, {}, {}, area)[0]));
    }
    void aThinLineGivesWayWhenItMust() {
        // Threads everywhere, one bold line: the label may lie on threads, never on the line.
        std::vector<DrawnLine> lines;
        for (int i = 0; i < 60; ++i)
            lines.push_back({wave(20. + 6. * i), true});
        lines.push_back({wave(200.), false});
        const QRectF box = placeLabels({{{300, 200.}, {80, 16}, true}}, lines, {}, {0, 0, 600, 400})[0];
        QVERIFY(!lies(box, wave(200.)));
    }
    void aHoleInALineIsNoLine() {
        QPolygonF line{{0, 200}, {250, 200}, {300, qQNaN()}, {350, 200}, {600, 200}};
        const QRectF box = placeLabels({{{300, 206}, {60, 10}, true}}, {{line, false}}, {}, {0, 0, 600, 400})[0];
        QVERIFY(std::abs(box.center().x() - 300.) < 1.); // stands in the hole
    }
};

JR_SUITE(TestLabelPlaces)
#include "test_label_places.moc"
