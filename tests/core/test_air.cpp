// SPDX-License-Identifier: GPL-3.0-or-later
// Air against steam tables, the ISO 2533 atmosphere and the standards' own reference points.
#include "core/air/standards.h"
#include "core/words/wording.h"
#include "standin/simulated_bench.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>

using namespace jr;

class TestAir : public QObject {
    Q_OBJECT
private slots:
    // Steam tables (values from memory): saturation pressure in hPa.
    void steamTables() {
        for (const auto& [t, hPa] : {std::pair{20., 23.39}, {25., 31.70}, {30., 42.47}, {40., 73.85}})
            QVERIFY2(std::abs(saturationVapourPressurePa(t) / 100. / hPa - 1.) < 0.002, qPrintable(QString::number(t)));
    }
    // ISO 2533 (values from memory).
    void standardAtmosphere() {
        QVERIFY(std::abs(standardDensityKgM3(0.) - 1.225) < 1e-4);
        QVERIFY(std::abs(standardDensityKgM3(2000.) - 1.0066) < 2e-4);
        QVERIFY(std::abs(standardPressurePa(1000.) / 100. - 898.76) < 0.1);
        QVERIFY(std::abs(densityAltitudeM({15., 101325., 0.})) < 2.);
        QVERIFY(std::abs(densityAltitudeM({2., standardPressurePa(2000.), 0.}) - 2000.) < 5.);
    }
    // Each standard gives exactly 1 in its own reference air.
    void referencePoints() {
        const auto dry = [](double t, double hPa) { return Air{t, hPa * 100., 0.}; };
        QVERIFY(std::abs(findStandard("sae-j1349")->factor(dry(25., 990.)) - 1.) < 1e-9);
        QVERIFY(std::abs(findStandard("iso-1585")->factor(dry(25., 990.)) - 1.) < 1e-9);
        QVERIFY(std::abs(findStandard("std-j607")->factor(dry(15.56, 1013.25)) - 1.) < 1e-4);
        QVERIFY(std::abs(findStandard("din-70020")->factor(dry(20., 1013.)) - 1.) < 1e-9);
        QCOMPARE(findStandard("none")->factor(dry(3., 800.)), 1.);
    }
    // Common practice, no source: the 60 degF standard reads about 4 % above the 25 degC one.
    void fourPercent() {
        const Air day{24., 99500., 0.4};
        QVERIFY(std::abs(findStandard("std-j607")->factor(day) / findStandard("sae-j1349")->factor(day) - 1.04) <
                0.006);
    }
    void againstTheSimulatedBench() {
        const Air air{31., 95000., 0.6};
        QVERIFY(std::abs(findStandard("sae-j1349")->factor(air) - standin::airFactorJ1349(31., 950., 60.)) < 1e-9);
    }
    void cautionsOutsideValidity() {
        const Standard& s = *findStandard("sae-j1349");
        QVERIFY(airCautions(s, {25., 100300., 0.4}).empty());
        QVERIFY(!airCautions(s, {38., 100300., 0.4}).empty());
        QVERIFY(!airCautions(s, {25., 85000., 0.4}).empty());
        QVERIFY(!airCautions(*findStandard("std-j607"), {30., 90000., 0.4}).empty());
    }
    void seaLevelPressureIsNoticed() {
        QCOMPARE(checkPressure(84000., 1500.), PressureVerdict::Plausible);
        QCOMPARE(checkPressure(101500., 1500.), PressureVerdict::LooksReducedToSeaLevel);
        QCOMPARE(checkPressure(60000., 1500.), PressureVerdict::Implausible);
        // Said with what the barometer would read: 1015 hPa at 720 m is 931 hPa by the standard atmosphere (ISO 2533:
        // 1013.25 (1 - 2.25577e-5 · 720)^5.25588 = 929.5, times 1015 / 1013.25).
        QVERIFY(pressureCautions(93000., 720.).empty());
        const auto reduced = pressureCautions(101500., 720.);
        QCOMPARE(reduced.size(), std::size_t(1));
        QCOMPARE(reduced[0].kind, std::string("pressure-reduced"));
        QVERIFY2(said(reduced[0].message).find("about 931 hPa") != std::string::npos, said(reduced[0].message).c_str());
        QCOMPARE(pressureCautions(60000., 720.).at(0).kind, std::string("air-implausible"));
        QVERIFY(std::abs(stationFromSeaLevelPa(101325., 1500.) - standardPressurePa(1500.)) < 1e-6);
    }
    void impossibleAir() {
        QVERIFY(airProblem({20., 100000., 1.2}));
        QVERIFY(airProblem({std::nan(""), 100000., 0.2}));
        QVERIFY(airProblem({20., 100., 0.2}));
        QVERIFY(!airProblem({20., 100000., 0.5}));
    }
    void grains() {
        // Psychrometric chart (value from memory): 25 degC, 50 %, sea level carries about 69 grains a pound.
        QVERIFY(std::abs(waterGrainsPerLb({25., 101325., 0.5}) - 69.) < 1.5);
    }
};

JR_SUITE(TestAir)
#include "test_air.moc"
