// SPDX-License-Identifier: GPL-3.0-or-later
// The page of cams against a lobe worked out here by itself: a table of the cam's own lift, the lash taken off it,
// every answer found by looking along the table. Shares nothing with core/figure/cam but the polynomial its header
// states.
#include "core/figure/cam/cam_answer.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <tuple>
#include <utility>
#include <vector>

using namespace jr;

namespace {

bool near(double a, double b, double tolerance) {
    return std::abs(a - b) <= tolerance;
}

constexpr double kFineDeg = 0.01;

/// Lift of a cam over the crank, as a degree wheel and a dial gauge would write it down.
struct Table {
    std::vector<double> lobeM; ///< from -360° in steps of kFineDeg
    double lashM = 0.;

    static double degAt(std::size_t i) { return -360. + kFineDeg * static_cast<double>(i); }
    double liftAt(double deg) const {
        const double lobe = lobeM[static_cast<std::size_t>(std::lround((deg + 360.) / kFineDeg))];
        return lobe > lashM ? lobe - lashM : 0.;
    }
    /// Opening and closing: the first and the last place at which the valve stands so far off its seat.
    std::pair<double, double> eventsAt(double liftM) const {
        double from = 1e9, to = -1e9;
        for (std::size_t i = 0; i < lobeM.size(); ++i)
            if (liftAt(degAt(i)) > liftM) {
                from = std::min(from, degAt(i));
                to = std::max(to, degAt(i));
            }
        return {from, to};
    }
    double leastRoom(double offsetM, double strokeM, double rodM, double leansDeg) const {
        double least = 1e9;
        for (double deg = -60.; deg <= 60.; deg += 0.1) {
            // The piston's way by the pin's place: the crank's throw and the rod as a triangle.
            const double a = deg * 3.14159265358979 / 180., throwM = 0.5 * strokeM, aside = throwM * std::sin(a);
            const double down = throwM + rodM - throwM * std::cos(a) - std::sqrt(rodM * rodM - aside * aside);
            least = std::min(least, offsetM + down * std::cos(leansDeg * 3.14159265358979 / 180.) - liftAt(deg));
        }
        return least;
    }
};

/// The lobe with `statedLashM` taken off stands `statedAtM` off its seat for `durationDeg`: its half width by
/// bisection.
Table tableOf(const LobeSetting& lobe) {
    const double heightM = lobe.highestM + lobe.statedLashM;
    const auto shape = [&](double deg, double halfDeg) {
        const double u = deg / halfDeg;
        return std::abs(u) < 1. ? heightM * std::pow(1. - u * u, 2.) : 0.;
    };
    double narrow = 0.5 * lobe.durationDeg, wide = 400.;
    for (int i = 0; i < 80; ++i) {
        const double half = 0.5 * (narrow + wide);
        (shape(0.5 * lobe.durationDeg, half) - lobe.statedLashM < lobe.statedAtM ? narrow : wide) = half;
    }
    Table out;
    out.lashM = lobe.lashM;
    for (std::size_t i = 0; i <= static_cast<std::size_t>(720. / kFineDeg); ++i)
        out.lobeM.push_back(shape(Table::degAt(i) - lobe.centreDeg, wide));
    return out;
}

LobeSetting intakeLobe(double lashM = 0.00012) {
    return {104., 250., 0.0092, 0.001, 0.00012, lashM};
}
LobeSetting exhaustLobe(double lashM = 0.00018) {
    return {-106., 248., 0.0088, 0.001, 0.00018, lashM};
}

} // namespace

class TestCamAnswer : public QObject {
    Q_OBJECT
private slots:
    void everyAnswerAgainstATable_data() {
        QTest::addColumn<double>("intakeLashMm");
        QTest::addColumn<double>("exhaustLashMm");
        QTest::newRow("as it is") << 0.12 << 0.18;
        QTest::newRow("a tenth more") << 0.22 << 0.28;
        QTest::newRow("half a millimetre") << 0.6 << 0.6;
        QTest::newRow("less") << 0.04 << 0.08;
        QTest::newRow("one each way") << 0.05 << 0.40;
    }
    void everyAnswerAgainstATable() {
        QFETCH(double, intakeLashMm);
        QFETCH(double, exhaustLashMm);
        const LobeSetting in = intakeLobe(intakeLashMm / 1000.), ex = exhaustLobe(exhaustLashMm / 1000.);
        const CamAnswer answer = *camAnswer(in, ex);
        const Table inTable = tableOf(in), exTable = tableOf(ex);
        const auto [opens, closes] = inTable.eventsAt(0.001);
        QVERIFY(near(answer.events.intakeOpensDeg, -opens, 0.05));
        QVERIFY(near(answer.events.intakeClosesDeg, closes - 180., 0.05));
        const auto [exOpens, exCloses] = exTable.eventsAt(0.001);
        QVERIFY(near(answer.events.exhaustOpensDeg, -180. - exOpens, 0.05));
        QVERIFY(near(answer.events.exhaustClosesDeg, exCloses, 0.05));
        QVERIFY(near(answer.figures.overlapDeg, exCloses - opens, 0.1));
        QVERIFY(near(answer.figures.intakeDurationDeg, closes - opens, 0.1));
        QVERIFY(near(answer.intakeAtTopM, inTable.liftAt(0.), 1e-6));
        QVERIFY(near(answer.exhaustAtTopM, exTable.liftAt(0.), 1e-6));
        QVERIFY(near(answer.intake.highestM(), in.highestM + in.statedLashM - in.lashM, 1e-12));
        for (double deg = -360.; deg <= 360.; deg += 7.)
            QVERIFY(near(answer.intake.liftM(deg), inTable.liftAt(deg), 1e-6) &&
                    near(answer.exhaust.liftM(deg), exTable.liftAt(deg), 1e-6));
        // The room, measured with the lash as it was.
        const Crank crank = *checkedCrank(0.062, 0.112);
        for (const auto& [now, was, measuredM] :
             {std::tuple{in, intakeLobe(), 0.0012}, std::tuple{ex, exhaustLobe(), 0.0023}}) {
            const Table before = tableOf(was), after = tableOf(now);
            const double offset = measuredM - before.leastRoom(0., 0.062, 0.112, 13.);
            QVERIFY(near(roomAfter(crank, now, was, Ranged::exactly(measuredM), Ranged::exactly(13.)).value,
                         after.leastRoom(offset, 0.062, 0.112, 13.), 2e-6));
        }
    }
    /// A tenth more lash is a tenth more room, and takes some three degrees at a millimetre from a lobe of 9 mm.
    void lashLowersTheLobeAndDoesNotNarrowIt() {
        const Crank crank = *checkedCrank(0.062, 0.112);
        const LobeSetting more = intakeLobe(0.00022);
        const double room = roomAfter(crank, more, intakeLobe(), Ranged::exactly(0.0012), Ranged::exactly(13.)).value;
        QVERIFY(near(room, 0.0013, 1e-6));
        const double less = liftCurveOf(intakeLobe()).durationAtDeg(0.001) - liftCurveOf(more).durationAtDeg(0.001);
        QVERIFY2(less > 2. && less < 4., qPrintable(QString::number(less)));
        // Taken off again, the first curve is back.
        const LiftCurve curve = liftCurveOf(intakeLobe());
        QVERIFY(
            near(curve.withMoreLash(0.0001).withMoreLash(-0.0001).seatDurationDeg(), curve.seatDurationDeg(), 1e-9));
        // No lash at all is the lobe itself; less than none is none.
        QCOMPARE(curve.withMoreLash(-0.001).highestM(), curve.withMoreLash(-0.00012).highestM());
    }
    /// A valve that hardly opens any more is no answer of figures: it is refused.
    void aLobeTheLashTakesAwayIsRefused() {
        LobeSetting small = intakeLobe(0.0006);
        small.highestM = 0.0013;
        const Result<CamAnswer> answer = camAnswer(small, exhaustLobe());
        QVERIFY(!answer);
    }
};

JR_SUITE(TestCamAnswer)
#include "test_cam_answer.moc"
