// SPDX-License-Identifier: GPL-3.0-or-later
// The unit table against GNU units (Debian package "units"), an independent outside.
#include "core/units/units.h"
#include "tests/support/suites.h"

#include <QProcess>
#include <QTest>

#include <cmath>

using namespace jr;

class TestUnits : public QObject {
    Q_OBJECT
private slots:
    void againstGnuUnits_data() {
        QTest::addColumn<QString>("ours");
        QTest::addColumn<QString>("theirs");
        QTest::addColumn<QString>("si");
        const struct {
            const char *ours, *theirs, *si;
        } rows[] = {{"rpm", "revolution/minute", "radian/s"},
                    {"Hz", "revolution/s", "radian/s"},
                    {"km/h", "km/hour", "m/s"},
                    {"mph", "mile/hour", "m/s"},
                    {"kn", "knot", "m/s"},
                    {"kgf", "kgf", "N"},
                    {"lbf", "lbf", "N"},
                    {"kN", "kN", "N"},
                    {"lb-ft", "lbf ft", "N m"},
                    {"lb-in", "lbf in", "N m"},
                    {"kgf-m", "kgf m", "N m"},
                    {"kW", "kW", "W"},
                    {"hp", "550 ft lbf/s", "W"},
                    {"PS", "75 kgf m/s", "W"},
                    {"hPa", "hectopascal", "Pa"},
                    {"mbar", "millibar", "Pa"},
                    {"kPa", "kPa", "Pa"},
                    {"bar", "bar", "Pa"},
                    {"inHg", "inHg", "Pa"},
                    {"mmHg", "mmHg", "Pa"},
                    {"psi", "psi", "Pa"},
                    {"g/s", "g/s", "kg/s"},
                    {"kg/h", "kg/hour", "kg/s"},
                    {"lb/h", "lb/hour", "kg/s"},
                    {"L/h", "liter/hour", "m^3/s"},
                    {"m3/h", "m^3/hour", "m^3/s"},
                    {"cfm", "ft^3/minute", "m^3/s"},
                    {"min", "minute", "s"},
                    {"ms", "millisecond", "s"}};
        for (const auto& r : rows)
            QTest::newRow(r.ours) << QString::fromUtf8(r.ours) << QString::fromUtf8(r.theirs)
                                  << QString::fromUtf8(r.si);
    }
    void againstGnuUnits() {
        QFETCH(QString, ours);
        QFETCH(QString, theirs);
        QFETCH(QString, si);
        QProcess units;
        units.start(QStringLiteral("units"),
                    {QStringLiteral("-t"), QStringLiteral("-o"), QStringLiteral("%.15g"), theirs, si});
        QVERIFY2(units.waitForFinished(), "GNU units is needed for this test");
        const double factor = QString::fromUtf8(units.readAllStandardOutput()).trimmed().toDouble();
        const auto unit = findUnit(ours.toStdString());
        QVERIFY(unit);
        // Inches of mercury are defined at slightly different temperatures; five digits agree.
        const double tolerance = ours == QLatin1String("inHg") ? 2e-5 : 1e-9;
        QVERIFY2(std::abs(unit->factor / factor - 1.) < tolerance,
                 qPrintable(QStringLiteral("%1 against %2").arg(unit->factor, 0, 'g', 15).arg(factor, 0, 'g', 15)));
    }
    void temperatures() {
        QCOMPARE(toSi(32., *findUnit("degF")), 0.);
        QVERIFY(std::abs(toSi(212., *findUnit("degF")) - 100.) < 1e-12);
        QVERIFY(std::abs(toSi(273.15, *findUnit("K"))) < 1e-12);
        QVERIFY(std::abs(fromSi(100., *findUnit("degF")) - 212.) < 1e-10);
    }
    void everyUnitGoesThereAndBack() {
        for (const Unit& u : allUnits())
            QVERIFY(std::abs(fromSi(toSi(12.345, u), u) - 12.345) < 1e-9);
    }
    void usualSpellings() {
        for (const auto& [spelling, symbol] : {std::pair{"1/min", "rpm"},
                                               {"U/min", "rpm"},
                                               {"kph", "km/h"},
                                               {"\xc2\xb0"
                                                "C",
                                                "degC"},
                                               {"ft-lb", "lb-ft"},
                                               {"N\xc2\xb7m", "Nm"},
                                               {" bhp ", "hp"}}) {
            QVERIFY2(findUnit(spelling), spelling);
            QCOMPARE(std::string(findUnit(spelling)->symbol), std::string(symbol));
        }
        QVERIFY(!findUnit("furlong"));
        QVERIFY(!findUnit(""));
    }
    // Common practice, no source: 122.7 hp at 7900 rpm is 81.6 lb-ft; equal at 5252 rpm.
    void horsepowerAndTorque() {
        const double nm = 122.7 * kWattPerHp / radPerSFromRpm(7900.);
        QVERIFY(std::abs(nm / kNmPerLbFt - 81.6) < 0.05);
        QVERIFY(std::abs(kWattPerHp / radPerSFromRpm(5252.11) / kNmPerLbFt - 1.) < 1e-5);
    }
};

JR_SUITE(TestUnits)
#include "test_units.moc"
