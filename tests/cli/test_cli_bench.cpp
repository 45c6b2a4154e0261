// SPDX-License-Identifier: GPL-3.0-or-later
// record, calibrate, plan, ladder, factorial and sweep as a script sees them.
#include "tests/support/cli_process.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

using testsupport::Ran;
using testsupport::runCli;

namespace {

QString sorrelJoined(const char* numbers, const char* setup) {
    return testsupport::sorrel(numbers, setup).join(QLatin1Char(','));
}

} // namespace

class TestCliBench : public QObject {
    Q_OBJECT
private slots:
    void recordAndCalibrate() {
        QTemporaryDir dir;
        testsupport::StandinProcess bench({"--machine", "larkspur", "--speed", "15", "--coast-s", "150"});
        const Ran r = runCli({"record", "--device", bench.address(), "--out", dir.filePath("day"), "--pulls", "2",
                              "--ask", "pull", "--coast", "--setup", "long stack", "--timeout", "50"});
        QVERIFY2(r.code == 0, r.err.constData());
        QCOMPARE(r.json()["pulls"].toArray().size(), 2);
        QCOMPARE(r.json()["line"].toObject()["missing"].toInt(), 0);
        const QString file = r.json()["pulls"].toArray()[0].toObject()["file"].toString();
        QVERIFY(r.json()["pulls"].toArray()[0].toObject()["peak_power"].toObject()["w"].toDouble() > 15000.);
        const Ran curve = runCli({"curve", file});
        QCOMPARE(curve.code, 0);
        QCOMPARE(curve.json()["pulls"].toArray()[0].toObject()["setup"].toString(), QStringLiteral("long stack"));
        // The coast-down taken with it gives the bench's drag back: 6.2 + 0.021 w + 6.4e-5 w^2 with 11.4 kg m2.
        const Ran drag = runCli({"calibrate", "drag", dir.filePath("day/pull-001.coast.csv"), "--inertia", "11.4"});
        QVERIFY2(drag.code == 0, drag.err.constData());
        const double w = 0.5 * (drag.json()["from_rad_s"].toDouble() + drag.json()["to_rad_s"].toDouble());
        const QJsonArray c = drag.json()["roller_loss_nm"].toArray();
        const double found = c[0].toDouble() + c[1].toDouble() * w + c[2].toDouble() * w * w;
        QVERIFY2(std::abs(found / (6.2 + 0.021 * w + 6.4e-5 * w * w) - 1.) < 0.05, qPrintable(QString::number(found)));
        QVERIFY(QDir(dir.filePath("day/capture")).entryList({"*.lines"}).isEmpty());
    }
    void runsOfAReceiverAreRecordedAndTimed() {
        QTemporaryDir dir;
        testsupport::StandinProcess receiver({"--machine", "quill", "--road", "live", "--speed", "60", "--auto", "2",
                                              "--in-ride", "1", "--torn-at", "9"});
        const Ran r = runCli({"record", "--device", receiver.address(), "--plain", "road", "--out", dir.filePath("day"),
                              "--pulls", "2", "--setup", "15 g", "--set", "rider_kg=81", "--timeout", "50"});
        QVERIFY2(r.code == 0, r.err.constData());
        QVERIFY2(!r.err.contains("no curve"), r.err.constData());
        QStringList files;
        for (const QJsonValue& one : r.json()["pulls"].toArray())
            files << one.toObject()["file"].toString();
        QCOMPARE(files.size(), 2);
        const Ran timed = runCli(QStringList{"road", "--rollout", "1ft", "--marks", "1/4mile"} + files);
        QCOMPARE(timed.code, 0);
        for (const QJsonValue& one : timed.json()["runs"].toArray()) {
            const QJsonObject o = one.toObject();
            QVERIFY(o["used"].toBool());
            QCOMPARE(o["setup"].toString(), QString("15 g"));
            const double s = o["marks"].toArray().first().toObject()["time_s"].toDouble();
            QVERIFY2(std::abs(s - 20.686) < 0.03, qPrintable(QString::number(s))); // as the stand-in tells its truth
        }
        QFile first(files.first());
        QVERIFY(first.open(QIODevice::ReadOnly) && first.readAll().contains("# rider_kg: 81"));
    }
    /// Pulls of two machines do not come to lie in one folder unless somebody says why.
    void anotherMachineIsSaidBeforeItsFirstPull() {
        QTemporaryDir dir;
        const QString out = dir.filePath("today");
        const auto record = [&](const char* machine, const QStringList& more = {}) {
            testsupport::StandinProcess bench({"--machine", machine, "--speed", "15", "--auto", "1"});
            return runCli(QStringList{"record", "--device", bench.address(), "--out", out, "--pulls", "1", "--timeout",
                                      "40", "--setup", "stock"} +
                          more);
        };
        const auto files = [&] { return QDir(out).entryList({"*.pull.csv"}).size(); };
        QCOMPARE(record("larkspur").code, 0);
        QCOMPARE(files(), 1);
        const Ran other = record("ostra");
        QCOMPARE(other.code, 3);
        QVERIFY2(other.err.contains("Ostra 600") && other.err.contains("--because"), other.err.constData());
        QCOMPARE(files(), 1);
        QCOMPARE(record("larkspur").code, 0); // the same machine as ever
        QCOMPARE(record("ostra", {"--because", "two machines are compared on purpose"}).code, 0);
        QCOMPARE(files(), 3);
        QFile last(out + "/pull-003.pull.csv");
        QVERIFY(last.open(QIODevice::ReadOnly));
        QVERIFY(last.readAll().contains("# belongs_because: two machines are compared on purpose"));
    }
    void recordSaysWhatIsWrong() {
        QTemporaryDir dir;
        QCOMPARE(runCli({"record", "--device", "usb:7", "--out", dir.path()}).code, 2);
        QCOMPARE(runCli({"record", "--device", "tcp:127.0.0.1:1", "--out", dir.path(), "--plain", "speedo"}).code, 2);
        QCOMPARE(runCli({"record", "--device", "tcp:127.0.0.1:1", "--out", "/proc/nowhere"}).code, 4);
        const Ran none = runCli({"record", "--device", "tcp:127.0.0.1:1", "--out", dir.path(), "--timeout", "2"});
        QCOMPARE(none.code, 3);
        QVERIFY(none.err.contains("no line to the bench"));
        QCOMPARE(none.json()["pulls"].toArray().size(), 0);
    }
    void calibrateLoadCell() {
        const Ran r = runCli({"calibrate", "load-cell", "--weight", "0=0.02", "--weight", "5=1.27", "--weight",
                              "10=2.52", "--weight", "20=5.02"});
        QCOMPARE(r.code, 0);
        QVERIFY(std::abs(r.json()["newton_per_reading"].toDouble() - 5. * 9.80665 / 1.25) < 1e-6);
        QCOMPARE(runCli({"calibrate", "load-cell", "--weight", "0=1", "--weight", "5=1", "--weight", "9=1"}).code, 3);
        QCOMPARE(runCli({"calibrate", "load-cell", "--weight", "heavy"}).code, 2);
        QCOMPARE(runCli({"calibrate", "drag", "/no/such/file", "--inertia", "3"}).code, 3);
        QCOMPARE(runCli({"calibrate", "inertia", "--plain", "a", "--loaded", "b"}).code, 2);
    }
    void plansStandSideBySide() {
        const QStringList asked{"plan", "--setups",       "2", "--repeatability",  "0.4", "--worth",
                                "1",    "--pull-minutes", "6", "--change-minutes", "45"};
        const Ran r = runCli(asked + QStringList{"--side-by-side"});
        QCOMPARE(r.code, 0);
        QStringList manners;
        for (const QJsonValue& choice : r.json()["choices"].toArray()) {
            QVERIFY(choice["promised"].toBool() && choice["finds_pct"].toDouble() > 85.);
            const QJsonArray order = choice["order"].toArray();
            QCOMPARE(order.first().toString() + order.last().toString(), QStringLiteral("AA"));
            QVERIFY(choice["swaps"].toInt() >= 2 && choice["bow_shown_pct"].isDouble());
            for (const QJsonValue& manner : choice["manners"].toArray())
                manners << manner.toString();
        }
        manners.sort();
        QCOMPARE(manners, (QStringList{"fewest-pulls", "quickest", "surest"}));
        const Ran cut = runCli(asked + QStringList{"--no-way-back"});
        QCOMPARE(cut.code, 0);
        const QJsonArray only = cut.json()["choices"].toArray();
        QCOMPARE(only.size(), 1);
        QVERIFY(!only[0].toObject()["promised"].toBool() && only[0].toObject()["bow_shown_pct"].isNull());
        QCOMPARE(runCli(asked + QStringList{"--reference"}).code, 2); // of what can be taken back nothing is needed
    }
    void plan() {
        const Ran r = runCli({"plan", "--setups", "2", "--repeatability", "0.5", "--worth", "1", "--pull-minutes", "6",
                              "--change-minutes", "25", "--fuel-per-pull-ml", "60", "--tank-ml", "400"});
        QCOMPARE(r.code, 0);
        QCOMPARE(r.json().keys(), (QStringList{"fuel_ml", "minutes", "order", "pulls_each", "refuel_after",
                                               "smallest_gain_pct", "text"}));
        const QJsonArray order = r.json()["order"].toArray();
        QCOMPARE(order.size(), 2 * r.json()["pulls_each"].toInt());
        QCOMPARE(order.first().toString() + order.last().toString(), QStringLiteral("AA"));
        QVERIFY(r.json()["smallest_gain_pct"].toDouble() <= 1.);
        const Ran bare = runCli({"plan", "--setups", "3", "--repeatability", "0.5", "--worth", "1"});
        QVERIFY(bare.json()["minutes"].isNull() && bare.json()["fuel_ml"].isNull());
        QCOMPARE(runCli({"plan", "--setups", "1", "--repeatability", "0.5", "--worth", "1"}).code, 2);
        QCOMPARE(runCli({"plan", "--setups", "2", "--repeatability", "0.5", "--worth", "1", "--power", "1.5"}).code, 2);
        QCOMPARE(runCli({"plan", "--setups", "2", "--repeatability", "0.5", "--worth", "1", "--fuel-per-pull-ml", "60",
                         "--tank-ml", "50"})
                     .code,
                 2);
    }
    void ladder() {
        const Ran r = runCli({"ladder", "--step", "standard=" + sorrelJoined("1458", "standard"), "--step",
                              "open=" + sorrelJoined("2367", "open"), "--from", "6000", "--to", "9000"});
        QVERIFY2(r.code == 0, r.err.constData());
        QCOMPARE(r.json()["unit"].toString(), QStringLiteral("W"));
        const QJsonArray steps = r.json()["steps"].toArray();
        QCOMPARE(steps.size(), 2);
        QVERIFY(steps[1].toObject()["gain_low"].toDouble() < steps[1].toObject()["gain"].toDouble());
        // The ladder of two steps and the comparison tell the same band mean (ratios against differences: within a
        // tenth of a per cent of power).
        const Ran c = runCli(QStringList{"compare", "--from", "6000", "--to", "9000", "--base"} +
                             sorrelJoined("1458", "standard").split(',') + QStringList{"--with"} +
                             sorrelJoined("2367", "open").split(','));
        QVERIFY(std::abs(c.json()["band_mean"].toObject()["difference_w"].toDouble() -
                         steps[1].toObject()["gain"].toDouble()) < 0.001 * steps[0].toObject()["value"].toDouble());
        const Ran numbers = runCli({"ladder", "--step", "a=@44.1,@44.3", "--step", "b=@45"});
        QCOMPARE(numbers.code, 0);
        QVERIFY(std::abs(numbers.json()["steps"].toArray()[1].toObject()["gain"].toDouble() - 0.8) < 1e-9);
        QCOMPARE(runCli({"ladder", "--step", "a=@1"}).code, 2);
        QCOMPARE(runCli({"ladder", "--step", "a=@one", "--step", "b=@2"}).code, 2);
        QCOMPARE(runCli({"ladder", "--step", "a=/no/file", "--step", "b=/none/either"}).code, 3);
        const Ran two = runCli({"ladder", "--step", "a=/no/file", "--step", "b=/none/either"});
        QVERIFY(two.err.contains("/no/file") && two.err.contains("/none/either"));
        QCOMPARE(runCli({"ladder", "--step", "a=" + sorrelJoined("1", "standard"), "--step",
                         "b=" + sorrelJoined("2", "open"), "--metric", "at"})
                     .code,
                 2);
        const Ran at = runCli({"ladder", "--step", "a=" + sorrelJoined("14", "standard"), "--step",
                               "b=" + sorrelJoined("23", "open"), "--metric", "at", "--at", "7000"});
        QCOMPARE(at.code, 0);
        const Ran beyond = runCli({"ladder", "--step", "a=" + sorrelJoined("14", "standard"), "--step",
                                   "b=" + sorrelJoined("23", "open"), "--metric", "at", "--at", "17000"});
        QCOMPARE(beyond.code, 3);
        QVERIFY(beyond.err.contains("sorrel-1-standard.pull.csv: there are no data"));
    }
    void factorial() {
        const Ran r =
            runCli({"factorial", "--factors", "pipe,port", "--cell", "stock,stock=@7.65", "--cell", "race,stock=@9.94",
                    "--cell", "stock,cut=@9.48", "--cell", "race,cut=@11.12", "--repeatability", "0.5"});
        QCOMPARE(r.code, 0);
        QCOMPARE(r.json()["effects"].toArray()[2].toObject()["term"].toString(), QStringLiteral("pipe*port"));
        QVERIFY(std::abs(r.json()["together"].toDouble() - 3.47) < 1e-9 &&
                std::abs(r.json()["sum"].toDouble() - 4.12) < 1e-9);
        QVERIFY(std::abs(r.json()["alone"].toObject()["pipe"].toDouble() - 2.29) < 1e-9);
        QCOMPARE(runCli({"factorial", "--factors", "a", "--cell", "1=@1", "--cell", "2=@2"}).code, 2);
    }
    void sweep() {
        const Ran r = runCli({"sweep", "--name", "length [in]", "--point", "2.125=@4.51", "--point", "2.43=@4.60",
                              "--point", "3.475=@4.56"});
        QCOMPARE(r.code, 0);
        const QJsonObject best = r.json()["best"].toObject();
        QVERIFY(std::abs(best["x"].toDouble() - 2.43) < 1e-9 && best["inside"].toBool() && best["low"].isNull());
        QVERIFY(r.json()["short_side_per_unit"].toDouble() > 4. * r.json()["long_side_per_unit"].toDouble());
        QVERIFY(r.json()["curve"].toObject()["x"].toArray().size() > 10);
        QCOMPARE(runCli({"sweep", "--name", "x", "--point", "one=@1", "--point", "2=@2", "--point", "3=@2"}).code, 2);
    }
    void helpOnEverything() {
        for (const char* command : {"record", "calibrate", "plan", "ladder", "factorial", "sweep"}) {
            const Ran r = runCli({command, "--help"});
            QCOMPARE(r.code, 0);
            QVERIFY(r.out.size() > 200);
        }
    }
};

JR_SUITE(TestCliBench)
#include "test_cli_bench.moc"
