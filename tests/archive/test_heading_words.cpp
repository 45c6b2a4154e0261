// SPDX-License-Identifier: GPL-3.0-or-later
// What strangers call the channels: English and German headings with their units as loggers write them, and headings
// that could be anything, which are left to the person.
#include "archive/formats/heading_words.h"
#include "tests/support/suites.h"

#include <QTest>

using namespace jr;

class TestHeadingWords : public QObject {
    Q_OBJECT
private slots:
    void headings_data() {
        QTest::addColumn<QByteArray>("heading");
        QTest::addColumn<int>("channel");
        QTest::addColumn<int>("number");
        const auto row = [](const char* heading, ChannelId channel, int number = 0) {
            QTest::newRow(heading) << QByteArray(heading) << static_cast<int>(channel) << number;
        };
        row("Time", ChannelId::Time);
        row("TIME (s)", ChannelId::Time);
        row("Zeit [ms]", ChannelId::Time);
        row("timestamp", ChannelId::Time);
        row("t", ChannelId::Time);
        row("Engine Speed", ChannelId::EngineSpeed);
        row("Engine RPM", ChannelId::EngineSpeed);
        row("engine_rpm", ChannelId::EngineSpeed);
        row("RPM", ChannelId::EngineSpeed);
        row("Motordrehzahl [1/min]", ChannelId::EngineSpeed);
        row("Drehzahl", ChannelId::EngineSpeed);
        row("nMot", ChannelId::EngineSpeed);
        row("Roller speed", ChannelId::RollerSpeed);
        row("Drum RPM", ChannelId::RollerSpeed);
        row("Rollendrehzahl", ChannelId::RollerSpeed);
        row("Trommel", ChannelId::RollerSpeed);
        row("Brake rpm", ChannelId::BrakeSpeed);
        row("Bremsdrehzahl", ChannelId::BrakeSpeed);
        row("Vehicle Speed (km/h)", ChannelId::VehicleSpeed);
        row("GPS speed", ChannelId::VehicleSpeed);
        row("Geschwindigkeit", ChannelId::VehicleSpeed);
        row("Speed over ground", ChannelId::VehicleSpeed);
        row("Latitude", ChannelId::Latitude);
        row("Breitengrad", ChannelId::Latitude);
        row("lon", ChannelId::Longitude);
        row("L\xc3\xa4ngengrad", ChannelId::Longitude);
        row("H\xc3\xb6he", ChannelId::Altitude);
        row("Elevation [m]", ChannelId::Altitude);
        row("Satelliten", ChannelId::Satellites);
        row("HDOP", ChannelId::Hdop);
        row("Load cell", ChannelId::LoadForce);
        row("Waage", ChannelId::LoadForce);
        row("Brake torque", ChannelId::BrakeTorque);
        row("Bremsmoment [Nm]", ChannelId::BrakeTorque);
        row("Drehmoment", ChannelId::Torque);
        row("Leistung (PS)", ChannelId::Power);
        row("Power", ChannelId::Power);
        row("AFR", ChannelId::Afr, 1);
        row("AFR 2", ChannelId::Afr, 2);
        row("afr_3", ChannelId::Afr, 3);
        row("Lambda 1", ChannelId::Lambda, 1);
        row("Gemisch", ChannelId::Afr, 1);
        row("EGT 4", ChannelId::Egt, 4);
        row("Abgastemp 2", ChannelId::Egt, 2);
        row("Saugrohrdruck", ChannelId::ManifoldPressure, 1);
        row("MAP", ChannelId::ManifoldPressure, 1);
        row("Head temp", ChannelId::Cht);
        row("Coolant temp", ChannelId::Coolant);
        row("K\xc3\xbchlwasser", ChannelId::Coolant);
        row("Oil temp", ChannelId::Oil);
        row("Intake air", ChannelId::IntakeAir);
        row("Ansaugluft", ChannelId::IntakeAir);
        row("Throttle position", ChannelId::Throttle);
        row("TPS", ChannelId::Throttle);
        row("Drosselklappe", ChannelId::Throttle);
    }
    void headings() {
        QFETCH(QByteArray, heading);
        QFETCH(int, channel);
        QFETCH(int, number);
        const auto found = channelForHeading(heading.toStdString(), std::nullopt);
        QVERIFY2(found, heading.constData());
        QCOMPARE(static_cast<int>(found->id), channel);
        if (number > 0)
            QCOMPARE(found->number, number);
        // However it is spelt.
        for (const QByteArray& other : {heading.toUpper(), heading.toLower(), "  " + heading + " "}) {
            if (QString::fromUtf8(heading).toUpper().toUtf8() != heading.toUpper())
                continue; // letters beyond ASCII are another test
            const auto again = channelForHeading(other.toStdString(), std::nullopt);
            QVERIFY2(again, other.constData());
            QCOMPARE(static_cast<int>(again->id), channel);
        }
    }
    /// Short words mean something only by themselves: "t" is no part of "torque", "map" none of "mapped".
    void whatCouldBeAnything() {
        for (const char* heading : {"", " ", "x", "channel 7", "column", "AIN3", "mapped", "scaled", "latched",
                                    "Spannung", "ECU", "1", "---", "\xff\xfe"})
            QVERIFY2(!channelForHeading(heading, std::nullopt) ||
                         channelForHeading(heading, std::nullopt)->id == ChannelId::Other,
                     heading);
    }
    /// Advance and gears are known and are nothing we work with; they are kept as they are.
    void knownAndNotOurs() {
        for (const char* heading : {"Ignition advance", "Spark advance", "gear"}) {
            const auto found = channelForHeading(heading, std::nullopt);
            QVERIFY2(!found || found->id == ChannelId::Other, heading);
        }
    }
    /// A unit that speaks against the word is believed: "power" in volts is no power.
    void theUnitHasAWord() {
        QVERIFY(channelForHeading("power", Quantity::Power));
        const auto volts = channelForHeading("power", Quantity::Temperature);
        QVERIFY(!volts || volts->id != ChannelId::Power);
        const auto speed = channelForHeading("speed", Quantity::Speed);
        QVERIFY(!speed || speed->id == ChannelId::VehicleSpeed || speed->id == ChannelId::Other);
    }
};

JR_SUITE(TestHeadingWords)
#include "test_heading_words.moc"
