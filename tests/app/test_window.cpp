// SPDX-License-Identifier: GPL-3.0-or-later
// The real window on the demo job: judged, live switches, undo, keyboard, import, exports, other locales and double
// scale.
#include "app/ask/ask_station.h"
#include "app/frame/day_strip.h"
#include "app/frame/main_window.h"
#include "app/handover/handover_station.h"
#include "app/import/import_dialog.h"
#include "app/judge/judge_station.h"
#include "demo_job/demo_archive.h"
#include "demo_job/larkspur.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"
#include "tests/support/written.h"

#include <QDir>
#include <QFileInfo>
#include <QLabel>
#include <QProcess>
#include <QPushButton>
#include <QSignalSpy>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTest>

#include <cmath>
#include <cstdlib>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openArchive;
using testsupport::openJob;
using testsupport::written;

class TestWindow : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    Theme m_theme;
    std::unique_ptr<MainWindow> m_window;

    /// Everything asked so far is answered, as a person would wait for it.
    JobModel& model() {
        if (!m_window->model().loading())
            m_window->model().waitUntilSettled();
        return m_window->model();
    }

private slots:
    void initTestCase() { m_theme.install(*qobject_cast<QApplication*>(QCoreApplication::instance())); }
    void init() {
        m_window = std::make_unique<MainWindow>(m_theme);
        const QString folder = m_dir.filePath(QString::fromUtf8(QTest::currentTestFunction()));
        QVERIFY(openArchive(*m_window, folder));
        const auto job = fillDemoArchive(*archiveOf(model()));
        QVERIFY(openJob(*m_window, *job));
        model().waitUntilSettled();
        m_window->show();
        m_window->showStation(MainWindow::Judge);
        QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    }
    void cleanup() { m_window.reset(); }

    void theDemoIsJudged() {
        QVERIFY(model().answers().comparison());
        const Comparison& c = *model().answers().comparison();
        QCOMPARE(c.base.pulls, 4);
        QCOMPARE(c.with.pulls, 3); // one was set aside
        for (std::size_t i = 0; i < c.place.size(); ++i) {
            const double truth = demo::larkspurTruthW(true, c.place[i]) - demo::larkspurTruthW(false, c.place[i]);
            QVERIFY(truth >= c.watt(i).low && truth <= c.watt(i).high);
        }
    }
    void switchesAreLiveForBothSides() {
        const double before = model().answers().comparison()->base.powerW[40],
                     with = model().answers().comparison()->with.powerW[40];
        model().compare().setStandard("std-j607");
        QCOMPARE(std::string(model().answers().comparison()->standard->id), std::string("std-j607"));
        const double ratio = model().answers().comparison()->base.powerW[40] / before;
        QVERIFY(std::abs(ratio - 1.04) < 0.01);
        QVERIFY(std::abs(model().answers().comparison()->with.powerW[40] / with - ratio) < 0.001);
        model().compare().setBand(4000., 6000.);
        QCOMPARE(model().answers().comparison()->place.front(), 4000.);
        model().compare().setBand(std::nullopt, std::nullopt);
        model().compare().setDetail(400.);
        QCOMPARE(model().answers().comparison()->detail, 400.);
        // Kept once they rest: a second window finds the same settings.
        QTRY_COMPARE(archiveOf(model())->job(model().job().id)->comparison->detail, 400.);
        QCOMPARE(archiveOf(model())->job(model().job().id)->comparison->standard, std::string("std-j607"));
    }
    void settingAsideCanBeUndone() {
        model().setAside(0, true, QStringLiteral("warm-up pull"));
        QCOMPARE(model().answers().comparison()->base.pulls, 3);
        QVERIFY(archiveOf(model())->job(model().job().id)->pulls[0].aside);
        QTest::keyClick(m_window.get(), Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(model().answers().comparison()->base.pulls, 4);
        QVERIFY(!archiveOf(model())->job(model().job().id)->pulls[0].aside);
        model().undoStack().redo();
        QCOMPARE(model().answers().comparison()->base.pulls, 3);
    }
    void overrulingAFlagCanBeUndone() {
        const auto& flags = model().pulls()[3].fit->flags();
        QVERIFY(!flags.empty());
        model().setOverruled(3, flags.front(), true);
        QVERIFY(model().pulls()[3].fit->flags().front().overruled);
        model().undoStack().undo();
        QVERIFY(!model().pulls()[3].fit->flags().front().overruled);
    }
    void everythingByKeyboard() {
        DayStrip& strip = m_window->dayStrip();
        strip.setFocus();
        QTest::keyClick(&strip, Qt::Key_Home);
        QCOMPARE(model().currentPull(), 0);
        QTest::keyClick(&strip, Qt::Key_Right);
        QCOMPARE(model().currentPull(), 1);
        const std::string setup = model().pulls()[1].record.setupId;
        QTest::keyClick(&strip, Qt::Key_B);
        QCOMPARE(model().compare().now().baseSetup, setup);
        QVERIFY(model().answers().comparison()->bandMean.from > 0.);
        QTest::keyClick(&strip, Qt::Key_Space);
        QCOMPARE(model().picked().size(), std::size_t(1));
        QTest::keyClick(&strip, Qt::Key_Escape);
        QVERIFY(model().picked().empty());
        QSignalSpy opened(&strip, &DayStrip::pullOpened);
        QTest::keyClick(&strip, Qt::Key_Return);
        QCOMPARE(opened.count(), 1);
        const bool night = m_theme.night();
        QTest::keyClick(m_window.get(), Qt::Key_F9);
        QVERIFY(m_theme.night() != night);
        QTest::keyClick(m_window.get(), Qt::Key_F9);
    }
    void draggingAcrossTilesPicks() {
        DayStrip& strip = m_window->dayStrip();
        QTest::mousePress(&strip, Qt::LeftButton, {}, strip.tile(0).center().toPoint());
        QTest::mouseMove(&strip, strip.tile(4).center().toPoint());
        QTest::mouseRelease(&strip, Qt::LeftButton, {}, strip.tile(4).center().toPoint());
        QCOMPARE(model().picked().size(), std::size_t(5));
        QCOMPARE(model().answers().comparison()->base.pulls, 3);
        QCOMPARE(model().answers().comparison()->with.pulls, 2);
    }
    void strangersLogsComeIn() {
        QTemporaryDir logs;
        QStringList paths;
        for (const auto& [name, bytes] : demo::foreignLogs()) {
            QFile f(logs.filePath(QString::fromStdString(name)));
            QVERIFY(f.open(QIODevice::WriteOnly));
            f.write(bytes.data(), static_cast<qint64>(bytes.size()));
            paths << f.fileName();
        }
        QFile junk(logs.filePath("junk.bin"));
        QVERIFY(junk.open(QIODevice::WriteOnly));
        junk.write(QByteArray(3000, '\0'));
        junk.close();
        paths << junk.fileName();
        ImportDialog dialog(m_theme, model(), paths, m_window.get());
        QTRY_VERIFY(!dialog.set().items().empty() && !dialog.set().busy());
        QCOMPARE(dialog.set().usableCount(), 2);
        QVERIFY(!dialog.set().items()[2].problem.isEmpty());
        QVERIFY(dialog.set().items()[0].fit); // bench facts came from the job's last pull
        dialog.show();
        dialog.bringIn();
        QTRY_COMPARE(dialog.result(), static_cast<int>(QDialog::Accepted));
        QVERIFY(openJob(*m_window, dialog.jobId()));
        model().waitUntilSettled();
        QCOMPARE(model().pulls().size(), std::size_t(10));
        QVERIFY(dialog.summary().contains(QLatin1String("junk.bin")));
    }
    void exportsAreWritten() {
        HandoverStation& h = m_window->handover();
        const auto starts = [&](const char* name, const QByteArray& head) {
            QFile f(m_dir.filePath(QLatin1String(name)));
            return f.open(QIODevice::ReadOnly) && f.size() > 500 && f.read(head.size()) == head;
        };
        QVERIFY(written(h, SheetFormat::Pdf, m_dir.filePath("s.pdf")) && starts("s.pdf", "%PDF"));
        QVERIFY(written(h, SheetFormat::Png, m_dir.filePath("s.png")) && starts("s.png", "\x89PNG"));
        QVERIFY(written(h, SheetFormat::Svg, m_dir.filePath("s.svg")) && starts("s.svg", "<?xml"));
        QVERIFY(written(h, SheetFormat::Csv, m_dir.filePath("s.csv")) && starts("s.csv", "engine_speed [rpm]"));
        QVERIFY(written(h, SheetFormat::Json, m_dir.filePath("s.json")) && starts("s.json", "{"));
        QVERIFY(!written(h, SheetFormat::Pdf, QStringLiteral("/proc/none/s.pdf")));
    }
    void askWritesTheOneChangeAndJudgesClaims() {
        m_window->showStation(MainWindow::Ask);
        QuestionPage& ask = m_window->ask().question();
        model();
        QVERIFY(ask.caution().isEmpty()); // one thing differs, and it is written down
        QVERIFY2(ask.claims().text().contains("held") && ask.claims().text().contains("failed"),
                 qPrintable(ask.claims().text()));
        QVERIFY(ask.plan().plan().pullsEach >= 2);
        QTRY_VERIFY_WITH_TIMEOUT(ask.plan().text().contains("Of 100 such tests"), 60000);
        // A second change riding along: said in Ask, in Judge and so on the sheet.
        for (const SetupRecord& s : model().job().setups)
            if (s.name == "long stack")
                ask.tree().choose(s.id);
        QTableWidget& table = ask.changes();
        QCOMPARE(table.rowCount(), 2);
        table.setItem(1, 1, new QTableWidgetItem("150"));
        table.setItem(1, 2, new QTableWidgetItem("155"));
        table.setItem(1, 0, new QTableWidgetItem("main jet"));
        const auto confounded = [&] {
            const auto& c = model().answers().comparison()->cautions;
            return std::any_of(c.begin(), c.end(), [](const Caution& one) { return one.kind == "confounded"; });
        };
        QTRY_VERIFY(confounded());
        QVERIFY2(ask.caution().contains("main jet") && ask.caution().contains("with only"), qPrintable(ask.caution()));
        // Forced by the first, the credit is one.
        table.item(1, 0)->setCheckState(Qt::Checked);
        QTRY_VERIFY(!confounded());
        model().undoStack().undo();
        QTRY_VERIFY(confounded());
        while (model().undoStack().canUndo())
            model().undoStack().undo();
        QTRY_VERIFY(!confounded());
        // A verdict is only ever added to.
        const auto claims = archiveOf(model())->claims(model().job().id);
        QVERIFY(claims->front().history.size() >= 1);
        int made = 0, refused = 0;
        connect(&model(), &JobModel::problem, this, [&] { ++refused; });
        for (int twice = 0; twice < 2; ++twice)
            model().addSetup("with open filter", claims->front().withSetup, {{"filter", "paper", "open"}},
                             [&](const std::string&) { ++made; });
        model().waitUntilSettled();
        QCOMPARE(made, 1);
        QCOMPARE(refused, 1);
    }
    void anEmptyJobSaysWhatToDo() {
        const auto job = archiveOf(model())->createJob("Empty", "");
        QVERIFY(openJob(*m_window, *job));
        model().waitUntilSettled();
        QVERIFY(!model().answers().comparison());
        QVERIFY(!model().answers().problem().isEmpty());
    }
    void aBadArchiveIsSaidAndTheOldOneStays() {
        QVERIFY(!openArchive(*m_window, QStringLiteral("/proc/nowhere")));
        QVERIFY(model().keeper());
    }
    void germanNumbersInWords() {
        const QLocale before;
        QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
        const Account account = describe(*model().answers().comparison(), model().units().wording());
        QVERIFY2(QString::fromStdString(account.details.front()).contains(QLatin1Char(',')),
                 account.details.front().c_str());
        QVERIFY(model().units().powerText(1000.).contains(QLatin1Char(',')));
        QLocale::setDefault(before);
    }
    /// What only answers, or writes a file and leaves, works where there is no screen.
    void whatOnlyAnswersNeedsNoScreen() {
        QTemporaryDir dir;
        const std::pair<QStringList, QByteArray> asked[] = {{{"--version"}, "Jolly Ram "},
                                                            {{"--help"}, "--archive"},
                                                            {{"--write-manual", dir.filePath("manual.html")}, ""}};
        for (const auto& [arguments, said] : asked) {
            QProcess program;
            QProcessEnvironment bare = QProcessEnvironment::systemEnvironment();
            for (const char* screen : {"DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM"})
                bare.remove(QLatin1String(screen));
            program.setProcessEnvironment(bare);
            program.start(QFileInfo(QStringLiteral(JR_CLI)).dir().filePath("jolly-ram"), arguments);
            QVERIFY(program.waitForFinished(60000));
            QVERIFY2(program.exitStatus() == QProcess::NormalExit && program.exitCode() == 0,
                     program.readAllStandardError());
            QVERIFY(program.readAllStandardOutput().contains(said));
        }
        QVERIFY(QFileInfo(dir.filePath("manual.html")).size() > 100000);
    }
    void nothingIsWiderThanTheWindow() {
        // At the smallest supported size no child may stick out of the window.
        m_window->resize(1280, 800);
        for (int station : {MainWindow::Jobs, MainWindow::Ask, MainWindow::Ready, MainWindow::Pull, MainWindow::Look,
                            MainWindow::Judge, MainWindow::Handover}) {
            m_window->showStation(station);
            QTest::qWait(30);
            QVERIFY2(m_window->width() <= 1280 && m_window->height() <= 800,
                     qPrintable(QString::number(m_window->width())));
            for (const QWidget* child : m_window->findChildren<QWidget*>())
                if (child->isVisible() && child->parentWidget() == m_window->centralWidget())
                    QVERIFY(m_window->centralWidget()->rect().contains(child->geometry()));
        }
    }
    void buttonsHaveNames() {
        for (const auto* button : m_window->findChildren<QAbstractButton*>()) {
            // Qt's own square where a table's hidden headings meet: never shown, nothing to press.
            if (QLatin1String(button->metaObject()->className()) == QLatin1String("QTableCornerButton"))
                continue;
            QVERIFY2(!button->text().isEmpty() || !button->accessibleName().isEmpty() ||
                         button->objectName().startsWith(QLatin1String("qt_")),
                     qPrintable(QLatin1String(button->metaObject()->className()) + QLatin1String(" in ") +
                                QLatin1String(button->parentWidget()->metaObject()->className())));
        }
    }
};

JR_SUITE(TestWindow)
#include "test_window.moc"
