// SPDX-License-Identifier: GPL-3.0-or-later
// Every language has every sentence of the core, with the same places for its arguments, and every word of the trade;
// measured things are said in the reader's unit, as finely as in their own.
#include "core/air/standards.h"
#include "core/machine/machine_sheet.h"
#include "core/mixture/gauges.h"
#include "core/pull/channels.h"
#include "core/pull/flags.h"
#include "core/pull/header_keys.h"
#include "core/ready/evidence.h"
#include "core/ready/walk_round.h"
#include "core/ready/work_order.h"
#include "core/words/pseudo.h"
#include "core/words/wording.h"
#include "tests/support/suites.h"

#include <QRegularExpression>
#include <QSet>
#include <QTest>

using namespace jr;

namespace {

QSet<QString> gaps(std::string_view text) {
    static const QRegularExpression gap(QStringLiteral("%\\d"));
    QSet<QString> out;
    for (auto found = gap.globalMatch(QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size())));
         found.hasNext();)
        out << found.next().captured();
    return out;
}

} // namespace

class TestLanguagesOfCore : public QObject {
    Q_OBJECT
private slots:
    void everySentenceIsThere_data() {
        QTest::addColumn<QString>("id");
        QTest::newRow("German") << QStringLiteral("de");
        QTest::newRow("stretched") << QStringLiteral("pseudo");
    }
    void everySentenceIsThere() {
        QFETCH(QString, id);
        const Language* language = findLanguage(id.toStdString());
        QVERIFY(language);
        QCOMPARE(language->sentences.size(), english().sentences.size());
        for (const Sentence& s : english().sentences) {
            const Sentence* other = language->find(s.code);
            QVERIFY2(other, std::string(s.code).c_str());
            QVERIFY2(gaps(other->text) == gaps(s.text) && gaps(other->one) == gaps(s.one), std::string(s.code).c_str());
            // What only fills its gaps has nothing to translate.
            static const QRegularExpression letters(QStringLiteral("[A-Za-z]{4,}"));
            if (letters.match(QString::fromStdString(std::string(s.text))).hasMatch())
                QVERIFY2(other->text != s.text, std::string(s.code).c_str());
        }
    }
    /// The form for one is the second: what it fills the sentence for many fills too, and "1" stands in no sentence for
    /// many.
    void oneIsTheSecondForm_data() { everySentenceIsThere_data(); }
    void oneIsTheSecondForm() {
        QFETCH(QString, id);
        int both = 0;
        for (const Language* language : {&english(), findLanguage(id.toStdString())})
            for (const Sentence& s : language->sentences) {
                if (s.one.empty())
                    continue;
                ++both;
                const auto many = gaps(s.text), one = gaps(s.one);
                QVERIFY2(many.contains(one), std::string(s.code).c_str());
                static const QRegularExpression aOne(QStringLiteral("(^| )1 "));
                QVERIFY2(!aOne.match(QString::fromStdString(std::string(s.text))).hasMatch(),
                         std::string(s.code).c_str());
            }
        QVERIFY(both > 20);
    }
    void everyWordOfTheTradeIsThere() {
        std::vector<std::string> words;
        for (const SheetField& field : allSheetFields())
            words.emplace_back(field.words);
        for (const MachineKind machine : machineKinds()) {
            words.emplace_back(machineKindText(machine));
            for (const std::string& place : usualPlacesToLook(machine))
                words.push_back(place);
            for (const BenchType bench : {BenchType::Roller, BenchType::EngineBrake, BenchType::HandBrake})
                for (const WalkLine& line : usualWalkRound(machine, bench).lines)
                    words.push_back(line.words);
            for (const FitLine& line : usualFitLines(machine))
                words.push_back(line.words);
        }
        for (const WalkLine& line : roadRound().lines)
            words.push_back(line.words);
        for (const auto* cautions : {&usualCautions(), &roadCautions()})
            words.insert(words.end(), cautions->begin(), cautions->end());
        for (const GaugeInfo& gauge : allGauges())
            words.emplace_back(gauge.words);
        for (const ChannelInfo& channel : allChannels())
            if (channel.id != ChannelId::Other)
                words.emplace_back(channel.words);
        for (const HeaderKey& key : headerKeys())
            if (key.samePerSitting)
                words.emplace_back(key.what);
        for (const std::string& word : words)
            QVERIFY2(std::any_of(german().trade.begin(), german().trade.end(),
                                 [&](const TradeWord& w) { return w.english == word; }),
                     word.c_str());
        QVERIFY(words.size() > 150);
        for (std::size_t i = 1; i < german().trade.size(); ++i)
            QVERIFY2(german().trade[i - 1].english < german().trade[i].english,
                     std::string(german().trade[i].english).c_str());
        QCOMPARE(german().word("my own words"), std::string_view("my own words"));
    }

    void measuredThingsAreInTheReadersUnit_data() {
        QTest::addColumn<QString>("temperature");
        QTest::addColumn<QString>("step");
        QTest::addColumn<QString>("barometer");
        QTest::addColumn<QString>("gauge");
        QTest::addColumn<QString>("mass");
        QTest::addColumn<bool>("imperial");
        // Factors: exact by definition (core/units/units.h); 1003 hPa / 33.86389, 240 kPa / 6.894757, 142 kg /
        // 0.45359237.
        QTest::newRow("metric") << QStringLiteral("21.5 °C") << QStringLiteral("+9 °C") << QStringLiteral("1003 hPa")
                                << QStringLiteral("240 kPa") << QStringLiteral("142.0 kg") << false;
        QTest::newRow("imperial") << QStringLiteral("70.7 °F") << QStringLiteral("+16 °F")
                                  << QStringLiteral("29.62 inHg") << QStringLiteral("34.8 psi")
                                  << QStringLiteral("313.1 lb") << true;
    }
    void measuredThingsAreInTheReadersUnit() {
        QFETCH(bool, imperial);
        Wording w;
        if (imperial) {
            w.temperature = *findUnit("degF");
            w.airPressure = *findUnit("inHg");
            w.pressure = *findUnit("psi");
            w.mass = *findWorkshopUnit("lb");
        }
        const auto shown = [&](const Measure& m) { return QString::fromStdString(measureText(m, w)); };
        QTEST(shown({21.5, Measured::Temperature, 1}), "temperature");
        QTEST(shown({9., Measured::TemperatureStep, 0, true}), "step");
        QTEST(shown({100300., Measured::AirPressure}), "barometer");
        QTEST(shown({240000., Measured::GaugePressure}), "gauge");
        QTEST(shown({142., Measured::Mass, 1}), "mass");
    }
    void aSentenceHasThem() {
        Wording w;
        w.temperature = *findUnit("degF");
        w.language = &german();
        QCOMPARE(said({"flag.hot", {Measure{100., Measured::Temperature}}}, w),
                 std::string("Kühlmittel erreichte 212 °F"));
        QCOMPARE(said({"order.not-fit", {Term{"chain and sprockets"}}}, w),
                 std::string("Als die Maschine kam, war hier etwas falsch: Kette und Kettenräder."));
        QCOMPARE(said({"rule.number", {Written{1.25}}}, {.decimalPoint = ',', .language = &german()}),
                 std::string("1,25"));
    }
    /// What a stranger wrote into a file is put in as it stands, also where it looks like a gap of the sentence.
    void anArgumentIsNoGap() {
        QCOMPARE(said({"file.not-a-number", {std::string("torque"), std::string("12 %1 %2")}}),
                 std::string("torque: \"12 %1 %2\" is not a number"));
        QCOMPARE(said({"file.not-a-number", {std::string("%2"), std::string("x")}}),
                 std::string("%2: \"x\" is not a number"));
    }
    void stretchedIsTwoFifthsLonger() {
        QCOMPARE(QString::fromStdString(stretched("Pull %1 &now")).count(QStringLiteral("%1")), qsizetype(1));
        QCOMPARE(QString::fromStdString(stretched("abcdefghij")).size(), qsizetype(14));
        QVERIFY(!QString::fromStdString(stretched("Every letter"))
                     .contains(QRegularExpression(QStringLiteral("[A-Za-z]"))));
    }
};

JR_SUITE(TestLanguagesOfCore)
#include "test_languages_of_core.moc"
