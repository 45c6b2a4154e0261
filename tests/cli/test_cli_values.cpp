// SPDX-License-Identifier: GPL-3.0-or-later
// Results that are no pulls, from file to verdict: the command line on sheets a person could have typed.
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

using namespace testsupport;

class TestCliValues : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

    QString sheet(const char* name, const char* setup, const QStringList& rows, const char* better = "lower",
                  const char* unit = "s", const char* started = "2026-05-02T10:00:00Z") {
        QFile file(m_dir.filePath(QLatin1String(name)));
        if (!file.open(QIODevice::WriteOnly))
            return {};
        QTextStream out(&file);
        out << "# jolly-ram: pull 1\n# job: Saw chains\n# setup: " << setup
            << "\n# kind: result\n# started: " << started << "\n# quantity: seconds of a cut\n# unit: " << unit
            << "\n# better: " << better << "\nnumber [1],value [" << unit << "],note\n"
            << rows.join('\n') << '\n';
        return file.fileName();
    }

private slots:
    void lowerIsBetter() {
        // A B B A A B B A, a cut each; B some 8 % quicker.
        const QString a = sheet("a.csv", "round chain", {"1,20.1,", "4,20.3,dull?", "5,20.0,", "8,20.2,"});
        const QString b = sheet("b.csv", "square chain", {"2,18.5,", "3,18.6,", "6,18.4,", "7,18.7,\"knot, left in\""});
        const Ran run = runCli({"compare-values", "--base", a, "--with", b});
        QCOMPARE(run.code, 0);
        const QJsonObject json = run.json();
        QCOMPARE(json["call"].toString(), QString("gain"));
        QCOMPARE(json["unit"].toString(), QString("s"));
        QVERIFY(std::abs(json["difference"].toDouble() + 1.6) < 0.05); // the means, but for drift
        QVERIFY(json["low"].toDouble() < -1.6 && json["high"].toDouble() > -1.6 && json["high"].toDouble() < 0.);
        QCOMPARE(json["base"]["readings"].toInt(), 4);
        QVERIFY(cautionOf(json, "drift-unchecked").isEmpty()); // the numbers tell the order
        QVERIFY(run.err.contains("square chain is better than round chain in seconds of a cut"));
        // The other way round, and where more is better, it is a loss.
        QCOMPARE(runCli({"compare-values", "--base", b, "--with", a}).json()["call"].toString(), QString("loss"));
    }
    void anOutsideExample() {
        // Two-sample t test on Student's sleep data (Gosset 1908; group means 0.75 and 2.33, pooled t interval of the
        // difference -0.204 to 3.364 at 95 %: R's t.test(extra ~ group, sleep, var.equal = TRUE), value from memory).
        // Numbers clash and times are alike, so no order and no fittings are told: the ordinary t interval.
        const QString a = sheet(
            "s1.csv", "one",
            {"1,0.7,", "2,-1.6,", "3,-0.2,", "4,-1.2,", "5,-0.1,", "6,3.4,", "7,3.7,", "8,0.8,", "9,0.0,", "10,2.0,"},
            "higher", "h");
        const QString b = sheet(
            "s2.csv", "two",
            {"1,1.9,", "2,0.8,", "3,1.1,", "4,0.1,", "5,-0.1,", "6,4.4,", "7,5.5,", "8,1.6,", "9,4.6,", "10,3.4,"},
            "higher", "h");
        const QJsonObject json = runCli({"compare-values", "--base", a, "--with", b}).json();
        QVERIFY(std::abs(json["base"]["mean"].toDouble() - 0.75) < 1e-9);
        QVERIFY(std::abs(json["with"]["mean"].toDouble() - 2.33) < 1e-9);
        QVERIFY2(std::abs(json["low"].toDouble() + 0.204) < 0.001, qPrintable(QString::number(json["low"].toDouble())));
        QVERIFY(std::abs(json["high"].toDouble() - 3.364) < 0.001);
        QCOMPARE(json["call"].toString(), QString("open"));
    }
    void oneReadingASideTellsNothing() {
        const QJsonObject json = runCli({"compare-values", "--base", sheet("o1.csv", "a", {"1,20,"}), "--with",
                                         sheet("o2.csv", "b", {"2,18,"})})
                                     .json();
        QVERIFY(json["low"].isNull() && json["scatter"].isNull());
        QCOMPARE(json["call"].toString(), QString("open"));
        const QJsonObject known = runCli({"compare-values", "--base", sheet("o1.csv", "a", {"1,20,"}), "--with",
                                          sheet("o2.csv", "b", {"2,18,"}), "--repeatability", "1.0"})
                                      .json();
        QCOMPARE(known["call"].toString(), QString("gain"));
        QVERIFY(!cautionOf(known, "borrowed-repeatability").isEmpty());
    }
    void theyStandInALadderAndASweep() {
        const QString a = sheet("l1.csv", "a", {"1,20.1,", "2,20.3,"}),
                      b = sheet("l2.csv", "b", {"3,18.5,", "4,18.6,"}),
                      c = sheet("l3.csv", "c", {"5,19.0,", "6,19.2,"});
        const QJsonObject ladder = runCli({"ladder", "--step", "a=" + a, "--step", "b=" + b}).json();
        QCOMPARE(ladder["unit"].toString(), QString("s"));
        QVERIFY(std::abs(ladder["steps"][1]["gain"].toDouble() + 1.65) < 1e-9);
        const QJsonObject sweep = runCli({"sweep", "--name", "rakers [mm]", "--point", "0.5=" + a, "--point",
                                          "0.65=" + b, "--point", "0.8=" + c})
                                      .json();
        const double best = sweep["best"]["x"].toDouble(); // where the cut is quickest
        QVERIFY2(best > 0.6 && best < 0.75, qPrintable(QString::number(best)));
        QVERIFY(sweep["value"].toDouble() > 15. && sweep["value"].toDouble() < 19.5);
    }
    /// One sheet counts once however often it is named, and is compared with itself nowhere.
    void theSameSheetCountsOnce() {
        QTemporaryDir dir;
        const auto sheet = [&](const char* name, const char* setup, const char* values, const char* id) {
            QFile file(dir.filePath(name));
            QString text = QStringLiteral("# jolly-ram: pull 1\n");
            if (*id)
                text += QStringLiteral("# id: ") + QLatin1String(id) + QLatin1Char('\n');
            text += QStringLiteral("# setup: %1\n# kind: result\n# quantity: seconds of a cut\n# unit: s\n"
                                   "# better: lower\nnumber [1],value [s],note\n")
                        .arg(QLatin1String(setup));
            int number = 0;
            for (const QString& value : QString::fromLatin1(values).split(' '))
                text += QStringLiteral("%1,%2,\n").arg(++number).arg(value);
            if (file.open(QIODevice::WriteOnly))
                file.write(text.toUtf8());
            return file.fileName();
        };
        const QString a = sheet("a.csv", "stock", "12.1 12.4 12.2", "one"),
                      copy = sheet("copy.csv", "stock", "12.1 12.4 12.2", "one"),
                      bare = sheet("bare.csv", "stock", "11.9 12.0 12.6", ""),
                      b = sheet("b.csv", "pipe", "11.1 11.3 11.4", "two"),
                      forged = sheet("forged.csv", "stock", "9.1 9.4 9.2", "one");
        const auto compared = [](const QStringList& base, const QStringList& with) {
            return runCli(QStringList{"compare-values", "--base"} + base + QStringList{"--with"} + with);
        };
        const Ran honest = compared({a, bare}, {b}), often = compared({a, copy, a, bare, bare}, {b, b});
        QCOMPARE(often.code, 0);
        QCOMPARE(often.json()["base"].toObject()["readings"].toInt(), 6);
        for (const char* key : {"low", "high", "difference", "call"})
            QCOMPARE(often.json()[key], honest.json()[key]);
        QVERIFY(!cautionOf(often.json(), "counted-once").isEmpty());
        QVERIFY(cautionOf(honest.json(), "counted-once").isEmpty());
        QCOMPARE(compared({a}, {a}).code, 3);
        QCOMPARE(compared({a}, {copy, b}).code, 3);
        QCOMPARE(compared({a, forged}, {b}).code, 3); // one id on two measurements
        // In steps as well.
        const Ran ladder = runCli({"ladder", "--step", "stock=" + a + "," + copy + "," + bare, "--step", "pipe=" + b});
        QCOMPARE(ladder.code, 0);
        QVERIFY(!cautionOf(ladder.json(), "counted-once").isEmpty());
        QCOMPARE(ladder.json()["steps"],
                 runCli({"ladder", "--step", "stock=" + a + "," + bare, "--step", "pipe=" + b}).json()["steps"]);
        QCOMPARE(runCli({"ladder", "--step", "stock=" + a, "--step", "pipe=" + copy}).code, 3);
    }
    void whatIsWrongIsNamed_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QString>("said");
        const QByteArray head = "# jolly-ram: pull 1\n# kind: result\n";
        QTest::newRow("no quantity") << head + "value\n1\n"
                                     << "quantity";
        QTest::newRow("no value column") << head + "# quantity: x\nnumber [1]\n1\n"
                                         << ":4: there is no column";
        QTest::newRow("no number") << head + "# quantity: x\nvalue\n1\ntwelve\n"
                                   << ":6: value: \"twelve\"";
        QTest::newRow("half a number") << head + "# quantity: x\nnumber [1],value\n1.5,2\n"
                                       << ":5: number";
        QTest::newRow("too large") << head + "# quantity: x\nvalue\n1e300\n"
                                   << ":5: value: larger";
        QTest::newRow("empty") << head + "# quantity: x\nvalue\n"
                               << "no readings";
        QTest::newRow("units apart") << head + "# quantity: x\n# unit: s\nvalue [h]\n1\n"
                                     << "unit";
        QTest::newRow("better") << head + "# quantity: x\n# better: up\nvalue\n1\n"
                                << "higher, lower or none";
        QTest::newRow("a pull") << QByteArray("# jolly-ram: pull 1\n# kind: roller\ntime [s]\n1\n")
                                << "no sheet of readings";
    }
    void whatIsWrongIsNamed() {
        QFETCH(QByteArray, text);
        QFETCH(QString, said);
        QFile file(m_dir.filePath("wrong.csv"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(text);
        file.close();
        const QString good = sheet("good.csv", "a", {"1,20.1,", "2,20.3,"});
        const Ran run = runCli({"compare-values", "--base", file.fileName(), "--with", good});
        QCOMPARE(run.code, 3);
        QVERIFY2(run.err.contains(said.toUtf8()), run.err.constData());
        QVERIFY(run.err.contains("wrong.csv"));
    }
    void aSheetIsNoPull() {
        const QString a = sheet("p1.csv", "a", {"1,2,", "2,3,"});
        for (const QStringList& command : {QStringList{"compare", "--base", a, "--with", a}, QStringList{"curve", a}}) {
            const Ran run = runCli(command);
            QCOMPARE(run.code, 3);
            QVERIFY2(run.err.contains("sheet of readings") && run.err.contains("compare-values"), run.err.constData());
        }
    }
    void twoThingsAreNotCompared() {
        const Ran run = runCli({"compare-values", "--base", sheet("u1.csv", "a", {"1,2,", "2,3,"}), "--with",
                                sheet("u2.csv", "b", {"3,2,", "4,3,"}, "lower", "h")});
        QCOMPARE(run.code, 3);
        QVERIFY(run.err.contains("not one thing"));
    }
};

JR_SUITE(TestCliValues)
#include "test_cli_values.moc"
