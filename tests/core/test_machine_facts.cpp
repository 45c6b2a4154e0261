// SPDX-License-Identifier: GPL-3.0-or-later
// Small facts of a machine as people write them, and what is made of them: numbers before their units, gears, limits of
// the guards, what the crank may make, one unit in another.
#include "core/driveline/crank_estimate.h"
#include "core/figure/desk/convert.h"
#include "core/machine/crank_range.h"
#include "core/machine/gear_ratios.h"
#include "core/machine/machine_limits.h"
#include "core/units/leading_number.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <random>

using namespace jr;

namespace {

MachineSheet sheetOf(MachineKind kind, std::map<std::string, std::string> values) {
    MachineSheet out;
    out.kind = kind;
    out.values = std::move(values);
    return out;
}

} // namespace

class TestMachineFacts : public QObject {
    Q_OBJECT
private slots:
    void numbersBeforeTheirUnits() {
        const auto is = [](std::string_view text, double value, const char* rest) {
            const auto read = leadingNumber(text);
            return read && read->first == value && read->second == rest;
        };
        QVERIFY(is("120,5 mm", 120.5, "mm"));
        QVERIFY(is("  -3.25mm ", -3.25, "mm"));
        QVERIFY(is("+7", 7., ""));
        QVERIFY(is("15/41", 15., "/41"));
        QVERIFY(is("3. gear", 3., ". gear")); // a full stop is no decimal mark
        QVERIFY(is("160 main jet", 160., "main jet"));
        for (const char* none : {"", "mm", "-", ",5", "one", "  ", "x12"})
            QVERIFY2(!leadingNumber(none), none);
        std::mt19937 dice(1);
        for (int k = 0; k < 2000; ++k) { // whichever mark it is written with
            const long whole = std::uniform_int_distribution<long>(0, 99999)(dice), part = k % 1000;
            const double value = static_cast<double>(whole) + static_cast<double>(part) / 1000.;
            char text[40];
            std::snprintf(text, sizeof text, "%ld%c%03ld bar", whole, k % 2 ? ',' : '.', part);
            const auto read = leadingNumber(text);
            QVERIFY(read && std::abs(read->first - value) < 1e-9 && read->second == "bar");
        }
    }
    void gearsHoweverWritten() {
        const std::vector<double> three{2.6, 1.9, 1.5};
        for (const char* text : {"2.6, 1.9, 1.5", "2.6/1.9/1.5", "2.6; 1.9; 1.5", "2.6 1.9 1.5", " 2.6 ,1.9 ;1.5, "})
            QVERIFY2(gearRatiosOf(sheetOf(MachineKind::FourStroke, {{"gear_ratios", text}})) == three, text);
        QVERIFY(gearRatiosOf(sheetOf(MachineKind::FourStroke, {})).empty());
        QVERIFY(gearRatiosOf(sheetOf(MachineKind::FourStroke, {{"gear_ratios", "as it came"}})).empty());
    }

    void twoStrokesAndFour() {
        QVERIFY(isTwoStroke(sheetOf(MachineKind::TwoStroke, {}), 4)); // its kind goes before what a bench says
        QVERIFY(!isTwoStroke(sheetOf(MachineKind::FourStroke, {}), 2));
        QVERIFY(isTwoStroke(sheetOf(MachineKind::Sled, {}), 4));
        QVERIFY(!isTwoStroke(sheetOf(MachineKind::Cvt, {}), 4)); // a scooter may be either
        QVERIFY(isTwoStroke(sheetOf(MachineKind::Cvt, {}), 2));
        QVERIFY(isTwoStroke(sheetOf(MachineKind::Cvt, {{"oil_mix", "50"}}), 4));
        const GuardLimits two = machineLimits(sheetOf(MachineKind::TwoStroke, {}), 2),
                          four = machineLimits(sheetOf(MachineKind::FourStroke, {}), 4);
        QVERIFY(two.exhaustC < four.exhaustC && two.coolantC < four.coolantC);
        QCOMPARE(four.overspeedRpm, 0.); // nothing is written: not watched
    }
    /// What the maker allows goes before what is usual, and of several cylinders the most careful figure holds.
    void theSheetGoesBeforeTheUsual() {
        MachineSheet sheet = sheetOf(MachineKind::TwoStroke, {{"coolant_limit_c", "75"}, {"egt_limit_c", "640"}});
        QCOMPARE(machineLimits(sheet, 2).coolantC, 75.);
        QCOMPARE(machineLimits(sheet, 2).exhaustC, 640.);
        sheet.cylinders = 2;
        sheet.values["egt_limit_c#2"] = "620";
        QCOMPARE(machineLimits(sheet, 2).exhaustC, 620.);
        sheet.values["egt_limit_c#1"] = "660"; // no cylinder may go above the whole machine's
        QCOMPARE(machineLimits(sheet, 2).exhaustC, 620.);
    }
    /// n = v / (2 s): 20 m/s with 60 mm of stroke are 10000 rev/min.
    void engineSpeedByTheStrictest() {
        MachineSheet sheet = sheetOf(MachineKind::FourStroke, {{"piston_speed_limit_m_s", "20"}, {"stroke_mm", "60"}});
        QVERIFY(std::abs(machineLimits(sheet, 4).overspeedRpm - 10000.) < 1e-9);
        sheet.values["limiter_rpm"] = "9000"; // which holds its own speed: a little past it something let go
        QVERIFY(std::abs(machineLimits(sheet, 4).overspeedRpm - 9540.) < 1e-9);
        sheet.values["rpm_limit"] = "9200";
        QCOMPARE(machineLimits(sheet, 4).overspeedRpm, 9200.);
        GuardLimits a, b;
        a.overspeedRpm = 0.;
        b.overspeedRpm = 8000.;
        a.exhaustC = 700.;
        b.exhaustC = 650.;
        const GuardLimits both = stricter(a, b);
        QCOMPARE(both.overspeedRpm, 8000.); // nought is "not watched", not "nothing allowed"
        QCOMPARE(both.exhaustC, 650.);
        QCOMPARE(stricter(b, a).overspeedRpm, 8000.);
    }
    void windowsByKind() {
        const Procedure usual;
        const Procedure sled = withMachineWindow(usual, sheetOf(MachineKind::Sled, {}), 2),
                        two = withMachineWindow(usual, sheetOf(MachineKind::TwoStroke, {}), 2),
                        four = withMachineWindow(usual, sheetOf(MachineKind::FourStroke, {}), 4);
        QCOMPARE(four.coolantFromC, usual.coolantFromC);
        QVERIFY(sled.coolantFromC < two.coolantFromC); // a water tower holds it cold on purpose
        QVERIFY(two.coolantToC < 90.);
        for (const Procedure& p : {sled, two, four})
            QVERIFY(p.coolantFromC < p.coolantToC);
    }

    void theCrankIsARange() {
        const CrankRange chain = crankRange(MachineKind::FourStroke, 30000., 30000.),
                         belt = crankRange(MachineKind::Cvt, 30000., 30000.);
        QVERIFY(chain.lowW > 30000. && chain.highW > chain.lowW);
        QVERIFY(belt.highW > chain.highW); // a belt takes more
        QVERIFY(std::abs(belt.highW - 30000. / 0.7) < 1e-6);
        // A margin of what was measured widens it on both sides.
        const CrankRange wide = crankRange(MachineKind::FourStroke, 29000., 31000.);
        QVERIFY(wide.lowW < chain.lowW && wide.highW > chain.highW);
        // Each school by itself, and the coast-down where there is one: measured loss once to twice.
        CrankOptions options;
        QCOMPARE(crankEstimates(30000., options).size(), std::size_t(2));
        options.dragWithMachineNm = {8., 0.05, 0.};
        options.dragAloneNm = {2., 0.01, 0.};
        options.rollerRadS = 100.;
        const auto three = crankEstimates(30000., options);
        QCOMPARE(three.size(), std::size_t(3));
        QVERIFY(std::abs(three[2].lowW - (30000. + (13. - 3.) * 100.)) < 1e-9);
        QVERIFY(std::abs(three[2].highW - (30000. + 2. * (13. - 3.) * 100.)) < 1e-9);
        for (const CrankEstimate& e : three)
            QVERIFY(e.lowW < e.highW && !e.basis.code.empty());
        std::swap(options.dragWithMachineNm,
                  options.dragAloneNm); // less drag with the machine: nonsense, not an answer
        QCOMPARE(crankEstimates(30000., options).size(), std::size_t(2));
    }

    void oneUnitInAnother() {
        const auto in = [](double value, const char* from, const char* to) {
            const auto out = convert(value, from, to);
            return out ? out->value : std::nan("");
        };
        QVERIFY(std::abs(in(1., "in", "mm") - 25.4) < 1e-12);       // by definition
        QVERIFY(std::abs(in(1., "lb", "kg") - 0.45359237) < 1e-12); // by definition
        QVERIFY(std::abs(in(60., "mph", "km/h") - 96.56064) < 1e-9);
        QVERIFY(std::abs(in(-40., "degC", "degF") + 40.) < 1e-9);
        QVERIFY(!convert(1., "mm", "kg") && !convert(1., "furlong-ish", "mm"));
        QVERIFY(unitsLike("furlong-ish").empty());
        // There and back in every pair that can be.
        for (const char* unit : {"mm", "kg", "hp", "lb-ft", "degC", "kPa", "cm2", "km/h"})
            for (std::string_view other : unitsLike(unit)) {
                QVERIFY(other != unit);
                const auto there = convert(37.5, unit, other);
                QVERIFY(there);
                const auto back = convert(there->value, other, unit);
                QVERIFY2(back && std::abs(back->value - 37.5) < 1e-9, unit);
            }
    }
};

JR_SUITE(TestMachineFacts)
#include "test_machine_facts.moc"
