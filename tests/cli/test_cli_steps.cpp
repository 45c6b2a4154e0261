// SPDX-License-Identifier: GPL-3.0-or-later
// ladder, factorial, sweep and plan as a script sees them: keys and signs exactly as documented, the trade's own
// figures, pull files as well as bare numbers, and what is said when something is off.
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>

using namespace testsupport;

namespace {

bool near(const QJsonValue& v, double wanted, double within = 1e-6) {
    return v.isDouble() && std::abs(v.toDouble() - wanted) <= within;
}

QStringList ladderOf(const QStringList& steps, const QStringList& more = {}) {
    QStringList out{QStringLiteral("ladder")};
    for (const QString& s : steps)
        out << QStringLiteral("--step") << s;
    return out + more;
}

QStringList crossOf(const QStringList& cells, const QStringList& more = {}) {
    QStringList out{QStringLiteral("factorial"), QStringLiteral("--factors"), QStringLiteral("pipe,port")};
    for (const QString& c : cells)
        out << QStringLiteral("--cell") << c;
    return out + more;
}

QStringList sweepOf(const QStringList& points, const QStringList& more = {}) {
    QStringList out{QStringLiteral("sweep"), QStringLiteral("--name"), QStringLiteral("length [mm]")};
    for (const QString& p : points)
        out << QStringLiteral("--point") << p;
    return out + more;
}

} // namespace

class TestCliSteps : public QObject {
    Q_OBJECT
private slots:
    void aLadderOfNumbers() {
        const QStringList given{"stock=@44.0,@44.2,@44.4", "pipe=@46.0,@46.2,@46.4", "map=@46.1,@46.3,@46.5"};
        const Ran r = runCli(ladderOf(given));
        QCOMPARE(r.code, 0);
        const QJsonObject j = r.json();
        QCOMPARE(j.keys(), (QStringList{"cautions", "metric", "steps", "unit"}));
        const QJsonArray steps = j["steps"].toArray();
        QCOMPARE(steps.size(), 3);
        QCOMPARE(steps[0].toObject().keys(), (QStringList{"gain", "gain_high", "gain_low", "gain_pct", "high", "low",
                                                          "name", "total", "total_pct", "value"}));
        const QJsonObject stock = steps[0].toObject(), pipe = steps[1].toObject(), map = steps[2].toObject();
        QCOMPARE(stock["name"].toString(), QStringLiteral("stock"));
        QVERIFY(near(stock["gain_pct"], 0.) && near(stock["total_pct"], 0.));
        QVERIFY(near(pipe["value"], 46.2) && near(pipe["gain"], 2.) && near(pipe["gain_pct"], 100. * 2. / 44.2));
        QVERIFY(near(map["gain"], 0.1) && near(map["gain_pct"], 100. * 0.1 / 46.2));
        QVERIFY(near(map["total"], 2.1) && near(map["total_pct"], 100. * 2.1 / 44.2));
        // Pooled scatter 0.2 with six spare pulls: the margin of a difference of means of three is t(6) 0.2 sqrt(2/3).
        // Both steps held together: wider than that, no wider than Bonferroni's t(0.9875, 6) = 2.9687.
        const double each = 0.2 * std::sqrt(2. / 3.), half = pipe["gain_high"].toDouble() - 2.;
        QVERIFY(half > 1.05 * 2.446912 * each && half < 1.0001 * 2.9687 * each);
        const QJsonObject single =
            runCli(ladderOf(given, {"--margins", "single"})).json()["steps"].toArray()[1].toObject();
        QVERIFY(near(single["gain_high"], 2. + 2.446912 * each, 1e-5));
        QVERIFY(pipe["gain_low"].toDouble() > 0. && map["gain_low"].toDouble() < 0.);
        // Bare numbers have no order of pulls, so nothing is said of drift.
        QVERIFY(cautionOf(j, "drift-unchecked").isEmpty() && cautionOf(j, "few-pulls").isEmpty());
    }

    void singleValuesHaveNoMarginUntilOneIsGiven() {
        const QStringList steps{"stock=@44.1", "pipe=@46.0"};
        const QJsonObject bare = runCli(ladderOf(steps)).json();
        QVERIFY(bare["steps"].toArray()[1].toObject()["gain_low"].isNull());
        QVERIFY(!cautionOf(bare, "few-pulls").isEmpty());
        const QJsonObject given = runCli(ladderOf(steps, {"--repeatability", "0.5"})).json();
        const QJsonObject pipe = given["steps"].toArray()[1].toObject();
        // 0.5 % of the mean of 45.05; a typed repeatability is worth eight degrees, t(0.975, 8) = 2.306004.
        QVERIFY(near(pipe["gain_high"], 1.9 + 2.306004 * 0.005 * 45.05 * std::sqrt(2.), 1e-5));
        // Worth more degrees, it comes to the normal's 1.959964.
        const QJsonObject sure =
            runCli(ladderOf(steps, {"--repeatability", "0.5:1000"})).json()["steps"].toArray()[1].toObject();
        QVERIFY(near(sure["gain_high"], 1.9 + 1.962339 * 0.005 * 45.05 * std::sqrt(2.), 1e-4));
        QCOMPARE(runCli(ladderOf(steps, {"--repeatability", "0.5:0"})).code, 2);
        QCOMPARE(runCli(ladderOf(steps, {"--refit", "much"})).code, 2);
        QVERIFY(!cautionOf(given, "borrowed-repeatability").isEmpty());
    }

    void aLadderOfPullFiles() {
        const QString standard = sorrel("1458", "standard").join(QLatin1Char(',')),
                      open = sorrel("2367", "open").join(QLatin1Char(','));
        const QStringList band{"--from", "5000", "--to", "8500"};
        const Ran r = runCli(ladderOf({"standard=" + standard, "open=" + open}, band));
        QVERIFY2(r.code == 0, r.err.constData());
        const QJsonObject step = r.json()["steps"].toArray()[1].toObject();
        QCOMPARE(r.json()["unit"].toString(), QStringLiteral("W"));
        QCOMPARE(r.json()["metric"].toString(), QStringLiteral("band"));
        // The same pulls through compare: one number, two ways there (arithmetic here, ratios there).
        const QJsonObject mean = runCli(QStringList{"compare", "--base"} + sorrel("1458", "standard") +
                                        QStringList{"--with"} + sorrel("2367", "open") + band)
                                     .json()["band_mean"]
                                     .toObject();
        QVERIFY(std::abs(step["gain"].toDouble() - mean["difference_w"].toDouble()) <
                0.05 * std::abs(mean["high_w"].toDouble() - mean["low_w"].toDouble()));
        QVERIFY(std::abs((step["gain_high"].toDouble() - step["gain_low"].toDouble()) /
                             (mean["high_w"].toDouble() - mean["low_w"].toDouble()) -
                         1.) < 0.05);
        // Another standard scales every value alike: the gain in per cent stays.
        const QJsonObject din =
            runCli(ladderOf({"standard=" + standard, "open=" + open}, band + QStringList{"--standard", "std-j607"}))
                .json()["steps"]
                .toArray()[1]
                .toObject();
        QVERIFY(din["value"].toDouble() > 1.02 * step["value"].toDouble());
        QVERIFY(std::abs(din["gain_pct"].toDouble() - step["gain_pct"].toDouble()) < 0.05);
        // At a speed, and the peak.
        const QJsonObject at =
            runCli(ladderOf({"standard=" + standard, "open=" + open}, {"--metric", "at", "--at", "7000"})).json();
        QCOMPARE(at["metric"].toString(), QStringLiteral("at"));
        QVERIFY(at["steps"].toArray()[0].toObject()["value"].toDouble() > 0.);
        const QJsonObject peak =
            runCli(ladderOf({"standard=" + standard, "open=" + open}, {"--metric", "peak"})).json();
        QVERIFY(peak["steps"].toArray()[0].toObject()["value"].toDouble() >
                step["value"].toDouble() - step["gain"].toDouble());
    }

    void pathsWithCommasAreQuoted() {
        QTemporaryDir dir;
        const QString odd = dir.filePath(QStringLiteral("one, of two.pull.csv"));
        QVERIFY(QFile::copy(sample("sorrel-1-standard.pull.csv"), odd));
        const Ran r = runCli(ladderOf({QStringLiteral("a=\"%1\",%2").arg(odd, sorrel("4", "standard").front()),
                                       "b=" + sorrel("23", "open").join(QLatin1Char(','))}));
        QVERIFY2(r.code == 0, r.err.constData());
        const Ran torn = runCli(ladderOf({"a=" + odd, "b=" + sorrel("2", "open").front()}));
        QCOMPARE(torn.code, 3); // read as two files that are not there, both named
        QVERIFY(torn.err.contains("one: ") && torn.err.contains("of two.pull.csv: "));
    }

    void theTradesOwnCombination() {
        // Common practice, no source: 7.65 plain, 9.94 pipe only, 9.48 ported only, 11.12 both.
        const QStringList cells{"stock,stock=@7.65", "race,stock=@9.94", "stock,cut=@9.48", "race,cut=@11.12"};
        const Ran r = runCli(crossOf(cells));
        QCOMPARE(r.code, 0);
        const QJsonObject j = r.json();
        QCOMPARE(j.keys(), (QStringList{"alone", "cautions", "effects", "metric", "sum", "together", "unit"}));
        QVERIFY(near(j["alone"].toObject()["pipe"], 2.29) && near(j["alone"].toObject()["port"], 1.83));
        QVERIFY(near(j["together"], 3.47) && near(j["sum"], 4.12));
        QStringList terms;
        for (const QJsonValue& v : j["effects"].toArray())
            terms << v.toObject()["term"].toString();
        QCOMPARE(terms, (QStringList{"pipe", "port", "pipe*port"}));
        // Mean of the high level less mean of the low: ((9.94 + 11.12) - (7.65 + 9.48)) / 2, and so on.
        const QJsonArray effects = j["effects"].toArray();
        QVERIFY(near(effects[0].toObject()["effect"], 1.965) && near(effects[1].toObject()["effect"], 1.505));
        QVERIFY(near(effects[2].toObject()["effect"], (7.65 + 11.12 - 9.94 - 9.48) / 2.));
        QVERIFY(effects[0].toObject()["low"].isNull()); // single values, no repeatability
        const QJsonObject sure =
            runCli(crossOf(cells, {"--repeatability", "0.5"})).json()["effects"].toArray()[0].toObject();
        QVERIFY(sure["low"].toDouble() > 1.8 && sure["high"].toDouble() < 2.13); // three effects held together
        const QJsonObject single = runCli(crossOf(cells, {"--repeatability", "0.5", "--margins", "single"}))
                                       .json()["effects"]
                                       .toArray()[0]
                                       .toObject();
        QVERIFY(single["low"].toDouble() > sure["low"].toDouble() && single["high"].toDouble() < 2.1);
    }

    void theLevelNamedFirstIsLow() {
        const QJsonObject j =
            runCli(crossOf({"race,cut=@11.12", "stock,cut=@9.48", "race,stock=@9.94", "stock,stock=@7.65"})).json();
        // Turned about: going from race to stock loses.
        QVERIFY(near(j["alone"].toObject()["pipe"], 9.48 - 11.12) && near(j["together"], 7.65 - 11.12));
    }

    void cellsThatAreMissingAreSaid() {
        const QJsonObject j =
            runCli(crossOf({"stock,stock=@7.65,@7.7", "race,stock=@9.94,@9.9", "stock,cut=@9.48,@9.5"})).json();
        QVERIFY(j["together"].isNull());
        QVERIFY(near(j["sum"], (9.92 - 7.675) + (9.49 - 7.675)));
        QVERIFY(cautionOf(j, "confounded").contains(QStringLiteral("pipe*port")));
        QCOMPARE(j["effects"].toArray().size(), 2);
    }

    void theTradesOwnLength() {
        // Common practice, no source: 2.125, 2.43 and 3.475 in give 4.51, 4.60 and 4.56 hp.
        const Ran r = runCli(sweepOf({"2.125=@4.51", "2.43=@4.60", "3.475=@4.56"}));
        QCOMPARE(r.code, 0);
        const QJsonObject j = r.json();
        for (const char* key :
             {"best", "value", "short_side_per_unit", "long_side_per_unit", "curve", "next", "advice", "cautions"})
            QVERIFY2(j.contains(QLatin1String(key)), key);
        QVERIFY(near(j["best"].toObject()["x"], 2.43, 0.06));
        QVERIFY(j["best"].toObject()["inside"].toBool());
        QVERIFY(j["short_side_per_unit"].toDouble() > 4. * std::abs(j["long_side_per_unit"].toDouble()));
        const QJsonObject curve = j["curve"].toObject();
        QCOMPARE(curve.keys(), (QStringList{"high", "low", "value", "x"}));
        QCOMPARE(curve["x"].toArray().size(), curve["value"].toArray().size());
        QVERIFY(near(curve["x"].toArray().first(), 2.125) && near(curve["x"].toArray().last(), 3.475));
        QVERIFY(!j["advice"].toString().isEmpty() && r.err.contains("length [mm]"));
    }

    void theBestAtTheEdgeAsksForTheNextPoint() {
        const QStringList rising{"100=@20.0,@20.1", "110=@20.8,@20.9", "120=@21.6,@21.5", "130=@22.4,@22.3"};
        const QJsonObject longer = runCli(sweepOf(rising)).json();
        QVERIFY(!longer["best"].toObject()["inside"].toBool());
        QCOMPARE(longer["next"].toArray().size(), 1);
        QVERIFY(longer["next"].toArray()[0].toDouble() > 130.);
        // A pipe that can only be cut is never to be longer.
        const QJsonObject cut = runCli(sweepOf(rising, {"--only-shorter"})).json();
        for (const QJsonValue& v : cut["next"].toArray())
            QVERIFY(v.toDouble() < 130.);
        // And toward the short edge only half a step at a time.
        const QStringList falling{"100=@22.4,@22.3", "110=@21.6,@21.5", "120=@20.8,@20.9", "130=@20.0,@20.1"};
        const QJsonObject careful = runCli(sweepOf(falling, {"--only-shorter"})).json();
        QVERIFY(near(careful["next"].toArray()[0], 95.));
    }

    void thePlanKeepsItsPromises() {
        const Ran r = runCli({"plan", "--setups", "2", "--repeatability", "0.5", "--worth", "1", "--pull-minutes", "6",
                              "--change-minutes", "25", "--fuel-per-pull-ml", "60", "--tank-ml", "600"});
        QCOMPARE(r.code, 0);
        const QJsonObject j = r.json();
        QCOMPARE(j.keys(), (QStringList{"fuel_ml", "minutes", "order", "pulls_each", "refuel_after",
                                        "smallest_gain_pct", "text"}));
        const QJsonArray order = j["order"].toArray();
        const int each = j["pulls_each"].toInt();
        QCOMPARE(order.size(), 2 * each);
        QCOMPARE(order.first().toString(), QStringLiteral("A"));
        QCOMPARE(order.last().toString(), QStringLiteral("A"));
        double mean[2] = {};
        int changes = 0;
        for (qsizetype i = 0; i < order.size(); ++i) {
            mean[order[i].toString() == QLatin1String("B")] += static_cast<double>(i) / each;
            changes += i > 0 && order[i] != order[i - 1];
        }
        QVERIFY(std::abs(mean[0] - mean[1]) <= 0.5 + 1e-9);
        QVERIFY(near(j["minutes"], 6. * static_cast<double>(order.size()) + 25. * changes));
        QVERIFY(near(j["fuel_ml"], 60. * static_cast<double>(order.size())));
        QVERIFY(j["smallest_gain_pct"].toDouble() <= 1.);
        QVERIFY(!j["refuel_after"].toArray().isEmpty()); // ten pulls a tank, less the reserve
        // Without times and fuel these are not known.
        const QJsonObject bare = runCli({"plan", "--setups", "3", "--repeatability", "0.5", "--worth", "1"}).json();
        QVERIFY(bare["minutes"].isNull() && bare["fuel_ml"].isNull() && bare["refuel_after"].toArray().isEmpty());
        QVERIFY(bare["order"].toArray().contains(QStringLiteral("C")));
    }

    void wrongUsageIsSaid_data() {
        QTest::addColumn<QStringList>("arguments");
        QTest::addColumn<QString>("words");
        QTest::newRow("no steps") << QStringList{"ladder"} << "--step is required";
        QTest::newRow("no name") << ladderOf({"=@44", "b=@45"}) << "wants NAME=ITEMS";
        QTest::newRow("no items") << ladderOf({"a=", "b=@45"}) << "wants NAME=ITEMS";
        QTest::newRow("an empty item") << ladderOf({"a=@44,,@45", "b=@45"}) << "an empty item";
        QTest::newRow("no number") << ladderOf({"a=@fourty", "b=@45"}) << "not a number";
        QTest::newRow("mixed") << ladderOf({"a=@44", "b=" + sample("brake.pull.csv")}) << "cannot stand in one test";
        QTest::newRow("band upside down")
            << ladderOf({"a=@44", "b=@45"}, {"--from", "6000", "--to", "4000"}) << "must lie below";
        QTest::newRow("at without a speed") << ladderOf({"a=@44", "b=@45"}, {"--metric", "at"}) << "needs --at";
        QTest::newRow("a speed without at")
            << ladderOf({"a=@44", "b=@45"}, {"--at", "4000"}) << "goes with --metric at";
        QTest::newRow("a metric of one's own") << ladderOf({"a=@44", "b=@45"}, {"--metric", "area"}) << "area";
        QTest::newRow("repeatability out of range") << ladderOf({"a=@44", "b=@45"}, {"--repeatability", "50"}) << "50";
        QTest::newRow("one level too many")
            << crossOf({"a,a=@1", "b,a=@2", "c,a=@3", "a,b=@4"}) << "more than two levels";
        QTest::newRow("a level too few") << crossOf({"a=@1", "b=@2"}) << "one level for each";
        QTest::newRow("a cell twice") << crossOf({"a,a=@1", "a,a=@2", "b,b=@3"}) << "named twice";
        QTest::newRow("one factor") << QStringList{"factorial", "--factors", "pipe", "--cell", "a=@1"} << "two to four";
        QTest::newRow("a point that is no number") << sweepOf({"long=@4", "2=@5"}) << "X a number";
        QTest::newRow("one setup to plan")
            << QStringList{"plan", "--setups", "1", "--repeatability", "0.5", "--worth", "1"} << "setups";
        QTest::newRow("no tank lasts") << QStringList{"plan", "--setups",  "2",  "--repeatability",
                                                      "0.5",  "--worth",   "1",  "--fuel-per-pull-ml",
                                                      "500",  "--tank-ml", "100"}
                                       << "tank";
    }
    void wrongUsageIsSaid() {
        QFETCH(QStringList, arguments);
        QFETCH(QString, words);
        const Ran r = runCli(arguments);
        QVERIFY2(r.code == 2, r.err.constData());
        QVERIFY(r.out.isEmpty());
        QVERIFY2(r.err.contains(words.toUtf8()), r.err.constData());
    }

    void filesThatCannotBeUsedAreNamed() {
        const Ran missing =
            runCli(ladderOf({"a=/no/such.pull.csv,/nor/this.pull.csv", "b=" + sample("brake.pull.csv")}));
        QCOMPARE(missing.code, 3);
        QVERIFY(missing.err.contains("/no/such.pull.csv") && missing.err.contains("/nor/this.pull.csv"));
        // A band that a pull does not reach over is never quietly made narrower.
        const Ran narrow = runCli(ladderOf({"a=" + sorrel("1", "standard").front(), "b=" + sorrel("2", "open").front()},
                                           {"--from", "500", "--to", "20000"}));
        QCOMPARE(narrow.code, 3);
        QVERIFY2(narrow.err.contains("does not reach over the whole band"), narrow.err.constData());
        const Ran at = runCli(ladderOf({"a=" + sorrel("1", "standard").front(), "b=" + sorrel("2", "open").front()},
                                       {"--metric", "at", "--at", "20000"}));
        QCOMPARE(at.code, 3);
        QVERIFY(at.err.contains("sorrel-1-standard.pull.csv: there are no data"));
    }

    void theSameInputGivesTheSameBytes() {
        const QStringList arguments =
            sweepOf({"100=@20.0,@20.3", "110=@20.8,@20.9", "120=@21.0,@21.1", "130=@20.4,@20.3"});
        const QByteArray once = runCli(arguments).out;
        QVERIFY(!once.isEmpty());
        QCOMPARE(runCli(arguments).out, once);
        QVERIFY(!once.contains("nan") && !once.contains("inf"));
    }
};

JR_SUITE(TestCliSteps)
#include "test_cli_steps.moc"
