// SPDX-License-Identifier: GPL-3.0-or-later
// How numbers are told: thousands of made-up values and margins, each rounded as finely as its margin supports and no
// finer, the same in every unit and with either decimal mark; places and back.
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <cstdlib>
#include <random>

using namespace jr;

namespace {

/// The number a text begins with.
double numberIn(const std::string& text) {
    return std::strtod(text.c_str(), nullptr);
}

int decimalsOf(const std::string& text) {
    const std::size_t point = text.find('.');
    if (point == std::string::npos)
        return 0;
    std::size_t end = point + 1;
    while (end < text.size() && std::isdigit(static_cast<unsigned char>(text[end])))
        ++end;
    return static_cast<int>(end - point - 1);
}

} // namespace

class TestWording : public QObject {
    Q_OBJECT
private slots:
    /// To the first digit of the margin, two where that begins with a one: rounding adds a twentieth of the margin at
    /// most where it has one digit of 2 or more, and half of its second digit where it begins with 1.
    void asFineAsTheMargin() {
        std::mt19937 dice(1);
        const Wording wording;
        for (int k = 0; k < 5000; ++k) {
            const double value = std::uniform_real_distribution<>(-80e3, 80e3)(dice);
            const double margin = std::pow(10., std::uniform_real_distribution<>(1.2, 4.)(dice));
            const std::string text = withUnit(value, margin, wording.power, wording);
            const double shown = numberIn(text), is = fromSi(value, wording.power),
                         give = fromSi(margin, wording.power);
            QVERIFY2(std::abs(shown - is) <= 0.26 * give + 0.0006, text.c_str());
            QVERIFY2(text.ends_with(" hp"), text.c_str());
            const int decimals = decimalsOf(text);
            QCOMPARE(decimals, decimalsFor(give));
            // Not finer than the margin's first two digits.
            QVERIFY2(decimals == 0 || std::pow(10., -decimals) >= 0.04 * give, text.c_str());
        }
    }
    void decimalsByTheirMargin_data() {
        QTest::addColumn<double>("margin");
        QTest::addColumn<int>("decimals");
        QTest::newRow("hundreds") << 240. << 0;
        QTest::newRow("three") << 3. << 0;
        QTest::newRow("one and a half") << 1.5 << 1;
        QTest::newRow("a third") << 0.3 << 1;
        QTest::newRow("fifteen hundredths") << 0.15 << 2;
        QTest::newRow("six hundredths") << 0.06 << 2;
        QTest::newRow("never more than three") << 1e-6 << 3;
    }
    void decimalsByTheirMargin() {
        QFETCH(double, margin);
        QFETCH(int, decimals);
        QCOMPARE(decimalsFor(margin), decimals);
    }
    void nothingIsNeverMinusNothing() {
        const Wording wording;
        for (double value : {-1e-9, -0.0004, -0.049, 0., 1e-9})
            for (int decimals : {0, 1, 2}) {
                const std::string text = plainNumber(value, decimals, wording);
                if (numberIn(text) == 0.)
                    QVERIFY2(text.front() != '-', text.c_str());
            }
        QCOMPARE(plainNumber(3.25, 2, wording, true), std::string("+3.25"));
        QCOMPARE(plainNumber(-3.25, 2, wording, true), std::string("-3.25"));
    }
    void theReadersMark() {
        Wording comma;
        comma.decimalPoint = ',';
        std::mt19937 dice(2);
        for (int k = 0; k < 2000; ++k) {
            const double value = std::uniform_real_distribution<>(-900., 900.)(dice);
            std::string point = plainNumber(value, k % 4, Wording{}), other = plainNumber(value, k % 4, comma);
            for (char& c : point)
                if (c == '.')
                    c = ',';
            QCOMPARE(other, point);
        }
    }
    void writtenWithoutZerosBehind() {
        const Wording wording;
        QCOMPARE(writtenNumber(1.25, 3, wording), std::string("1.25"));
        QCOMPARE(writtenNumber(600., 3, wording), std::string("600"));
        QCOMPARE(writtenNumber(1.5, 4, wording), std::string("1.5"));
        QCOMPARE(writtenNumber(0., 3, wording), std::string("0"));
        std::mt19937 dice(3);
        for (int k = 0; k < 2000; ++k) {
            const double value = std::uniform_real_distribution<>(0.01, 9000.)(dice);
            const std::string text = writtenNumber(value, 4, wording);
            QVERIFY2(std::abs(numberIn(text) / value - 1.) < 5.1e-4, text.c_str());
            QVERIFY2(text.find('.') == std::string::npos || text.back() != '0', text.c_str());
        }
    }
    /// A dash between numbers reads as a minus: the ends are joined by a word, with their signs where one is below.
    void ranges() {
        const Wording wording;
        QCOMPARE(rangeText(0.9, 1.5, 1, wording), std::string("0.9 to 1.5"));
        QCOMPARE(rangeText(-0.3, 1.2, 1, wording), std::string("-0.3 to +1.2"));
        for (const std::string& text : {rangeText(-4., -2., 0, wording), rangeText(3., 8., 0, wording)})
            QVERIFY2(text.find("–") == std::string::npos && text.find(" - ") == std::string::npos, text.c_str());
    }
    void placesAndBack() {
        Wording metric, miles;
        miles.road = *findUnit("mph");
        std::mt19937 dice(4);
        for (int k = 0; k < 1000; ++k) {
            const double rpm = std::uniform_real_distribution<>(1000., 16000.)(dice), speed = rpm / 300.;
            for (const Wording* wording : {&metric, &miles}) {
                QVERIFY(std::abs(placeFromShown(placeShown(rpm, CurveAxis::EngineSpeed, *wording),
                                                CurveAxis::EngineSpeed, *wording) -
                                 rpm) < 1e-9 * rpm);
                QVERIFY(std::abs(placeFromShown(placeShown(speed, CurveAxis::RoadSpeed, *wording), CurveAxis::RoadSpeed,
                                                *wording) -
                                 speed) < 1e-9 * speed);
            }
            // Engine speed is engine speed in every country.
            QCOMPARE(placeShown(rpm, CurveAxis::EngineSpeed, metric), placeShown(rpm, CurveAxis::EngineSpeed, miles));
        }
        QVERIFY(std::abs(placeShown(44.704, CurveAxis::RoadSpeed, miles) - 100.) < 1e-9); // 100 mph, by definition
        QCOMPARE(axisSymbol(CurveAxis::EngineSpeed, metric), std::string("rpm"));
        QCOMPARE(axisSymbol(CurveAxis::RoadSpeed, metric), std::string("km/h"));
        QCOMPARE(detailText(120., CurveAxis::EngineSpeed, metric), std::string("120 rpm"));
        QVERIFY(detailText(280., 70., CurveAxis::EngineSpeed, metric).find("in places 70") != std::string::npos);
        QCOMPARE(detailText(280., 280., CurveAxis::EngineSpeed, metric).find("in places"), std::string::npos);
    }
    /// A measured thing told in another unit is the same thing.
    void inAnyUnitTheSame() {
        Wording metric, imperial;
        imperial.temperature = *findUnit("degF");
        imperial.airPressure = *findUnit("inHg");
        imperial.mass = *findWorkshopUnit("lb");
        for (Measured what : {Measured::Temperature, Measured::AirPressure, Measured::Mass}) {
            const Unit &home = readerUnit(what, metric), &there = readerUnit(what, imperial);
            QVERIFY(home.symbol != there.symbol);
            for (double value : {3., 20., 75.})
                QVERIFY(std::abs(fromSi(toSi(fromSi(toSi(value, home), there), there), home) - value) < 1e-9 * value);
            // As fine there as it is here: one of its last places is worth no more than ours.
            for (int decimals : {0, 1, 2}) {
                const double ours = std::pow(10., -decimals) * homeUnit(what).factor;
                const double theirs = std::pow(10., -decimalsIn(there, what, decimals)) * there.factor;
                QVERIFY2(theirs <= ours * 1.26, std::string(there.symbol).c_str());
            }
        }
        QVERIFY(std::abs(fromSi(toSi(100., *findUnit("degC")), *findUnit("degF")) - 212.) < 1e-9);
    }
    void whatHasNoSentenceIsSaidAsItself() {
        QCOMPARE(said(Message{"nobody.knows-this"}), std::string("nobody.knows-this"));
        const Error of = ofPull(7, Error{Message{"error.few-for-scatter"}});
        QVERIFY(said(of).find("7") != std::string::npos);
        QVERIFY(said(std::vector<Message>{}).empty());
        const std::string two = said(std::vector<Message>{{"error.abandoned"}, {"error.few-for-scatter"}});
        QVERIFY(two.find(said(Message{"error.abandoned"})) == 0 &&
                two.size() > said(Message{"error.abandoned"}).size() + 5);
    }
};

JR_SUITE(TestWording)
#include "test_wording.moc"
