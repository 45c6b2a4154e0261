// SPDX-License-Identifier: GPL-3.0-or-later
// The machine's own book: versions of the state of tune, what changed, visits set against each other, the usual of a
// kind, what the maker claims, and what is to be looked at again.
#include "core/machine/machine_book.h"
#include "core/ready/work_order.h"
#include "core/statistics/distributions.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <random>

using namespace jr;

namespace {

MachineSheet sheetOf(std::map<std::string, std::string> values, int cylinders = 1) {
    MachineSheet s;
    s.cylinders = cylinders;
    s.values = std::move(values);
    return s;
}

VisitFigures visitOf(double powerW, int pulls, double from = 4000., double to = 9000.,
                     std::optional<KnownSpread> scatter = KnownSpread{0.005, 6.}) {
    VisitFigures v{"sae-j1349", "wheel", "the bench", CurveAxis::EngineSpeed, {}, {}};
    v.scatter.pull = scatter;
    SetupFigures s{"standard", pulls, {}, {}, powerW, to};
    for (double rpm = from; rpm <= to; rpm += 100.) {
        s.place.push_back(rpm);
        s.powerW.push_back(powerW * (0.5 + 0.5 * (rpm - 4000.) / 5000.));
    }
    v.setups.push_back(std::move(s));
    return v;
}

} // namespace

class TestMachineBook : public QObject {
    Q_OBJECT
private slots:
    void everyPullKeepsTheTuneItWasMadeWith() {
        TuneHistory h = withChange({}, sheetOf({{"main_jet", "150"}}), 1);
        h = withChange(h, sheetOf({{"main_jet", "152"}}), 1); // nothing was pulled since: it was a slip of the pen
        QCOMPARE(h.versions.size(), std::size_t(1));
        h = withChange(h, sheetOf({{"main_jet", "155"}}), 4); // three pulls were made with the other
        QCOMPARE(h.versions.size(), std::size_t(2));
        h = withChange(h, sheetOf({{"main_jet", "158"}}), 4);
        QCOMPARE(h.versions.size(), std::size_t(2));
        QCOMPARE(sheetText(h.at(3), "main_jet"), std::string("152"));
        QCOMPARE(sheetText(h.at(4), "main_jet"), std::string("158"));
        QCOMPARE(sheetText(h.at(40), "main_jet"), std::string("158"));
        QCOMPARE(sheetText(h.now(), "main_jet"), std::string("158"));
        QVERIFY(TuneHistory{}.at(1).values.empty());
    }
    void whatChangedIsAListOfLines() {
        const MachineSheet a = sheetOf({{"main_jet", "150"}, {"plug", "8"}, {"advance_deg", "28"}}),
                           b = sheetOf({{"main_jet", "155"}, {"advance_deg", "28"}, {"map_name", "road 2"}});
        const auto told = [](const MachineSheet& before, const MachineSheet& after, const Wording& reader = {}) {
            QStringList out;
            for (const SheetChange& c : sheetChanges(before, after))
                out << QString::fromStdString(said(c.line, reader) + ": " +
                                              (c.from.empty() ? "nothing" : said(c.from, reader)) + " to " +
                                              (c.to.empty() ? "nothing" : said(c.to, reader)));
            return out.join("; ");
        };
        QCOMPARE(told(a, b), QString("main jet: 150 to 155; map: nothing to road 2; spark plug: 8 to nothing"));
        QVERIFY(sheetChanges(a, a).empty());
        // Of one cylinder only that one.
        const MachineSheet two = sheetOf({{"main_jet", "150"}}, 2);
        MachineSheet richer = two;
        richer.values["main_jet#2"] = "155";
        QCOMPARE(told(two, richer), QString("main jet 2: 150 to 155"));
        // In the reader's language, and in units of his own.
        const MachineSheet soft = sheetOf({{"tyre_pressure_kpa", "230"}, {"bore_mm", "92"}}),
                           hard = sheetOf({{"tyre_pressure_kpa", "248.2"}, {"bore_mm", "92.5"}});
        QCOMPARE(told(soft, hard), QString("bore: 92 mm to 92.5 mm; tyre pressure, cold: 230 kPa to 248.2 kPa"));
        Wording reader;
        reader.pressure = *findUnit("psi");
        reader.language = findLanguage("de");
        reader.decimalPoint = ',';
        QCOMPARE(told(soft, hard, reader),
                 QString("Bohrung: 92 mm to 92,5 mm; Reifendruck, kalt: 33,4 psi to 36,00 psi"));
    }
    void twoVisitsCarryWhatDaysDifferIn() {
        const VisitFigures spring = visitOf(30000., 4), autumn = visitOf(30600., 3);
        const auto c = compareVisits(spring, autumn, KnownSpread{0.008, 8.});
        QVERIFY(c && c->dayKnown);
        QVERIFY(std::abs(c->pct - 2.) < 1e-6);
        // By hand: variance 0.005^2 (1/4 + 1/3) + 2 · 0.008^2, Satterthwaite freedom, Student's t.
        const double va = 2.5e-5 / 4., vb = 2.5e-5 / 3., vd = 2. * 6.4e-5, v = va + vb + vd;
        const double freedom = v * v / (va * va / 6. + vb * vb / 6. + vd * vd / 8.);
        const double half = studentQuantileAt(freedom, 0.975) * std::sqrt(v);
        QVERIFY(std::abs(c->highPct - 100. * std::expm1(std::log(1.02) + half)) < 1e-6);
        QVERIFY(c->lowPct < 0.); // two per cent between two days is no news
        // Of an unknown bench the usual figure, which is wider.
        const auto unknown = compareVisits(spring, autumn, {});
        QVERIFY(unknown && !unknown->dayKnown && unknown->highPct - unknown->lowPct > c->highPct - c->lowPct);
    }
    void theMarginHoldsOnSimulatedDays() {
        // Equal visits: days differ by 1 %, pulls by 0.5 %, both known. 95 % of the intervals hold nothing.
        std::mt19937 dice(7);
        std::normal_distribution<double> normal;
        int covered = 0;
        constexpr int kMany = 4000, kPulls = 3;
        for (int i = 0; i < kMany; ++i) {
            const auto day = [&] { return std::exp(0.01 * normal(dice) + 0.005 * normal(dice) / std::sqrt(kPulls)); };
            const auto c = compareVisits(visitOf(30000. * day(), kPulls, 4000., 5000., KnownSpread{0.005, 1e6}),
                                         visitOf(30000. * day(), kPulls, 4000., 5000., KnownSpread{0.005, 1e6}),
                                         KnownSpread{0.01, 1e6});
            covered += c->lowPct <= 0. && c->highPct >= 0.;
        }
        const double share = 100. * covered / kMany;
        QVERIFY2(share > 93.9 && share < 96.1, qPrintable(QString::number(share))); // three standard errors
    }
    void whatCannotBeComparedIsNot() {
        const VisitFigures a = visitOf(30000., 4);
        VisitFigures road = a;
        road.axis = CurveAxis::RoadSpeed;
        QVERIFY(!compareVisits(a, road, {}));
        QVERIFY(!compareVisits(a, visitOf(30000., 4, 8500., 12000.), {})); // an eighth in common
        QVERIFY(!compareVisits(a, VisitFigures{}, {}));
        VisitFigures other = a;
        other.standard = "std-j607";
        other.measuredAt = "hub";
        other.bench = "another";
        QCOMPARE(compareVisits(a, other, {})->doubts.size(), std::size_t(3));
    }
    void theSameSetupIsLookedFor() {
        VisitFigures a = visitOf(30000., 4);
        a.setups.push_back(visitOf(33000., 4).setups.front());
        a.setups.back().setup = "long stack";
        VisitFigures b = visitOf(33000., 3);
        b.setups.front().setup = "long stack"; // it came back with what it left with
        const auto c = compareVisits(a, b, {});
        QCOMPARE(c->earlierSetup, std::string("long stack"));
        QVERIFY(std::abs(c->pct) < 1e-6);
    }
    void lowForItsKindNeedsOthers() {
        QVERIFY(!typicalFigures({30000., 31000.}));
        const auto typical = typicalFigures({30000., 31000., 30400., 31500.});
        QVERIFY(typical);
        QCOMPARE(typical->machines, 4);
        const auto code = [&](double w) { return typicalMessage(w, *typical, KnownSpread{0.01, 8.}).code; };
        QCOMPARE(code(29000.), std::string_view("book.low-for-its-kind"));
        QCOMPARE(code(29800.), std::string_view("book.usual-for-its-kind")); // less than days differ in
        QCOMPARE(code(31000.), std::string_view("book.usual-for-its-kind"));
        QCOMPARE(code(32500.), std::string_view("book.high-for-its-kind"));
        QVERIFY(said(typicalMessage(29000., *typical, {})).find("Look for the reason") != std::string::npos);
    }
    void theClaimedFigureStandsBesideAndJudgesNothing() {
        MachineSheet s = sheetOf({});
        QVERIFY(!claimedMessage(s, 25000., "wheel", 27000., 29000.));
        s.values["claimed_power_kw"] = "30";
        const std::string wheel = said(*claimedMessage(s, 25000., "wheel", 27000., 29000.));
        QVERIFY2(wheel.find("at the crank. Neither is a verdict") != std::string::npos, wheel.c_str());
        QVERIFY(said(*claimedMessage(s, 25000., "", 0., 0.)).find("not written where") != std::string::npos);
        // A hub is not a crank: no loss is added to it.
        const std::string hub = said(*claimedMessage(s, 25000., "hub", 27000., 29000.));
        QVERIFY2(hub.find("at the hub") != std::string::npos && hub.find("usual loss") == std::string::npos,
                 hub.c_str());
    }
    void whatIsDueIsAskedAtTheNextVisit() {
        WorkOrder spring;
        spring.distanceKm = 18000.;
        spring.lookAgain = {{"belt width", 3000., {}}, {"shims", 12000., {}}, {"plug", {}, {}}, {"rod", {}, 20.}};
        const auto due = dueLooks(spring, 21500., {});
        QCOMPARE(due.size(), std::size_t(4));
        QVERIFY(due[0].due && *due[0].leftKm == -500.);
        QVERIFY(!due[1].due && *due[1].leftKm == 8500.);
        QVERIFY(due[2].due); // at the next visit: this one
        QVERIFY(due[3].due); // hours nobody wrote down: asked rather than forgotten
        QCOMPARE(said(lookMessage(spring.lookAgain[0])), std::string("belt width, after 3000 km"));
    }
};

JR_SUITE(TestMachineBook)
#include "test_machine_book.moc"
