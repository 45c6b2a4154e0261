// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing of the window comes between a hand and the stop, and an answer belongs to what was asked: the real window on
// the real stand-in, with a question or an import standing open while the bench pulls.
#include "app/import/import_dialog.h"
#include "app/widgets/asking.h"
#include "app/words/catalogue.h"
#include "tests/support/bench_window.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QFile>
#include <QFileDialog>
#include <QInputDialog>
#include <QLineEdit>
#include <QPointer>
#include <QWindow>

using namespace jr;
using namespace jr::app;

class TestStopKey : public QObject {
    Q_OBJECT
    testsupport::BenchWindow m_bench;

    JobModel& model() { return m_bench.model(); }
    BenchModel& bench() { return m_bench.bench(); }
    MainWindow& window() { return m_bench.window(); }
    bool pulling(double rpm) {
        return QTest::qWaitFor(
            [&] {
                const LiveSnapshot now = bench().link().snapshot();
                return now.state == BenchState::Pulling && now.figures.rpm > rpm;
            },
            30000);
    }
    bool beginPull(double speed, double toRpm) {
        bench().sitting().setSetup("stock");
        bench().sitting().setWarmUp(false);
        bench().link().tryStandin("ostra", speed);
        if (!m_bench.ready())
            return false;
        bench().link().ask("pull");
        return pulling(toRpm);
    }
    template <class Dialog>
    QList<Dialog*> standing() {
        QList<Dialog*> out;
        for (Dialog* dialog : window().findChildren<Dialog*>())
            if (dialog->isVisible())
                out << dialog;
        return out;
    }

private slots:
    void init() { QCOMPARE(m_bench.begin(QString::fromUtf8(QTest::currentTestFunction())), QString()); }
    void cleanup() { m_bench.end(); }

    /// Closed in the middle of a pull the window leaves only once the bench has been told to let go; one that cannot be
    /// told is read about first.
    void closingTheWindowLetsGoOfTheLoad() {
        QVERIFY(beginPull(3., 5000.));
        bench().link().inSession([](BenchSession& session) { session.hold(6000.); });
        QTest::qWait(200);
        QVERIFY(window().close());
        QVERIFY(!bench().link().wanted() && !bench().link().leftUnsent());
    }
    void aBenchThatCannotBeToldIsReadAboutFirst() {
        auto server = std::make_unique<testsupport::StandinProcess>(QStringList{"--machine", "ostra", "--speed", "3"});
        bench().sitting().setSetup("stock");
        bench().sitting().setWarmUp(false);
        bench().link().connectTo(server->address());
        QVERIFY(m_bench.ready());
        bench().link().ask("pull");
        QVERIFY(pulling(5000.));
        bench().link().inSession([](BenchSession& session) { session.hold(6000.); });
        QTest::qWait(200);
        server.reset();
        QTRY_VERIFY(bench().link().snapshot().link != LinkState::Streaming);
        QVERIFY(!window().close());
        QVERIFY(window().isVisible() && bench().link().leftUnsent());
        QVERIFY(window().close()); // read: nobody is kept
    }

    /// What the program does not do is said in the language of the window, here that a stop still stands.
    void whatIsRefusedIsSaidInTheReadersLanguage() {
        SpokenLanguage german(*QCoreApplication::instance());
        german.speak(QStringLiteral("de"));
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("ostra", 4.);
        QVERIFY(m_bench.ready());
        QStringList words;
        connect(&bench().link(), &BenchConnection::said, this, [&](const QString& w) { words << w; });
        bench().link().stop();
        QTRY_VERIFY(bench().link().snapshot().stop.latched);
        bench().link().ask("pull");
        QTRY_VERIFY2(!words.filter(QStringLiteral("ein Halt steht; zuerst lösen")).isEmpty(),
                     qPrintable(words.join('\n')));
    }
    /// The desktop's dialogs are windows of another program, which keeps Escape to itself.
    void noDialogOfTheDesktopsWithABench() {
        const auto own = [] { return QCoreApplication::testAttribute(Qt::AA_DontUseNativeDialogs); };
        QVERIFY(!own());
        bench().sitting().setSetup("stock");
        bench().link().tryStandin("ostra", 4.);
        QVERIFY(m_bench.ready());
        QVERIFY(own());
        askForFile(&window(), "Q", "*", [](const QString&) {});
        QTRY_COMPARE(standing<QFileDialog>().size(), 1);
        QVERIFY(standing<QFileDialog>().front()->findChild<QLineEdit*>()); // made of this program's widgets
        standing<QFileDialog>().front()->reject();
        bench().link().disconnectBench();
        QVERIFY(!own());
    }
    void escapeStopsFromAnywhere_data() {
        QTest::addColumn<int>("station");
        QTest::addColumn<bool>("asking");
        QTest::newRow("another station") << int(MainWindow::Judge) << false;
        QTest::newRow("a question over Pull") << int(MainWindow::Pull) << true;
        QTest::newRow("a question elsewhere") << int(MainWindow::Ask) << true;
    }
    void escapeStopsFromAnywhere() {
        QFETCH(int, station);
        QFETCH(bool, asking);
        QVERIFY(beginPull(4., 5500.));
        window().showStation(station);
        QWindow* hears = window().windowHandle();
        if (asking) {
            askForWords(window().stations()[static_cast<std::size_t>(station)], "Q", "Which?", "that",
                        [](const QString&) {});
            QTRY_COMPARE(standing<QInputDialog>().size(), 1);
            hears = standing<QInputDialog>().front()->windowHandle();
        }
        QTest::keyClick(hears, Qt::Key_Escape);
        QTRY_VERIFY(bench().link().snapshot().stop.latched);
        QTRY_COMPARE(window().station(), int(MainWindow::Pull)); // where it is seen how far the stop came
        QTRY_VERIFY(standing<QInputDialog>().isEmpty());
        QVERIFY(bench().link().snapshot().figures.rpm < 8500.); // it did not run to its end
    }
    void escapeIsNoStopWhileNothingTurns() {
        bench().link().tryStandin("ostra", 4.);
        QVERIFY(m_bench.ready());
        window().showStation(MainWindow::Judge);
        QTest::keyClick(window().windowHandle(), Qt::Key_Escape);
        QTest::qWait(200);
        QVERIFY(!bench().link().snapshot().stop.latched);
        QCOMPARE(window().station(), int(MainWindow::Judge));
    }
    void whatIsHandedInWaitsForThePull() {
        QVERIFY(beginPull(4., 5500.));
        const QStringList files = {QStringLiteral(JR_SAMPLES "/sorrel-3-open.pull.csv")};
        window().comeForward(files);
        window().comeForward(files);
        QTest::qWait(100);
        QVERIFY(standing<ImportDialog>().isEmpty());
        QTRY_COMPARE_WITH_TIMEOUT(standing<ImportDialog>().size(), 1, 30000); // once it is done
        QTRY_COMPARE(standing<ImportDialog>().front()->set().items().size(), std::size_t(2));
        // What comes while it stands comes after it, not on top of it.
        window().comeForward(files);
        QTest::qWait(100);
        QCOMPARE(standing<ImportDialog>().size(), 1);
        QPointer<ImportDialog> first = standing<ImportDialog>().front();
        first->reject();
        QTRY_VERIFY(!first);
        QTRY_COMPARE(standing<ImportDialog>().size(), 1);
        QTRY_COMPARE(standing<ImportDialog>().front()->set().items().size(), std::size_t(1));
        standing<ImportDialog>().front()->reject();
    }
    void nothingWaitsForAPullWhoseLineIsGone() {
        auto outside = std::make_unique<testsupport::StandinProcess>(QStringList{"--machine", "ostra", "--speed", "4"});
        bench().sitting().setSetup("stock");
        bench().sitting().setWarmUp(false);
        bench().link().connectTo(outside->address());
        QVERIFY(m_bench.ready());
        bench().link().ask("pull");
        QVERIFY(pulling(5000.));
        window().comeForward({QStringLiteral(JR_SAMPLES "/sorrel-3-open.pull.csv")});
        outside->stop();
        QTRY_COMPARE_WITH_TIMEOUT(standing<ImportDialog>().size(), 1, 30000);
    }
    void aWindowMayGoWhileAnImportStands() {
        QFile log(m_bench.file("odd.txt"));
        QVERIFY(log.open(QIODevice::WriteOnly));
        log.write("time;roller\n");
        for (int i = 0; i < 400; ++i)
            log.write(QByteArray::number(0.01 * i) + ';' + QByteArray::number(40. + 0.2 * i) + '\n');
        log.close();
        window().comeForward({log.fileName()});
        QTRY_COMPARE(standing<ImportDialog>().size(), 1);
        ImportDialog& import = *standing<ImportDialog>().front();
        QTRY_COMPARE(import.set().items().size(), std::size_t(1));
        QLineEdit* typed = nullptr;
        for (QLineEdit* edit : import.findChildren<QLineEdit*>())
            if (!edit->isReadOnly() && edit->isVisible() && edit->isEnabled())
                typed = edit;
        QVERIFY(typed);
        typed->setFocus();
        QTest::keyClicks(typed, "6.7"); // and the field was not left
        m_bench.end();
    }
    void theReasonGoesToThePullItWasAskedAbout() {
        bench().sitting().setSetup("stock");
        bench().sitting().setWarmUp(false);
        bench().link().tryStandin("ostra", 15.);
        const auto pullToCard = [&] {
            return m_bench.ready() && (bench().link().ask("pull"), true) && pulling(0.) &&
                   QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000);
        };
        QVERIFY(pullToCard());
        const std::string first = bench().card()->pullId;
        QTest::keyClick(&m_bench.station(), Qt::Key_A);
        QTRY_COMPARE(standing<QInputDialog>().size(), 1);
        // The rider has not waited for the answer.
        QVERIFY(m_bench.ready());
        bench().link().ask("pull");
        QVERIFY(QTest::qWaitFor([&] { return bench().card() && bench().card()->pullId != first; }, 30000));
        standing<QInputDialog>().front()->accept();
        QTRY_VERIFY(model().pulls()[0].record.aside);
        QCOMPARE(model().pulls().size(), std::size_t(2));
        QVERIFY(!model().pulls()[1].record.aside);
        QVERIFY(bench().card()); // the second's still stands
    }
};

JR_SUITE(TestStopKey)
#include "test_stop_key.moc"
