// SPDX-License-Identifier: GPL-3.0-or-later
// `road` as a script asks it: keys of docs/command-line.md, what is left out and why, base against changed, exit codes.
#include "tests/support/cli_process.h"
#include "tests/support/road_machine.h"
#include "tests/support/suites.h"

#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

using namespace testsupport;

class TestCliRoad : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    int m_written = 0;

    /// A run as a pull file; `keys` go before the stand-in's own.
    QString run(const char* setup, double grams, const standin::RoadSetting& setting,
                std::vector<std::pair<std::string, std::string>> keys = {}) {
        return run(setup, quillOnTheRoad(grams), setting, std::move(keys));
    }
    QString run(const char* setup, const standin::RoadMachine& machine, const standin::RoadSetting& setting,
                std::vector<std::pair<std::string, std::string>> keys = {}) {
        standin::Recording recording = standin::rideRoad(machine, setting).recording;
        keys.insert(keys.begin(), {{"kind", "road"}, {"setup", setup}, {"machine", "Quill 125"}});
        keys.insert(keys.end(), recording.keys.begin(), recording.keys.end());
        recording.keys = keys;
        const QString path = m_dir.filePath(QStringLiteral("run%1.pull.csv").arg(++m_written));
        QFile file(path);
        if (file.open(QIODevice::WriteOnly))
            file.write(QByteArray::fromStdString(recording.text(7)));
        return path;
    }
    /// A B B A A B B A, twenty minutes in all.
    QStringList side(const char* setup, double grams, std::initializer_list<int> places, double scatter = 0.006) {
        QStringList out;
        for (int place : places) {
            standin::Dice dice(static_cast<std::uint64_t>(100 + place));
            standin::RoadSetting s;
            s.seed = static_cast<std::uint64_t>(place);
            s.offsetShare = scatter * dice.normal();
            s.untilM = 230.;
            const std::string started = "2026-06-13T10:" + std::to_string(10 + 3 * place) + ":00+02:00";
            out << run(setup, grams, s, {{"started", started}});
        }
        return out;
    }

private slots:
    void aRunHasItsMarks() {
        standin::RoadSetting s;
        const Ran ran = runCli({"road", run("weights 16 g", 16., s)});
        QCOMPARE(ran.code, 0);
        const QJsonObject o = ran.json();
        QCOMPARE(o["rollout"].toString(), QString("none"));
        const QJsonObject first = o["runs"].toArray().first().toObject();
        QVERIFY(first["used"].toBool() && first["left_out"].isNull());
        QCOMPARE(first["setup"].toString(), QString("weights 16 g"));
        QVERIFY(std::abs(first["start_s"].toDouble() - 4.1) < 0.3);
        QStringList marks;
        for (const QJsonValue& v : first["marks"].toArray()) {
            const QJsonObject m = v.toObject();
            marks << m["mark"].toString();
            QVERIFY(m["time_s"].toDouble() > 1. && m["uncertainty_s"].toDouble() > 0. &&
                    m["speed_m_s"].toDouble() > 5.);
        }
        // A scooter does not reach 120 km/h, and what is not reached is left out of the run.
        QCOMPARE(marks.mid(0, 4), (QStringList{"60ft", "330ft", "1/8mile", "1/4mile"}));
        QVERIFY2(!marks.contains("80-120km/h") && !marks.contains("50-80mph"), qPrintable(marks.join(' ')));
        QVERIFY(o["comparison"].isNull());
        QCOMPARE(o["marks"].toArray().first().toObject()["runs"].toInt(), 1);
        QVERIFY(o["marks"].toArray().first().toObject()["sd_s"].isNull());
        // The same again, byte for byte.
        QCOMPARE(runCli({"road", m_dir.filePath("run1.pull.csv")}).out, ran.out);
        const Ran foot =
            runCli({"road", "--rollout", "1ft", "--marks", "60ft,30-50km/h", m_dir.filePath("run1.pull.csv")});
        QCOMPARE(foot.json()["rollout"].toString(), QString("1ft"));
        const QJsonArray times = foot.json()["runs"].toArray().first().toObject()["marks"].toArray();
        QCOMPARE(times.size(), 2);
        QVERIFY(times[0].toObject()["time_s"].toDouble() <
                first["marks"].toArray().first().toObject()["time_s"].toDouble() - 0.2);
    }
    void aPoorFixIsLeftOutUnlessItIsKept() {
        standin::RoadSetting s;
        s.poorFromS = 7.;
        const QString poor = run("weights 16 g", 16., s);
        const Ran out = runCli({"road", poor});
        QCOMPARE(out.code, 0);
        const QJsonObject row = out.json()["runs"].toArray().first().toObject();
        QVERIFY(!row["used"].toBool() && row["left_out"].toString().contains("poor fix"));
        QCOMPARE(row["flags"].toArray().first().toObject()["kind"].toString(), QString("fix-poor"));
        QCOMPARE(out.json()["cautions"].toArray().first().toObject()["kind"].toString(), QString("left-out"));
        QVERIFY(out.json()["marks"].toArray().isEmpty());
        QVERIFY(runCli({"road", poor, "--keep", poor}).json()["runs"].toArray().first().toObject()["used"].toBool());
    }
    /// One run counts once however often it is named, a copy of it too, and stands on one side only.
    void theSameRunCountsOnce() {
        const QStringList base = side("weights 16 g", 16., {1, 4}), with = side("weights 14 g", 14., {2, 3});
        const QString copy = m_dir.filePath("copy of a run.pull.csv");
        QVERIFY(QFile::copy(base[0], copy));
        const QJsonObject once = runCli({"road", base[0]}).json();
        const QJsonObject often = runCli({"road", base[0], base[0], copy}).json();
        QCOMPARE(often["marks"], once["marks"]);
        QVERIFY(often["marks"].toArray().first().toObject()["sd_s"].isNull());
        const QJsonArray rows = often["runs"].toArray();
        QCOMPARE(rows.size(), 3);
        for (int i = 1; i < 3; ++i)
            QVERIFY(!rows[i].toObject()["used"].toBool() &&
                    rows[i].toObject()["left_out"].toString().contains("same run"));
        const auto compared = [](const QStringList& a, const QStringList& b) {
            return runCli(QStringList{"road", "--base"} + a + QStringList{"--with"} + b);
        };
        const Ran honest = compared(base, with);
        QCOMPARE(honest.code, 0);
        QCOMPARE(compared(base + QStringList{copy}, with).json()["comparison"].toObject()["marks"],
                 honest.json()["comparison"].toObject()["marks"]);
        QCOMPARE(compared(base, with + QStringList{base[0]}).code, 3);
        QCOMPARE(compared(base, with + QStringList{copy}).code, 3);
    }
    void lighterWeightsAgainstHeavier() {
        const QStringList base = side("weights 16 g", 16., {1, 4, 5, 8}),
                          with = side("weights 14 g", 14., {2, 3, 6, 7});
        // Once the first foot is run the softness of a start is out of it.
        const Ran ran = runCli(QStringList{"road", "--rollout", "1ft", "--base"} + base + QStringList{"--with"} + with);
        QCOMPARE(ran.code, 0);
        const QJsonObject c = ran.json()["comparison"].toObject();
        QCOMPARE(c["base"].toString(), QString("weights 16 g"));
        // The truth, by the same road without a receiver.
        const standin::RoadSetting still;
        const auto at = [&](double grams) {
            const standin::RoadTruth truth = standin::rideRoad(quillOnTheRoad(grams), still).truth;
            return truth.timeAtM(201.168) - truth.timeAtM(0.3048);
        };
        bool found = false;
        for (const QJsonValue& v : c["marks"].toArray()) {
            const QJsonObject m = v.toObject();
            if (m["mark"].toString() != "1/8mile")
                continue;
            found = true;
            QCOMPARE(m["call"].toString(), QString("gain")); // quicker
            QVERIFY(m["difference_s"].toDouble() < 0.);
            const double is = at(14.) - at(16.);
            QVERIFY2(m["low_s"].toDouble() < is && is < m["high_s"].toDouble(), qPrintable(QString::number(is)));
        }
        QVERIFY(found);
        QVERIFY(ran.err.contains("quicker"));
        // The same against itself is no gain.
        const Ran same =
            runCli(QStringList{"road", "--base"} + base.mid(0, 2) + QStringList{"--with"} + base.mid(2, 2));
        for (const QJsonValue& v : same.json()["comparison"].toObject()["marks"].toArray())
            QVERIFY(v.toObject()["call"].toString() != "gain");
    }
    void bothWaysArePaired() {
        // A road of two per cent: out is uphill. The pairs lose the slope; one way alone it stays, and is said.
        const auto sloping = [&](const char* setup, double grams, int place, bool out) {
            standin::RoadSetting s;
            s.seed = static_cast<std::uint64_t>(place);
            s.slopePct = out ? 2. : -2.;
            s.untilM = 230.;
            return run(setup, grams, s,
                       {{"started", "2026-06-13T10:" + std::to_string(10 + 2 * place) + ":00+02:00"},
                        {"direction", out ? "out" : "back"}});
        };
        QStringList base, with, baseOut, withOut;
        for (int k = 0; k < 8; ++k) {
            const bool out = k % 2 == 0, changed = k / 2 == 1 || k / 2 == 2; // A B B A, each out and back
            const QString file = sloping(changed ? "weights 14 g" : "weights 16 g", changed ? 14. : 16., k + 1, out);
            (changed ? with : base) << file;
            if (out)
                (changed ? withOut : baseOut) << file;
        }
        const Ran both = runCli(QStringList{"road", "--rollout", "1ft", "--marks", "1/8mile", "--base"} + base +
                                QStringList{"--with"} + with);
        QCOMPARE(both.code, 0);
        const QJsonObject m = both.json()["comparison"].toObject()["marks"].toArray().first().toObject();
        QCOMPARE(m["call"].toString(), QString("gain"));
        QVERIFY(!QString::fromUtf8(both.out).contains("one-way"));
        const Ran one = runCli(QStringList{"road", "--rollout", "1ft", "--marks", "1/8mile", "--base"} + baseOut +
                               QStringList{"--with"} + withOut);
        QVERIFY(QString::fromUtf8(one.out).contains("one-way"));
        const Ran mixed = runCli(QStringList{"road", "--rollout", "1ft", "--marks", "1/8mile", "--base"} + baseOut +
                                 QStringList{"--with"} + with);
        QVERIFY(QString::fromUtf8(mixed.out).contains("not run the same ways"));
    }
    void timesAreRestatedAllOrNone() {
        standin::RoadSetting s;
        const std::vector<std::pair<std::string, std::string>> thin = {
            {"air_temp_c", "30"}, {"air_pressure_hpa", "880"}, {"humidity_pct", "40"}};
        const QString known = run("a", 16., s, thin);
        s.seed = 2; // another run: the same rows again would be the same one
        const QString unknown = run("a", 16., s);
        const auto quarter = [](const Ran& ran) {
            for (const QJsonValue& mark : ran.json()["runs"].toArray().first().toObject()["marks"].toArray())
                if (mark.toObject()["mark"] == QLatin1String("1/4mile"))
                    return mark.toObject()["time_s"].toDouble();
            return 0.;
        };
        const double asRun = quarter(runCli({"road", known}));
        const Ran restated = runCli({"road", known, "--restate", "sae-j1349"});
        QCOMPARE(restated.code, 0);
        const QJsonObject air = runCli({"air", "--temp-c", "30", "--pressure-hpa", "880", "--humidity", "40"}).json();
        const double factor = air["factors"].toObject()["sae-j1349"].toDouble();
        QVERIFY(factor > 1.1);
        QVERIFY(std::abs(quarter(restated) - asRun / std::cbrt(factor)) < 1e-6);
        QVERIFY(QString::fromUtf8(restated.out).contains("\"restated\""));
        const Ran half = runCli({"road", known, unknown, "--restate", "sae-j1349"});
        QVERIFY(std::abs(quarter(half) - asRun) < 1e-9);
        QVERIFY(QString::fromUtf8(half.out).contains("air-missing"));
        QCOMPARE(runCli({"road", known, "--restate", "banana"}).code, 2);
    }
    void aDialIsSetRightByReceivers() {
        standin::RoadSetting s;
        s.mostThrustN = 1100.;
        const QString receiver = run("a", gearedOnTheRoad(), s);
        s.dial = true;
        s.seed = 9;
        const QString dial = run("b", gearedOnTheRoad(), s);
        QVERIFY(QString::fromUtf8(runCli({"road", dial}).out).contains("uncalibrated"));
        const Ran ran = runCli({"road", receiver, dial});
        QCOMPARE(ran.code, 0);
        QVERIFY(!QString::fromUtf8(ran.out).contains("uncalibrated"));
    }
    void whatCannotBeIsRefused() {
        standin::RoadSetting s;
        const QString good = run("a", 16., s);
        QCOMPARE(runCli({"road"}).code, 2);
        QCOMPARE(runCli({"road", good, "--base", good}).code, 2);
        QCOMPARE(runCli({"road", good, "--marks", "60ft,banana"}).code, 2);
        QVERIFY(runCli({"road", good, "--marks", "60ft,banana"}).err.contains("banana"));
        QCOMPARE(runCli({"road", good, "--rollout", "2ft"}).code, 2);
        QCOMPARE(runCli({"road", good, "--keep", "other.csv"}).code, 2);
        QCOMPARE(runCli({"road", good, "--worth", "nan"}).code, 2);
        const Ran missing = runCli({"road", good, m_dir.filePath("none.csv"), m_dir.filePath("neither.csv")});
        QCOMPARE(missing.code, 3);
        QVERIFY(missing.err.contains("none.csv") && missing.err.contains("neither.csv"));
        // A pull of a roller is no run, and a run has no curve.
        QCOMPARE(runCli(QStringList{"road"} + sorrel("1", "standard")).code, 3);
        const Ran curve = runCli({"curve", good});
        QCOMPARE(curve.code, 3);
        QVERIFY(curve.err.contains("Road"));
        // A dial against a receiver, and the first foot timed here and not there.
        s.dial = true;
        const QString dial = run("b", 14., s);
        const Ran dialled = runCli({"road", dial});
        QVERIFY(QString::fromUtf8(dialled.out).contains("uncalibrated"));
        QCOMPARE(runCli({"road", "--base", good, "--with", dial}).code, 3);
        s.dial = false;
        const QString foot = run("b", 14., s, {{"rollout", "1ft"}});
        QCOMPARE(runCli({"road", good, foot}).code, 2);
        QCOMPARE(runCli({"road", good, foot, "--rollout", "none"}).code, 0);
        QCOMPARE(runCli({"road", run("b", 14., s, {{"rollout", "2ft"}})}).code, 3);
    }
};

JR_SUITE(TestCliRoad)
#include "test_cli_road.moc"
