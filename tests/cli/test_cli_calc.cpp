// SPDX-License-Identifier: GPL-3.0-or-later
// `calc` as a script asks it: names and keys of docs/command-line.md, units, exit codes, one JSON value whatever is
// asked.
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QTest>

#include <cmath>
#include <set>

using namespace testsupport;

namespace {

Ran calc(const char* asked) {
    return runCli(QStringList{"calc"} + QString::fromLatin1(asked).split(QLatin1Char(' ')));
}

double value(const Ran& run, const char* key) {
    return run.json()["outputs"].toObject()[QLatin1String(key)].toObject()["value"].toDouble(std::nan(""));
}
QString unit(const Ran& run, const char* key) {
    return run.json()["outputs"].toObject()[QLatin1String(key)].toObject()["unit"].toString();
}

} // namespace

class TestCliCalc : public QObject {
    Q_OBJECT
private slots:
    void theListHasThemAll() {
        const Ran run = calc("list");
        QCOMPARE(run.code, 0);
        std::set<QString> names;
        for (const QJsonValue& v : run.list()) {
            const QJsonObject o = v.toObject();
            names.insert(o["name"].toString());
            QVERIFY(!o["source"].toString().isEmpty());
            for (const char* list : {"inputs", "outputs"})
                for (const QJsonValue& one : o[QLatin1String(list)].toArray())
                    QVERIFY(!one.toObject()["key"].toString().isEmpty() && one.toObject().contains("unit"));
            for (const QJsonValue& one : o["inputs"].toArray())
                QVERIFY(one.toObject().contains("default"));
        }
        for (const char* name :
             {"power",       "shift",  "ports",        "port-angle", "compression", "pipe",       "cam",
              "piston",      "bmep",   "air-demand",   "filter",     "throat",      "runner",     "jet-air",
              "jet-mixture", "lambda", "premix",       "fuel",       "flyweights",  "belt-speed", "weights",
              "loss",        "sound",  "quarter-mile", "air",        "units"})
            QVERIFY2(names.contains(QLatin1String(name)), name);
    }
    void numbersListsAndWords() {
        const Ran cam = calc("cam ivo_deg_btdc=26 ivc_deg_abdc=46 evo_deg_bbdc=50 evc_deg_atdc=18");
        QCOMPARE(cam.code, 0);
        QCOMPARE(value(cam, "overlap_deg"), 44.);
        QCOMPARE(unit(cam, "overlap_deg"), QString("deg"));
        QCOMPARE(cam.json()["name"].toString(), QString("cam"));
        QCOMPARE(cam.json()["inputs"].toObject()["ivo_deg_btdc"].toDouble(), 26.);
        const Ran shift =
            calc("shift rpm=5000,9000,11000 power_w=20000,36000,24000 ratio_from=2 ratio_to=1.6 limiter_rpm=10800");
        QVERIFY(std::abs(value(shift, "best_shift_rpm") - 9782.6) < 0.1);
        QCOMPARE(shift.json()["outputs"].toObject()["decided_by"].toObject()["value"].toString(), QString("crossing"));
        QCOMPARE(unit(shift, "decided_by"), QString("1"));
        const Ran drum = calc("flyweights weights_g=17,15,17,15,17,15");
        QCOMPARE(value(drum, "mean_g"), 16.);
        QCOMPARE(value(drum, "uneven"), 0.);
        // What was left out takes its default, and an output that needed it is null.
        QCOMPARE(calc("lambda afr=14.7").json()["inputs"].toObject()["stoich"].toDouble(), 14.7);
        const Ran piston = calc("piston stroke_mm=54 rpm=10000");
        QVERIFY(piston.json()["outputs"].toObject()["peak_force_n"].toObject()["value"].isNull());
        QCOMPARE(value(piston, "mean_speed_m_s"), 18.);
        const Ran loss = calc("loss power_w=92000 school=percent kind=chain");
        QVERIFY(value(loss, "low_w") < value(loss, "high_w"));
        QVERIFY(!cautionOf(loss.json(), "estimate").isEmpty());
    }
    void wrongUsageNamesTheKey_data() {
        QTest::addColumn<QString>("asked");
        QTest::addColumn<QString>("named");
        QTest::newRow("unknown calculator") << "wizard x=1"
                                            << "wizard";
        QTest::newRow("unknown key") << "premix ratio=40 fuel_l=1 colour=2"
                                     << "colour";
        QTest::newRow("missing") << "premix ratio=40"
                                 << "fuel_l";
        QTest::newRow("twice") << "premix ratio=40 ratio=50 fuel_l=1"
                               << "ratio";
        QTest::newRow("no number") << "premix ratio=forty fuel_l=1"
                                   << "ratio";
        QTest::newRow("nan") << "premix ratio=nan fuel_l=1"
                             << "ratio";
        QTest::newRow("no pair") << "premix ratio"
                                 << "ratio";
        QTest::newRow("outside, with its bound") << "premix ratio=5 fuel_l=1"
                                                 << "ratio = 5 is outside 10 to 200";
        QTest::newRow("negative length") << "compression bore_mm=-54 stroke_mm=54 chamber_cm3=12"
                                         << "bore_mm";
        QTest::newRow("nothing divided by") << "lambda afr=14.7 stoich=0"
                                            << "stoich";
        QTest::newRow("rod shorter than the throw")
            << "ports stroke_mm=54 rod_mm=28 exhaust_opens_deg_atdc=90 transfer_opens_deg_atdc=115"
            << "rod_mm";
        QTest::newRow("after the transfers")
            << "ports stroke_mm=54 rod_mm=110 exhaust_opens_deg_atdc=120 transfer_opens_deg_atdc=115"
            << "transfer_opens_deg_atdc";
        QTest::newRow("speeds that fall")
            << "shift rpm=9000,5000 power_w=1,2 ratio_from=2 ratio_to=1.6 limiter_rpm=9500"
            << "rpm";
        QTest::newRow("lists of two lengths")
            << "shift rpm=5000,9000 power_w=1,2,3 ratio_from=2 ratio_to=1.6 limiter_rpm=9000"
            << "power_w";
        QTest::newRow("a word") << "jet-mixture jet=100 afr_now=12 afr_wanted=13 numbering=letter"
                                << "numbering";
        QTest::newRow("more for list") << "list all"
                                       << "list";
    }
    void wrongUsageNamesTheKey() {
        QFETCH(QString, asked);
        QFETCH(QString, named);
        const Ran run = calc(qPrintable(asked));
        QCOMPARE(run.code, 2);
        QVERIFY(run.out.isEmpty());
        QVERIFY2(QString::fromUtf8(run.err).contains(named), run.err.constData());
    }
};

JR_SUITE(TestCliCalc)
#include "test_cli_calc.moc"
