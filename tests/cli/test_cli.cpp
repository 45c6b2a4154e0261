// SPDX-License-Identifier: GPL-3.0-or-later
// The command line as a script sees it: exact keys, exit codes, messages; on samples made by somebody else and on the
// demo's truth.
#include "demo_job/demo_archive.h"
#include "demo_job/demo_day.h"
#include "demo_job/larkspur.h"
#include "standin/belt_pull.h"
#include "standin/simulated_bench.h"
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>
#include <map>

using namespace testsupport;

namespace {

Ran run(const QStringList& arguments) {
    return runCli(arguments);
}
QStringList keys(const QJsonObject& o) {
    return o.keys();
}

} // namespace

class TestCli : public QObject {
    Q_OBJECT
private slots:
    void air() {
        const Ran r = run({"air", "--temp-c", "21.4", "--pressure-hpa", "987.2", "--humidity", "48"});
        QCOMPARE(r.code, 0);
        QCOMPARE(keys(r.json()), (QStringList{"cautions", "density_altitude_m", "density_kg_m3", "dry_pressure_hpa",
                                              "factors", "vapour_pressure_hpa", "water_grains_per_lb"}));
        QCOMPARE(r.json()["factors"].toObject().size(), 5);
        QCOMPARE(run({"air", "--temp-c", "21", "--pressure-hpa", "5", "--humidity", "48"}).code, 2);
        QCOMPARE(run({"air", "--temp-c", "21"}).code, 2);
        QCOMPARE(run({}).code, 2);
        QCOMPARE(run({"nonsense"}).code, 2);
        for (const char* command : {"air", "curve", "import", "compare", "archive"})
            QCOMPARE(run({command, "--help"}).code, 0);
    }
    void curve() {
        const Ran r = run({"curve", sample("limiter.pull.csv"), sample("brake.pull.csv"), "--grid", "100"});
        QCOMPARE(r.code, 0);
        const QJsonArray pulls = r.json()["pulls"].toArray();
        QCOMPARE(pulls.size(), 2);
        QCOMPARE(keys(pulls[0].toObject()),
                 (QStringList{"afr", "factor", "file", "flags", "kind", "measured_at", "peak_power", "peak_torque",
                              "power_w", "rpm", "setup", "torque_nm", "used"}));
        const QJsonObject flag = pulls[0].toObject()["flags"].toArray()[0].toObject();
        QCOMPARE(flag["kind"].toString(), QStringLiteral("limiter"));
        QVERIFY(pulls[0].toObject()["peak_power"].toObject()["rpm"].toDouble() < flag["from_rpm"].toDouble());
        QVERIFY(pulls[1].toObject()["flags"].toArray().isEmpty());
        QCOMPARE(run({"curve", sample("limiter.pull.csv"), "--grid", "100"}).out,
                 run({"curve", sample("limiter.pull.csv"), "--grid", "100"}).out);
        QCOMPARE(run({"curve", sample("limiter.pull.csv"), "--standard", "home-made"}).code, 2);
    }
    void badFilesAreAllNamed() {
        const Ran r = run({"curve", "/no/such.pull.csv", sample("foreign-semicolon.txt"), sample("brake.pull.csv")});
        QCOMPARE(r.code, 3);
        QVERIFY(r.out.isEmpty());
        QVERIFY(r.err.contains("/no/such.pull.csv: ") && r.err.contains("foreign-semicolon.txt:1: not a pull file"));
    }
    void gauges() {
        // Two brakes whose second cylinder goes lean on one of them, written as files.
        QTemporaryDir dir;
        const auto file = [&](int number, double starvedFrom) {
            standin::PullSetting p;
            p.startRpm = 5000.;
            p.endRpm = 9000.;
            p.gauges = true;
            p.starvedFromRpm = starvedFrom;
            p.offsetShare = 0.001 * (number % 2);
            p.seed = static_cast<std::uint64_t>(900 + number);
            standin::Recording r = standin::brakePull({}, {}, p);
            r.keys.insert(r.keys.begin(),
                          {{"kind", "brake"},
                           {"measured_at", "hub"},
                           {"strokes", "2"},
                           {"displacement_cc", "594"},
                           {"cylinders", "2"},
                           {"setup", starvedFrom > 0. ? "pipe" : "stock"},
                           {"started", QStringLiteral("2026-05-02T1%1:00:00").arg(number).toStdString()}});
            const QString path = dir.filePath(QStringLiteral("%1.pull.csv").arg(number));
            QFile f(path);
            return f.open(QIODevice::WriteOnly) && f.write(QByteArray::fromStdString(r.text())) > 0 ? path : QString();
        };
        const Ran r =
            run(QStringList{"gauges", "--base", file(1, 0.), file(4, 0.), "--with", file(2, 7000.), file(3, 7000.)});
        QVERIFY2(r.code == 0, r.err.constData());
        QStringList seen;
        for (const QJsonValue& g : r.json()["gauges"].toArray())
            seen << g.toObject()["gauge"].toString() + QString::number(g.toObject()["cylinder"].toInt());
        QVERIFY2(seen.contains("exhaust1") && seen.contains("exhaust2"), qPrintable(seen.join(' ')));
        QCOMPARE(r.json()["rpm"].toArray().size(), r.json()["gauges"].toArray()[0].toObject()["base"].toArray().size());
        QVERIFY2(!r.json()["cylinders"].toArray().isEmpty(), r.out.constData());
        // Hub is not crank.
        QVERIFY2(QString::fromUtf8(r.out).contains("power at the hub"), r.out.constData());
        QCOMPARE(run({"gauges", "--base", "/no/such", "--with", "/none"}).code, 3);
        QCOMPARE(run({"gauges", "--base", "/no/such"}).code, 2);
        QCOMPARE(run({"gauges", "--help"}).code, 0);
    }
    void compare() {
        const Ran r = run(QStringList{"compare", "--base"} + sorrel("1458", "standard") + QStringList{"--with"} +
                          sorrel("2367", "open"));
        QCOMPARE(r.code, 0);
        const QJsonObject j = r.json();
        QCOMPARE(keys(j),
                 (QStringList{"axis",         "band",       "band_mean",         "base",          "calls",
                              "cautions",     "confidence", "crossovers_rpm",    "difference_nm", "difference_pct",
                              "difference_w", "drift",      "high_nm",           "high_w",        "low_nm",
                              "low_w",        "odd_pulls",  "repeatability_pct", "rpm",           "scatter",
                              "standard",     "with"}));
        QCOMPARE(keys(j["scatter"].toObject()),
                 (QStringList{"day_pct", "df", "fitting_pct", "from_history", "pull_pct"}));
        QVERIFY(j["scatter"].toObject()["day_pct"].isNull() && j["scatter"].toObject()["pull_pct"].toDouble() > 0.);
        QCOMPARE(j["base"].toObject()["pulls"].toInt(), 4);
        QVERIFY(j["drift"].toObject()["checked"].toBool() && j["drift"].toObject()["removed"].toBool());
        QVERIFY(j["calls"].toArray().size() >= 3);
        QVERIFY(r.err.contains("open lid gains"));
        QVERIFY(!r.out.contains("nan") && !r.out.contains("inf"));
    }
    void aBeltRunsOverRoadSpeed() {
        QTemporaryDir dir;
        QStringList base, with;
        for (int k = 0; k < 6; ++k) {
            standin::BeltDrive drive;
            drive.shiftRpm = k % 2 ? 7700. : 7300.;
            standin::Recording pull = standin::beltPull(drive, 60 + static_cast<unsigned>(k));
            pull.keys.emplace_back("kind", "roller");
            pull.keys.emplace_back("setup", k % 2 ? "light" : "heavy");
            const QString name = dir.filePath(QStringLiteral("%1.pull.csv").arg(k));
            QFile file(name);
            QVERIFY(file.open(QIODevice::WriteOnly) && file.write(QByteArray::fromStdString(pull.text())) > 0);
            (k % 2 ? with : base) << name;
        }
        const Ran r = run(QStringList{"compare", "--base"} + base + QStringList{"--with"} + with);
        QCOMPARE(r.code, 0);
        const QJsonObject j = r.json();
        QCOMPARE(j["axis"].toString(), QStringLiteral("road"));
        QVERIFY(!j.contains("rpm") && j["axis_m_s"].toArray().size() > 50);
        const QJsonObject call = j["calls"].toArray()[0].toObject();
        QVERIFY(call.contains("from_m_s") && call.contains("to_m_s") && !call.contains("from_rpm"));
        QCOMPARE(j["base"].toObject()["engine_rpm"].toArray().size(), j["axis_m_s"].toArray().size());
        // Revolutions are told of the engine that the belt holds, and of no place on the road.
        int held = 0;
        for (const QByteArray& line : r.err.split('\n')) {
            const bool ofTheEngine = line.contains("holds the engine");
            held += ofTheEngine;
            QVERIFY2(ofTheEngine || !line.contains("rpm"), line.constData());
        }
        QCOMPARE(held, 1);
        QVERIFY(r.err.contains("km/h"));
        const QJsonObject curve = run(QStringList{"curve"} + base).json();
        const QJsonObject one = curve["pulls"].toArray()[0].toObject();
        QCOMPARE(curve["grid_m_s"].toDouble(), 0.25);
        QCOMPARE(one["rpm"].toArray().size(), one["axis_m_s"].toArray().size());
        // By choice over engine speed, and a geared machine by choice over the road.
        QVERIFY(run(QStringList{"curve", "--axis", "engine"} + base)
                    .json()["pulls"]
                    .toArray()[0]
                    .toObject()
                    .contains("rpm"));
        const Ran geared = run(QStringList{"compare", "--axis", "road", "--base"} + sorrel("1458", "standard") +
                               QStringList{"--with"} + sorrel("2367", "open"));
        QCOMPARE(geared.code, 0);
        QVERIFY(geared.json().contains("axis_m_s"));
        const Ran ladder = run(QStringList{"ladder", "--step", "heavy=" + base.join(','), "--step",
                                           "light=" + with.join(','), "--metric", "at", "--at", "15"});
        QCOMPARE(ladder.code, 0);
        QVERIFY(ladder.json()["steps"].toArray()[0].toObject()["value"].toDouble() > 1000.);
    }
    void onePullASideIsNull() {
        const Ran r = run(QStringList{"compare", "--base"} + sorrel("1", "standard") + QStringList{"--with"} +
                          sorrel("2", "open"));
        QCOMPARE(r.code, 0);
        for (const QJsonValue& v : r.json()["low_w"].toArray())
            QVERIFY(v.isNull());
        QVERIFY(r.json()["repeatability_pct"].isNull() && r.json()["drift"].toObject()["pct_per_hour"].isNull());
        for (const QJsonValue& v : r.json()["calls"].toArray())
            QCOMPARE(v.toObject()["call"].toString(), QStringLiteral("open"));
        const Ran known = run(QStringList{"compare", "--base"} + sorrel("1", "standard") + QStringList{"--with"} +
                              sorrel("2", "open") + QStringList{"--repeatability", "0.5"});
        QVERIFY(!known.json()["low_w"].toArray()[5].isNull());
        QCOMPARE(run(QStringList{"compare", "--base"} + sorrel("1", "standard") + QStringList{"--with"} +
                     sorrel("2", "open") + QStringList{"--worth", "-1"})
                     .code,
                 2);
    }
    void importing() {
        QTemporaryDir dir;
        const QString out = dir.filePath("x.pull.csv");
        const Ran r = run({"import", sample("foreign-semicolon.txt"), "--out", out, "--set",
                           "roller_inertia_kg_m2=6.72", "--set", "setup=standard lid"});
        QCOMPARE(r.code, 0);
        QCOMPARE(keys(r.json()), (QStringList{"left_out", "mapped", "out", "rows", "unmapped"}));
        QCOMPARE(run({"curve", out}).code, 0);
        QCOMPARE(run({"import", sample("foreign-semicolon.txt"), "--out", "/proc/none/x"}).code, 4);
        QCOMPARE(run({"import", sample("foreign-semicolon.txt"), "--out", out, "--map", "warp=1"}).code, 2);
        QCOMPARE(run({"import", sample("foreign-semicolon.txt"), "--out", out, "--set", "humidity_pct=300"}).code, 2);
        QCOMPARE(run({"import", sample("README.md"), "--out", dir.filePath("y")}).code, 3);
        QVERIFY(!QFile::exists(dir.filePath("y")));
    }
    void theDemosBandHoldsItsTruth() {
        QTemporaryDir dir;
        QStringList base, with;
        for (const demo::DemoPull& p : demo::larkspurDay()) {
            if (!p.asideWhy.empty())
                continue;
            QFile f(dir.filePath(QString::fromStdString(p.name)));
            QVERIFY(f.open(QIODevice::WriteOnly));
            f.write(p.text.data(), static_cast<qint64>(p.text.size()));
            (p.longStack ? with : base) << f.fileName();
        }
        const QJsonObject j = run(QStringList{"compare", "--base"} + base + QStringList{"--with"} + with).json();
        const QJsonArray rpm = j["rpm"].toArray(), low = j["low_w"].toArray(), high = j["high_w"].toArray();
        QVERIFY(rpm.size() > 80);
        for (int i = 0; i < rpm.size(); ++i) {
            const double truth =
                demo::larkspurTruthW(true, rpm[i].toDouble()) - demo::larkspurTruthW(false, rpm[i].toDouble());
            QVERIFY2(truth >= low[i].toDouble() && truth <= high[i].toDouble(),
                     qPrintable(QString::number(rpm[i].toDouble())));
        }
        QStringList calls;
        for (const QJsonValue& c : j["calls"].toArray())
            calls << c.toObject()["call"].toString();
        QVERIFY(calls.contains(QStringLiteral("gain")) && calls.contains(QStringLiteral("loss")));
    }
    void severalSetsAreHeldTogether() {
        QTemporaryDir dir;
        const demo::DayOfPulls day = demo::larkspurLadder();
        std::map<std::string, QStringList> files;
        const std::vector<std::string> texts = demo::pullFiles(day);
        for (std::size_t i = 0; i < texts.size(); ++i) {
            QFile f(dir.filePath(QStringLiteral("%1.pull.csv").arg(i)));
            QVERIFY(f.open(QIODevice::WriteOnly));
            f.write(texts[i].data(), static_cast<qint64>(texts[i].size()));
            files[day.setups[static_cast<std::size_t>(day.order[i])].name] << f.fileName();
        }
        QStringList arguments{"compare"};
        for (const demo::DaySetup& s : day.setups)
            arguments << "--set"
                      << QString::fromStdString(s.name) + QLatin1Char('=') + files[s.name].join(QLatin1Char(','));
        const Ran r = run(arguments);
        QCOMPARE(r.code, 0);
        const QJsonObject j = r.json();
        QCOMPARE(keys(j), (QStringList{"band", "base", "comparisons", "confidence", "standard"}));
        QCOMPARE(j["comparisons"].toArray().size(), 3);
        int inside = 0, points = 0;
        for (const QJsonValue& one : j["comparisons"].toArray()) {
            const QJsonObject c = one.toObject();
            const std::string name = c["with"].toObject()["setup"].toString().toStdString();
            const QJsonArray rpm = c["rpm"].toArray(), low = c["low_w"].toArray(), high = c["high_w"].toArray();
            for (int i = 0; i < rpm.size(); ++i) {
                const double truth =
                    demo::truthW(day, name, rpm[i].toDouble()) - demo::truthW(day, "stock", rpm[i].toDouble());
                inside += truth >= low[i].toDouble() && truth <= high[i].toDouble();
                ++points;
            }
        }
        QVERIFY2(inside >= 0.97 * points, qPrintable(QStringLiteral("%1 of %2").arg(inside).arg(points)));
        QCOMPARE(run(arguments).out, r.out); // the same input, the same output
        QCOMPARE(run({"compare", "--set", "a"}).code, 2);
        QCOMPARE(run({"compare", "--set", "a=x.csv"}).code, 2);
        QCOMPARE(run({"compare", "--set", "a=x.csv", "--set", "a=y.csv"}).code, 2);
        QCOMPARE(run({"compare", "--set", "a=none.csv", "--set", "b=none.csv"}).code, 3);
        QCOMPARE(run({"compare", "--base", "x.csv"}).code, 2);
        QCOMPARE(run({"compare", "--set", "a=x.csv", "--set", "b=y.csv", "--base", "z.csv"}).code, 2);
    }
    void archive() {
        QTemporaryDir dir;
        QCOMPARE(run({"archive", "check", dir.filePath("none")}).code, 3);
        {
            auto a = jr::Archive::open(dir.filePath("a"));
            QVERIFY(jr::fillDemoArchive(**a));
        }
        const Ran r = run({"archive", "check", dir.filePath("a")});
        QCOMPARE(r.code, 0);
        QCOMPARE(r.json()["pulls"].toInt(), 8);
        QCOMPARE(r.json()["mirrored"].toInt(), 8);
        const Ran d = run(
            {"setups", "diff", "--archive", dir.filePath("a"), "--job", "Stack length", "short stack", "long stack"});
        QVERIFY2(d.code == 0, d.err.constData());
        QCOMPARE(d.json()["independent"].toInt(), 1);
        QCOMPARE(d.json()["changes"].toArray()[0].toObject()["to"].toString(), QStringLiteral("120 mm"));
        QVERIFY(std::abs(d.json()["net_kg"].toDouble() - 0.05) < 1e-9);
        QCOMPARE(
            run({"setups", "diff", "--archive", dir.filePath("a"), "--job", "Stack length", "short stack", "no stack"})
                .code,
            3);
        QCOMPARE(run({"setups", "diff", "--archive", dir.filePath("none"), "--job", "x", "a", "b"}).code, 3);
        QCOMPARE(run({"archive", "backup", dir.filePath("a"), dir.path()}).code, 0);
        QVERIFY(QDir(dir.filePath("a/pulls")).removeRecursively());
        QCOMPARE(run({"archive", "check", dir.filePath("a")}).code, 3);
        QCOMPARE(run({"archive", "rebuild", dir.filePath("a")}).code, 0);
        QCOMPARE(run({"archive", "check", dir.filePath("a")}).code, 0);
    }
};

JR_SUITE(TestCli)
#include "test_cli.moc"
