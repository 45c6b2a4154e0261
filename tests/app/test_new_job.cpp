// SPDX-License-Identifier: GPL-3.0-or-later
// Where the work begins, through the real window and by keyboard: a new job with nothing but a name, its question, its
// order, its walk-round, all before the first pull; the list of jobs searched and narrowed, also when there are many.
#include "app/ask/ask_station.h"
#include "app/frame/main_window.h"
#include "app/handover/handover_station.h"
#include "app/jobs/jobs_station.h"
#include "app/pull/pull_station.h"
#include "app/ready/ready_station.h"
#include "archive/formats/machine_book_sheets.h"
#include "archive/formats/work_order_sheet.h"
#include "demo_job/demo_archive.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QListView>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTest>

#include <memory>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;

namespace {

JobSummary jobCalled(const char* name, const char* customer, const char* machine, const char* day, JobState state) {
    JobSummary job;
    job.id = name;
    job.name = name;
    job.customer = customer;
    job.machine = machine;
    job.created = day;
    job.state = state;
    return job;
}

QStringList shown(const JobList& list) {
    QStringList out;
    for (int i = 0; i < list.rowCount(); ++i)
        out << QString::fromStdString(list.job(list.index(i)).name);
    return out;
}

} // namespace

class TestNewJob : public QObject {
    Q_OBJECT

    std::unique_ptr<QTemporaryDir> m_dir;
    std::unique_ptr<Theme> m_theme;
    std::unique_ptr<MainWindow> m_window;

    JobModel& model() {
        m_window->waitUntilSettled();
        return m_window->model();
    }
    void keys(const QString& words) { QTest::keyClicks(QApplication::focusWidget(), words); }
    void key(Qt::Key key, Qt::KeyboardModifiers with = Qt::NoModifier) {
        QTest::keyClick(QApplication::focusWidget() ? QApplication::focusWidget() : m_window.get(), key, with);
    }
    /// Tab until the widget of this name has the keyboard.
    bool tabTo(const QString& accessibleName) {
        constexpr int kMost = 120;
        for (int i = 0; i < kMost; ++i) {
            QWidget* on = QApplication::focusWidget();
            for (QWidget* w = on; w; w = w->parentWidget())
                if (w->accessibleName() == accessibleName)
                    return true;
            key(Qt::Key_Tab);
            QApplication::processEvents();
        }
        return false;
    }
    bool begin(const QString& name) {
        key(Qt::Key_N, Qt::ControlModifier);
        keys(name);
        key(Qt::Key_Return);
        model();
        return model().hasJob() && model().job().name == name.toStdString();
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
        QVERIFY(testsupport::openArchive(*m_window, m_dir->filePath("archive")));
        m_window->show();
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }
    void cleanup() {
        m_window.reset();
        m_dir.reset();
    }

    void aWholeJobBeforeItsFirstPullByKeyboard() {
        QVERIFY(begin("Bigger carburettor"));
        // The question comes first, and the keyboard is in it.
        QCOMPARE(m_window->stations()[MainWindow::Ask]->isVisible(), true);
        keys("34 mm carburettor");
        key(Qt::Key_Return);
        model();
        QCOMPARE(model().job().setups.size(), std::size_t(2));
        const SetupRecord* with = model().job().setup(model().compare().now().withSetup);
        const SetupRecord* base = model().job().setup(model().compare().now().baseSetup);
        QVERIFY(with && base);
        QCOMPARE(with->name, std::string("34 mm carburettor"));
        QCOMPARE(base->name, JobModel::asItStands().toStdString());
        QCOMPARE(with->parentId, base->id);
        // The order: a customer, one look at the machine.
        key(Qt::Key_PageDown, Qt::ControlModifier);
        QCOMPARE(m_window->ask().current(), static_cast<int>(AskStation::Order));
        QVERIFY(tabTo("Machine of the job"));
        keys("Wren 125");
        QVERIFY(tabTo("Customer"));
        keys("Rowan");
        QVERIFY(tabTo("Fit to run"));
        key(Qt::Key_Space);
        QVERIFY2(m_window->ask().order().fitWords().contains("1 of"), qPrintable(m_window->ask().order().fitWords()));
        key(Qt::Key_Space);
        QVERIFY(m_window->ask().order().fitWords().contains("Not fit to run"));
        QCOMPARE(model().job().machine, std::string("Wren 125"));
        QCOMPARE(workOrderOf(model().sheet(sheet_kind::workOrder)).customer, std::string("Rowan"));
        // Ready: the walk-round of today, ticked; Pull says when all of it is settled.
        key(Qt::Key_3, Qt::ControlModifier);
        QTRY_VERIFY(m_window->pullStation().isVisible()); // a button's key acts after its animation
        PullStation& pull = m_window->pullStation();
        QVERIFY2(pull.openWords().contains("safety lines"), qPrintable(pull.openWords()));
        key(Qt::Key_2, Qt::ControlModifier);
        QTRY_VERIFY(m_window->ready().isVisible());
        for (const WalkLine& line : m_window->bench().sitting().walkRound().lines)
            if (line.safety && !line.afterFirstPull) {
                QVERIFY2(tabTo(QString::fromStdString(line.words)), line.words.c_str());
                key(Qt::Key_Space);
                QApplication::processEvents();
            }
        QVERIFY2(pull.openWords().isEmpty(), qPrintable(pull.openWords()));
        // All of it is on the disk.
        const auto jobs = archiveOf(model())->jobs();
        QVERIFY(jobs && jobs->size() == 1);
        QCOMPARE(jobs->front().state, JobState::Ready);
        // What was looked at on another day was not looked at today.
        WalkRound yesterday = walkRoundOf(model().sheet(sheet_kind::walkRound));
        yesterday.day = "2026-01-02";
        for (WalkLine& line : yesterday.lines)
            line.when = line.when.empty() ? "" : "2026-01-02T10:00:00";
        model().setSheet(sheet_kind::walkRound, sheetBody(yesterday), "another day");
        model();
        const auto later = archiveOf(model())->jobs();
        QCOMPARE(later->front().state, JobState::Asked);
        QCOMPARE(jobs->front().customer, std::string("Rowan"));
    }
    void oneJobHoweverOftenTheKeyIsPressed() {
        key(Qt::Key_N, Qt::ControlModifier);
        keys("Twice");
        key(Qt::Key_Return);
        key(Qt::Key_Return);
        model();
        QCOMPARE(archiveOf(model())->jobs()->size(), std::size_t(1));
    }
    void namingCanBeUndone() {
        QVERIFY(begin("Frist"));
        model().nameJob("First", "Wren 125");
        QCOMPARE(archiveOf(model())->jobs()->front().name, std::string("First"));
        model().undoStack().undo();
        QCOMPARE(archiveOf(model())->jobs()->front().name, std::string("Frist"));
        QCOMPARE(archiveOf(model())->jobs()->front().machine, std::string());
        model().nameJob("  ", "Wren 125"); // a job keeps a name
        QCOMPARE(model().job().name, std::string("Frist"));
    }
    void aNewEveningOpensTheWalkRoundAgain() {
        QVERIFY(begin("Two evenings"));
        BenchSitting& sitting = m_window->bench().sitting();
        QDateTime now(QDate(2026, 5, 2), QTime(21, 0));
        sitting.setClock([&] { return now; });
        WalkRound round = sitting.walkRound();
        for (WalkLine& line : round.lines)
            line.ticked = true;
        sitting.setWalkRound(round, "all of it");
        QVERIFY(sitting.openBeforePull().isEmpty());
        now = QDateTime(QDate(2026, 5, 3), QTime(1, 0)); // past midnight it is still that evening
        QVERIFY(sitting.openBeforePull().isEmpty());
        now = QDateTime(QDate(2026, 5, 3), QTime(9, 0));
        QVERIFY2(sitting.openBeforePull().contains("safety lines"), qPrintable(sitting.openBeforePull()));
        // What was ticked the evening before stays on record behind the new one.
        round = sitting.walkRound();
        round.lines.front().ticked = true;
        sitting.setWalkRound(round, "the first of today");
        const auto earlier = earlierRoundsOf(model().sheet(sheet_kind::walkRound));
        QCOMPARE(earlier.size(), std::size_t(1));
        QCOMPARE(earlier.front().day, std::string("2026-05-02"));
        QVERIFY(walkState(earlier.front(), 1).clear());
        QCOMPARE(walkRoundOf(model().sheet(sheet_kind::walkRound)).day, std::string("2026-05-03"));
    }
    void withoutAJobPullSaysWhatIsOpen() {
        m_window->showStation(MainWindow::Pull);
        QVERIFY2(m_window->pullStation().openWords().contains("no job is open"),
                 qPrintable(m_window->pullStation().openWords()));
    }
    void whatTheRoundMeasuredIsWhatTheTankHolds() {
        QVERIFY(begin("Fuel"));
        FuelTank& fuel = m_window->bench().fuel();
        QVERIFY(!fuel.contentMl());
        m_window->ready().walk().measure(std::string(kFuelLine), 1800.);
        QVERIFY(fuel.contentMl());
        QCOMPARE(*fuel.contentMl(), 1800.);
        MachineSheet machine;
        machine.values["tank_ml"] = "8500";
        model().setSheet(sheet_kind::machine, sheetBody(machine), "its tank");
        QCOMPARE(fuel.sizeMl(), 8500.);
        QCOMPARE(*fuel.contentMl(), 1800.); // the tank's size does not fill it
        // What was said of it holds when the job gets its machine's name, and for that machine's next job.
        fuel.filled();
        model().nameJob("Fuel", "Wren 125");
        QCOMPARE(*fuel.contentMl(), 8500.);
        QVERIFY(begin("The same machine"));
        QVERIFY(!fuel.contentMl()); // not named yet: nobody knows that it is the same
        model().nameJob("The same machine", "Wren 125");
        fuel.filled();
        // Another machine's tank is not this one's.
        QVERIFY(begin("Another"));
        QVERIFY(!fuel.contentMl());
    }
    void guardsFollowTheSheetAndWhatWasTypedStays() {
        QVERIFY(begin("Guards"));
        BenchSitting& sitting = m_window->bench().sitting();
        MachineSheet machine;
        machine.kind = MachineKind::TwoStroke;
        model().setSheet(sheet_kind::machine, sheetBody(machine), "a two-stroke");
        QCOMPARE(sitting.limits().exhaustC, 680.);
        GuardLimits limits = sitting.limits();
        limits.exhaustC = 640.;
        sitting.setLimits(limits);
        machine.values["rpm_limit"] = "11000";
        model().setSheet(sheet_kind::machine, sheetBody(machine), "its limit");
        QCOMPARE(sitting.limits().exhaustC, 640.);
        QCOMPARE(sitting.limits().overspeedRpm, 11000.);
        // Back to what the kind says, it is nobody's own any more.
        limits = sitting.limits();
        limits.exhaustC = 680.;
        sitting.setLimits(limits);
        QVERIFY(sittingSheetOf(model().sheet(sheet_kind::sitting)).limits.empty());
        // And it comes back with the job.
        limits.coolantC = 70.;
        sitting.setLimits(limits);
        const std::string id = model().job().id;
        QVERIFY(begin("Another"));
        QVERIFY(sitting.limits().coolantC != 70.);
        QVERIFY(testsupport::openJob(*m_window, id));
        QCOMPARE(sitting.limits().coolantC, 70.);
    }
    void guessesAreSealedUntilThereIsAnOutcome() {
        QVERIFY(begin("Guessing"));
        OrderDesk& desk = m_window->ask().order().desk();
        desk.guess("Ada", 2.5);
        desk.guess("Ben", 7.);
        desk.guess("Ada", 3.); // thought better of it
        QCOMPARE(desk.order().guesses.size(), std::size_t(2));
        QVERIFY(!desk.canOpenGuesses()); // nothing was pulled
        desk.openGuesses();
        QVERIFY(!desk.order().outcome);
        QVERIFY(!desk.guessWords().join(' ').contains("3.0"));
        QVERIFY(desk.guessWords().join(' ').contains("Ada: sealed"));
    }
    void handedOverIsSaidByAPerson() {
        QVERIFY(begin("Done with"));
        OrderDesk desk(model());
        desk.handOver(true);
        QCOMPARE(archiveOf(model())->jobs()->front().state, JobState::HandedOver);
        desk.handOver(false);
        QCOMPARE(archiveOf(model())->jobs()->front().state, JobState::Asked);
    }

    void theMachineComesAsItLeft() {
        // Pulls kept without a window: nobody has opened this job since there are books.
        QVERIFY(begin("Placeholder"));
        const auto first = fillDemoArchive(*archiveOf(model()));
        QVERIFY(first);
        QVERIFY(begin("The next step"));
        model().nameJob("The next step", "Larkspur 410");
        QTRY_VERIFY_WITH_TIMEOUT(!model().sheet(sheet_kind::machine).empty(), 10000);
        QCOMPARE(sheetText(machineSheetOf(model().sheet(sheet_kind::machine)), "bore_mm"), std::string("92"));
        // Its book knows the first visit, works its figures out beside the window, and keeps them.
        m_window->showStation(MainWindow::Ask);
        m_window->ask().show(AskStation::Book);
        BookPage& book = m_window->ask().book();
        QTRY_VERIFY_WITH_TIMEOUT(book.visits().chosen() == 1, 10000);
        QTRY_VERIFY_WITH_TIMEOUT((QTest::keyClick(&book.visits(), Qt::Key_Left), book.text().contains("short stack: ")),
                                 30000);
        QVERIFY2(book.text().contains("Neither is a verdict"), qPrintable(book.text()));
        QVERIFY(archiveOf(model())->job(*first)->sheets.contains(sheet_kind::figures));
        // What is written down on this visit stands against what it left with.
        QTest::keyClick(&book.visits(), Qt::Key_Right);
        QVERIFY2(book.text().contains("It came as it left"), qPrintable(book.text()));
        m_window->ask().show(AskStation::Machine);
        QLineEdit* jet = m_window->ask().machine().field("main_jet");
        jet->setFocus();
        jet->selectAll();
        QTest::keyClicks(jet, "158");
        QTest::keyClick(jet, Qt::Key_Tab);
        m_window->ask().show(AskStation::Book);
        QTRY_VERIFY_WITH_TIMEOUT(book.text().contains("main jet: 150 → 158"), 10000);
    }

    void jobsAreFoundByWhatPeopleRemember() {
        JobList list;
        JobSummary pipe = jobCalled("Pipe", "Rowan", "Wren 125", "2026-05-02T10:00:00Z", JobState::Judged);
        pipe.parts = {"expansion pipe"};
        pipe.setupNames = {"standard", "short pipe"};
        list.setJobs({pipe, jobCalled("Cam", "Ilse", "Larkspur 410", "2026-06-09T10:00:00Z", JobState::HandedOver),
                      jobCalled("Jets", "Rowan", "Larkspur 410", "2026-06-11T10:00:00Z", JobState::Asked)});
        QCOMPARE(shown(list), (QStringList{"Jets", "Cam", "Pipe"})); // newest first
        const auto found = [&](const char* words, JobList::Which which = JobList::Which::All) {
            list.narrow(QLatin1String(words), which);
            return shown(list);
        };
        QCOMPARE(found("rowan"), (QStringList{"Jets", "Pipe"}));
        QCOMPARE(found("LARKSPUR rowan"), QStringList{"Jets"});
        QCOMPARE(found("expansion"), QStringList{"Pipe"});
        QCOMPARE(found("2026-06"), (QStringList{"Jets", "Cam"}));
        QCOMPARE(found("june 2026"), (QStringList{"Jets", "Cam"}));
        QCOMPARE(found("", JobList::Which::Open), (QStringList{"Jets", "Pipe"}));
        QCOMPARE(found("", JobList::Which::HandedOver), QStringList{"Cam"});
        QCOMPARE(found("nobody"), QStringList());
    }
    void theListIsWalkedAndOpenedByKeyboard() {
        for (const char* name : {"First job", "Second job", "Third job"})
            QVERIFY(begin(name));
        key(Qt::Key_F, Qt::ControlModifier);
        keys("second");
        key(Qt::Key_Return);
        model();
        QCOMPARE(model().job().name, std::string("Second job"));
        QVERIFY(m_window->stations()[MainWindow::Ask]->isVisible()); // nothing was pulled: it is asked, not judged
    }
};

JR_SUITE(TestNewJob)
#include "test_new_job.moc"
