// SPDX-License-Identifier: GPL-3.0-or-later
// What is written down around the pulls, through the real window: rules, leak tests, maps kept with a setup, evidence
// by eye, heats of a new part, weights; in the words of Judge and on the customer's sheet.
#include "app/ask/ask_station.h"
#include "app/handover/sheet_painter.h"
#include "app/model/bench_model.h"
#include "app/ready/ready_station.h"
#include "archive/formats/job_readings.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/formats/rules_sheet.h"
#include "archive/formats/setup_files_sheet.h"
#include "tests/support/demo_window.h"
#include "tests/support/suites.h"

#include <QComboBox>
#include <QDir>
#include <QDoubleSpinBox>
#include <QFile>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>
#include <QSettings>
#include <QTableWidget>

#include <algorithm>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;

class TestBeforeThePull : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

    JobModel& model() { return m_demo.model(); }
    AskStation& ask() { return m_demo.window().ask(); }
    ReadyStation& ready() { return m_demo.window().ready(); }
    std::string setupId(const char* name) {
        for (const SetupRecord& s : model().job().setups)
            if (s.name == name)
                return s.id;
        return {};
    }
    void showAsk(int page) {
        m_demo.window().showStation(MainWindow::Ask);
        ask().show(page);
        model();
        QApplication::processEvents();
    }
    bool cautions(std::string_view code) {
        const auto& c = model().answers().comparison();
        return c && std::any_of(c->cautions.begin(), c->cautions.end(),
                                [&](const Caution& x) { return x.message.code == code; });
    }
    QString sheetWords() {
        QString out;
        const Sheet sheet = sheetOf(model());
        for (const SheetSection& section : sheet.sections)
            out += section.title + QLatin1Char('\n') + section.lines.join(QLatin1Char('\n')) + QLatin1Char('\n');
        for (const Caution& c : cautionsOf(sheet))
            out += QString::fromStdString(said(c.message)) + QLatin1Char('\n');
        return out;
    }
    QString writtenFile(const char* name, const QByteArray& bytes) {
        QFile f(m_demo.file(name));
        return f.open(QIODevice::WriteOnly) && f.write(bytes) == bytes.size() ? f.fileName() : QString();
    }

private slots:
    void initTestCase() { QCOMPARE(m_demo.begin(), QString()); }
    void cleanupTestCase() { m_demo.end(); }
    void init() { QVERIFY(m_demo.open("Stack length")); }
    void cleanup() {
        while (model().undoStack().canUndo())
            model().undoStack().undo();
        model();
    }

    void eachSetupStandsAgainstEachRule() {
        showAsk(AskStation::Rules);
        const auto state = [&](std::size_t rule, const char* setup) {
            for (const RulesOfSetup& one : model().answers().shown()->rules())
                if (one.setupId == setupId(setup))
                    return one.checks[rule].state;
            return RuleState::NotKnown;
        };
        // The demo's rules: carburettor and stack stay, its bore, power at the wheel, a level nobody has read yet.
        QCOMPARE(state(0, "long stack"), RuleState::Kept);
        QCOMPARE(state(1, "short stack"), RuleState::Kept);
        QCOMPARE(state(1, "long stack"), RuleState::Broken);
        QCOMPARE(state(2, "long stack"), RuleState::Kept);
        QCOMPARE(state(4, "long stack"), RuleState::NotKnown);
        RulesPage& page = ask().rules();
        page.board().choose(1, 1);
        QVERIFY2(page.words().contains("broken") && page.words().contains("60 mm became 120 mm"),
                 qPrintable(page.words()));
        QTest::keyClick(&page.board(), Qt::Key_Left); // by keyboard
        QVERIFY2(page.words().contains("short stack"), qPrintable(page.words()));
        // A level read at the rule's place settles it.
        std::vector<JobQuantity> read = jobReadingsOf(model().sheet(sheet_kind::readings));
        read.push_back({"gate, 7 m", "dB", Better::Lower, {{setupId("long stack"), 1, 97.2, "", "", false}}});
        model().setSheet(sheet_kind::readings, sheetBody(read), "read a level");
        QCOMPARE(state(4, "long stack"), RuleState::Broken);
        QCOMPARE(state(4, "short stack"), RuleState::NotKnown);
        const QString sheet = sheetWords();
        QVERIFY2(sheet.contains("breaks the rule") && sheet.contains("is not known"), qPrintable(sheet));
        page.takeRule(1);
        QCOMPARE(setupRulesOf(model().sheet(sheet_kind::rules)).size(), 4U);
        model().undoStack().undo();
        QCOMPARE(setupRulesOf(model().sheet(sheet_kind::rules)).size(), 5U);
    }

    void aRuleIsWrittenByKeyboard() {
        showAsk(AskStation::Rules);
        RulesPage& page = ask().rules();
        const std::size_t before = setupRulesOf(model().sheet(sheet_kind::rules)).size();
        const auto named = [&](const char* name) -> QWidget* {
            for (QWidget* w : page.findChildren<QWidget*>())
                if (w->accessibleName() == QLatin1String(name) && w->isVisible())
                    return w;
            return nullptr;
        };
        auto* kind = qobject_cast<QComboBox*>(named("What kind of rule"));
        QVERIFY(kind);
        kind->setFocus();
        QTest::keyClick(kind, Qt::Key_Down); // a size of the class
        auto* size = qobject_cast<QComboBox*>(named("Which size"));
        QVERIFY(size);
        size->setCurrentIndex(size->findText(QStringLiteral("compression")));
        auto* source = qobject_cast<QLineEdit*>(named("Who says so"));
        QTest::keyClicks(source, "the club");
        QTest::keyClick(source, Qt::Key_Return);
        QCOMPARE(setupRulesOf(model().sheet(sheet_kind::rules)).size(), before); // without an end it is no rule
        auto* most = qobject_cast<QDoubleSpinBox*>(named("At most"));
        QVERIFY(most && most->hasFocus()); // what is missing has the keyboard
        most->setValue(11.);
        source->setFocus();
        QTest::keyClick(source, Qt::Key_Return);
        const std::vector<SetupRule> rules = setupRulesOf(model().sheet(sheet_kind::rules));
        QCOMPARE(rules.size(), before + 1);
        QCOMPARE(rules.back().kind, RuleKind::Size);
        QCOMPARE(rules.back().what, std::string("compression"));
        QCOMPARE(rules.back().high.value_or(0.), 11.);
        QCOMPARE(rules.back().source, std::string("the club"));
        // The machine's sheet says 11.2 : 1.
        const auto broken = [&] {
            const auto& all = model().answers().shown()->rules();
            return !all.empty() && all.front().checks.size() == before + 1 &&
                   all.front().checks.back().state == RuleState::Broken;
        };
        QTRY_VERIFY(broken());
        // In the reader's own unit of power, kept in watts.
        kind->setFocus();
        kind->setCurrentIndex(2);
        most = qobject_cast<QDoubleSpinBox*>(named("At most"));
        most->setValue(model().units().powerOf(30000.));
        QTest::keyClick(source, Qt::Key_Return);
        QVERIFY(std::abs(setupRulesOf(model().sheet(sheet_kind::rules)).back().high.value_or(0.) - 30000.) < 60.);
    }

    void aLeakTestByItsFormAndItsClock() {
        m_demo.window().showStation(MainWindow::Ready);
        ready().show(ReadyStation::Leaks);
        LeakPage& page = ready().leaks();
        const auto box = [&](const char* name) -> QDoubleSpinBox* {
            for (QDoubleSpinBox* b : page.findChildren<QDoubleSpinBox*>())
                if (b->accessibleName() == QLatin1String(name))
                    return b;
            return nullptr;
        };
        QPushButton *clock = nullptr, *write = nullptr;
        for (QPushButton* b : page.findChildren<QPushButton*>()) {
            if (b->text().contains("clock"))
                clock = b;
            if (b->property("primary").toBool())
                write = b;
        }
        QVERIFY(clock && write);
        const auto tests = [&] { return leakTestsOf(model().sheet(sheet_kind::leakTests)).tests; };
        const std::size_t before = tests().size();
        m_demo.window().bench().sitting().setSetup(QStringLiteral("short stack"));
        write->click(); // nothing was pumped: the field that is missing has the keyboard
        QCOMPARE(tests().size(), before);
        QVERIFY(box("Pumped to")->hasFocus());
        box("Pumped to")->setValue(40.);
        clock->click();
        QTRY_VERIFY(clock->text().startsWith("Stop"));
        QTest::qWait(700);
        clock->click();
        QVERIFY(box("After how many minutes")->value() >= 0.);
        QVERIFY(box("Still held")->hasFocus());
        box("After how many minutes")->setValue(2.);
        box("Still held")->setValue(38.);
        write->click();
        QCOMPARE(tests().size(), before + 1);
        QCOMPARE(tests().back().setup, std::string("short stack"));
        QCOMPARE(lossKpaPerMin(tests().back()), 1.);
        // What counts can be rewritten, and the tests are held against that.
        box("may lose")->setValue(0.5);
        QTRY_COMPARE(leakTestsOf(model().sheet(sheet_kind::leakTests)).intake.mostLossKpaPerMin, 0.5);
        QTRY_VERIFY2(page.dueWords().contains("leaks"), qPrintable(page.dueWords()));
        // The crankcase has windows of its own.
        page.setKind(LeakKind::Crankcase);
        QCOMPARE(box("may lose")->value(), usualLeakWindow(LeakKind::Crankcase).mostLossKpaPerMin);
        page.setKind(LeakKind::Intake);
    }

    void aLeakFoundLateIsSaidEverywhere() {
        m_demo.window().showStation(MainWindow::Ready);
        ready().show(ReadyStation::Leaks);
        QVERIFY(!cautions("leak.intake-leaked")); // the demo's last test of the long stack is tight
        m_demo.window().bench().sitting().setSetup(QStringLiteral("long stack"));
        ready().leaks().write(35., 20., 1., QStringLiteral("clamp, right"));
        model();
        QVERIFY(cautions("leak.intake-leaked"));
        QVERIFY2(ready().leaks().dueWords().contains("leaks"), qPrintable(ready().leaks().dueWords()));
        QVERIFY(ready().pageName(ReadyStation::Leaks).contains(QLatin1String("(1)")));
        const QString open = m_demo.window().bench().sitting().openBeforePull();
        QVERIFY2(open.contains("leaks"), qPrintable(open));
        QVERIFY(sheetWords().contains("leaked at its last test"));
        ready().leaks().write(35., 34.5, 1., {});
        model();
        QVERIFY(!cautions("leak.intake-leaked"));
        QCOMPARE(leakTestsOf(model().sheet(sheet_kind::leakTests)).tests.size(), 5U);
    }

    void aMapIsKeptWithItsChecksum() {
        showAsk(AskStation::Question);
        const std::string longId = setupId("long stack"), shortId = setupId("short stack");
        ask().question().tree().choose(longId);
        ask().question().files().addFile(writtenFile("street 3.map", "\x01\x02 richer above 7000"));
        QTRY_COMPARE(setupFilesOf(model().sheet(sheet_kind::setupFiles)).size(), 1U);
        const SetupFile kept = setupFilesOf(model().sheet(sheet_kind::setupFiles)).front();

        QCOMPARE(kept.name, std::string("street 3.map"));
        QCOMPARE(kept.sha256.size(), 64U);
        QVERIFY(*archiveOf(model())->fileIsWhole(*archiveOf(model())->job(model().job().id), kept));
        QVERIFY(ask().question().files().words().contains(QString::fromStdString(kept.sha256.substr(0, 8))));
        // Given back as it was kept.
        const QString out = m_demo.file("back.map");
        QVERIFY(archiveOf(model())->giveFileBack(*archiveOf(model())->job(model().job().id), kept, out));
        QFile back(out);
        QVERIFY(back.open(QIODevice::ReadOnly));
        QCOMPARE(back.readAll(), QByteArray("\x01\x02 richer above 7000"));
        // Another map on the other side, and no such change written: a second change.
        QVERIFY(!cautions("files.differ"));
        ask().question().tree().choose(shortId);
        ask().question().files().addFile(writtenFile("street 2.map", "leaner"));
        QTRY_COMPARE(setupFilesOf(model().sheet(sheet_kind::setupFiles)).size(), 2U);
        model();
        QVERIFY(cautions("files.differ"));
        QVERIFY(sheetWords().contains("street 3.map"));
        // A copy that is not what was kept any more goes into no machine.
        for (const AttachmentRecord& a : model().job().attachments)
            if (a.id == kept.id) {
                QFile copy(model().keeper()->folder() + QLatin1Char('/') + QString::fromStdString(a.file));
                QVERIFY(copy.open(QIODevice::WriteOnly) && copy.write("damaged") > 0);
            }
        QVERIFY(!archiveOf(model())->giveFileBack(*archiveOf(model())->job(model().job().id), kept, out));
        QVERIFY(!archiveOf(model())->keepFile(model().job().id, kept, m_demo.file("no such file.map")));
        QVERIFY(!archiveOf(model())->keepFile(model().job().id, kept, writtenFile("empty.map", "")));
    }

    void evidenceStandsSideBySide() {
        m_demo.window().showStation(MainWindow::Judge);
        m_demo.page(JudgeStation::Eye);
        EyePage& page = m_demo.judge().eye();
        const int before = page.shownCount();
        QVERIFY(before >= 4); // the demo's
        QImage wash(60, 40, QImage::Format_RGB32);
        wash.fill(Qt::darkGray);
        QVERIFY(wash.save(m_demo.file("wash.png")));
        page.choose(QStringLiteral("long stack"), QStringLiteral("piston crown"));
        page.write(QStringLiteral("wash wider on the intake side"), m_demo.file("wash.png"));
        QTRY_COMPARE(page.shownCount(), before + 1);
        QVERIFY(page.words().contains("Looked at in 3 places"));
        bool kept = false;
        for (const AttachmentRecord& a : model().job().attachments)
            if (const auto about = evidenceAbout(a.about); about && about->place == "piston crown")
                kept = about->setupId == setupId("long stack") && !a.file.empty();
        QVERIFY(kept);
    }

    void weightsAreReadInTheUnitOfTheScale() {
        showAsk(AskStation::Question);
        QuestionPage& page = ask().question();
        page.tree().choose(setupId("long stack"));
        QSettings().setValue(QStringLiteral("weight_unit"), QStringLiteral("kg"));
        page.tree().choose(setupId("short stack"));
        page.tree().choose(setupId("long stack"));
        QVERIFY2(page.ledger().contains(QStringLiteral("+0.050 kg").replace(' ', QChar(0x00A0))),
                 qPrintable(page.ledger()));
        QTRY_VERIFY2(page.ledger().contains("with the rider"), qPrintable(page.ledger()));
        auto* unit = page.findChild<QComboBox*>();
        for (QComboBox* box : page.findChildren<QComboBox*>())
            if (box->findText(QStringLiteral("lb")) >= 0)
                unit = box;
        unit->setCurrentIndex(unit->findText(QStringLiteral("g")));
        emit unit->activated(unit->currentIndex());
        QCOMPARE(page.changes().item(0, 4)->text(), QStringLiteral("110")); // 0.11 kg came off
        QVERIFY2(page.ledger().contains(QStringLiteral("+50 g").replace(' ', QChar(0x00A0))),
                 qPrintable(page.ledger()));
        // Typed in grams, kept in kilograms.
        page.changes().item(0, 5)->setText(QStringLiteral("180"));
        QTRY_COMPARE(*model().job().setup(setupId("long stack"))->changes[0].weightOnKg, 0.18);
        QSettings().setValue(QStringLiteral("weight_unit"), QStringLiteral("kg"));
        QVERIFY(sheetWords().contains("kW for each kg"));
    }

    void aSetupWithoutPullsCanGoAgain() {
        showAsk(AskStation::Question);
        std::string made;
        model().addSetup(QStringLiteral("middle stakc"), setupId("short stack"), {},
                         [&](const std::string& id) { made = id; });
        QTRY_VERIFY(!made.empty());
        model().renameSetup(made, QStringLiteral("middle stack"));
        QTRY_COMPARE(model().job().setup(made)->name, std::string("middle stack"));
        QCOMPARE(archiveOf(model())->job(model().job().id)->setup(made)->name, std::string("middle stack"));
        model().removeSetup(made);
        QVERIFY(!model().job().setup(made));
        QVERIFY(!archiveOf(model())->job(model().job().id)->setup(made));
        model().undoStack().undo();
        QCOMPARE(model().job().setup(made)->name, std::string("middle stack"));
        // One with pulls keeps its name and its place, and why is said.
        QString why;
        connect(&model(), &JobModel::problem, this, [&](const QString& words) { why = words; });
        model().renameSetup(setupId("long stack"), QStringLiteral("other"));
        QVERIFY2(why.contains("keeps its name"), qPrintable(why));
        model().removeSetup(setupId("short stack"));
        QVERIFY2(why.contains("stays"), qPrintable(why));
        QVERIFY(model().job().setup(setupId("short stack")));
        QVERIFY(!archiveOf(model())->removeSetup(setupId("long stack")));
    }

    void aClaimAboutATimeIsJudgedByWhatWasRead() {
        showAsk(AskStation::Question);
        ClaimsBoard& board = ask().question().claims();
        for (QComboBox* box : board.findChildren<QComboBox*>())
            if (box->findText(QStringLiteral("roll-on, 60 to 100 km/h")) >= 0)
                box->setCurrentIndex(box->findText(QStringLiteral("roll-on, 60 to 100 km/h")));
        bool kept = false;
        board.chalk(QStringLiteral("a tenth off the roll-on"), QStringLiteral("forum"), ClaimKind::ReadingBetter, 0.1,
                    [&] { kept = true; });
        QTRY_VERIFY(kept);
        QTRY_VERIFY2(board.text().contains(QStringLiteral("roll-on, 60 to 100 km/h: better by")),
                     qPrintable(board.text()));
        bool held = false;
        const Result<std::vector<ClaimRecord>> claims = archiveOf(model())->claims(model().job().id);
        for (const ClaimRecord& c : *claims)
            if (c.claim.kind == ClaimKind::ReadingBetter) {
                QCOMPARE(c.claim.quantity, std::string("roll-on, 60 to 100 km/h"));
                held = !c.history.empty() && c.history.back().verdict == Verdict::Held;
            }
        QVERIFY2(held, qPrintable(board.text())); // 0.21 s, and it was read there and back
    }

    void earlierHuntsOnTheModelAreOffered() {
        QVERIFY(m_demo.open("Larkspur ladder"));
        showAsk(AskStation::FaultHunt);
        auto* past = ask().hunt().findChild<PastHunts*>();
        QTRY_COMPARE(past->count(), 1); // that of the stack's day
        const std::size_t before = ask().hunt().hunt().suspects.size();
        auto* take = past->findChild<QPushButton*>();
        QVERIFY(take);
        take->click();
        QVERIFY(ask().hunt().hunt().suspects.size() >= before + 4);
        const auto taken = ask().hunt().hunt().suspects.size();
        take->click(); // once is enough
        QCOMPARE(ask().hunt().hunt().suspects.size(), taken);
    }

    void theOpenJobIsTheOneInHandOnJobs() {
        auto* list = m_demo.window().findChild<QListView*>(QStringLiteral("jobs"));
        QVERIFY(list);
        const auto inHand = [&] { return list->currentIndex().data(Qt::DisplayRole).toString(); };
        m_demo.window().showStation(MainWindow::Jobs);
        model();
        QTRY_VERIFY2(inHand().contains("Stack length"), qPrintable(inHand()));
        QVERIFY(m_demo.open("Filter at the hub"));
        m_demo.window().showStation(MainWindow::Jobs);
        QTRY_VERIFY2(inHand().contains("Filter at the hub"), qPrintable(inHand()));
    }

    void theSheetHasASecondPage() {
        const Sheet sheet = sheetOf(model());
        QVERIFY(sheetPages(sheet) >= 2);
        const QString words = sheetWords();
        for (const char* part : {"The order", "Weights", "Rules that are kept", "To look at again", "chain slack"})
            QVERIFY2(words.contains(QLatin1String(part)), part);
        // The machine's second visit tells of the first.
        QVERIFY(m_demo.open("Larkspur ladder"));
        std::optional<MachineBook> book;
        model().book().read(this, [&](const MachineBook& read) { book = read; });
        QTRY_VERIFY(book.has_value());
        QString second;
        for (const SheetSection& section : sheetOf(model(), &*book).sections)
            second += section.title + QLatin1Char('\n') + section.lines.join(QLatin1Char('\n')) + QLatin1Char('\n');
        QVERIFY2(second.contains("Was here before") && second.contains("main jet: 155, came with 152"),
                 qPrintable(second));
    }
};

JR_SUITE(TestBeforeThePull)
#include "test_before_the_pull.moc"
