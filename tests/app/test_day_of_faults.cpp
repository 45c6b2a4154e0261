// SPDX-License-Identifier: GPL-3.0-or-later
// A bad day through the real window against the real stand-in: two changes at once, an empty tank, a lean cylinder, a
// tyre let down between the sides, an air pressure that is reduced to sea level. Each must be said before a sheet with
// something false on it could be handed over.
#include "app/ask/ask_station.h"
#include "app/handover/sheet.h"
#include "tests/support/bench_window.h"
#include "tests/support/suites.h"

#include <algorithm>
#include <cmath>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openJob;

class TestDayOfFaults : public QObject {
    Q_OBJECT
    testsupport::BenchWindow m_bench;

    JobModel& model() { return m_bench.model(); }
    BenchModel& bench() { return m_bench.bench(); }
    PullStation& station() { return m_bench.station(); }
    /// Another stand-in under the same machine: what was done to it between the pulls.
    bool strapDown(const QStringList& as) {
        bench().link().disconnectBench();
        bench().link().tryStandin(QStringLiteral("larkspur"), 15.,
                                  QStringList{"--pull-offset", "0.002", "--pressure-hpa", "1016"} + as);
        bench().sitting().setWarmUp(false);
        return m_bench.ready();
    }
    bool onePull(const QString& setup) {
        bench().sitting().setSetup(setup);
        bench().sitting().setWarmUp(false);
        return m_bench.onePull();
    }
    /// What the sheet says in words beside its figures.
    QString sheetSays() {
        model();
        QStringList out;
        for (const Caution& c : cautionsOf(sheetOf(model())))
            out << QString::fromStdString(said(c, model().units().wording()));
        return out.join(QLatin1Char('\n'));
    }

private slots:
    void initTestCase() { QCOMPARE(m_bench.begin("a"), QString()); }
    void cleanupTestCase() { m_bench.end(); }

    void theDay() {
        const auto job = archiveOf(model())->createJob("Bad day", "Larkspur 410");
        QVERIFY(openJob(m_bench.window(), *job));
        // The bench stands 900 m up; the weather station was set to sea level.
        bench().sitting().setKey(QStringLiteral("altitude_m"), QStringLiteral("900"));
        QVERIFY(strapDown({"--fit", "short-stack"}));
        for (int i = 0; i < 2; ++i)
            QVERIFY(onePull("short stack"));
        // Between the sides: the stack, and a jet nobody thinks of; the tyre let down; the jet is lean.
        QVERIFY(strapDown({"--fit", "long-stack", "--tyre-kpa", "110", "--lean-fault", "1.3"}));
        for (int i = 0; i < 2; ++i)
            QVERIFY(onePull("long stack"));
        QVERIFY(strapDown({"--fit", "short-stack"})); // and back to base, as one should
        QVERIFY(onePull("short stack"));
        std::string longStack, shortStack;
        for (const SetupRecord& s : model().job().setups)
            (s.name == "long stack" ? longStack : shortStack) = s.id;
        model().setSetupChanges(longStack, shortStack,
                                {{"intake stack", "60 mm", "120 mm"}, {"main jet", "150", "145"}});
        model().compare().setBaseSetup(shortStack);
        model().compare().setWithSetup(longStack);
        QVERIFY(model().answers().comparison());
        const QString words = sheetSays();
        QVERIFY2(words.contains("More than one thing differs") && words.contains("main jet"), qPrintable(words));
        QVERIFY2(words.contains("tyre"), qPrintable(words));
        QVERIFY2(words.contains("reduced to sea level"), qPrintable(words));
        QVERIFY2(words.contains("different mixtures"), qPrintable(words));
        // Nobody's claim is held or failed by such a day, whatever the figures look like.
        ClaimsBoard& claims = m_bench.window().ask().question().claims();
        m_bench.window().showStation(MainWindow::Ask);
        bool kept = false;
        claims.chalk(QStringLiteral("it costs power"), {}, ClaimKind::CostsNothing, 20., [&] { kept = true; });
        QTRY_VERIFY(kept);
        model();
        QTRY_VERIFY2(claims.text().contains("undecided"), qPrintable(claims.text()));
        m_bench.window().showStation(MainWindow::Pull);
    }
    void aSoftTyreAloneIsSeenInItsGearing() {
        // Nothing was written of it, and nothing else differs.
        model().setSetupChanges(model().job().setups[1].id, model().job().setups[0].id,
                                {{"intake stack", "60", "120"}});
        const QString words = sheetSays();
        QVERIFY2(words.contains("Besides the setup this differs: tyre"), qPrintable(words));
    }
    void aLeanCylinderStopsThePull() {
        QVERIFY(strapDown({"--fit", "short-stack", "--lean-fault", "4.5"}));
        bench().sitting().setSetup(QStringLiteral("lean"));
        const std::size_t before = model().pulls().size();
        QTest::mouseClick(m_bench.offer("pull"), Qt::LeftButton);
        QVERIFY(QTest::qWaitFor([&] { return bench().link().snapshot().stop.latched; }, 30000));
        QTRY_VERIFY2_WITH_TIMEOUT(station().stateWords().contains("Stop", Qt::CaseInsensitive),
                                  qPrintable(station().stateWords()), 10000);
        // What was recorded of it counts for nothing a customer is told.
        QTest::qWait(1500);
        for (std::size_t i = before; i < model().pulls().size(); ++i)
            QVERIFY(model().pulls()[i].record.aside || !model().pulls()[i].fit ||
                    !model().pulls()[i].fit->flags().empty());
        bench().link().disconnectBench();
    }
    void anEmptyTankIsSaidBeforeAndSeenAfter() {
        QVERIFY(strapDown({"--fit", "short-stack", "--fuel-ml", "150"}));
        bench().fuel().setContentMl(150.); // measured with a stick
        QVERIFY(bench().fuel().pullsLeft());
        QVERIFY2(*bench().fuel().pullsLeft() <= 4, qPrintable(QString::number(*bench().fuel().pullsLeft())));
        // Nobody listens: the pulls run it dry. The mixture leans, and the guard or the flag says so.
        bool caught = false;
        for (int i = 0; i < 8 && !caught; ++i) {
            bench().sitting().setSetup(QStringLiteral("dry"));
            bench().sitting().setWarmUp(false);
            auto* button = m_bench.offer("pull");
            QVERIFY(button && m_bench.ready());
            QTest::mouseClick(button, Qt::LeftButton);
            QVERIFY(QTest::qWaitFor(
                [&] { return bench().card().has_value() || bench().link().snapshot().stop.latched; }, 30000));
            caught = bench().link().snapshot().stop.latched;
            if (bench().card()) {
                const LoadedPull& last = model().pulls().back();
                for (const Flag& f : last.fit ? last.fit->flags() : std::vector<Flag>{})
                    caught = caught || f.kind == FlagKind::FuelStarved || f.kind == FlagKind::Lean;
                QTest::keyClick(&station(), Qt::Key_Return);
            }
        }
        QVERIFY(caught);
        bench().link().disconnectBench();
    }
};

JR_SUITE(TestDayOfFaults)
#include "test_day_of_faults.moc"
