// SPDX-License-Identifier: GPL-3.0-or-later
// Road in the real window: the demo's runs with their truths inside the margins, marks walked by keys, a poor run
// counted all the same and back, another clock, another mark, and jobs without runs.
#include "app/look/look_station.h"
#include "app/model/run_times.h"
#include "app/road/map_page.h"
#include "app/road/marks_page.h"
#include "app/road/road_station.h"
#include "app/road/round_page.h"
#include "app/road/thrust_page.h"
#include "app/road/time_steps_page.h"
#include "app/road/track_page.h"
#include "app/road/won_page.h"
#include "demo_job/demo_road.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>

#include <cmath>

using namespace jr;
using namespace jr::app;

class TestRoadStation : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

    RoadStation& road() { return m_demo.window().road(); }
    void settle() {
        m_demo.model();
        QApplication::processEvents();
        m_demo.model();
    }
    void arrive(const char* job) {
        QVERIFY(m_demo.open(job));
        m_demo.window().showStation(MainWindow::Road);
        settle();
    }
    std::size_t markOf(const char* text) {
        const auto& marks = road().view()->answers.marks;
        for (std::size_t m = 0; m < marks.size(); ++m)
            if (marks[m].text == text)
                return m;
        return marks.size();
    }

private slots:
    void initTestCase() { QCOMPARE(m_demo.begin(), QString()); }
    void cleanupTestCase() { m_demo.end(); }

    void theDemosTruthsLieInsideTheMargins() {
        arrive("Weights on the belt");
        const RoadViewPtr view = road().view();
        QVERIFY(view && view->answers.compared && view->answers.along);
        const standin::RoadSetting still;
        const auto truth = [&](int grams, double metres) {
            const standin::RoadTruth t = standin::rideRoad(demo::quillOnTheRoad(grams), still).truth;
            return t.timeAtM(metres) - t.timeAtM(0.3048);
        };
        for (const auto& [text, metres] :
             {std::pair{"330ft", 100.584}, std::pair{"1/8mile", 201.168}, std::pair{"1/4mile", 402.336}}) {
            const ValueComparison* at = view->at(markOf(text));
            QVERIFY2(at && at->low, text);
            const double is = truth(14, metres) - truth(16, metres);
            QVERIFY2(*at->low < is && is < *at->high, text);
        }
        QCOMPARE(view->at(markOf("1/4mile"))->call, CallKind::Gain);
        // The map: what the weights hold it at, and the band by the pulls on the bench.
        QCOMPARE(view->answers.map.size(), std::size_t(3));
        QVERIFY(view->band && view->band->fromRpm < 7500. && view->band->toRpm > 7500.); // where its engine peaks
        QVERIFY2(road().mapPage().words().contains("held at"), qPrintable(road().mapPage().words()));
    }
    void marksAreWalkedByKeys() {
        arrive("Weights on the belt");
        road().show(RoadStation::Marks);
        MarkPanels& panels = road().marksPage().panels();
        panels.choose(0);
        panels.setFocus();
        QTest::keyClick(&panels, Qt::Key_Right);
        QCOMPARE(panels.chosen(), std::size_t(1));
        QTest::keyClick(&panels, Qt::Key_Down);
        QCOMPARE(panels.chosen(), std::size_t(4));
        QTest::keyClick(&panels, Qt::Key_Up);
        QTest::keyClick(&panels, Qt::Key_Left);
        QCOMPARE(panels.chosen(), std::size_t(0));
        panels.choose(markOf("1/4mile"));
        QVERIFY2(road().marksPage().words().contains("quicker than weights 16 g to 1/4 mile"),
                 qPrintable(road().marksPage().words()));
        // Along the strip by keys.
        road().show(RoadStation::Won);
        WonPage& won = road().wonPage();
        won.setFocus();
        QTest::keyClick(&won, Qt::Key_Right);
        QVERIFY2(won.readout().contains(" s won") || won.readout().contains(" s lost"), qPrintable(won.readout()));
        won.setCursor(400.);
        QVERIFY2(won.readout().startsWith("400 m") && won.readout().contains("s won"), qPrintable(won.readout()));
    }
    void aPoorRunIsCountedAllTheSameAndBack() {
        arrive("Weights on the belt");
        road().show(RoadStation::Marks);
        const auto usedRuns = [&] {
            const auto& runs = road().view()->answers.runs;
            return std::count_if(runs.begin(), runs.end(), [](const TimedRun& r) { return r.run.used(); });
        };
        QCOMPARE(road().view()->answers.runs.size(), std::size_t(17));
        QCOMPARE(usedRuns(), 12);
        QVERIFY(road().marksPage().words().contains("a poor fix"));
        QPushButton* keep = nullptr;
        for (QPushButton* b : road().marksPage().findChildren<QPushButton*>())
            if (b->text().contains("Count it"))
                keep = b;
        QVERIFY(keep);
        keep->click();
        QTRY_COMPARE(usedRuns(), 13);
        m_demo.model().undoStack().undo();
        QTRY_COMPARE(usedRuns(), 12);
    }
    /// Each set of weights by the bench and by the track: both saw the lighter ones gain; one was never ridden.
    void benchAgainstTrack() {
        arrive("Weights on the belt");
        road().show(RoadStation::Track);
        const auto& parts = road().view()->parts;
        QCOMPARE(parts.size(), std::size_t(3)); // 15, 14 and 13 g, each from 16 g
        int ridden = 0;
        for (const BenchAndTrack& part : parts) {
            QVERIFY(part.benchPct);
            ridden += part.trackPct.has_value();
            QVERIFY(!contradicts(part));
            if (part.trackPct)
                QVERIFY(part.benchPct->mid > 0. && part.trackPct->mid > 0.);
        }
        QCOMPARE(ridden, 2);
        QVERIFY2(road().trackPage().words().contains("only the bench speaks"), qPrintable(road().trackPage().words()));
    }
    void stepsAreToldByTimeAndAtAnotherMark() {
        arrive("Weights on the belt");
        road().show(RoadStation::Steps);
        const auto& steps = road().view()->steps;
        QVERIFY(steps.has_value());
        QCOMPARE(QString::fromStdString(steps->mark.text), QString("1/4mile"));
        QCOMPARE(steps->steps.size(), std::size_t(3));
        QCOMPARE(steps->sweeps.size(), std::size_t(1)); // 16, 15 and 14 g
        // The truth of each step lies inside its margin.
        const standin::RoadSetting still;
        const auto truth = [&](int grams) {
            const standin::RoadTruth t = standin::rideRoad(demo::quillOnTheRoad(grams), still).truth;
            return t.timeAtM(402.336) - t.timeAtM(0.3048);
        };
        for (std::size_t i = 1; i < 3; ++i) {
            const TimeStep& step = steps->steps[i];
            const double won = truth(17 - static_cast<int>(i)) - truth(16 - static_cast<int>(i));
            QVERIFY2(*step.wonLowS < won && won < *step.wonHighS, qPrintable(QString::number(won)));
        }
        QVERIFY(road().view()->plan && road().view()->plan->runsEach > 2);
        QVERIFY2(road().stepsPage().words().contains("A run repeats within"), qPrintable(road().stepsPage().words()));
        road().stepsPage().setMark("1/8mile");
        QTRY_COMPARE(QString::fromStdString(road().view()->steps->mark.text), QString("1/8mile"));
        road().stepsPage().setMark("");
    }
    void thrustIsToldWithItsMarginAndSetBesideTheBench() {
        arrive("Weights on the belt");
        road().show(RoadStation::Thrust);
        const ThrustAnswers& thrust = road().view()->thrust;
        QCOMPARE(thrust.resistance.coastDowns, 4);
        QVERIFY(thrust.resistance.bothWays && thrust.airKnown);
        const standin::RoadMachine machine = demo::quillOnTheRoad(16);
        const double mass = machine.machineKg + machine.riderKg + machine.fuelKg;
        const double holds = mass * 9.80665 * machine.rolling + 0.5 * 1.19 * machine.dragAreaM2 * 400.;
        QVERIFY2(std::abs(thrust.resistance.newtonAt(20.) - holds) <
                     2.5 * thrust.resistance.sdNewtonAt(20.) + 0.01 * holds,
                 qPrintable(QString("%1 %2").arg(thrust.resistance.newtonAt(20.)).arg(holds)));
        QCOMPARE(thrust.setups.size(), std::size_t(2));
        for (const PowerOfSetup& setup : thrust.setups) {
            QVERIFY(setup.ratio.has_value());
            QVERIFY(std::abs(setup.ratio->mean - 1.) < setup.ratio->meanHalf + 0.03);
            QCOMPARE(setup.parts.size(), std::size_t(4));
            QVERIFY(setup.parts.back().explained());
        }
        const QString words = road().thrustPage().words();
        QVERIFY2(words.contains("4 coast-downs, both ways") && words.contains("of what the bench made"),
                 qPrintable(words));
    }
    void theLineIsTakenByTheHandAndPinned() {
        arrive("Weights on the belt");
        road().show(RoadStation::Map);
        MapPage& page = road().mapPage();
        const double before = page.gramsTried(); // the changed setup's
        QCOMPARE(before, 14.);
        QVERIFY(!page.pin()); // nothing is tried
        auto* drawing = page.findChild<QWidget*>("speed-map");
        QVERIFY(drawing);
        drawing->setFocus();
        QTest::keyClick(drawing, Qt::Key_Up); // lighter holds it higher
        QTRY_COMPARE(page.gramsTried(), 13.9);
        for (int k = 0; k < 9; ++k)
            QTest::keyClick(drawing, Qt::Key_Up);
        QVERIFY(std::abs(page.gramsTried() - 13.) < 1e-9);
        QVERIFY2(page.words().contains("Expected: held at"), qPrintable(page.words()));
        const std::size_t setups = m_demo.model().job().setups.size();
        QVERIFY(page.pin());
        QTRY_COMPARE(m_demo.model().job().setups.size(), setups + 1);
        settle();
        const FigureSheet sheet = figureSheetOf(m_demo.model().sheet(sheet_kind::figure));
        const Prediction& pinned = sheet.pins.back();
        QCOMPARE(pinned.quantity, PredictedQuantity::HeldSpeed);
        // By the stand-in's own rule.
        const double truth = demo::quillOnTheRoad(13).shiftRpm;
        QVERIFY2(pinned.predicted.low < truth + 60. && truth < pinned.predicted.high,
                 qPrintable(QString("%1 %2 %3").arg(pinned.predicted.low).arg(truth).arg(pinned.predicted.high)));
        page.holdSpring(true);
        QTest::keyClick(drawing, Qt::Key_Up);
        QTRY_COMPARE(page.springTriedPct(), 5.);
        while (m_demo.model().undoStack().canUndo() && m_demo.model().job().setups.size() > setups)
            m_demo.model().undoStack().undo();
        settle();
    }
    void aClaimIsMadeOnSecondsOfTheRoad() {
        arrive("Weights on the belt");
        const std::vector<JobQuantity> all = allReadings(m_demo.model());
        const auto quarter =
            std::find_if(all.begin(), all.end(), [](const JobQuantity& q) { return q.quantity == "1/4mile, road"; });
        QVERIFY(quarter != all.end());
        QCOMPARE(quarter->unit, std::string("s"));
        QCOMPARE(quarter->better, Better::Lower);
        QCOMPARE(quarter->readings.size(), std::size_t(12)); // the poor one and the coast-downs are no times
        const auto idOf = [&](const char* name) {
            for (const SetupRecord& s : m_demo.model().job().setups)
                if (s.name == name)
                    return s.id;
            return std::string();
        };
        const auto compared = compareSides(*quarter, idOf("weights 16 g"), "16 g", idOf("weights 14 g"), "14 g", {});
        QVERIFY(compared && compared->low && *compared->high < 0.); // quicker, for sure
        Claim claim;
        claim.kind = ClaimKind::ReadingBetter;
        claim.quantity = "1/4mile, road";
        claim.amount = 0.;
        QCOMPARE(judgeClaimOfReadings(claim, *compared, 1).verdict, Verdict::Held);
        claim.amount = 1.; // a whole second of it
        QCOMPARE(judgeClaimOfReadings(claim, *compared, 1).verdict, Verdict::Failed);
        // The board on Ask offers it.
        m_demo.window().showStation(MainWindow::Ask);
        settle();
        bool offered = false;
        for (QComboBox* box : m_demo.window().findChildren<QComboBox*>())
            offered = offered || box->findText("1/4mile, road", Qt::MatchContains) >= 0;
        QVERIFY(offered);
    }
    void anotherClockAndAnotherMark() {
        arrive("Weights on the belt");
        const double after = road().view()->answers.setups.front().meanS;
        road().setRollout(Rollout::None);
        QTRY_VERIFY(road().view()->answers.setups.front().meanS > after + 0.3);
        QVERIFY(road().marksPage().words().contains("first movement"));
        QVERIFY(!road().addMark("banana"));
        QVERIFY(road().addMark("100m"));
        QTRY_VERIFY(markOf("100m") < road().view()->answers.marks.size());
        m_demo.model().undoStack().undo();
        m_demo.model().undoStack().undo();
        QTRY_VERIFY(road().view()->rollout == Rollout::OneFoot);
    }
    /// The round before riding: ticked by key, a reason in place of a tick, of its day, and there before the first run.
    void theRoundBeforeRiding() {
        arrive("Stack length");
        QVERIFY(!road().view());
        RoundPage& page = road().roundPage();
        page.setToday([] { return QDate(2026, 6, 14); });
        road().show(RoadStation::Before);
        QApplication::processEvents();
        QVERIFY2(page.isVisible(), "before the first run");
        QVERIFY2(page.stateWords().startsWith("9 of 9"), qPrintable(page.stateWords()));
        auto* box = page.findChild<QCheckBox*>("brakes");
        QVERIFY(box);
        box->setFocus();
        QTest::keyClick(box, Qt::Key_Space);
        QTRY_VERIFY2(page.stateWords().startsWith("8 of 9"), qPrintable(page.stateWords()));
        auto* why = page.findChild<QLineEdit*>("run_off_why");
        QVERIFY(why);
        why->setText("airfield, two kilometres");
        emit why->editingFinished();
        QTRY_VERIFY2(page.stateWords().startsWith("7 of 9"), qPrintable(page.stateWords()));
        m_demo.model().undoStack().undo();
        QTRY_VERIFY(page.stateWords().startsWith("8 of 9"));
        page.setToday([] { return QDate(2026, 6, 15); }); // another day: all of it again
        page.refresh();
        QVERIFY(page.stateWords().startsWith("9 of 9"));
        m_demo.model().undoStack().undo();
        road().show(RoadStation::Marks);
        // Law, track and maker come first, and it says so.
        bool deferred = false;
        for (QLabel* label : page.findChildren<QLabel*>())
            deferred = deferred || label->text().contains("come first");
        QVERIFY(deferred);
    }
    void jobsWithoutRunsSayWhatToDo() {
        arrive("Stack length");
        QVERIFY(!road().view());
        bool said = false;
        for (QLabel* label : road().findChildren<QLabel*>())
            said = said || (label->isVisible() && label->text().contains("GPX"));
        QVERIFY(said);
        // Bench pages live on with runs beside them, and the strip's tile of a run says so.
        QVERIFY(m_demo.open("Weights on the belt"));
        QVERIFY(m_demo.model().answers().comparison());
        m_demo.model().setCurrentPull(static_cast<int>(m_demo.model().pulls().size()) - 1);
        m_demo.window().showStation(MainWindow::Look);
        settle();
        bool told = false;
        for (QLabel* label : m_demo.window().lookStation().findChildren<QLabel*>())
            told = told || label->text().contains("A run on the road");
        QVERIFY(told);
    }
};

JR_SUITE(TestRoadStation)
#include "test_road_station.moc"
