// SPDX-License-Identifier: GPL-3.0-or-later
// What the window says and what it leaves behind: names are shown as they stand, nothing typed is dropped, what two
// setups differ in is told whole, a stop is named after what it can do, and the window's end is heard by its bench.
#include "app/ask/claims_board.h"
#include "app/handover/sheet_painter.h"
#include "app/pull/pull_station.h"
#include "app/pull/stop_words.h"
#include "app/words/words.h"
#include "archive/formats/pull_file.h"
#include "tests/support/archive_likeness.h"
#include "tests/support/demo_window.h"
#include "tests/support/fake_bench.h"
#include "tests/support/settled.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QDirIterator>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPdfWriter>
#include <QPushButton>
#include <QRegularExpression>
#include <QTest>

#include <csignal>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::FakeBench;
using testsupport::openArchive;
using testsupport::openJob;

namespace {

const char* kHostileName = "<img src=\"file:///dev/zero\"><b>x</b>";

/// Processes whose parent is `pid`.
QList<qint64> childrenOf(qint64 pid) {
    QList<qint64> out;
    for (const QString& name : QDir(QStringLiteral("/proc")).entryList(QDir::Dirs)) {
        QFile stat(QStringLiteral("/proc/%1/stat").arg(name));
        if (!stat.open(QIODevice::ReadOnly))
            continue;
        const QByteArray text = stat.readAll();
        if (text.mid(text.lastIndexOf(')') + 2).split(' ').value(1).toLongLong() == pid)
            out << name.toLongLong();
    }
    return out;
}

bool runs(qint64 pid) {
    return ::kill(static_cast<pid_t>(pid), 0) == 0;
}

} // namespace

class TestTold : public QObject {
    Q_OBJECT
    testsupport::DemoWindow m_demo;

private slots:
    void initTestCase() { QCOMPARE(m_demo.begin(), QString()); }
    void cleanupTestCase() { m_demo.end(); }

    void everyLabelIsOneOfTwoKinds() {
        // No label that guesses, by construction: nothing but Words and MarkedWords is made, no tool tip is given that
        // is not a sentence of ours or plainTip, and markup is written in one file only.
        const QRegularExpression label(
            QStringLiteral("new QLabel|QLabel\\s+\\w+\\s*[({;=]|QMessageBox|setTextFormat|QToolTip::showText\\([^,]+, "
                           "(?!plainTip)|setWhatsThis"));
        const QRegularExpression tip(QStringLiteral(
            "setToolTip\\((?!\\s*tr\\(|plainTip\\(|\\{\\}|QString\\(\\)|small\\.isNull|m_put->isEnabled)"));
        const QRegularExpression tag(QStringLiteral("<(b|i|br|p|span|a|img|font|h[1-6])[ >/]"));
        QDirIterator it(QStringLiteral(JR_SOURCE "/app"), {"*.cpp", "*.h"}, QDir::Files, QDirIterator::Subdirectories);
        int looked = 0;
        while (it.hasNext()) {
            const QString name = it.next();
            if (name.contains(QLatin1String("words/words.")))
                continue;
            QFile file(name);
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString text = QString::fromUtf8(file.readAll());
            ++looked;
            for (const QRegularExpression* rule : {&label, &tip, &tag}) {
                const auto match = rule->match(text);
                QVERIFY2(!match.hasMatch(), qPrintable(name + ": " + match.captured()));
            }
        }
        QVERIFY(looked > 80);
    }
    void namesAreShownAsTheyStand() {
        QCOMPARE(Markup(QString::fromLatin1("<b>&")).html(), QStringLiteral("&lt;b&gt;&amp;"));
        QVERIFY(!Markup::bold(kHostileName).html().contains("<img"));
        QVERIFY(!Markup::link("x\" onclick=", kHostileName).html().contains("<img"));
        QVERIFY(!plainTip(kHostileName).contains("<img"));
        const auto other = archiveOf(m_demo.model());
        Archive& archive = *other;
        const auto job = archive.createJob(kHostileName, kHostileName);
        QVERIFY(job);
        for (int i = 0; i < 4; ++i) {
            QFile file(QStringLiteral(JR_SAMPLES "/sorrel-%1-%2.pull.csv")
                           .arg(i + 1)
                           .arg(i == 1 || i == 2 ? "open" : "standard"));
            QVERIFY(file.open(QIODevice::ReadOnly));
            Trace t = readPullFile(file.readAll().toStdString(), "x").value();
            t.header.id += "-hostile";
            t.header.setup = i == 1 || i == 2 ? std::string("other ") + kHostileName : kHostileName;
            t.header.job = t.header.machine = t.header.note = kHostileName;
            QVERIFY(archive.addPull(*job, t, kHostileName));
        }
        ClaimRecord claim;
        claim.said = claim.source = kHostileName;
        QVERIFY(archive.saveClaim(*job, claim));
        QVERIFY(archive.attach(*job, "job", kHostileName));
        QVERIFY(openJob(m_demo.window(), *job));
        m_demo.model().waitUntilSettled();
        int shown = 0;
        for (int station = 0; station < static_cast<int>(m_demo.window().stations().size()); ++station) {
            m_demo.window().showStation(station);
            for (int page = 0; page < 8 && station == MainWindow::Judge; ++page)
                m_demo.page(page);
            QApplication::processEvents();
            for (QLabel* label : m_demo.window().findChildren<QLabel*>()) {
                QVERIFY2(label->textFormat() != Qt::AutoText || label->text().isEmpty() ||
                             !Qt::mightBeRichText(label->text()),
                         qPrintable(label->text()));
                QVERIFY2(label->textFormat() == Qt::PlainText || !label->text().contains("<img"),
                         qPrintable(label->text()));
                shown += label->text().contains("/dev/zero");
            }
            for (QWidget* widget : m_demo.window().findChildren<QWidget*>())
                QVERIFY2(!widget->toolTip().contains("<img"), qPrintable(widget->toolTip()));
        }
        QVERIFY2(shown > 5, qPrintable(QString::number(shown)));
    }
    void whatIsTypedWithoutAJobStays() {
        QTemporaryDir dir;
        QStringList said;
        MainWindow window(m_demo.theme());
        QVERIFY(openArchive(window, dir.filePath("a")));
        window.show();
        window.showStation(MainWindow::Ask);
        connect(&window.model(), &JobModel::problem, this, [&](const QString& words) { said << words; });
        auto* board = window.findChild<ClaimsBoard*>();
        QVERIFY(board);
        QLineEdit* field = nullptr;
        for (QLineEdit* edit : board->findChildren<QLineEdit*>())
            if (edit->accessibleName() == QLatin1String("The claim"))
                field = edit;
        QVERIFY(field);
        field->setText("this manifold gives more low down");
        QTest::keyClick(field, Qt::Key_Return);
        QCOMPARE(field->text(), QStringLiteral("this manifold gives more low down"));
        QCOMPARE(said.size(), 1);
        // With a job it is kept, and only then goes.
        const auto job = archiveOf(window.model())->createJob("Manifold", "");
        QVERIFY(openJob(window, *job));
        QTest::keyClick(field, Qt::Key_Return);
        QTRY_VERIFY(field->text().isEmpty());
        QCOMPARE(archiveOf(window.model())->claims(*job)->size(), std::size_t(1));
    }
    void closedWhileTheDiskIsGone() {
        // Settings that cannot be kept at the very end are said, and end nothing.
        auto dir = std::make_unique<QTemporaryDir>();
        auto window = std::make_unique<MainWindow>(m_demo.theme());
        QVERIFY(openArchive(*window, dir->filePath("a")));
        const auto job = archiveOf(window->model())->createJob("Gone", "");
        QVERIFY(openJob(*window, *job));
        window->model().compare().setWorthPct(3.);
        dir.reset();
        window.reset();
    }
    void aWarmUpIsSetAsideInTheSameBreath() {
        QTemporaryDir dir;
        auto archive = Archive::open(dir.path());
        const auto job = (*archive)->createJob("Day", "");
        const auto id = (*archive)->addPull(*job, testsupport::smallTrace("w", "Day", "", "s", 1), "bench",
                                            AddPullOptions{true, "warm-up"});
        QVERIFY(id && (*archive)->job(*job)->pulls.front().aside);
        // When that cannot be written, neither is the pull: it never counts by accident.
        auto db = Database::open(dir.filePath("jolly-ram.sqlite"));
        QVERIFY((*db)->run(
            "CREATE TRIGGER no BEFORE INSERT ON pull WHEN NEW.aside = 1 BEGIN SELECT RAISE(ABORT, 'no'); END"));
        QVERIFY(!(*archive)->addPull(*job, testsupport::smallTrace("v", "Day", "", "s", 2), "bench",
                                     AddPullOptions{true, "warm-up"}));
        QCOMPARE((*archive)->job(*job)->pulls.size(), std::size_t(1));
        QVERIFY((*archive)->check(true)->problems.empty());
    }
    void theSheetTellsTheWholeDifference() {
        QVERIFY(m_demo.open("Larkspur ladder"));
        JobModel& model = m_demo.model();
        // The first of the ladder against the last: every step between is a change.
        const auto& setups = model.job().setups;
        QVERIFY(setups.size() >= 4);
        const SetupRecord* last = nullptr;
        for (const SetupRecord& s : setups)
            if (const auto d = differenceOf(model.job().setupTree(), setups.front().id, s.id);
                !last ||
                d.changes.size() > differenceOf(model.job().setupTree(), setups.front().id, last->id).changes.size())
                last = &s;
        model.compare().setBaseSetup(setups.front().id);
        model.compare().setWithSetup(last->id);
        const SetupDifference d = differenceOf(model.job().setupTree(), setups.front().id, last->id);
        QVERIFY(d.changes.size() >= 3);
        const QString pdf = m_demo.file("sheet.pdf");
        {
            QPdfWriter writer(pdf);
            writer.setPageSize(QPageSize(QPageSize::A4));
            writer.setResolution(96);
            QPainter painter(&writer);
            paintSheet(painter, sheetOf(model));
        }
        QProcess text;
        text.start("pdftotext", {"-layout", pdf, "-"});
        QVERIFY(text.waitForFinished());
        const QString words = QString::fromUtf8(text.readAllStandardOutput()).simplified();
        for (const PartChange& c : d.changes)
            QVERIFY2(words.contains(QString::fromStdString(partName(c) + " from")), qPrintable(words));
    }
    void stopIsNamedAfterWhatItCanDo() {
        StopStatus s;
        s.canListen = s.canCut = s.hasBrake = true;
        QVERIFY(stopButtonWords(s).contains("cut the engine") && stopButtonWords(s).contains("unload"));
        QVERIFY(stopBannerWords(s, {}).isEmpty());
        s.canCut = false;
        QVERIFY(stopButtonWords(s).contains("cannot cut") && stopButtonWords(s).contains("kill switch"));
        s.hasBrake = false;
        QVERIFY(stopButtonWords(s).contains("Kill switch!"));
        s.latched = true;
        QVERIFY(stopBannerWords(s, {}).contains("this bench cannot cut: shut the throttle, kill switch"));
        s.canCut = s.hasBrake = true;
        s.cut = OrderState::Asked;
        s.reason = {"line.is-left"};
        QVERIFY(stopBannerWords(s, {}).contains("cutting…") && stopBannerWords(s, {}).contains("the bench is left"));
        QVERIFY(!stopBannerWords(s, {}).contains("answered"));
        s.waitingS = 4.;
        QVERIFY(stopBannerWords(s, {}).contains("no answer from the bench for 4 s"));
        s.cut = s.release = OrderState::Answered;
        QVERIFY(stopBannerWords(s, {}).contains("cut, answered by the bench") &&
                stopBannerWords(s, {}).contains("load off"));
        s.cut = OrderState::Refused;
        s.refusedWhy = "cut : relay stuck";
        QVERIFY(stopBannerWords(s, {}).contains("refused") && stopBannerWords(s, {}).contains("relay stuck"));
        s.notSent = true;
        QVERIFY(stopBannerWords(s, {}).contains("NOT SENT"));
        // Why, in the reader's language and units, whoever said it.
        GuardTrip hot;
        hot.kind = GuardKind::Coolant;
        hot.value = 121.;
        s.reason = guardMessage(hot);
        Wording german;
        german.language = jr::findLanguage("de");
        german.temperature = *findUnit("degF");
        const QString words = stopBannerWords(s, german);
        QVERIFY2(words.contains("°F") && words.contains(QString::fromStdString(said(s.reason, german))),
                 qPrintable(words));
    }
    void stopAndClearByKey() {
        m_demo.window().showStation(MainWindow::Pull);
        m_demo.window().activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(&m_demo.window()));
        BenchModel& bench = m_demo.window().bench();
        PullStation& station = m_demo.window().pullStation();
        FakeBench fake({"hello bench-lines 1 yard", "fact kind roller", "fact roller_inertia_kg_m2 9",
                        "fact engine_per_roller 4", "channel 0 roller_speed rad/s", "begin"});
        fake.sample = [](int) { return QStringLiteral("60"); };
        bench.link().connectTo(fake.address());
        QTRY_VERIFY(bench.link().bench() && bench.link().snapshot().link == LinkState::Streaming);
        QTRY_VERIFY2(station.stopWords().contains("Kill switch!"), qPrintable(station.stopWords()));
        QTest::keyClick(&station, Qt::Key_Escape);
        QTRY_VERIFY2(station.bannerWords().contains("cannot cut"), qPrintable(station.bannerWords()));
        QTRY_VERIFY(fake.count("release") >= 1);
        QCOMPARE(fake.count("cut"), 0);
        QTRY_COMPARE(station.stateWords(), QStringLiteral("Stop")); // and nobody is told to hold it open
        bench.link().ask("pull");
        QTest::qWait(100);
        QCOMPARE(fake.count("do pull"), 0);
        QTest::keyClick(&station, Qt::Key_C);
        QTRY_VERIFY(station.bannerWords().isEmpty());
        bench.link().ask("pull");
        QTRY_COMPARE(fake.count("do pull"), 1);
        bench.link().disconnectBench();
    }

    void theWindowsEndIsHeard_data() {
        QTest::addColumn<int>("signal");
        for (int signal : {SIGTERM, SIGINT, SIGHUP, SIGSEGV, SIGKILL})
            QTest::newRow(strsignal(signal)) << signal;
    }
    /// A real bench gets cut and release on a signal, a simulated one goes with the window however that ends.
    void theWindowsEndIsHeard() {
        QFETCH(int, signal);
        QTemporaryDir dir;
        QProcess window;
        window.start(QStringLiteral(JR_WINDOW), {"--archive", dir.filePath("a"), "--try-bench", "larkspur"});
        QVERIFY(window.waitForStarted());
        QList<qint64> children;
        QTRY_VERIFY_WITH_TIMEOUT(!(children = childrenOf(window.processId())).isEmpty(), 20000);
        QTest::qWait(700);
        ::kill(static_cast<pid_t>(window.processId()), signal);
        QVERIFY(window.waitForFinished(10000));
        for (qint64 child : children)
            QTRY_VERIFY_WITH_TIMEOUT(!runs(child), 4000);
        if (signal == SIGKILL)
            return; // nobody can say a last word then; the bench sees its line go
        FakeBench fake({"hello bench-lines 1 yard", "fact kind roller", "fact can_cut yes",
                        "fact roller_inertia_kg_m2 9", "fact engine_per_roller 4", "channel 0 roller_speed rad/s",
                        "begin"});
        fake.sample = [](int) { return QStringLiteral("60"); };
        QProcess second;
        second.start(QStringLiteral(JR_WINDOW), {"--archive", dir.filePath("b"), "--bench", fake.address()});
        QTRY_VERIFY_WITH_TIMEOUT(fake.streaming, 20000);
        QTest::qWait(300);
        ::kill(static_cast<pid_t>(second.processId()), signal);
        QTRY_VERIFY_WITH_TIMEOUT(second.state() == QProcess::NotRunning, 10000);
        QTRY_VERIFY(fake.count("release") >= 1);
        QVERIFY(fake.count("cut") >= 1 && fake.heard.indexOf("cut") < fake.heard.indexOf("release"));
    }
    void recordOnAFullDiskKeepsItsCapture() {
        QTemporaryDir dir;
        testsupport::StandinProcess bench({"--machine", "larkspur", "--speed", "15"});
        QProcess record;
        QProcessEnvironment full = QProcessEnvironment::systemEnvironment();
        full.insert("LD_PRELOAD", QStringLiteral(JR_FULL_DISK));
        full.insert("JR_FULL_FOR", ".jr-part-"); // every pull file meets a full disk; what arrives has still found room
        record.setProcessEnvironment(full);
        record.start(QStringLiteral(JR_CLI),
                     {"record", "--device", bench.address(), "--out", dir.path(), "--ask", "pull", "--timeout", "60"});
        QVERIFY(record.waitForFinished(90000));
        const QByteArray err = record.readAllStandardError();
        QVERIFY2(record.exitCode() == 4, err.constData());
        QVERIFY2(err.contains("the disk is full") && !err.contains("Unknown error"), err.constData());
        QVERIFY2(err.contains("--recover"), err.constData());
        const QStringList left = QDir(dir.filePath("capture")).entryList({"*.lines"});
        QVERIFY2(left.size() == 1, err.constData());
        // And what is in it can be taken in.
        QProcess recover;
        recover.start(QStringLiteral(JR_CLI), {"record", "--recover", "--out", dir.path()});
        QVERIFY(recover.waitForFinished(60000));
        QVERIFY2(recover.exitCode() == 0, recover.readAllStandardError().constData());
        QVERIFY(QDir(dir.path()).entryList({"*.pull.csv"}).size() >= 1);
        QVERIFY(!QDir(dir.filePath("capture")).exists());
    }
};

JR_SUITE(TestTold)
#include "test_told.moc"
