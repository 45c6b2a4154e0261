// SPDX-License-Identifier: GPL-3.0-or-later
// The small things every judgement stands on: the band of log ratios and what is made of it, holes in a grid, and the
// straight line of the flags (against GSL).
#include "core/judge/comparison.h"
#include "core/nan.h"
#include "core/pull/grid_holes.h"
#include "core/pull/straight_line.h"
#include "core/units/units.h"
#include "tests/support/suites.h"

#include <QTest>
#include <gsl/gsl_fit.h>

#include <cmath>

using namespace jr;

class TestDifference : public QObject {
    Q_OBJECT
private slots:
    void everyUnitTellsOfOneBand() {
        // 20 kW at 6000 rpm; the changed side makes 4 % more, known within a factor of 1.01.
        Comparison c;
        c.place = {6000.};
        c.base.powerW = {20000.};
        c.base.torqueNm = {20000. / radPerSFromRpm(6000.)};
        c.difference.add(std::log(1.04), std::log(1.01));
        QVERIFY(std::abs(c.pct(0).mid - 4.) < 1e-10);
        QVERIFY(std::abs(c.pct(0).low - 100. * (1.04 / 1.01 - 1.)) < 1e-10);
        QVERIFY(std::abs(c.pct(0).high - 100. * (1.04 * 1.01 - 1.)) < 1e-10);
        for (double Estimate::*end : {&Estimate::low, &Estimate::mid, &Estimate::high}) {
            const double watt = c.watt(0).*end;
            QVERIFY(std::abs(watt - 200. * (c.pct(0).*end)) < 1e-9);
            QVERIFY(std::abs(c.newtonMetre(0).*end * radPerSFromRpm(6000.) - watt) < 1e-9);
        }
        QVERIFY(c.watt(0).low < c.watt(0).mid && c.watt(0).mid < c.watt(0).high);
        QVERIFY(std::abs(c.watt(0).half() - 0.5 * (c.watt(0).high - c.watt(0).low)) < 1e-12);
    }
    void turnedRoundItIsTheSameBandBackwards() {
        // Which side is called base must not change what is known: a ratio and its inverse.
        LogRatioBand there, back;
        there.add(std::log(0.9), 0.02);
        back.add(-std::log(0.9), 0.02);
        QVERIFY(std::abs((1. + there.share(0).low) * (1. + back.share(0).high) - 1.) < 1e-12);
        QVERIFY(std::abs((1. + there.share(0).mid) * (1. + back.share(0).mid) - 1.) < 1e-12);
    }
    void withoutScatterOnlyTheMiddleIsKnown() {
        LogRatioBand band;
        band.add(0.01, kNaN);
        QVERIFY(std::isnan(band.share(0).low) && std::isnan(band.share(0).high));
        QVERIFY(std::abs(band.share(0).mid - std::expm1(0.01)) < 1e-15);
        QCOMPARE(band.size(), std::size_t(1));
    }
    void columnsAreTheSameFiguresInARow() {
        Comparison c;
        for (int i = 0; i < 5; ++i) {
            c.place.push_back(4000. + 50. * i);
            c.base.powerW.push_back(10000. + 100. * i);
            c.base.torqueNm.push_back(20.);
            c.difference.add(0.001 * i, 0.002);
        }
        const std::vector<double> low = differenceColumn(c, &Comparison::watt, &Estimate::low);
        QCOMPARE(low.size(), c.place.size());
        for (std::size_t i = 0; i < low.size(); ++i)
            QCOMPARE(low[i], c.watt(i).low);
    }
    void aHoleIsMoreThanOneStep() {
        const std::vector<double> rpm{4000., 4050., 4300., 4350.};
        QVERIFY(!holeBefore(rpm, 50., 0) && !holeBefore(rpm, 50., 1));
        QVERIFY(holeBefore(rpm, 50., 2));
        QVERIFY(!holeBefore(rpm, 50., 3));
        QVERIFY(!holeBefore(rpm, 250., 2)); // what is a hole is the grid's to say, and not its first two points'
    }
    void aStraightLineAgainstGsl() {
        const std::vector<double> x{1., 2., 4., 7., 11., 16.}, y{3.1, 2.9, 4.2, 5.0, 8.3, 9.9};
        StraightLine line;
        for (std::size_t i = 0; i < x.size(); ++i)
            line.add(x[i], y[i]);
        double c0 = 0., c1 = 0., v00 = 0., v01 = 0., v11 = 0., squares = 0.;
        QCOMPARE(gsl_fit_linear(x.data(), 1, y.data(), 1, x.size(), &c0, &c1, &v00, &v01, &v11, &squares), 0);
        QVERIFY(std::abs(line.slope() / c1 - 1.) < 1e-12);
        QVERIFY(std::abs((line.meanY() - line.slope() * line.meanX()) / c0 - 1.) < 1e-12);
        QCOMPARE(line.count(), 6.);
        StraightLine upright;
        upright.add(5., 1.);
        upright.add(5., 2.);
        QVERIFY(upright.spread() <= 0.); // no slope to ask for
    }
};

JR_SUITE(TestDifference)
#include "test_difference.moc"
