// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of the open job and of the bench side, each on its own: how two setups are compared, and the fuel.
#include "app/model/bench_sitting.h"
#include "app/model/compare_settings.h"
#include "app/model/fuel_tank.h"
#include "app/model/job_study.h"
#include "app/model/loaded_pull.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QSignalSpy>
#include <QTest>

#include <cmath>

using namespace jr;
using namespace jr::app;

class TestModelParts : public QObject {
    Q_OBJECT
private slots:
    void sidesAreThoseThatAreThere() {
        CompareSettings settings;
        const auto there = [](const std::string& id) { return id == "a" || id == "b" || id == "c"; };
        settings.chooseSides(there, {});
        QVERIFY(settings.now().baseSetup.empty() && settings.now().withSetup.empty());
        settings.chooseSides(there, {"b", "b"});
        QCOMPARE(settings.now().baseSetup, std::string("b"));
        QVERIFY(settings.now().withSetup.empty()); // nothing to compare with yet
        settings.chooseSides(there, {"b", "b", "a", "c"});
        QCOMPARE(settings.now().withSetup, std::string("a"));
        // What a person chose stays while it is there, and goes with its setup.
        settings.setWithSetup("c");
        settings.chooseSides(there, {"b", "a", "c"});
        QCOMPARE(settings.now().withSetup, std::string("c"));
        settings.chooseSides([](const std::string& id) { return id == "b" || id == "a"; }, {"b", "a"});
        QCOMPARE(settings.now().withSetup, std::string("a"));
    }
    void aSideTakenByTheOtherGivesWay() {
        CompareSettings settings;
        settings.chooseSides([](const std::string&) { return true; }, {"a", "b"});
        settings.setBaseSetup("a");
        settings.setWithSetup("b");
        QSignalSpy changed(&settings, &CompareSettings::changed);
        settings.setBaseSetup("b");
        QCOMPARE(settings.now().baseSetup, std::string("b"));
        QCOMPARE(settings.now().withSetup, std::string("a"));
        settings.setWithSetup("b");
        QCOMPARE(settings.now().baseSetup, std::string("a"));
        QCOMPARE(changed.count(), 2);
    }
    void onlyWhatChangesIsTold() {
        CompareSettings settings;
        QSignalSpy changed(&settings, &CompareSettings::changed);
        settings.setWorthPct(settings.now().worthPct);
        settings.setWorthPct(-1.);
        settings.setWorthPct(std::nan(""));
        settings.setStandard("no such standard");
        settings.setBand(5000., 5100.); // a slip of the hand
        settings.setBand({}, {});
        settings.setDetail(settings.now().detail);
        QCOMPARE(changed.count(), 0);
        settings.setBand(5000., 7000.);
        settings.setStandard("din-70020");
        QCOMPARE(changed.count(), 2);
        QCOMPARE(settings.standardAsked().id, std::string_view("din-70020"));
        settings.begin({}); // another job: told by the job itself
        QCOMPARE(changed.count(), 2);
        QVERIFY(!settings.now().from);
    }
    void withoutPullsThereIsAReasonAndNoFigure() {
        CompareSettings settings;
        JobStudy study(settings);
        study.begin(2, QStringLiteral("Working the pulls out…"));
        QVERIFY(!study.comparison() && !study.curve(0) && !study.curve(-1));
        QCOMPARE(study.bandMeansW().size(), std::size_t(2));
        QVERIFY(std::isnan(study.bandMeansW()[1]));
        study.expect(3);
        QCOMPARE(study.bandMeansW().size(), std::size_t(3));
        settings.setDetail(300.);
        QCOMPARE(study.detail(), 300.);
        settings.setStandard("din-70020");
        QCOMPARE(study.standard().id, std::string_view("din-70020"));
        QSignalSpy changed(&study, &JobStudy::changed);
        study.lay({}, {}, {});
        QVERIFY(changed.wait(5000));
        QVERIFY(study.problem().contains(QLatin1String("no pulls")));
    }
    void ofManyThermocouplesACylindersWorthIsKept() {
        standin::PullSetting setting;
        setting.gauges = true;
        setting.endRpm = 8000.;
        Trace trace = testsupport::traceOf(standin::brakePull({}, {}, setting), PullKind::Brake);
        const Channel egt = *trace.find(ChannelId::Egt, 1);
        for (int number = 3; number <= 60; ++number) {
            trace.channels.push_back(egt);
            trace.channels.back().name.number = number;
        }
        const LoadedPull loaded = loadPull({}, std::make_shared<const Trace>(std::move(trace)));
        QVERIFY(loaded.fit);
        QCOMPARE(loaded.trace->findAll(ChannelId::Egt).size(), std::size_t(12));
        QVERIFY(!loaded.steady.points.empty());
    }
    void theTankRunsLow() {
        FuelTank tank;
        QSignalSpy changed(&tank, &FuelTank::changed);
        QVERIFY(!tank.pullsLeft()); // neither its size nor what a pull takes is known
        tank.setSizeMl(1000.);
        tank.burn(90.);
        QVERIFY(!tank.pullsLeft() && !tank.contentMl()); // nobody has said that it was full
        tank.filled();
        tank.burn(90.);
        tank.burn(110.);
        QCOMPARE(*tank.contentMl(), 800.);
        QCOMPARE(tank.pullsSinceFilled(), 2);
        QVERIFY(tank.pullsLeft() && *tank.pullsLeft() <= 8 && *tank.pullsLeft() >= 6);
        const int before = *tank.pullsLeft();
        tank.burn(100.);
        QCOMPARE(*tank.pullsLeft(), before - 1);
        tank.filled();
        QCOMPARE(*tank.contentMl(), 1000.);
        QCOMPARE(tank.pullsSinceFilled(), 0);
        QVERIFY(*tank.pullsLeft() > before); // what a pull takes is remembered
        QCOMPARE(changed.count(), 7);
        // What was measured is what is in it, whatever the tank holds.
        tank.setContentMl(400.);
        QCOMPARE(*tank.contentMl(), 400.);
        QVERIFY(tank.pullsLeft() && *tank.pullsLeft() == 2); // 150 ml are the reserve of this tank
        // A meter that says more than was reckoned corrects the pulls it does not see.
        FuelTank metered;
        metered.setContentMl(1000.);
        metered.burn(50., 100.);
        metered.burn(50.);
        QCOMPARE(*metered.contentMl(), 800.);
    }
    void whatAPersonSetStaysUntilTheBenchSaysOtherwise() {
        JobModel job;
        BenchConnection link(job);
        BenchSitting sitting(job, link);
        testsupport::StandinProcess larkspur({"--machine", "larkspur"});
        link.connectTo(larkspur.address());
        QTRY_VERIFY_WITH_TIMEOUT(link.bench(), 20000);
        GuardLimits limits = sitting.limits();
        const double theirs = limits.overspeedRpm;
        limits.coolantC = 101.; // a person is more careful than the bench
        sitting.setLimits(limits);
        // A calibration of something else, or the same bench calling again, must not undo that unasked.
        emit link.calibrated();
        QCOMPARE(sitting.limits().coolantC, 101.);
        QCOMPARE(sitting.limits().overspeedRpm, theirs);
        emit link.described();
        QCOMPARE(sitting.limits().coolantC, 101.);
        link.disconnectBench();
        // Another bench brings its own roller's limit; the engine is the same one.
        testsupport::StandinProcess ostra({"--machine", "ostra"});
        link.connectTo(ostra.address());
        QTRY_VERIFY_WITH_TIMEOUT(link.bench(), 20000);
        QCOMPARE(sitting.limits().coolantC, 101.);
        QCOMPARE(sitting.limits().rollerRadS, limitsOf(*link.bench()).rollerRadS);
    }
    void aConnectionThatEndsTellsNobody() {
        // Who listened is half taken down by then.
        JobModel job;
        int told = 0;
        {
            BenchConnection link(job);
            connect(&link, &BenchConnection::linkChanged, this, [&told] { ++told; });
            link.disconnectBench();
            QCOMPARE(told, 1);
        }
        QCOMPARE(told, 1);
    }
};

JR_SUITE(TestModelParts)
#include "test_model_parts.moc"
