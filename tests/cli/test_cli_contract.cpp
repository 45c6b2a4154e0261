// SPDX-License-Identifier: GPL-3.0-or-later
// What scripts may lean on, whatever the figures: keys, ranges, order, exit codes, one answer for one input. Every rule
// here is in docs/command-line.md or docs/formats.md.
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QTest>

#include <sys/stat.h>

#include <cmath>
#include <set>

using namespace testsupport;

namespace {

const std::set<QString> kCallKinds{"gain", "loss", "same", "open"};
const std::set<QString> kFlagKinds{"limiter", "load-spike",   "dropout",      "slip", "lean",
                                   "rich",    "not-firing",   "fuel-starved", "cold", "hot",
                                   "short",   "inconsistent", "clock"};
const std::set<QString> kCautionKinds{"drift-unchecked", "few-pulls",        "borrowed-repeatability",
                                      "confounded",      "air-differs",      "large-correction",
                                      "overlap-short",   "standard-unknown", "measured-at-differs",
                                      "flagged-pulls",   "procedure",        "outside-validity"};

QStringList compareOf(const QStringList& more = {}, const char* base = "1458", const char* with = "2367") {
    return QStringList{"compare", "--base"} + sorrel(base, "standard") + QStringList{"--with"} + sorrel(with, "open") +
           more;
}

std::vector<double> numbers(const QJsonValue& v) {
    std::vector<double> out;
    for (const QJsonValue& one : v.toArray())
        out.push_back(one.toDouble());
    return out;
}

/// A `curve` file: figures worked out elsewhere.
QString curveFile(const QTemporaryDir& dir, const char* name, const QByteArray& keys, double factor) {
    const QString path = dir.filePath(QLatin1String(name));
    QFile f(path);
    if (!f.open(QIODevice::WriteOnly))
        return {};
    f.write("# jolly-ram: pull 1\n# kind: curve\n" + keys + "engine_speed [rpm],power [kW]\n");
    for (int rpm = 4000; rpm <= 9000; rpm += 100)
        f.write(QByteArray::number(rpm) + "," + QByteArray::number(factor * (5. + rpm / 500.), 'f', 4) + "\n");
    return path;
}

} // namespace

class TestCliContract : public QObject {
    Q_OBJECT
    /// Every command and every part of one, as `--help` lists them.
    static std::vector<QStringList> allCommands() {
        std::vector<QStringList> out, open{{}};
        while (!open.empty()) {
            const QStringList command = open.back();
            open.pop_back();
            const QString help = QString::fromUtf8(runCli(command + QStringList{"--help"}).out);
            if (!command.isEmpty())
                out.push_back(command);
            bool listed = false;
            for (const QString& line : help.split('\n')) {
                listed = listed ? line.startsWith("  ") : line == QLatin1String("Subcommands:");
                if (listed && line.startsWith("  ") && line[2] != ' ')
                    open.push_back(command + QStringList{line.mid(2).section(' ', 0, 0)});
            }
        }
        return out;
    }
private slots:
    /// An example of the command itself, and not those of the whole program.
    void everyCommandsHelpShowsItsOwnExample() {
        const std::vector<QStringList> commands = allCommands();
        QVERIFY2(commands.size() >= 28, std::to_string(commands.size()).c_str());
        for (const QStringList& command : commands) {
            const QString help = QString::fromUtf8(runCli(command + QStringList{"--help"}).out);
            int own = 0;
            for (const QString& line : help.split('\n')) {
                const qsizetype at = line.indexOf(QLatin1String("jolly-ram-cli "));
                if (!line.startsWith("  ") || at < 0)
                    continue;
                QVERIFY2(line.mid(at + 14).startsWith(command.join(' ')), qPrintable(command.join(' ') + ": " + line));
                ++own;
            }
            QVERIFY2(own > 0, qPrintable(command.join(' ')));
        }
    }
    void whatIsNoCommandIsNamed() {
        const Ran wrong = runCli({"frobnicate", "a.csv"});
        QCOMPARE(wrong.code, 2);
        QVERIFY2(wrong.err.contains("\"frobnicate\""), wrong.err);
        QVERIFY2(wrong.err.contains("compare-values"), wrong.err); // and what there is
        const Ran part = runCli({"archive", "frobnicate", "a"});
        QVERIFY(part.code == 2 && part.err.contains("\"frobnicate\"") && part.err.contains("restore"));
        QCOMPARE(runCli({}).code, 2);
    }
    void wrongUsageIsSaidInThePersonsLanguage() {
        const QTemporaryDir config;
        QVERIFY(QDir().mkpath(config.filePath("jolly-ram")));
        QFile settings(config.filePath("jolly-ram/Jolly Ram.conf"));
        QVERIFY(settings.open(QIODevice::WriteOnly) && settings.write("[reader]\nlanguage=de\n") > 0);
        settings.close();
        const QByteArray before = qgetenv("XDG_CONFIG_HOME");
        qputenv("XDG_CONFIG_HOME", config.path().toLocal8Bit());
        const std::pair<QStringList, const char*> rows[] = {
            {{"frobnicate"}, "kein Befehl"},
            {{"air", "--temp-c", "x", "--pressure-hpa", "990", "--humidity", "40"}, "keine Zahl"},
            {{"air", "--temp-c", "20"}, "fehlt"},
            {{"curve", "a.csv", "--standard", "mine"}, "keines von"},
            {{"air", "--temp-c", "20", "--pressure-hpa", "990", "--humidity", "40", "--frobnicate", "3"},
             "nicht erwartet"},
        };
        QStringList wrong;
        for (const auto& [arguments, words] : rows) {
            const Ran ran = runCli(arguments);
            if (ran.code != 2 || !ran.err.contains(words))
                wrong << arguments.join(' ') + ": " + QString::fromUtf8(ran.err);
        }
        qputenv("XDG_CONFIG_HOME", before);
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join('\n')));
    }
    void whatIsNoNumberIsWrongUsage() {
        for (const QString& no :
             {QStringLiteral("nan"), QStringLiteral("inf"), QStringLiteral("-nan"), QStringLiteral("1e999")}) {
            QCOMPARE(runCli({"curve", sample("brake.pull.csv"), "--grid", no}).code, 2);
            QCOMPARE(runCli(QStringList{"compare", "--base"} + sorrel("14", "standard") + QStringList{"--with"} +
                            sorrel("23", "open") + QStringList{"--worth", no})
                         .code,
                     2);
            QCOMPARE(runCli({"air", "--temp-c", no, "--pressure-hpa", "1000", "--humidity", "50"}).code, 2);
            QCOMPARE(runCli({"plan", "--setups", "2", "--repeatability", no, "--worth", "1"}).code, 2);
        }
    }
    void theSamePullCountsOnce() {
        const QStringList base = sorrel("14", "standard"), with = sorrel("23", "open");
        const auto compared = [](const QStringList& a, const QStringList& b) {
            return runCli(QStringList{"compare", "--base"} + a + QStringList{"--with"} + b);
        };
        const Ran honest = compared(base, with);
        const Ran thrice = compared(base + base + base, with + with + with);
        QCOMPARE(thrice.code, 0);
        QCOMPARE(thrice.json()["base"].toObject()["pulls"].toInt(), 2);
        QCOMPARE(thrice.json()["calls"], honest.json()["calls"]);
        QCOMPARE(thrice.json()["low_w"], honest.json()["low_w"]);
        QVERIFY(!cautionOf(thrice.json(), "counted-once").isEmpty());
        QVERIFY(cautionOf(honest.json(), "counted-once").isEmpty());
        // A copy under another name, and one whose id was taken away: still the same samples.
        QTemporaryDir dir;
        QVERIFY(QFile::copy(base[0], dir.filePath("copy.pull.csv")));
        QFile file(base[0]), bare(dir.filePath("bare.pull.csv"));
        QVERIFY(file.open(QIODevice::ReadOnly) && bare.open(QIODevice::WriteOnly));
        for (const QByteArray& line : file.readAll().split('\n'))
            if (!line.startsWith("# id:"))
                bare.write(line + "\n");
        bare.close();
        const Ran copies =
            compared(base + QStringList{dir.filePath("copy.pull.csv"), dir.filePath("bare.pull.csv")}, with);
        QCOMPARE(copies.json()["base"].toObject()["pulls"].toInt(), 2);
        // On both sides it is refused.
        const Ran both = compared(base, QStringList{base[1]} + with);
        QCOMPARE(both.code, 3);
        QVERIFY2(both.err.contains("both sides"), both.err.constData());
        // In steps and sweeps as well.
        const QString twice = base[0] + "," + base[0] + "," + base[1];
        const Ran ladder = runCli({"ladder", "--step", "a=" + twice, "--step", "b=" + with.join(",")});
        QCOMPARE(ladder.code, 0);
        QVERIFY(!cautionOf(ladder.json(), "counted-once").isEmpty());
        QCOMPARE(ladder.json()["steps"],
                 runCli({"ladder", "--step", "a=" + base.join(","), "--step", "b=" + with.join(",")}).json()["steps"]);
        QCOMPARE(runCli({"ladder", "--step", "a=" + base.join(","), "--step", "b=" + base.join(",")}).code, 3);
        // Another pull under a known id is not what it says.
        QFile other(with[0]), forged(dir.filePath("forged.pull.csv"));
        QVERIFY(file.seek(0) && other.open(QIODevice::ReadOnly) && forged.open(QIODevice::WriteOnly));
        QByteArray id;
        for (const QByteArray& line : file.readAll().split('\n'))
            if (line.startsWith("# id:"))
                id = line;
        for (const QByteArray& line : other.readAll().split('\n'))
            forged.write((line.startsWith("# id:") ? id : line) + "\n");
        forged.close();
        QVERIFY(!id.isEmpty());
        QCOMPARE(compared(base + QStringList{dir.filePath("forged.pull.csv")}, {with[1]}).code, 3);
    }
    void aHeaderThatNothingCouldReadAgain() {
        QTemporaryDir dir;
        const QString out = dir.filePath("out.pull.csv");
        const Ran bad = runCli({"import", sample("foreign-semicolon.txt"), "--out", out, "--set", "note=one\ntwo"});
        QCOMPARE(bad.code, 2);
        QVERIFY(!QFile::exists(out));
    }
    void aPipeNobodyWritesToIsSaid() {
        QTemporaryDir dir;
        QCOMPARE(::mkfifo(dir.filePath("pipe").toLocal8Bit().constData(), 0600), 0);
        const Ran ran = runCli({"curve", dir.filePath("pipe")});
        QCOMPARE(ran.code, 3);
        QVERIFY2(ran.err.contains("nothing comes out"), ran.err.constData());
    }
    void noFigureOfTheTradeStandsInHelpOrDocs() {
        // The check values of the trade stand in tests only; what is printed is of our own invention.
        const QRegularExpression known(
            QStringLiteral("@4\\.51|@4\\.60|@4\\.56|@7\\.65|@9\\.94|@9\\.48|@11\\.12|3\\.475|122\\.7 "
                           "hp|70\\.6|\\b15\\.8 \\+ 7\\.2|39\\.5 in|26\\.54 mm"));
        QString printed;
        for (const char* command : {"", "ladder", "factorial", "sweep", "compare", "curve", "import", "plan", "record",
                                    "calibrate", "setups", "archive", "air"})
            printed += QString::fromUtf8(runCli({QLatin1String(command), "--help"}).out);
        QDirIterator docs(QStringLiteral(JR_SOURCE "/docs"), {"*.md"}, QDir::Files);
        QStringList files{QStringLiteral(JR_SOURCE "/README.md"), QStringLiteral(JR_SOURCE "/CHANGELOG.md"),
                          QStringLiteral(JR_SOURCE "/ARCHITECTURE.md")};
        while (docs.hasNext())
            files << docs.next();
        for (const QString& name : files) {
            QFile file(name);
            QVERIFY2(file.open(QIODevice::ReadOnly), qPrintable(name));
            printed += QString::fromUtf8(file.readAll());
        }
        const auto match = known.match(printed);
        QVERIFY2(!match.hasMatch(), qPrintable(match.captured()));
    }
    void aCurveKeepsToItsGrid() {
        for (int grid : {25, 50, 200}) {
            const Ran r = runCli({"curve", sample("sorrel-1-standard.pull.csv"), "--grid", QString::number(grid)});
            QCOMPARE(r.code, 0);
            QCOMPARE(r.json()["grid_rpm"].toDouble(), double(grid));
            const QJsonObject pull = r.json()["pulls"].toArray()[0].toObject();
            const std::vector<double> rpm = numbers(pull["rpm"]);
            QVERIFY(rpm.size() > 10);
            for (std::size_t i = 0; i < rpm.size(); ++i) {
                QCOMPARE(std::fmod(rpm[i], grid), 0.);
                QVERIFY(i == 0 || rpm[i] - rpm[i - 1] == grid);
            }
            QVERIFY(rpm.front() >= pull["used"].toObject()["from_rpm"].toDouble());
            QVERIFY(rpm.back() <= pull["used"].toObject()["to_rpm"].toDouble());
            for (const char* key : {"power_w", "torque_nm", "afr"})
                QCOMPARE(pull[QLatin1String(key)].toArray().size(), qsizetype(rpm.size()));
            // Power is torque times speed, at every point.
            const std::vector<double> power = numbers(pull["power_w"]), torque = numbers(pull["torque_nm"]);
            for (std::size_t i = 0; i < rpm.size(); ++i)
                QVERIFY(std::abs(torque[i] * rpm[i] * M_PI / 30. - power[i]) < 1e-6 * power[i]);
        }
    }

    void aStandardIsAFactorAndNothingElse() {
        const auto powerBy = [](const char* standard) {
            return runCli({"curve", sample("sorrel-1-standard.pull.csv"), "--detail", "300", "--standard", standard})
                .json()["pulls"]
                .toArray()[0]
                .toObject();
        };
        const QJsonObject none = powerBy("none");
        QCOMPARE(none["factor"].toDouble(), 1.);
        const std::vector<double> bare = numbers(none["power_w"]);
        const QJsonObject factors =
            runCli({"air", "--temp-c", "25.21", "--pressure-hpa", "1003.99", "--humidity", "41.6"})
                .json()["factors"]
                .toObject();
        for (const char* standard : {"sae-j1349", "std-j607", "din-70020", "iso-1585"}) {
            const QJsonObject pull = powerBy(standard);
            QVERIFY2(std::abs(pull["factor"].toDouble() - factors[QLatin1String(standard)].toDouble()) < 1e-9,
                     standard);
            const std::vector<double> power = numbers(pull["power_w"]);
            for (std::size_t i = 0; i < power.size(); ++i)
                QVERIFY(std::abs(power[i] / bare[i] / pull["factor"].toDouble() - 1.) < 1e-9);
        }
    }

    void flagsAndPeaks() {
        const Ran r =
            runCli({"curve", sample("limiter.pull.csv"), sample("brake.pull.csv"), sample("sorrel-2-open.pull.csv")});
        for (const QJsonValue& v : r.json()["pulls"].toArray()) {
            const QJsonObject pull = v.toObject();
            QVERIFY(pull["measured_at"].toString() == "wheel" || pull["measured_at"].toString() == "crank" ||
                    pull["measured_at"].toString() == "hub");
            const double peak = pull["peak_power"].toObject()["rpm"].toDouble();
            for (const QJsonValue& f : pull["flags"].toArray()) {
                const QJsonObject flag = f.toObject();
                QVERIFY2(kFlagKinds.contains(flag["kind"].toString()), qPrintable(flag["kind"].toString()));
                QCOMPARE(flag.keys(), (QStringList{"from_rpm", "from_s", "kind", "text", "to_rpm", "to_s"}));
                QVERIFY(flag["from_s"].toDouble() <= flag["to_s"].toDouble());
                if (flag["kind"].toString() != "cold" && flag["kind"].toString() != "hot" &&
                    flag["kind"].toString() != "short")
                    QVERIFY(peak < flag["from_rpm"].toDouble() || peak > flag["to_rpm"].toDouble());
            }
        }
    }

    void aComparisonHoldsTogether_data() {
        QTest::addColumn<QStringList>("more");
        QTest::newRow("as it comes") << QStringList{};
        QTest::newRow("a band") << QStringList{"--from", "5500", "--to", "9500"};
        QTest::newRow("another standard") << QStringList{"--standard", "iso-1585"};
        QTest::newRow("a fine grid") << QStringList{"--grid", "25"};
        QTest::newRow("less confidence") << QStringList{"--confidence", "0.8"};
        QTest::newRow("worth little") << QStringList{"--worth", "0.3"};
        QTest::newRow("worth much") << QStringList{"--worth", "8"};
    }
    void aComparisonHoldsTogether() {
        QFETCH(QStringList, more);
        const Ran r = runCli(compareOf(more));
        QVERIFY2(r.code == 0, r.err.constData());
        const QJsonObject j = r.json();
        QCOMPARE(j["band"].toString(), QStringLiteral("simultaneous"));
        const std::vector<double> rpm = numbers(j["rpm"]), d = numbers(j["difference_w"]), low = numbers(j["low_w"]),
                                  high = numbers(j["high_w"]), nm = numbers(j["difference_nm"]);
        for (std::size_t i = 0; i < rpm.size(); ++i) {
            QVERIFY(low[i] <= d[i] && d[i] <= high[i]);
            QVERIFY(std::abs(nm[i] * rpm[i] * M_PI / 30. - d[i]) < 1e-6 * std::max(1., std::abs(d[i])));
        }
        if (const qsizetype at = more.indexOf("--from"); at >= 0) {
            QCOMPARE(rpm.front(), more[at + 1].toDouble());
            QCOMPARE(rpm.back(), more[more.indexOf("--to") + 1].toDouble());
        }
        // Calls tile the range in order and say what the band says.
        const double worth = more.contains("--worth") ? more[more.indexOf("--worth") + 1].toDouble() : 1.;
        const QJsonArray calls = j["calls"].toArray();
        QVERIFY(!calls.isEmpty());
        QCOMPARE(calls.first().toObject()["from_rpm"].toDouble(), rpm.front());
        QCOMPARE(calls.last().toObject()["to_rpm"].toDouble(), rpm.back());
        QString before;
        for (qsizetype k = 0; k < calls.size(); ++k) {
            const QJsonObject call = calls[k].toObject();
            QVERIFY(kCallKinds.contains(call["call"].toString()));
            QVERIFY2(call["call"].toString() != before, "two stretches side by side say the same");
            before = call["call"].toString();
            QVERIFY(k == 0 || call["from_rpm"].toDouble() > calls[k - 1].toObject()["to_rpm"].toDouble());
            std::size_t gains = 0, losses = 0, same = 0, all = 0;
            for (std::size_t i = 0; i < rpm.size(); ++i)
                if (rpm[i] >= call["from_rpm"].toDouble() && rpm[i] <= call["to_rpm"].toDouble()) {
                    ++all;
                    gains += low[i] > 0.;
                    losses += high[i] < 0.;
                    const double base = d[i] / numbers(j["difference_pct"])[i] * 100.;
                    same += std::abs(low[i]) <= worth / 100. * base && std::abs(high[i]) <= worth / 100. * base;
                }
            // A short stretch may lose its claim to its neighbours, never win one.
            if (before == "gain")
                QCOMPARE(gains, all);
            if (before == "loss")
                QCOMPARE(losses, all);
            if (before == "same")
                QVERIFY(same + gains + losses >= all);
        }
        for (const QJsonValue& v : j["cautions"].toArray()) {
            QVERIFY2(kCautionKinds.contains(v.toObject()["kind"].toString()),
                     qPrintable(v.toObject()["kind"].toString()));
            QVERIFY(!v.toObject()["text"].toString().isEmpty());
        }
        QVERIFY(!r.out.contains("nan") && !r.out.contains("inf"));
        QCOMPARE(runCli(compareOf(more)).out, r.out);
    }

    void moreConfidenceIsAWiderBand() {
        const auto width = [](const char* confidence) {
            const QJsonObject j = runCli(compareOf({"--confidence", confidence})).json();
            const std::vector<double> low = numbers(j["low_w"]), high = numbers(j["high_w"]);
            return high[20] - low[20];
        };
        const double usual = width("0.95");
        QVERIFY(width("0.99") > usual && width("0.8") < usual);
    }

    void turningTheSidesTurnsTheSign() {
        const QJsonObject one = runCli(compareOf()).json();
        const QJsonObject other = runCli(QStringList{"compare", "--base"} + sorrel("2367", "open") +
                                         QStringList{"--with"} + sorrel("1458", "standard"))
                                      .json();
        const std::vector<double> a = numbers(one["difference_pct"]), b = numbers(other["difference_pct"]);
        QCOMPARE(a.size(), b.size());
        for (std::size_t i = 0; i < a.size(); ++i)
            QVERIFY(std::abs((1. + a[i] / 100.) * (1. + b[i] / 100.) - 1.) < 1e-9); // a ratio and its inverse
        QVERIFY(std::abs(one["repeatability_pct"].toDouble() - other["repeatability_pct"].toDouble()) < 1e-8);
    }

    void theOrderOfFilesDoesNotMatter() {
        const QJsonObject one = runCli(compareOf()).json(), other = runCli(compareOf({}, "8514", "7632")).json();
        const std::vector<double> a = numbers(one["difference_w"]), b = numbers(other["difference_w"]);
        for (std::size_t i = 0; i < a.size(); ++i)
            QVERIFY(std::abs(a[i] - b[i]) < 1e-6 * std::max(1., std::abs(a[i])));
    }

    void curvesOfUnknownStandardStayAsTheyCame() {
        QTemporaryDir dir;
        const QString unknown = curveFile(dir, "u.pull.csv", "", 1.),
                      sae = curveFile(dir, "s.pull.csv", "# corrected: sae-j1349\n", 1.03);
        const QJsonObject pull = runCli({"curve", unknown}).json()["pulls"].toArray()[0].toObject();
        QVERIFY(pull["factor"].isNull());
        QCOMPARE(pull["kind"].toString(), QStringLiteral("curve"));
        QVERIFY(std::abs(pull["power_w"].toArray()[0].toDouble() - 13000.) < 1e-6);
        QVERIFY(pull["afr"].isNull());
        const QJsonObject j = runCli({"compare", "--base", unknown, "--with", sae}).json();
        QVERIFY(!cautionOf(j, "standard-unknown").isEmpty());
        for (const QJsonValue& v : j["calls"].toArray())
            QCOMPARE(v.toObject()["call"].toString(), QStringLiteral("open")); // one a side, nothing known of scatter
        // With a repeatability the numbers alone are judged as far as they go.
        const QJsonObject judged =
            runCli({"compare", "--base", unknown, "--with", sae, "--repeatability", "0.5"}).json();
        QVERIFY(!cautionOf(judged, "borrowed-repeatability").isEmpty());
        QCOMPARE(judged["calls"].toArray()[0].toObject()["call"].toString(), QStringLiteral("gain"));
        // The same standard leaves a corrected curve alone.
        QVERIFY(
            std::abs(runCli({"curve", sae}).json()["pulls"].toArray()[0].toObject()["power_w"].toArray()[0].toDouble() -
                     13390.) < 1e-6);
    }

    void whatDisagreesIsSaid() {
        QTemporaryDir dir;
        const QString path = dir.filePath("odd.pull.csv");
        QFile f(path);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("# jolly-ram: pull 1\n# kind: curve\nengine_speed [rpm],power [kW],torque [Nm]\n");
        for (int rpm = 4000; rpm <= 8000; rpm += 100)
            f.write(QByteArray::number(rpm) + ",20," +
                    QByteArray::number(20000. / (rpm * M_PI / 30.) * (rpm > 6000 ? 1.05 : 1.), 'f', 3) + "\n");
        f.close();
        const QJsonArray flags = runCli({"curve", path}).json()["pulls"].toArray()[0].toObject()["flags"].toArray();
        QCOMPARE(flags.size(), 1);
        QCOMPARE(flags[0].toObject()["kind"].toString(), QStringLiteral("inconsistent"));
        QVERIFY(flags[0].toObject()["from_s"].isNull());
        QVERIFY(flags[0].toObject()["from_rpm"].toDouble() > 6000.);
    }

    void wrongOptionsAreUsage_data() {
        QTest::addColumn<QStringList>("arguments");
        const QString good = sample("sorrel-1-standard.pull.csv");
        QTest::newRow("grid of none") << QStringList{"curve", good, "--grid", "0"};
        QTest::newRow("grid of words") << QStringList{"curve", good, "--grid", "fifty"};
        QTest::newRow("standard of one's own") << QStringList{"curve", good, "--standard", "ours"};
        QTest::newRow("detail below nothing") << QStringList{"curve", good, "--detail", "-5"};
        QTest::newRow("no files") << QStringList{"curve"};
        QTest::newRow("confidence of one") << compareOf({"--confidence", "1.0"});
        QTest::newRow("worth of nothing") << compareOf({"--worth", "-1"});
        QTest::newRow("repeatability of a hundred") << compareOf({"--repeatability", "100"});
        QTest::newRow("band upside down") << compareOf({"--from", "9000", "--to", "5000"});
        QTest::newRow("no base") << QStringList{"compare", "--with", good};
        QTest::newRow("an option nobody knows") << compareOf({"--loud"});
        QTest::newRow("humidity of two hundred")
            << QStringList{"air", "--temp-c", "20", "--pressure-hpa", "1000", "--humidity", "200"};
        QTest::newRow("sets named twice") << QStringList{"compare", "--set", "a=" + good, "--set", "a=" + good};
        QTest::newRow("a set without files") << QStringList{"compare", "--set", "a="};
        QTest::newRow("import without out") << QStringList{"import", sample("foreign-semicolon.txt")};
        QTest::newRow("a plan without worth") << QStringList{"plan", "--setups", "2", "--repeatability", "0.5"};
        QTest::newRow("a pull from nowhere") << QStringList{"record", "--device", "telepathy:1", "--out", "/tmp"};
    }
    void wrongOptionsAreUsage() {
        QFETCH(QStringList, arguments);
        const Ran r = runCli(arguments);
        QVERIFY2(r.code == 2, qPrintable(QStringLiteral("%1: %2").arg(r.code).arg(QString::fromUtf8(r.err))));
        QVERIFY(r.out.isEmpty());
        QVERIFY(!r.err.isEmpty());
    }

    void whatCannotBeWrittenIsFour() {
        const QString log = sample("foreign-semicolon.txt");
        const QStringList keys{"--set", "kind=roller", "--set", "roller_inertia_kg_m2=6.7"};
        for (const char* out : {"/proc/none/x.pull.csv", "/dev/full"}) {
            const Ran r = runCli(QStringList{"import", log, "--out", out} + keys);
            QVERIFY2(r.code == 4, qPrintable(QStringLiteral("%1 %2").arg(r.code).arg(QString::fromUtf8(r.err))));
            QVERIFY2(r.err.contains(out), r.err.constData());
        }
    }

    void everyCommandHasHelpWithAnExample() {
        for (const char* command : {"air", "curve", "compare", "import", "ladder", "factorial", "sweep", "plan",
                                    "record", "archive", "setups", "calibrate"}) {
            const Ran r = runCli({command, "--help"});
            QVERIFY2(r.code == 0, command);
            QVERIFY2(r.out.contains("--") && r.out.size() > 200, command);
        }
        QVERIFY(runCli({"--help"}).out.contains("compare"));
    }

    void filesThatAreNoPullsAreNamedWithTheirLine() {
        QTemporaryDir dir;
        const auto write = [&](const char* name, const QByteArray& bytes) {
            QFile f(dir.filePath(QLatin1String(name)));
            return f.open(QIODevice::WriteOnly) && f.write(bytes) == bytes.size() ? f.fileName() : QString();
        };
        const QByteArray head = "# jolly-ram: pull 1\n# kind: roller\n# roller_inertia_kg_m2: 6.7\n";
        const std::pair<QString, QByteArray> bad[] = {
            {write("empty.pull.csv", ""), "empty.pull.csv:"},
            {write("words.pull.csv", "dear diary\n"), "words.pull.csv:1:"},
            {write("unit.pull.csv", head + "time [s],roller_speed [furlong]\n0,1\n"), "unit.pull.csv:4:"},
            {write("number.pull.csv", head + "time [s],roller_speed [rad/s]\n0,1\n0.1,fast\n0.2,3\n"),
             "number.pull.csv:6:"},
            {write("key.pull.csv", "# jolly-ram: pull 1\n# kind: sideways\ntime [s]\n0\n"), "key.pull.csv:2:"},
            {write("short.pull.csv", head + "time [s],roller_speed [rad/s],engine_speed [rpm]\n0,1,1000\n"),
             "short.pull.csv:"}};
        QStringList all{"curve"};
        for (const auto& [path, words] : bad) {
            const Ran r = runCli({"curve", path});
            QVERIFY2(r.code == 3, qPrintable(path));
            QVERIFY2(r.err.contains(words), r.err.constData());
            all << path;
        }
        const Ran together = runCli(all);
        QCOMPARE(together.code, 3);
        for (const auto& [path, words] : bad)
            QVERIFY2(together.err.contains(path.toUtf8()), qPrintable(path));
    }
};

JR_SUITE(TestCliContract)
#include "test_cli_contract.moc"
