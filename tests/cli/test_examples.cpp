// SPDX-License-Identifier: GPL-3.0-or-later
// What stands in examples/ does what it says: the bench in C is listened to, every log comes in, the script judges.
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

using testsupport::Ran;
using testsupport::runCli;

namespace {

QString example(const char* path) {
    return QStringLiteral(JR_SOURCE "/examples/") + QLatin1String(path);
}

} // namespace

class TestExamples : public QObject {
    Q_OBJECT
private slots:
    void theBenchInCIsListenedTo() {
        QTemporaryDir dir;
        QProcess bench;
        bench.start(QStringLiteral(JR_EXAMPLE_BENCH), QStringList());
        QVERIFY(bench.waitForReadyRead(10000));
        const QString port = QString::fromUtf8(bench.readLine()).section(' ', 1).trimmed();
        QVERIFY2(port.toInt() > 0, qPrintable(port));
        const Ran ran = runCli({"record", "--device", "tcp:127.0.0.1:" + port, "--out", dir.path(), "--pulls", "2",
                                "--end-rpm", "7800", "--timeout", "50"});
        QVERIFY2(ran.code == 0, ran.err);
        QCOMPARE(ran.json()["pulls"].toArray().size(), 2);
        QCOMPARE(ran.json()["line"].toObject()["bad_checksums"].toInt(), 0);
        QCOMPARE(ran.json()["line"].toObject()["garbage"].toInt(), 0);
        // The truth of on_a_desk.c: wheel torque 4.8 * 48 N·m at 6200 rpm is a power of 4.8 * 48 * w at the roller.
        const QString pull = ran.json()["pulls"].toArray()[0].toObject()["file"].toString();
        const Ran curve = runCli({"curve", pull, "--standard", "none"});
        QVERIFY2(curve.code == 0, curve.err);
        const QJsonObject first = curve.json()["pulls"].toArray()[0].toObject();
        const QJsonArray rpm = first["rpm"].toArray(), power = first["power_w"].toArray();
        double at6200 = 0.;
        for (qsizetype i = 0; i < rpm.size(); ++i)
            if (rpm[i].toDouble() == 6200.)
                at6200 = power[i].toDouble();
        const double truth = 48. * 6200. * M_PI / 30.;
        QVERIFY2(std::abs(at6200 / truth - 1.) < 0.005, qPrintable(QString::number(at6200 / truth)));
        QVERIFY(bench.waitForFinished(5000)); // it leaves when the program hangs up
        QCOMPARE(bench.exitCode(), 0);
    }
    void everyLogComesIn_data() {
        QTest::addColumn<QString>("log");
        QTest::addColumn<QStringList>("set");
        const QStringList roller{"--set", "kind=roller", "--set", "roller_inertia_kg_m2=9.5"};
        for (const QString& name : QDir(example("logs")).entryList(QDir::Files))
            QTest::newRow(qPrintable(name))
                << example("logs/") + name << (name.startsWith("ride") ? QStringList() : roller);
    }
    void everyLogComesIn() {
        QFETCH(QString, log);
        QFETCH(QStringList, set);
        QTemporaryDir dir;
        const QString out = dir.filePath("one.pull.csv");
        const Ran in = runCli(QStringList{"import", log, "--out", out} + set);
        QVERIFY2(in.code == 0, in.err);
        QVERIFY2(in.json()["rows"].toInt() >= 150 && in.json()["left_out"].toArray().size() < 4, in.out);
        const Ran read =
            set.isEmpty() ? runCli({"road", out, "--marks", "60ft"}) : runCli({"curve", out, "--standard", "none"});
        QVERIFY2(read.code == 0, read.err);
        if (set.isEmpty())
            QCOMPARE(read.json()["runs"].toArray()[0].toObject()["marks"].toArray().size(), 1);
        else
            QVERIFY2(std::abs(read.json()["pulls"].toArray()[0].toObject()["peak_torque"].toObject()["nm"].toDouble() -
                              48.) < 1.,
                     read.out.left(400));
    }
    void theScriptJudges() {
        QTemporaryDir dir;
        for (const auto& [folder, numbers, setup] :
             {std::tuple{"base", "1458", "standard"}, std::tuple{"with", "2367", "open"}}) {
            QVERIFY(QDir(dir.path()).mkdir(folder));
            for (const QString& file : testsupport::sorrel(numbers, setup))
                QVERIFY(QFile::copy(file, dir.filePath(QLatin1String(folder)) + '/' + QFileInfo(file).fileName()));
        }
        QProcess script;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.insert("JOLLY_RAM_CLI", JR_CLI);
        script.setProcessEnvironment(environment);
        script.start(example("scripts/judge-two-folders"),
                     {dir.filePath("base"), dir.filePath("with"), dir.filePath("t.csv")});
        QVERIFY(script.waitForFinished(60000));
        const QByteArray said = script.readAllStandardError();
        QVERIFY2(script.exitCode() == 0, said);
        QVERIFY2(said.contains(" rpm"), said);
        QFile table(dir.filePath("t.csv"));
        QVERIFY(table.open(QIODevice::ReadOnly));
        QVERIFY(table.readLine().startsWith("rpm,difference_w,low_w,high_w"));
        QVERIFY(table.readAll().count('\n') > 50);
    }
};

JR_SUITE(TestExamples)
#include "test_examples.moc"
