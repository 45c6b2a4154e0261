// SPDX-License-Identifier: GPL-3.0-or-later
// The sitting's procedure as text, and what a pull departed from it.
#include "core/judge/comparison.h"
#include "core/pull/procedure_check.h"
#include "core/pull/pull_fit.h"
#include "core/words/wording.h"
#include "standin/simulated_bench.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QTest>

#include <algorithm>

using namespace jr;

class TestProcedure : public QObject {
    Q_OBJECT

    /// A pull of the simulated roller that says it was run by `procedure`.
    static Trace pull(const std::string& procedure, double coolantC, double intakeC, const char* setup = "a",
                      std::uint64_t seed = 1) { // another seed, another pull
        standin::PullSetting setting;
        setting.seed = seed;
        setting.coolantC = coolantC;
        Trace trace = testsupport::traceOf(standin::rollerPull({}, {}, setting), PullKind::Roller);
        trace.header.setup = setup;
        trace.header.other.emplace_back("procedure", procedure);
        Channel intake;
        intake.name = {ChannelId::IntakeAir, 0};
        intake.heading = "intake_air";
        intake.quantity = Quantity::Temperature;
        intake.values.assign(trace.rows(), intakeC);
        trace.channels.push_back(std::move(intake));
        return trace;
    }
    static std::vector<std::string> departures(const Trace& trace) {
        std::vector<std::string> out;
        const auto fit = fitPull(trace);
        for (const Message& departure : fit->departures)
            out.push_back(said(departure));
        return out;
    }

private slots:
    void textAndBack() {
        Procedure p;
        p.startRpm = 3200.;
        p.coolantFromC = 72.5;
        p.intakeToC = 38.;
        p.restS = 90.;
        p.rampRpmPerS = 300.;
        const auto back = parseProcedure(procedureText(p));
        QVERIFY(back);
        QCOMPARE(back->startRpm, 3200.);
        QCOMPARE(back->coolantFromC, 72.5);
        QCOMPARE(back->intakeToC, 38.);
        QCOMPARE(back->intakeFromC, -10.);
        QCOMPARE(back->restS, 90.);
        QCOMPARE(back->rampRpmPerS, 300.);
        for (const char* bad :
             {"", "as usual", "coolant_c=hot", "coolant_c=90..60", "start_rpm=", "=3", "coolant_c=.."})
            QVERIFY2(!parseProcedure(bad), bad);
    }
    void asAskedIsNoDeparture() {
        Trace trace = pull("start_rpm=3000 end_rpm=9200 coolant_c=60..105 intake_c=0..45", 82., 24.);
        QCOMPARE(departures(trace).size(), std::size_t(0));
        trace.header.other.clear(); // and without a procedure nothing is held against it
        trace.channels.back().values.assign(trace.rows(), 70.);
        QCOMPARE(departures(trace).size(), std::size_t(0));
    }
    void eachDepartureIsSaid_data() {
        QTest::addColumn<QString>("procedure");
        QTest::addColumn<double>("coolant");
        QTest::addColumn<double>("intake");
        QTest::addColumn<QString>("says");
        const QString fits = QStringLiteral("start_rpm=3000 end_rpm=9200 coolant_c=60..105 intake_c=0..45 ");
        QTest::newRow("cold") << fits << 45. << 24. << "coolant 45 °C at the start; the procedure says 60 to 105 °C";
        QTest::newRow("soaked") << fits << 82. << 52. << "intake air 52 °C";
        QTest::newRow("late") << "start_rpm=1200 end_rpm=9200" << 82. << 24. << "begun at";
        QTest::newRow("early") << "start_rpm=3000 end_rpm=14000" << 82. << 24. << "the procedure says 14000 rpm";
        QTest::newRow("unrested") << fits + "rest_s=60" << 82. << 24. << "20 s after the pull before it";
        QTest::newRow("ramp") << fits + "ramp_rpm_s=40" << 82. << 24. << "the procedure says 40";
    }
    void eachDepartureIsSaid() {
        QFETCH(QString, procedure);
        QFETCH(double, coolant);
        QFETCH(double, intake);
        QFETCH(QString, says);
        Trace trace = pull(procedure.toStdString(), coolant, intake);
        trace.header.other.emplace_back("rest_s", "20");
        if (procedure.contains(QLatin1String("ramp")))
            trace.header.other.emplace_back("brake_task", "sweep");
        const auto words = departures(trace);
        QCOMPARE(words.size(), std::size_t(1));
        QVERIFY2(QString::fromStdString(words[0]).contains(says), words[0].c_str());
    }
    void theyBecomeACaution() {
        const std::string procedure = "start_rpm=3000 end_rpm=9200 coolant_c=60..105";
        std::vector<PullFit> fits;
        for (int i = 0; i < 4; ++i)
            fits.push_back(*fitPull(
                pull(procedure, i == 3 ? 40. : 80., 20., i < 2 ? "a" : "b", static_cast<std::uint64_t>(i) + 1)));
        const auto result = compare({&fits[0], &fits[1]}, {&fits[2], &fits[3]}, {});
        QVERIFY(result);
        const auto found = std::find_if(result->cautions.begin(), result->cautions.end(),
                                        [](const Caution& c) { return c.kind == "procedure"; });
        QVERIFY(found != result->cautions.end());
        QCOMPARE(said(*found),
                 std::string("1 of 4 pulls departs from the procedure: coolant 40 °C at the start; the procedure "
                             "says 60 to 105 °C."));
    }
};

JR_SUITE(TestProcedure)
#include "test_procedure.moc"
