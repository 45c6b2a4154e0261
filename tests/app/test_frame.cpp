// SPDX-License-Identifier: GPL-3.0-or-later
// The frame about the stations: rail and keys, the header's live switches, messages, undo, dropped files, the start
// page, a job of several evenings on the day strip, and the size the window must fit into.
#include "app/ask/ask_station.h"
#include "app/frame/day_strip.h"
#include "app/frame/main_window.h"
#include "app/frame/one_window.h"
#include "app/handover/handover_station.h"
#include "app/import/import_dialog.h"
#include "app/jobs/jobs_station.h"
#include "app/look/look_station.h"
#include "app/pull/pull_station.h"
#include "app/ready/ready_station.h"
#include "demo_job/demo_day.h"
#include "tests/support/demo_window.h"
#include "tests/support/settled.h"
#include "tests/support/simulated_trace.h"
#include "tests/support/suites.h"

#include <QComboBox>
#include <QDropEvent>
#include <QLabel>
#include <QLocalSocket>
#include <QMimeData>
#include <QPushButton>
#include <QSettings>
#include <QSignalSpy>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>
#include <QToolButton>

#include <cmath>
#include <thread>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openJob;

class TestFrame : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;
    MainWindow& window() { return m_demo.window(); }
    JobModel& model() { return m_demo.model(); }
    QComboBox* header(const char* name) {
        for (QComboBox* b : window().findChildren<QComboBox*>())
            if (b->accessibleName().contains(QLatin1String(name), Qt::CaseInsensitive) && b->isVisible())
                return b;
        return nullptr;
    }
    Station* shown() {
        for (Station* w : window().stations())
            if (w->isVisible())
                return w;
        return nullptr;
    }
    QString wordsOf(QWidget& w) {
        QStringList out;
        for (QLabel* l : w.findChildren<QLabel*>())
            if (l->isVisible())
                out << l->text();
        return out.join(QLatin1Char('\n'));
    }

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
    }
    void cleanupTestCase() { m_demo.end(); }
    void init() {
        QVERIFY(m_demo.open("Stack length"));
        model().compare().setBand({}, {});
    }

    void everyStationHasItsKey_data() {
        QTest::addColumn<int>("key");
        QTest::addColumn<int>("station");
        QTest::newRow("jobs") << int(Qt::Key_0) << int(MainWindow::Jobs);
        QTest::newRow("ask") << int(Qt::Key_1) << int(MainWindow::Ask);
        QTest::newRow("ready") << int(Qt::Key_2) << int(MainWindow::Ready);
        QTest::newRow("pull") << int(Qt::Key_3) << int(MainWindow::Pull);
        QTest::newRow("look") << int(Qt::Key_L) << int(MainWindow::Look);
        QTest::newRow("judge") << int(Qt::Key_4) << int(MainWindow::Judge);
        QTest::newRow("figure") << int(Qt::Key_5) << int(MainWindow::Figure);
        QTest::newRow("road") << int(Qt::Key_6) << int(MainWindow::Road);
        QTest::newRow("hand over") << int(Qt::Key_7) << int(MainWindow::Handover);
        QTest::newRow("hand over by its other key") << int(Qt::Key_E) << int(MainWindow::Handover);
    }
    void everyStationHasItsKey() {
        QFETCH(int, key);
        QFETCH(int, station);
        window().showStation(station == MainWindow::Jobs ? MainWindow::Judge : MainWindow::Jobs);
        QTest::keyClick(&window(), static_cast<Qt::Key>(key), Qt::ControlModifier);
        QTRY_COMPARE(shown(), window().stations()[static_cast<std::size_t>(station)]);
    }

    void theHeaderSwitchesBothSidesAtOnce() {
        QComboBox* standard = header("standard");
        QVERIFY(standard);
        const double before = model().answers().comparison()->base.peakPower->value;
        const double pct = model().answers().comparison()->bandMean.pct;
        const int at = standard->findText("STD", Qt::MatchStartsWith) >= 0
                           ? standard->findText("STD", Qt::MatchStartsWith)
                           : standard->findText("J607", Qt::MatchContains);
        QVERIFY(at >= 0);
        standard->setCurrentIndex(at);
        emit standard->activated(at);
        QVERIFY(model().answers().comparison()->base.peakPower->value > 1.02 * before); // about four per cent higher
        QVERIFY(std::abs(model().answers().comparison()->bandMean.pct - pct) < 0.05);   // and the change is the same
        model().compare().setStandard("sae-j1349");
        model();
        QCOMPARE(standard->currentText(), QStringLiteral("SAE J1349")); // it follows as well as leads
        QComboBox* units = header("unit");
        QVERIFY(units);
        for (int i = 0; i < units->count(); ++i) {
            units->setCurrentIndex(i);
            emit units->activated(i);
            QCOMPARE(model().unitsChoice(), i);
            QVERIFY2(wordsOf(window().judge()).contains(model().units().powerSymbol()), qPrintable(units->itemText(i)));
        }
        model().setUnitsChoice(1);
    }

    void undoAndRedoFromAnywhere() {
        QVERIFY(!model().pulls()[0].record.aside);
        model().setAside(0, true, "strap came loose");
        window().showStation(MainWindow::Handover);
        QTest::keyClick(&window(), Qt::Key_Z, Qt::ControlModifier);
        QTRY_VERIFY(!model().pulls()[0].record.aside);
        QTest::keySequence(&window(), QKeySequence(QKeySequence::Redo)); // as this desktop has it
        QTRY_VERIFY(model().pulls()[0].record.aside);
        QCOMPARE(model().pulls()[0].record.asideWhy, std::string("strap came loose"));
        model().undoStack().undo();
    }

    void aMessageIsSeenAndGoes() {
        emit model().problem("the scale was left unplugged");
        QVERIFY(wordsOf(window()).contains("the scale was left unplugged"));
    }

    void droppedFilesOpenTheImport() {
        QMimeData data;
        data.setUrls({QUrl::fromLocalFile(QStringLiteral(JR_SAMPLES "/sorrel-3-open.pull.csv")),
                      QUrl("https://elsewhere.invalid/x.csv")});
        QDragEnterEvent enter({100, 100}, Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&window(), &enter);
        QVERIFY(enter.isAccepted());
        QDropEvent drop({100., 100.}, Qt::CopyAction, &data, Qt::LeftButton, {});
        QStringList offered;
        QTimer look;
        QObject::connect(&look, &QTimer::timeout, [&] {
            for (QWidget* w : QApplication::topLevelWidgets())
                if (auto* dialog = qobject_cast<ImportDialog*>(w);
                    dialog && dialog->isVisible() && !dialog->set().items().empty()) { // read beside the window
                    for (const ImportItem& item : dialog->set().items())
                        offered << item.path;
                    dialog->reject();
                }
        });
        look.start(50);
        QApplication::sendEvent(&window(), &drop);
        QTRY_COMPARE_WITH_TIMEOUT(offered.size(), 1, 30000); // what is not a file of this machine is no pull
        QVERIFY(offered.front().endsWith("sorrel-3-open.pull.csv"));
    }

    void aSecondStartHandsItsFilesToTheFirst() {
        QTemporaryDir dir;
        OneWindow first(dir.path()), second(dir.path() + QStringLiteral("/.")), other(dir.filePath("other"));
        QVERIFY(!second.handedOver({})); // nobody is there yet
        QVERIFY(first.listen());
        QSignalSpy wanted(&first, &OneWindow::wanted);
        // The second is another program: it waits while the first goes on.
        bool taken = false;
        std::thread call([&] { taken = OneWindow(dir.path()).handedOver({"a b.pull.csv", "/tmp/ü\n.zip"}); });
        QTRY_COMPARE(wanted.size(), 1);
        call.join();
        QVERIFY(taken);
        QCOMPARE(wanted.front().front().toStringList().value(0), QFileInfo("a b.pull.csv").absoluteFilePath());
        QVERIFY(!other.handedOver({})); // another archive is another window
        // A first one that hangs (here: it is asked from its own thread) does not keep the next start waiting for ever.
        QVERIFY(!OneWindow(dir.path()).handedOver({}));
    }
    /// The place where the first one is called is the person's own, and somebody's file there stays.
    void somebodysFileAtTheCallsPlaceStopsNobody() {
        QTemporaryDir dir;
        OneWindow first(dir.path());
        QVERIFY(QFileInfo(first.name()).isAbsolute());
        QVERIFY(QFileInfo(first.name())
                    .absolutePath()
                    .startsWith(QStandardPaths::writableLocation(QStandardPaths::RuntimeLocation)));
        QFile theirs(first.name());
        QVERIFY(theirs.open(QIODevice::WriteOnly) && theirs.write("mine") == 4);
        theirs.close();
        QVERIFY(!first.handedOver({}));
        QVERIFY(!first.listen());
        QVERIFY(QFileInfo(first.name()).size() == 4);
        QVERIFY(theirs.remove());
        QVERIFY(first.listen());
    }
    void whatIsWantedMayTakeLongerThanTheCall() {
        QTemporaryDir dir;
        OneWindow first(dir.path());
        QVERIFY(first.listen());
        QLocalSocket call;
        bool answered = false;
        QObject::connect(&first, &OneWindow::wanted, [&] {
            call.abort();
            // The import stands open until it is answered; meanwhile the caller has left and its call is taken down.
            QEventLoop standing;
            QTimer::singleShot(300, &standing, &QEventLoop::quit);
            standing.exec();
            answered = true;
        });
        call.connectToServer(first.name());
        QVERIFY(call.waitForConnected(3000));
        QTest::qWait(50); // the first knows of the call before it hears a word of it
        call.write("/tmp/a.pull.csv\n");
        QVERIFY(call.waitForBytesWritten(3000));
        QTRY_VERIFY(answered);
    }
    void theWindowIsWhereItWas() {
        QSettings().remove(QStringLiteral("window/place"));
        Theme theme;
        QSize size;
        {
            MainWindow one(theme);
            one.restorePlace();
            one.resize(1111, 777);
            one.show();
            QVERIFY(QTest::qWaitForWindowExposed(&one));
            size = one.size();
            one.close();
        }
        MainWindow two(theme);
        two.restorePlace();
        QCOMPARE(two.size(), size);
        QSettings().remove(QStringLiteral("window/place"));
    }

    void theStartPageSaysWhatThereIsAndHowSafe() {
        window().showStation(MainWindow::Jobs);
        const QString words = wordsOf(window().jobs());
        for (const char* job : {"Stack length", "Larkspur ladder", "Reeds and pipe"})
            QVERIFY2(words.contains(QLatin1String(job)) || window().jobs().findChildren<QPushButton*>().size() > 3,
                     job);
        QVERIFY(words.contains("each kept twice"));
        QVERIFY(words.contains("Where should the second copy go?"));
        QVERIFY(words.contains("Nobody", Qt::CaseInsensitive)); // the cautions of the trade
    }

    void severalEveningsStandApartAndAreTold() {
        // The same evening once more, three days later and two per cent down: same setups, other weather.
        const auto job = archiveOf(model())->createJob("Two evenings", "Larkspur 410");
        const demo::DayOfPulls day = demo::larkspurLadder();
        int kept = 0;
        for (int evening = 0; evening < 2; ++evening)
            for (int i = 0; i < 6; ++i) {
                standin::EngineTruth engine;
                engine.torqueNm *= i % 3 == 1 ? 1.02 : 1.;
                standin::PullSetting p;
                p.seed = static_cast<std::uint64_t>(900 + 10 * evening + i);
                p.offsetShare = -0.03 * evening + 0.001 * (i % 2 ? 1. : -1.);
                Trace trace = testsupport::traceOf(standin::rollerPull(engine, {}, p), PullKind::Roller);
                trace.header.setup = i % 3 == 1 ? "long stack" : "short stack";
                trace.header.machine = "Larkspur 410";
                trace.header.id =
                    "0000000" + std::to_string(evening) + "-0000-4000-8000-00000000000" + std::to_string(i);
                trace.header.startedEpochS = 1.7805e9 + 3. * 86400. * evening + 360. * i;
                trace.header.started = evening == 0 ? "2026-06-01T18:" + std::to_string(10 + 6 * i) + ":00+02:00"
                                                    : "2026-06-04T18:" + std::to_string(10 + 6 * i) + ":00+02:00";
                kept += archiveOf(model())->addPull(*job, trace, "two evenings").ok();
            }
        QCOMPARE(kept, 12);
        QVERIFY(openJob(window(), *job));
        model().waitUntilSettled();
        window().showStation(MainWindow::Judge);
        QVERIFY2(model().answers().comparison(), qPrintable(model().answers().problem()));
        QCOMPARE(model().answers().comparison()->sittings, 2);
        QVERIFY2(std::abs(std::abs(model().answers().comparison()->bandMean.pct) - 2.) < 0.7,
                 qPrintable(QString::number(model().answers().comparison()->bandMean.pct)));
        QVERIFY(*model().answers().comparison()->repeatabilityPct < 0.6);
        m_demo.page(JudgeStation::ScatterOf);
        QVERIFY2(window().judge().scatter().words().contains("2 sittings"),
                 qPrintable(window().judge().scatter().words()));
        QVERIFY(!window().grab().isNull());
        // On the strip a night is a gap, and every pull keeps its tile.
        DayStrip& strip = window().dayStrip();
        const double within = strip.tile(1).left() - strip.tile(0).right(),
                     night = strip.tile(6).left() - strip.tile(5).right();
        QVERIFY2(night > within, qPrintable(QStringLiteral("%1 %2").arg(within).arg(night)));
    }

    void itFitsWhereItMust() {
        // 1280 x 800, and at 200 % a screen of 2560 x 1600 is the same number of points.
        window().resize(1280, 800);
        emit model().problem("a message is in view, and takes its room");
        QStringList heights; // of each station, to say which is too tall
        for (QWidget* w : std::initializer_list<QWidget*>{&window().jobs(), &window().ask(), &window().ready(),
                                                          &window().pullStation(), &window().lookStation(),
                                                          &window().judge(), &window().handover()})
            heights << QString::number(w->minimumSizeHint().height());
        for (int station = MainWindow::Jobs; station <= MainWindow::Handover; ++station) {
            window().showStation(station);
            QApplication::processEvents();
            QVERIFY2(window().minimumSizeHint().width() <= 1280 && window().minimumSizeHint().height() <= 800,
                     qPrintable(QStringLiteral("station %1: %2 x %3; stations are %4 high")
                                    .arg(station)
                                    .arg(window().minimumSizeHint().width())
                                    .arg(window().minimumSizeHint().height())
                                    .arg(heights.join(' '))));
            QCOMPARE(window().size(), QSize(1280, 800));
        }
    }

    void whatHasNoTextHasAName() {
        for (int station = MainWindow::Jobs; station <= MainWindow::Handover; ++station) {
            window().showStation(station);
            QApplication::processEvents();
            for (QWidget* w : window().findChildren<QWidget*>()) {
                if (!w->isVisible() || !(w->focusPolicy() & Qt::TabFocus))
                    continue;
                const auto* button = qobject_cast<QAbstractButton*>(w);
                if (button && button->text().isEmpty())
                    QVERIFY2(!button->accessibleName().isEmpty() || !button->toolTip().isEmpty(),
                             qPrintable(w->objectName() + w->metaObject()->className()));
            }
        }
    }
};

JR_SUITE(TestFrame)
#include "test_frame.moc"
