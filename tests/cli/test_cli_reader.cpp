// SPDX-License-Identifier: GPL-3.0-or-later
// The command line's sentences in the units and the language a person chose; what scripts read stays the same for all.
#include "archive/formats/pull_file.h"
#include "archive/reader/reader_settings.h"
#include "archive/store/archive.h"
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QDirIterator>
#include <QFile>
#include <QSettings>
#include <QTemporaryDir>
#include <QTest>

using namespace jr;
using testsupport::runCli;
using testsupport::sorrel;

class TestCliReader : public QObject {
    Q_OBJECT

    static QStringList compare() {
        return QStringList{"compare", "--base"} + sorrel("1458", "standard") + QStringList{"--with"} +
               sorrel("2367", "open");
    }

private slots:
    void cleanup() { personsSettings()->clear(); }

    void nobodyChoseAnything() {
        const auto ran = runCli(compare());
        QVERIFY2(ran.code == 0, ran.err);
        QVERIFY2(ran.err.contains(" hp ") && ran.err.contains("km/h") == false, ran.err);
        QCOMPARE(wordingOfPerson().language->id, std::string_view("en"));
    }
    void sentencesFollowThePerson() {
        const auto before = runCli(compare());
        keepLanguage(QStringLiteral("de"));
        keepUnit(unitChoices().front(), *findUnit("kW"));
        const auto ran = runCli(compare());
        QVERIFY2(ran.err.contains(" kW") && !ran.err.contains(" hp"), ran.err);
        QVERIFY2(ran.err.contains("Mittel von") && ran.err.contains(","), ran.err);
        QVERIFY2(ran.out == before.out, "what scripts read has changed");
        // What went wrong too, with its file before it.
        const auto wrong = runCli(QStringList{"compare", "--base"} + sorrel("14", "standard") + QStringList{"--with"} +
                                  sorrel("14", "standard"));
        QVERIFY2(wrong.code != 0 && wrong.err.contains("dieselbe Messung"), wrong.err);
    }
    /// A wrong file is told in the reader's language, with the place where it is wrong.
    void wrongFilesAreToldToThePerson_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::addColumn<QString>("said");
        const QByteArray head("# jolly-ram: pull 1\n# kind: curve\n");
        QTest::newRow("none of ours") << QByteArray("rpm,power\n1,2\n") << QStringLiteral(":1: keine Laufdatei");
        QTest::newRow("version") << QByteArray("# jolly-ram: pull 9\n") << QStringLiteral("nur „pull 1“");
        QTest::newRow("kind") << QByteArray("# jolly-ram: pull 1\nengine_speed [rpm]\n1\n")
                              << QStringLiteral("Schlüssel „kind“");
        QTest::newRow("key twice") << head + "# kind: curve\n"
                                   << QStringLiteral(":3: der Schlüssel „kind“ steht zweimal");
        QTest::newRow("no columns") << head << QStringLiteral("endet vor den Überschriften");
        QTest::newRow("row short") << head + "engine_speed [rpm],power [kW]\n4000\n5000,2\n"
                                   << QStringLiteral(":4: diese Zeile hat 1 Felder, wo 2 Spalten sind");
        QTest::newRow("no number") << head + "engine_speed [rpm],power [kW]\n4000,a lot\n5000,2\n"
                                   << QStringLiteral(":4: Spalte power: „a lot“ ist keine Zahl");
        QTest::newRow("no rows") << head + "engine_speed [rpm],power [kW]\n"
                                 << QStringLiteral("keine Zeilen mit Werten");
    }
    void wrongFilesAreToldToThePerson() {
        QFETCH(QByteArray, bytes);
        QFETCH(QString, said);
        QTemporaryDir dir;
        QFile file(dir.filePath("wrong.pull.csv"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(bytes);
        file.close();
        keepLanguage(QStringLiteral("de"));
        const auto ran = runCli({"curve", file.fileName()});
        QVERIFY(ran.code != 0);
        QVERIFY2(QString::fromUtf8(ran.err).contains(said), ran.err);
    }
    /// What a check finds, and wrong usage; scripts read the same in every language.
    void findingsAndUsageAreToldToThePerson() {
        QTemporaryDir dir;
        const QString archive = dir.filePath("archive");
        {
            auto made = Archive::open(archive);
            QVERIFY(made);
            const auto job = (*made)->createJob("Stacks", "Larkspur");
            QVERIFY(job);
            Trace trace = loadPullFile(sorrel("1", "standard").front().toStdString()).value();
            QVERIFY((*made)->addPull(*job, trace, "here"));
        }
        QDirIterator pulls(archive, {"*.pull.csv"}, QDir::Files, QDirIterator::Subdirectories);
        QVERIFY(pulls.hasNext() && QFile::remove(pulls.next()));
        const auto before = runCli({"archive", "check", archive});
        QVERIFY2(before.code == 3 && before.err.contains("the pull file is missing"), before.err);
        keepLanguage(QStringLiteral("de"));
        const auto ran = runCli({"archive", "check", archive});
        QVERIFY2(ran.code == 3 && ran.err.contains("die Laufdatei fehlt; die Datenbank hat den Lauf noch"), ran.err);
        QCOMPARE(ran.out, before.out);
        QVERIFY(ran.out.contains("the pull file is missing"));
        const std::pair<QStringList, QByteArray> wrong[] = {
            {{"archive", "check", dir.filePath("nowhere")}, "hier ist kein Archiv"},
            {{"calc", "nothing"}, "es gibt keinen Rechner"},
            {{"ladder", "--step", "a"}, "--step a: will NAME=ITEMS"},
            {{"record", "--out", dir.path()}, "--device muss dastehen"},
            {{"gauges", "--base", "a", "--with", "b", "--from", "5", "--to", "4"}, "--from muss unter --to liegen"},
        };
        for (const auto& [arguments, said] : wrong) {
            const auto told = runCli(arguments);
            QVERIFY2(told.code != 0 && told.err.contains(said), told.err);
        }
    }
    void whatIsKeptIsReadBack() {
        for (const UnitChoice& choice : unitChoices())
            for (const std::string_view symbol : choice.symbols) {
                const auto workshop = findWorkshopUnit(symbol);
                const Unit unit = workshop ? *workshop : *findUnit(symbol);
                keepUnit(choice, unit);
                QCOMPARE((wordingOfPerson().*choice.unit).symbol, symbol);
                QCOMPARE((unitsAsKept(QLocale::c()).*choice.unit).symbol, symbol);
            }
    }
    /// A settings file somebody else wrote: what is not known counts as not chosen.
    void strangeSettingsAreNone() {
        personsSettings()->setValue(QStringLiteral("reader/power"), QStringLiteral("oxen"));
        personsSettings()->setValue(QStringLiteral("reader/mass"), QStringLiteral("hp"));
        keepLanguage(QStringLiteral("xx"));
        QCOMPARE(wordingOfPerson().power.symbol, std::string_view("hp"));
        QCOMPARE(wordingOfPerson().mass.symbol, std::string_view("kg"));
        QCOMPARE(wordingOfPerson().language->id, std::string_view("en"));
    }
    void whereAPersonLivesSaysWhatIsUsual() {
        const Wording german = unitsAsKept(QLocale(QLocale::German, QLocale::Germany));
        QCOMPARE(german.power.symbol, std::string_view("PS"));
        QCOMPARE(german.temperature.symbol, std::string_view("degC"));
        const Wording american = unitsAsKept(QLocale(QLocale::English, QLocale::UnitedStates));
        QCOMPARE(american.torque.symbol, std::string_view("lb-ft"));
        QCOMPARE(american.temperature.symbol, std::string_view("degF"));
        QCOMPARE(american.mass.symbol, std::string_view("lb"));
        const Wording british = unitsAsKept(QLocale(QLocale::English, QLocale::UnitedKingdom));
        QCOMPARE(british.road.symbol, std::string_view("mph"));
        QCOMPARE(british.temperature.symbol, std::string_view("degC"));
    }
};

JR_SUITE(TestCliReader)
#include "test_cli_reader.moc"
