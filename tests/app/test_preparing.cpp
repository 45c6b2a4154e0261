// SPDX-License-Identifier: GPL-3.0-or-later
// Ask and Ready through the real windows: machine sheet, fault hunt, walk-round, sitting, taken apart, notes and
// photos, the plan as ghosts on the day strip; by keyboard, with undo, and with a large family of setups.
#include "app/ask/ask_station.h"
#include "app/frame/day_strip.h"
#include "app/frame/main_window.h"
#include "app/pull/pull_station.h"
#include "app/ready/ready_station.h"
#include "demo_job/demo_archive.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"

#include <QApplication>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QElapsedTimer>
#include <QImage>
#include <QLineEdit>
#include <QStandardPaths>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTest>

#include <memory>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openArchive;
using testsupport::openJob;

class TestPreparing : public QObject {
    Q_OBJECT

    std::unique_ptr<QTemporaryDir> m_dir;
    std::unique_ptr<Theme> m_theme;
    std::unique_ptr<MainWindow> m_window;

    /// Everything asked so far is answered, as a person would wait for it.
    JobModel& model() {
        if (!m_window->model().loading())
            m_window->model().waitUntilSettled();
        return m_window->model();
    }
    QuestionPage& question() { return m_window->ask().question(); }
    DayStrip& strip() { return *m_window->findChild<DayStrip*>(); }
    void showPage(int station, int page) {
        m_window->showStation(station);
        (station == MainWindow::Ask ? static_cast<PageStack&>(m_window->ask()) : m_window->ready()).show(page);
        QApplication::processEvents();
    }

private slots:
    void initTestCase() {
        QStandardPaths::setTestModeEnabled(true);
        m_theme = std::make_unique<Theme>();
        m_theme->install(*static_cast<QApplication*>(QApplication::instance()));
    }
    void init() {
        m_dir = std::make_unique<QTemporaryDir>();
        m_window = std::make_unique<MainWindow>(*m_theme);
        QVERIFY(openArchive(*m_window, m_dir->filePath("archive")));
        const auto job = fillDemoArchive(*archiveOf(model()));
        QVERIFY2(job, job ? "" : job.error().text().c_str());
        QVERIFY(openJob(*m_window, *job));
        m_window->show();
        QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
        model().waitUntilSettled();
    }
    void cleanup() {
        m_window.reset();
        m_dir.reset();
    }

    void theMachineSheetAsksAboutWhatCannotBe() {
        showPage(MainWindow::Ask, AskStation::Machine);
        MachinePage& page = m_window->ask().machine();
        QVERIFY(page.field("stroke_mm"));
        const std::string before = model().sheet(sheet_kind::machine);
        // By keyboard: into the field, type, leave it.
        page.field("stroke_mm")->setFocus();
        page.field("stroke_mm")->selectAll();
        QTest::keyClicks(page.field("stroke_mm"), "2.6");
        QTest::keyClick(page.field("stroke_mm"), Qt::Key_Tab);
        QVERIFY2(page.warnings().contains("looks like inches"), qPrintable(page.warnings()));
        QCOMPARE(page.field("stroke_mm")->property("wrong").toBool(), true);
        model().undoStack().undo();
        QCOMPARE(model().sheet(sheet_kind::machine), before);
        QVERIFY(!page.warnings().contains("inches"));
        // Two cylinders have two main jets.
        MachineSheet sheet = page.sheet();
        sheet.kind = MachineKind::Sled;
        sheet.cylinders = 2;
        model().setSheet(sheet_kind::machine, sheetBody(sheet), "two");
        QVERIFY(page.field("main_jet#2") && !page.field("main_jet"));
        page.field("main_jet#2")->setText("390");
        QTest::keyClick(page.field("main_jet#2"), Qt::Key_Return);
        QCOMPARE(page.sheet().values["main_jet#2"], std::string("390"));
        QVERIFY(page.warnings().contains("The cylinders differ"));
    }
    void theFaultHuntGoesOneByOne() {
        showPage(MainWindow::Ask, AskStation::FaultHunt);
        HuntPage& page = m_window->ask().hunt();
        model().setSheet(sheet_kind::faultHunt, "", "begin anew");
        QTRY_VERIFY(page.nextWords().contains("Write down what it does"));
        FaultHunt h;
        h.symptom = "hesitates at 5000";
        model().setSheet(sheet_kind::faultHunt, sheetBody(h), "symptom");
        page.addSuspect("coil");
        page.addSuspect("needle");
        page.addSuspect("coil"); // no second time
        QCOMPARE(page.hunt().suspects.size(), std::size_t(2));
        page.swap("coil");
        QTRY_VERIFY(page.nextWords().contains("coil swapped"));
        page.setResult(0, HuntResult::NoChange);
        QVERIFY(page.hunt().swaps[0].pulls.empty()); // by ear: it rests on none, and that is said
        page.swap("needle");                         // without putting the coil back
        page.swap("coil");                           // and both together
        page.setResult(1, HuntResult::Better);
        QTRY_VERIFY2(page.notices().contains("swapped together"), qPrintable(page.notices()));
        QVERIFY(page.notices().contains("had not been put back"));
        while (model().undoStack().canUndo())
            model().undoStack().undo();
    }
    void theHuntIsJudgedByItsPulls() {
        showPage(MainWindow::Ask, AskStation::FaultHunt);
        HuntPage& page = m_window->ask().hunt();
        // The day as a hunt: the stack was swapped, pulled with, and put back.
        FaultHunt h;
        h.symptom = "flat in the middle";
        h.suspects = {"stack", "coil"};
        HuntSwap stack;
        stack.parts = {"stack"};
        stack.putBack = true;
        std::vector<int> others;
        for (const LoadedPull& p : model().pulls())
            if (!p.record.aside)
                (model().job().setup(p.record.setupId)->name == "long stack" ? stack.pulls : others)
                    .push_back(p.record.number);
        HuntSwap coil;
        coil.parts = {"coil"};
        coil.pulls = {others.at(1)}; // in the middle of the day, of the same machine: nothing changed
        coil.putBack = true;
        h.swaps = {stack, coil};
        model().compare().setBand(4400., 5600.); // where it is flat
        JudgingSheet judging;
        judging.repeatabilityPct = 0.4; // three pulls do not show how the bench repeats
        model().setSheet(sheet_kind::judging, sheetBody(judging), "the bench is known");
        model().setSheet(sheet_kind::faultHunt, sheetBody(h), "a hunt");
        QTRY_COMPARE_WITH_TIMEOUT(page.verdictWords().size(), 2, 10000);
        QTRY_VERIFY2(page.verdictWords()[0].contains("better"), qPrintable(page.verdictWords()[0]));
        QTRY_COMPARE(page.hunt().swaps[0].result, HuntResult::Better);
        QVERIFY2(!page.verdictWords()[1].contains("better") && !page.verdictWords()[1].contains("worse"),
                 qPrintable(page.verdictWords()[1]));
        while (model().undoStack().canUndo())
            model().undoStack().undo();
    }
    void theWalkRoundSpeaksOnPull() {
        auto& station = *m_window->findChild<PullStation*>();
        model().setSheet(sheet_kind::walkRound, sheetBody(usualWalkRound(MachineKind::FourStroke, BenchType::Roller)),
                         "fresh");
        m_window->showStation(MainWindow::Pull);
        QVERIFY2(station.openWords().contains("safety lines"), qPrintable(station.openWords()));
        showPage(MainWindow::Ready, ReadyStation::WalkRoundPage);
        WalkPage& page = m_window->ready().walk();
        QTRY_VERIFY(page.stateWords().contains("safety lines open"));
        const WalkRound round = usualWalkRound(MachineKind::FourStroke, BenchType::Roller);
        for (const WalkLine& line : round.lines)
            if (line.safety && line.key != "ears_eyes")
                page.tick(line.key, true);
        QVERIFY(station.openWords().contains("1 safety line"));
        page.giveReason("ears_eyes", "nobody in the cell, run from the next room");
        QVERIFY(station.openWords().isEmpty());
        page.measure("tyre_pressure_kpa", 95.); // below its window: said, and carried by the pulls
        QTRY_VERIFY(m_window->ready().walk().stateWords().contains("settled"));
        QCOMPARE(m_window->bench().sitting().key("tyre_pressure_kpa"), QStringLiteral("95"));
        page.measure("co_ppm", 60.);
        QVERIFY(!station.openWords().isEmpty());
        // The tick boxes themselves, by keyboard.
        auto boxes = page.findChildren<QCheckBox*>();
        QVERIFY(boxes.size() > 8);
    }
    void whatIsStillOffIsSaidBeforeAPull() {
        auto& station = *m_window->findChild<PullStation*>();
        showPage(MainWindow::Ready, ReadyStation::Apart);
        model().setSheet(sheet_kind::walkRound, "{\"lines\":[]}", "none wanted");
        model().setSheet(sheet_kind::putBack, "", "nothing");
        ApartPage& page = m_window->ready().apart();
        page.takeOff("cover");
        page.takeOff("washer");
        QTRY_VERIFY2(page.stillOffWords().startsWith("Still off") &&
                         page.stillOffWords().indexOf("washer") < page.stillOffWords().indexOf("cover"),
                     qPrintable(page.stillOffWords()));
        QVERIFY(station.openWords().contains("2 parts are still off"));
        // Written in the table: torque in the locale's numbers; a tick puts it back.
        page.table().item(1, 4)->setText("45");
        QTRY_COMPARE(page.steps()[1].torqueNm.value_or(0.), 45.);
        QApplication::processEvents();
        page.table().item(0, 0)->setCheckState(Qt::Checked);
        QTRY_VERIFY(page.steps()[0].back);
        page.putBack(1, true);
        QTRY_VERIFY(page.stillOffWords().contains("Everything is back on"));
        QVERIFY(station.openWords().isEmpty());
        model().undoStack().undo();
        QVERIFY(!station.openWords().isEmpty());
    }
    void theSittingIsKeptWithTheJob() {
        showPage(MainWindow::Ready, ReadyStation::Sitting);
        SittingPage& page = m_window->ready().sitting();
        page.keyField("fans")->setText("one, radiator only");
        QTest::keyClick(page.keyField("fans"), Qt::Key_Return);
        page.procedureField(&Procedure::restS)->setValue(90.);
        page.procedureField(&Procedure::intakeToC)->setValue(38.);
        page.procedureField(&Procedure::intakeFromC)->setValue(50.); // cannot be: put back
        QCOMPARE(m_window->bench().sitting().procedure().intakeFromC, -10.);
        const std::string jobId = model().job().id;
        const auto other = archiveOf(model())->createJob("Another", "");
        QVERIFY(openJob(*m_window, *other));
        QVERIFY(m_window->bench().sitting().key("fans").isEmpty());
        QVERIFY(openJob(*m_window, jobId));
        QCOMPARE(m_window->bench().sitting().key("fans"), QStringLiteral("one, radiator only"));
        QCOMPARE(m_window->bench().sitting().procedure().restS, 90.);
        QCOMPARE(m_window->bench().sitting().procedure().intakeToC, 38.);
    }
    void aVerdictIsArguedWithInANote() {
        showPage(MainWindow::Ask, AskStation::Question);
        ClaimsBoard& board = question().claims();
        board.refresh();
        model().waitUntilSettled();
        const auto before = archiveOf(model())->claims(model().job().id);
        QVERIFY(!before->front().history.empty());
        board.argue(before->front(), "the band was chosen after the pulls");
        const auto after = archiveOf(model())->claims(model().job().id);
        QCOMPARE(after->front().history.size(), before->front().history.size() + 1);
        QVERIFY(after->front().history.back().verdict == before->front().history.back().verdict); // not set by hand
        QTRY_VERIFY(board.text().contains("chosen after the pulls"));
        board.argue(after->front(), "   ");
        QCOMPARE(archiveOf(model())->claims(model().job().id)->front().history.size(), after->front().history.size());
    }
    void aClaimOfAnywhereIsChalkedByHand() {
        showPage(MainWindow::Ask, AskStation::Question);
        ClaimsBoard& board = question().claims();
        const auto named = [&](auto* any, const char* name) {
            using Widget = std::remove_pointer_t<decltype(any)>;
            for (Widget* w : board.findChildren<Widget*>())
                if (w->accessibleName() == QLatin1String(name))
                    return w;
            return any;
        };
        QLineEdit* said = named(static_cast<QLineEdit*>(nullptr), "The claim");
        QComboBox* kind = named(static_cast<QComboBox*>(nullptr), "What would count");
        QVERIFY(said && kind && kind->count() == static_cast<int>(claimKinds().size()));
        said->setFocus();
        QTest::keyClicks(said, "it gains three per cent somewhere");
        kind->setFocus();
        QTest::keyClick(kind, Qt::Key_Down);
        QVERIFY2(kind->currentText().contains("somewhere"), qPrintable(kind->currentText()));
        QTest::keyClick(said, Qt::Key_Return);
        model().waitUntilSettled();
        const auto kept = archiveOf(model())->claims(model().job().id);
        const auto mine = std::find_if(kept->begin(), kept->end(), [](const ClaimRecord& c) {
            return c.said.find("somewhere") != std::string::npos;
        });
        QVERIFY(mine != kept->end());
        QCOMPARE(mine->claim.kind, ClaimKind::GainsSomewhere);
        // Judged along the band, with the place that says most.
        QTRY_VERIFY2(board.text().contains("a gain of at least 1.0 % somewhere"), qPrintable(board.text()));
        // In the reader's own power, kept in watts; the field says which unit it is in.
        QDoubleSpinBox* amount = named(static_cast<QDoubleSpinBox*>(nullptr), "How much");
        QDoubleSpinBox* at = named(static_cast<QDoubleSpinBox*>(nullptr), "At which speed");
        kind->setCurrentIndex(kind->findData(static_cast<int>(ClaimKind::GainsWatts)));
        QCOMPARE(amount->suffix(), QLatin1Char(' ') + model().units().powerSymbol());
        amount->setValue(1.5);
        said->setText("it is worth one and a half");
        QTest::keyClick(said, Qt::Key_Return);
        model().waitUntilSettled();
        const auto all = archiveOf(model())->claims(model().job().id);
        const auto watts = std::find_if(all->begin(), all->end(),
                                        [](const ClaimRecord& c) { return c.claim.kind == ClaimKind::GainsWatts; });
        QVERIFY(watts != all->end());
        QVERIFY(std::abs(model().units().powerOf(watts->claim.amount) - 1.5) < 1e-9);
        QVERIFY(at->isHidden());
        kind->setCurrentIndex(kind->findData(static_cast<int>(ClaimKind::GainsAt)));
        QVERIFY(!at->isHidden() && at->suffix().contains("rpm"));
    }
    void notesAndPhotosOfASetup() {
        showPage(MainWindow::Ask, AskStation::Question);
        const QString photo = m_dir->filePath("stack.png");
        QImage(3000, 2000, QImage::Format_RGB32).save(photo);
        NoteStrip& notes = *question().findChild<NoteStrip*>();
        const int before = notes.shownCount();
        notes.addNote("mouth deburred");
        notes.addPhoto(photo);
        notes.addPhoto(m_dir->filePath("gone.png"));
        notes.addNote("  ");
        model().waitUntilSettled();
        QCOMPARE(notes.shownCount(), before + 2);
        model().detach(model().job().attachments.back().id);
        QCOMPARE(notes.shownCount(), before + 1);
        model().undoStack().undo();
        QCOMPARE(notes.shownCount(), before + 2);
    }
    void thePlanStandsOnTheDayStrip() {
        showPage(MainWindow::Ask, AskStation::Question);
        model().setSheet(sheet_kind::plan, "", "none");
        QCOMPARE(strip().ghosts(), 0);
        PlanCard& plan = question().plan();
        plan.putOnDayStrip();
        QCOMPARE(strip().ghosts(), static_cast<int>(plan.plan().order.size()));
        QVERIFY2(strip().nextWords().contains("then pull") || strip().nextWords().contains(": pull"),
                 qPrintable(strip().nextWords()));
        // Fitting the first setup changes the words; the plan is taken off again, and back by undo.
        m_window->bench().sitting().setSetup("short stack");
        QVERIFY2(strip().nextWords().startsWith("short stack: pull"), qPrintable(strip().nextWords()));
        const int ghosts = strip().ghosts();
        model().setSheet(sheet_kind::plan, "", "take off");
        QCOMPARE(strip().ghosts(), 0);
        model().undoStack().undo();
        QCOMPARE(strip().ghosts(), ghosts);
        // As a sweep of too few setups: said, and nothing is put anywhere.
        plan.form().setWhich(PlanForm::Which::Sweep);
        for (auto which : {PlanForm::Which::Cross, PlanForm::Which::Everything, PlanForm::Which::TheTwo}) {
            plan.form().setWhich(which);
            QVERIFY(!plan.text().trimmed().isEmpty());
        }
    }
    void plansStandSideBySide() {
        showPage(MainWindow::Ask, AskStation::Question);
        PlanCard& plan = question().plan();
        PlanLanes& lanes = plan.lanes();
        QTRY_VERIFY_WITH_TIMEOUT(lanes.chosen() == 0 && lanes.choices().size() >= 2, 60000);
        QVERIFY(lanes.isVisible() && plan.plan().order == lanes.choices()[0].plan.order);
        // By the arrow keys; the strip gets the one that is chosen.
        lanes.setFocus();
        QTest::keyClick(&lanes, Qt::Key_Down);
        QCOMPARE(lanes.chosen(), 1);
        QCOMPARE(plan.plan().order, lanes.choices()[1].plan.order);
        QVERIFY(lanes.accessibleName().contains(lanes.nameOf(1)));
        plan.putOnDayStrip();
        QCOMPARE(strip().ghosts(), static_cast<int>(lanes.choices()[1].plan.order.size()));
        model().undoStack().undo();
        // What cannot be taken back is pulled once, and is told what that costs; the reference is kept with the job and
        // reaches the judge.
        plan.form().setOneWay(true);
        QTRY_VERIFY_WITH_TIMEOUT(lanes.choices().size() == 1 && lanes.choices()[0].swaps == 1, 60000);
        QVERIFY2(plan.text().contains("stays undecided"), qPrintable(plan.text()));
        QVERIFY(!lanes.choices()[0].promised);
        const std::size_t setups = model().job().setups.size();
        model().addSetup(QStringLiteral("uncut spare"), model().job().setups.front().id, {});
        QTRY_COMPARE(model().job().setups.size(), setups + 1);
        const std::string spare = model().job().setups.back().id;
        plan.form().setReference(spare);
        QTRY_VERIFY_WITH_TIMEOUT(lanes.choices().size() == 1 && lanes.choices()[0].swaps == 4, 60000);
        QCOMPARE(plan.form().setupNames().back(), std::string("uncut spare"));
        QTRY_COMPARE(model().answers().desk().study()->settings().reference, spare);
        plan.form().setOneWay(false); // and back
        QTRY_VERIFY(model().answers().desk().study()->settings().reference.empty());
        QTRY_VERIFY_WITH_TIMEOUT(lanes.choices().size() >= 2, 60000);
    }
    void everyFieldIsReachedByKeyboard() {
        for (const auto& [station, pages] :
             {std::pair{static_cast<int>(MainWindow::Ask), 5}, std::pair{static_cast<int>(MainWindow::Ready), 4}})
            for (int page = 0; page < pages; ++page) {
                showPage(station, page);
                QWidget* stack =
                    station == MainWindow::Ask ? static_cast<QWidget*>(&m_window->ask()) : &m_window->ready();
                // Walk once round with Tab; what takes text or a click must have been visited, and have a name.
                QSet<QWidget*> visited;
                m_window->activateWindow();
                stack->setFocus();
                for (int i = 0; i < 400; ++i) {
                    QWidget* focus = QApplication::focusWidget();
                    if (focus)
                        visited.insert(focus);
                    QTest::keyClick(focus ? focus : stack, Qt::Key_Tab);
                }
                // The line of an editable box has the keyboard in its box's stead.
                for (QComboBox* box : stack->findChildren<QComboBox*>())
                    if (box->isEditable() && (visited.contains(box) || visited.contains(box->lineEdit()))) {
                        visited.insert(box);
                        visited.insert(box->lineEdit());
                    }
                int missed = 0;
                for (QWidget* w : stack->findChildren<QWidget*>())
                    if (w->isVisible() && w->isEnabled() && w->focusPolicy() & Qt::TabFocus && !visited.contains(w) &&
                        (qobject_cast<QLineEdit*>(w) || qobject_cast<QAbstractButton*>(w) ||
                         qobject_cast<QComboBox*>(w)) &&
                        !qobject_cast<QAbstractSpinBox*>(w->parentWidget()) && !w->inherits("QTableCornerButton"))
                        ++missed;
                QVERIFY2(missed == 0,
                         qPrintable(
                             QStringLiteral("station %1 page %2: %3 not reached").arg(station).arg(page).arg(missed)));
            }
    }
    void sixtySetupsWithFiveHundredChangesStayFluent() {
        const auto job = archiveOf(model())->createJob("Large family", "Larkspur 410");
        std::string parent;
        for (int s = 0; s < 60; ++s) {
            std::vector<SetupChange> changes;
            for (int c = 0; s > 0 && c < 500 / 59 + 1; ++c)
                changes.push_back(
                    {"part " + std::to_string(c), std::to_string(s - 1), std::to_string(s), 1., 1.1, 10., 0.5});
            const auto made = archiveOf(model())->createSetup(*job, "setup " + std::to_string(s), parent, changes);
            QVERIFY(made);
            parent = s % 3 ? *made : parent;
        }
        QVERIFY(openJob(*m_window, *job));
        showPage(MainWindow::Ask, AskStation::Question);
        // An action as a person makes it: choose a setup, rewrite a change, undo it. Ratios to an empty job would hide
        // nothing, so this looks at the bar itself with room to spare; perf/ has the figures.
        question().tree().choose(model().job().setups[30].id);
        QElapsedTimer timer;
        timer.start();
        constexpr int kRounds = 5;
        for (int i = 0; i < kRounds; ++i) {
            question().tree().choose(model().job().setups[static_cast<std::size_t>(20 + i)].id);
            const SetupRecord s = model().job().setups[static_cast<std::size_t>(20 + i)];
            auto changes = s.changes;
            changes[0].to = "new";
            model().setSetupChanges(s.id, s.parentId, changes);
            model().undoStack().undo();
            QApplication::processEvents();
        }
        qInfo("%.1f ms an action", static_cast<double>(timer.elapsed()) / (3. * kRounds));
        QVERIFY(model().job().setups.size() == 60);
    }
};

JR_SUITE(TestPreparing)
#include "test_preparing.moc"
