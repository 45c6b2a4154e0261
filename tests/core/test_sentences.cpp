// SPDX-License-Identifier: GPL-3.0-or-later
// The plain-language result on a table of cases: rounding, wording, decimal marks.
#include "core/judge/sentences.h"
#include "tests/support/suites.h"

#include <QDirIterator>
#include <QFile>
#include <QRegularExpression>
#include <QTest>

using namespace jr;

namespace {

Comparison made(CallKind kind, double differenceW, double marginW) {
    Comparison c;
    c.standard = findStandard("sae-j1349");
    c.base.setup = "short stack";
    c.with.setup = "long stack";
    c.base.pulls = c.with.pulls = 4;
    c.detail = 200.;
    c.confidence = 0.95;
    c.margins = marginW > 0.;
    for (double rpm = 4000.; rpm <= 5000.; rpm += 50.) {
        c.place.push_back(rpm);
        c.base.powerW.push_back(20000.);
        c.with.powerW.push_back(20000. + differenceW);
        const double from = std::log1p((differenceW - marginW) / 20000.),
                     to = std::log1p((differenceW + marginW) / 20000.);
        c.difference.add(0.5 * (from + to), 0.5 * (to - from));
    }
    c.base.peakPower = Peak{20000., 4500.};
    c.with.peakPower = Peak{20000. + differenceW, 4800.};
    c.calls = {{kind, 4000., 5000., differenceW, differenceW / 200., differenceW, 4500.}};
    c.bandMean = {4000., 5000., 20000., differenceW, differenceW / 200., differenceW - marginW, differenceW + marginW};
    return c;
}

QString all(const Account& a) {
    QString text = QString::fromStdString(a.headline);
    for (const auto* list : {&a.stretches, &a.details})
        for (const std::string& s : *list)
            text += QLatin1Char('\n') + QString::fromStdString(s);
    return text;
}

} // namespace

class TestSentences : public QObject {
    Q_OBJECT
private slots:
    void cases_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<double>("difference");
        QTest::addColumn<double>("margin");
        QTest::addColumn<QString>("expected");
        QTest::newRow("gain") << 0 << 745.7 << 223.7 << "long stack gains 1.0 hp at 4000–5000 rpm.";
        QTest::newRow("loss") << 1 << -1491.4 << 372.8 << "long stack loses 2.0 hp at 4000–5000 rpm.";
        QTest::newRow("same") << 2 << 20. << 90. << "long stack makes no difference worth having.";
        QTest::newRow("open") << 3 << 100. << 500. << "This test cannot tell whether long stack makes a difference.";
        QTest::newRow("open sentence") << 3 << 100. << 500.
                                       << "this test cannot tell: it reads +0.1 hp, give or take 0.7 hp.";
        QTest::newRow("peaks at two speeds")
            << 0 << 745.7 << 223.7 << "They sit at different speeds; at 4800 rpm the difference is +1.0 hp.";
        QTest::newRow("how")
            << 0 << 745.7 << 223.7
            << "4 against 4 pulls; SAE J1349; detail 200 rpm; margins hold for the whole curve at 95 %.";
    }
    void cases() {
        QFETCH(int, kind);
        QFETCH(double, difference);
        QFETCH(double, margin);
        QFETCH(QString, expected);
        const QString text = all(describe(made(static_cast<CallKind>(kind), difference, margin)));
        QVERIFY2(text.contains(expected), qPrintable(text));
    }
    void noMarginIsSaid() {
        Comparison c = made(CallKind::Open, 500., 0.);
        c.margins = false;
        c.bandMean.lowW.reset();
        c.bandMean.highW.reset();
        const QString text = all(describe(c));
        QVERIFY(text.contains(QLatin1String("nothing is known of the scatter")) &&
                text.contains(QLatin1String("no margin known")));
    }
    void smallGainsSayTheyAreSmall() {
        Comparison c = made(CallKind::Gain, 100., 50.);
        c.calls.front().belowWorth = true;
        QVERIFY(all(describe(c)).contains(QLatin1String("real but smaller than the 1.0 % that would matter")));
    }
    void decimalComma() {
        Wording w;
        w.decimalPoint = ',';
        w.power = *findUnit("PS");
        QVERIFY(all(describe(made(CallKind::Gain, 735.5, 220.), w)).contains(QLatin1String("gains 1,0 PS")));
    }
    void roundingFollowsTheMargin() {
        QCOMPARE(decimalsFor(0.03), 2);
        QCOMPARE(decimalsFor(0.3), 1);
        QCOMPARE(decimalsFor(3.), 0);
        QCOMPARE(decimalsFor(1.4), 1);
        QCOMPARE(decimalsFor(40.), 0);
        const Wording w;
        QCOMPARE(plainNumber(-0.04, 1, w), std::string("0.0"));
        QCOMPARE(plainNumber(1.25, 1, w, true).front(), '+');
        QCOMPARE(rangeText(0.9, 1.5, 1, w), std::string("0.9 to 1.5"));
        QCOMPARE(rangeText(-0.3, 1.2, 1, w), std::string("-0.3 to +1.2"));
    }

    /// The table is searched by halves, so it must be in order; and what the program says must stand in it.
    void everyCodeHasItsSentence() {
        const auto& all = english().sentences;
        for (std::size_t i = 1; i < all.size(); ++i)
            QVERIFY2(all[i - 1].code < all[i].code, std::string(all[i].code).c_str());
        static const QRegularExpression code(QStringLiteral("\"([a-z]+\\.[a-z]+(?:-[a-z]+)*)\""));
        QSet<QString> used;
        for (const char* layer : {"core", "cli"}) {
            QDirIterator files(QStringLiteral(JR_SOURCE "/") + QLatin1String(layer), {QStringLiteral("*.cpp")},
                               QDir::Files, QDirIterator::Subdirectories);
            while (files.hasNext()) {
                QFile file(files.next());
                if (file.fileName().endsWith(QLatin1String("english.cpp")) ||
                    file.fileName().contains(QLatin1String("/core/units/")) || !file.open(QIODevice::ReadOnly))
                    continue;
                for (auto found = code.globalMatch(QString::fromUtf8(file.readAll())); found.hasNext();)
                    used << found.next().captured(1);
            }
        }
        // The archive names files as well ("job.json"), which have an ending and begin as codes may.
        const QSet<QString> names{"json", "csv", "sqlite", "lock", "txt", "pdf", "zip", "png", "lines"};
        QSet<QString> beginnings;
        for (const Sentence& s : all)
            beginnings << QString::fromUtf8(s.code.data(), static_cast<qsizetype>(s.code.find('.')));
        static const QRegularExpression inMessage(
            QStringLiteral("(?:Message\\{|(?:\\w*Error|refuse|problem|say)\\(\\{?)\"([a-z]+\\.[a-z]+(?:-[a-z]+)*)\""));
        for (const char* layer : {"archive", "bench"}) {
            QDirIterator files(QStringLiteral(JR_SOURCE "/") + QLatin1String(layer), {QStringLiteral("*.cpp")},
                               QDir::Files, QDirIterator::Subdirectories);
            while (files.hasNext()) {
                QFile file(files.next());
                QVERIFY(file.open(QIODevice::ReadOnly));
                const QString text = QString::fromUtf8(file.readAll());
                for (auto found = inMessage.globalMatch(text); found.hasNext();)
                    used << found.next().captured(1);
                for (auto found = code.globalMatch(text); found.hasNext();)
                    if (const QString one = found.next().captured(1);
                        beginnings.contains(one.section('.', 0, 0)) && !names.contains(one.section('.', 1)))
                        used << one;
            }
        }
        QVERIFY(used.size() > 60);
        for (const QString& one : used)
            QVERIFY2(english().find(one.toStdString()), qPrintable(one));
        // And nothing stands there that nobody says.
        for (const Sentence& s : all)
            QVERIFY2(used.contains(QString::fromUtf8(s.code.data(), static_cast<qsizetype>(s.code.size()))),
                     std::string(s.code).c_str());
    }
    /// What cannot be translated is found here: an error of the core that is words instead of a code, or a sentence put
    /// together from parts.
    void errorsOfTheCoreAreCodes() {
        static const QRegularExpression words(QStringLiteral("\\bError\\{(?!Message)[^}]|\\bError\\(\""));
        QDirIterator files(QStringLiteral(JR_SOURCE "/core"), {QStringLiteral("*.cpp")}, QDir::Files,
                           QDirIterator::Subdirectories);
        int seen = 0;
        while (files.hasNext()) {
            QFile file(files.next());
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString text = QString::fromUtf8(file.readAll());
            seen += static_cast<int>(text.count(QStringLiteral("Error{Message{")));
            if (file.fileName().contains(QLatin1String("/core/words/")))
                continue;
            for (const QString& line : text.split(QLatin1Char('\n')))
                QVERIFY2(!words.match(line).hasMatch(), qPrintable(file.fileName() + QStringLiteral(": ") + line));
        }
        QVERIFY(seen > 70);
    }
    /// The same error in another language: the reader's table speaks, also for what went wrong inside it.
    void anErrorIsSaidInTheReadersLanguage() {
        static constexpr Sentence kFew[] = {{"error.no-data-there", "dort ist nichts aufgezeichnet"},
                                            {"error.of-pull", "Lauf %1: %2"}};
        static constexpr Language kGerman{.id = "de", .sentences = kFew};
        Wording german;
        german.language = &kGerman;
        const Error error = ofPull(4, Error{Message{"error.no-data-there"}});
        QCOMPARE(error.reason, std::string("pull 4: there are no data at that engine speed"));
        QCOMPARE(said(error, german), std::string("Lauf 4: dort ist nichts aufgezeichnet"));
        // What came from outside in words stays as it is.
        QCOMPARE(said(ofPull(4, Error{"the disk is full"}), german), std::string("Lauf 4: the disk is full"));
        QCOMPARE((Error{"no such file", "a.csv", 3}.text()), std::string("a.csv:3: no such file"));
    }
    void argumentsLookAsTheReaderWants() {
        Wording german;
        german.decimalPoint = ',';
        german.power = *findUnit("kW");
        QCOMPARE(said({"sound.no-margin", {Number{6000.}, Number{94.12, 1}, Number{92.3, 1}, Number{-1.82, 1, true}}},
                      german),
                 std::string("Sound at 6000 rpm: 94,1 dB before, 92,3 dB after (-1,8, no margin known)."));
        QCOMPARE(said({"pulls.counted-once", {Count{1}}}), std::string("One pull was named twice; it counts once."));
        QCOMPARE(said({"pulls.counted-once", {Count{3}}}),
                 std::string("3 pulls were named more than once; each counts once."));
        QCOMPARE(said({"sides.confounded", {Names{{"stack", "jet"}}}}),
                 std::string("More than one thing differs (stack, jet): the credit belongs to all of them together."));
        // What an argument holds is never read as another's place.
        QCOMPARE(
            said(Message{"standard.foreign", {std::string("%1 %2")}}),
            std::string("This curve was corrected by \"%1 %2\", which is not known here; it is shown as it came."));
        QCOMPARE(said(Message{"no.such-code"}), std::string("no.such-code"));
    }
};

JR_SUITE(TestSentences)
#include "test_sentences.moc"
