// SPDX-License-Identifier: GPL-3.0-or-later
// A bad day through the real window against the real stand-in: two changes at once, an empty tank, a lean cylinder, a
// tyre let down between the sides, an air pressure that is reduced to sea level. Each must be said before a sheet with
// something false on it could be handed over.
#include "app/ask/ask_station.h"
#include "app/frame/main_window.h"
#include "app/handover/sheet.h"
#include "app/pull/pull_station.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"

#include <QPushButton>
#include <QTemporaryDir>
#include <QTest>

#include <algorithm>
#include <cmath>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openArchive;
using testsupport::openJob;

class TestDayOfFaults : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    Theme m_theme;
    std::unique_ptr<MainWindow> m_window;

    JobModel& model() {
        if (!m_window->model().loading())
            m_window->model().waitUntilSettled();
        return m_window->model();
    }
    BenchModel& bench() { return m_window->bench(); }
    PullStation& station() { return m_window->pullStation(); }
    bool ready() {
        return QTest::qWaitFor(
            [&] {
                return bench().link().bench() && bench().link().snapshot().link == LinkState::Streaming &&
                       bench().link().snapshot().state == BenchState::Ready;
            },
            30000);
    }
    /// Another stand-in under the same machine: what was done to it between the pulls.
    bool strapDown(const QStringList& as) {
        bench().link().disconnectBench();
        bench().link().tryStandin(QStringLiteral("larkspur"), 15.,
                                  QStringList{"--pull-offset", "0.002", "--pressure-hpa", "1016"} + as);
        bench().sitting().setWarmUp(false);
        return ready();
    }
    bool onePull(const QString& setup) {
        bench().sitting().setSetup(setup);
        bench().sitting().setWarmUp(false);
        auto* button = station().findChild<QPushButton*>(QStringLiteral("offer-pull"));
        if (!button || !ready())
            return false;
        QTest::mouseClick(button, Qt::LeftButton);
        if (!QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000))
            return false;
        QTest::keyClick(&station(), Qt::Key_Return);
        return true;
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
    void initTestCase() {
        m_theme.install(*qobject_cast<QApplication*>(QCoreApplication::instance()));
        m_window = std::make_unique<MainWindow>(m_theme);
        QVERIFY(openArchive(*m_window, m_dir.filePath("a")));
        m_window->resize(1280, 800);
        m_window->show();
        m_window->showStation(MainWindow::Pull);
        QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    }
    void cleanupTestCase() { m_window.reset(); }

    void theDay() {
        const auto job = archiveOf(model())->createJob("Bad day", "Larkspur 410");
        QVERIFY(openJob(*m_window, *job));
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
        ClaimsBoard& claims = m_window->ask().question().claims();
        m_window->showStation(MainWindow::Ask);
        bool kept = false;
        claims.chalk(QStringLiteral("it costs power"), {}, ClaimKind::CostsNothing, 20., [&] { kept = true; });
        QTRY_VERIFY(kept);
        model();
        QTRY_VERIFY2(claims.text().contains("undecided"), qPrintable(claims.text()));
        m_window->showStation(MainWindow::Pull);
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
        QTest::mouseClick(station().findChild<QPushButton*>(QStringLiteral("offer-pull")), Qt::LeftButton);
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
            auto* button = station().findChild<QPushButton*>(QStringLiteral("offer-pull"));
            QVERIFY(button && ready());
            QTest::mouseClick(button, Qt::LeftButton);
            QVERIFY(QTest::qWaitFor([&] { return bench().card().has_value() || bench().link().snapshot().stop.latched; },
                                    30000));
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
