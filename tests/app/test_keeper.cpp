// SPDX-License-Identifier: GPL-3.0-or-later
// The window's way to the disk: nothing waits for it, the order stays, and what could not be kept is not shown as if.
#include "app/frame/main_window.h"
#include "demo_job/demo_archive.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"

#include <QElapsedTimer>
#include <QSemaphore>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTest>
#include <QTimer>

#include <atomic>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openArchive;
using testsupport::openJob;

namespace {

/// The longest time the event loop was not heard.
class Heartbeat {
public:
    Heartbeat() {
        m_since.start();
        QObject::connect(&m_timer, &QTimer::timeout,
                         [this] { m_longestMs = std::max(m_longestMs, m_since.restart()); });
        m_timer.start(5);
    }
    qint64 longestMs() const { return m_longestMs; }

private:
    QTimer m_timer;
    QElapsedTimer m_since;
    qint64 m_longestMs = 0;
};

} // namespace

class TestKeeper : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    Theme m_theme;

private slots:
    void initTestCase() { m_theme.install(*static_cast<QApplication*>(QApplication::instance())); }

    void askedInOrderAnsweredInOrder() {
        Keeper keeper(m_dir.filePath("order"));
        QSignalSpy opened(&keeper, &Keeper::opened);
        keeper.open();
        QVERIFY(opened.wait(10000));
        QVERIFY(opened[0][0].toBool());
        QObject page;
        QList<int> worked, told;
        QThread* where = nullptr;
        for (int i = 0; i < 20; ++i)
            keeper.ask(
                &page,
                [&worked, &where, i](const Archive&) {
                    where = QThread::currentThread();
                    worked << i;
                    return i;
                },
                [&told](int answer) { told << answer; });
        QVERIFY(keeper.working());
        QVERIFY(told.isEmpty()); // never before the event loop is back
        keeper.finish();
        QVERIFY(!keeper.working());
        QVERIFY(where != QThread::currentThread());
        // A database belongs to the thread that opened it: waiting must not bring another.
        QThread* after = nullptr;
        keeper.ask(
            &page,
            [&after](const Archive&) {
                after = QThread::currentThread();
                return 0;
            },
            [](int) {});
        keeper.finish();
        QCOMPARE(after, where);
        QCOMPARE(told.size(), 20);
        QCOMPARE(told, worked);
        QVERIFY(std::is_sorted(told.begin(), told.end()));
    }

    void whatWasAskedIsDoneThoughTheAskerAndTheWindowGo() {
        const QString folder = m_dir.filePath("gone");
        bool told = false;
        {
            Keeper keeper(folder);
            QSignalSpy opened(&keeper, &Keeper::opened);
            keeper.open();
            QVERIFY(opened.wait(10000));
            auto page = std::make_unique<QObject>();
            keeper.ask(
                page.get(), [](Archive& archive) { return archive.createJob("Kept all the same", ""); },
                [&told](const Result<std::string>&) { told = true; });
            page.reset();
        }
        QVERIFY(!told);
        const auto jobs = Archive::open(folder).value()->jobs();
        QCOMPARE(jobs->size(), std::size_t(1));
    }

    void aFolderThatIsNoneIsSaid() {
        Keeper keeper(QStringLiteral("/proc/nowhere"));
        QSignalSpy opened(&keeper, &Keeper::opened);
        keeper.open();
        QVERIFY(opened.wait(10000));
        QVERIFY(!opened[0][0].toBool());
        QVERIFY(!opened[0][1].toString().isEmpty());
        QVERIFY(!opened[0][2].toBool()); // not damage: a rebuild would cure nothing
    }

    /// Another program writes for a second and a half: the window shows the change at once, and lives.
    void theWindowWaitsForNoDisk() {
        MainWindow window(m_theme);
        QVERIFY(openArchive(window, m_dir.filePath("slow")));
        const auto job = fillDemoArchive(*archiveOf(window.model()));
        QVERIFY(openJob(window, *job));
        window.show();
        JobModel& model = window.model();
        model.waitUntilSettled();
        QSemaphore held;
        std::atomic<bool> let{false};
        std::unique_ptr<QThread> other(QThread::create([&, folder = model.keeper()->folder()] {
            WriterLock::Shared mine;
            const auto lock = WriterLock::take(folder, "a test", mine);
            held.release();
            QThread::msleep(1500);
            let = true;
        }));
        other->start();
        held.acquire();
        Heartbeat heart;
        model.setAside(0, true, "belt slipped");
        QVERIFY(model.pulls()[0].record.aside);
        model.openJob(*job); // reads behind what is being kept
        QVERIFY(QTest::qWaitFor([&] { return !model.keeper()->working(); }, 10000));
        QVERIFY(let);
        QVERIFY2(heart.longestMs() < 400, qPrintable(QString::number(heart.longestMs())));
        other->wait();
        model.waitUntilSettled();
        QVERIFY(model.pulls()[0].record.aside);
        QVERIFY(archiveOf(model)->job(*job)->pulls[0].aside);
    }

    void whatCannotBeKeptIsNotShownAsKept() {
        MainWindow window(m_theme);
        QVERIFY(openArchive(window, m_dir.filePath("refused")));
        const auto job = fillDemoArchive(*archiveOf(window.model()));
        QVERIFY(openJob(window, *job));
        JobModel& model = window.model();
        const std::string nameBefore = model.job().setup(model.pulls()[0].record.setupId)->name;
        {
            auto db = Database::open(model.keeper()->folder() + "/jolly-ram.sqlite");
            QVERIFY((*db)->run("CREATE TRIGGER refuse BEFORE UPDATE OF aside, setup_id ON pull "
                               "BEGIN SELECT RAISE(ABORT, 'the disk is full'); END"));
        }
        QStringList said;
        connect(&model, &JobModel::problem, this, [&](const QString& words) { said << words; });
        model.setAside(0, true, "belt slipped");
        model.setAside(1, true, "belt slipped");
        model.movePullToSetup(2, model.job().setups.back().id == model.pulls()[2].record.setupId
                                     ? model.job().setups.front().id
                                     : model.job().setups.back().id);
        model.waitUntilSettled();
        QCOMPARE(said.size(), 3);
        QVERIFY2(said[0].contains("Not kept") && said[0].contains("the disk is full"), qPrintable(said[0]));
        for (int i = 0; i < 3; ++i)
            QVERIFY(!model.pulls()[static_cast<std::size_t>(i)].record.aside);
        const JobRecord kept = archiveOf(model)->job(*job).value();
        for (std::size_t i = 0; i < kept.pulls.size(); ++i)
            QCOMPARE(model.pulls()[i].record.setupId, kept.pulls[i].setupId);
        QVERIFY(!model.undoStack().canUndo()); // nothing of it happened
    }

    void theNewestOpeningWins() {
        MainWindow window(m_theme);
        QVERIFY(openArchive(window, m_dir.filePath("two")));
        const auto first = archiveOf(window.model())->createJob("First", "");
        const auto second = archiveOf(window.model())->createJob("Second", "");
        int firstOpened = 0, secondOpened = 0, gone = 0;
        window.model().openJob(*first, [&](bool well) { firstOpened += well; });
        window.model().openJob(*second, [&](bool well) { secondOpened += well; });
        window.waitUntilSettled();
        QCOMPARE(firstOpened, 0);
        QCOMPARE(secondOpened, 1);
        QCOMPARE(window.model().job().name, std::string("Second"));
        window.model().openJob("no such job", [&](bool well) { gone += !well; });
        window.waitUntilSettled();
        QCOMPARE(gone, 1);
        QCOMPARE(window.model().job().name, std::string("Second")); // and stays
    }
};

JR_SUITE(TestKeeper)
#include "test_keeper.moc"
