// SPDX-License-Identifier: GPL-3.0-or-later
// A disk that stalls, fills or goes keeps no order from the bench and costs nothing of what the bench said: the session
// on a made-up bench, its capture on a disk that the fault layer holds up.
#include "bench/bench_session.h"
#include "tests/support/fake_bench.h"
#include "tests/support/fault_layer.h"
#include "tests/support/suites.h"

#include <QTemporaryDir>
#include <QTest>
#include <QThread>

#include <algorithm>

using namespace jr;
using testsupport::FakeBench;

namespace {

const QStringList kBrakeBench{"hello bench-lines 1 yard brake",
                              "fact kind brake",
                              "fact brake_arm_m 0.3",
                              "fact can_cut yes",
                              "channel 0 engine_speed rpm",
                              "channel 1 load_force N",
                              "begin"};

/// A session in a thread of its own, as the window and `record` have it.
struct Listening {
    QThread thread;
    BenchSession* session;
    QStringList words;

    Listening(const FakeBench& bench, const QString& folder) {
        SessionOptions options;
        options.address = parseBenchAddress(bench.address()).value();
        options.captureFolder = folder;
        session = new BenchSession(std::move(options));
        session->moveToThread(&thread);
        QObject::connect(&thread, &QThread::finished, session, &QObject::deleteLater);
        QObject::connect(session, &BenchSession::said, &thread,
                         [this](const Error& what) { words << QString::fromStdString(what.text()); });
        thread.start();
        QMetaObject::invokeMethod(session, &BenchSession::open);
    }
    ~Listening() {
        QMetaObject::invokeMethod(session, &BenchSession::close, Qt::BlockingQueuedConnection);
        QMetaObject::invokeMethod(session, &BenchSession::finishCapture, Qt::BlockingQueuedConnection);
        thread.quit();
        thread.wait();
    }
    bool streams() const {
        return QTest::qWaitFor([&] { return session->snapshot().link == LinkState::Streaming; }, 10000);
    }
};

/// So many presses of STOP, each taken off again; from the press to the bench's having heard the cut, ms.
std::vector<double> presses(FakeBench& bench, BenchSession& session, int times) {
    std::vector<double> out;
    for (int i = 0; i < times; ++i) {
        const int before = bench.count("cut");
        QElapsedTimer since;
        since.start();
        QMetaObject::invokeMethod(&session, &BenchSession::stop);
        while (bench.count("cut") == before && since.elapsed() < 5000)
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
        out.push_back(static_cast<double>(since.nsecsElapsed()) / 1e6);
        QMetaObject::invokeMethod(&session, &BenchSession::clearStop, Qt::BlockingQueuedConnection);
        QTest::qWait(9);
    }
    std::sort(out.begin(), out.end());
    return out;
}

} // namespace

class TestStalledDisk : public QObject {
    Q_OBJECT
private slots:
    void cleanup() { faults::disarm(); }

    /// A thousand presses in the ten seconds in which the capture's disk answers nothing.
    void stopIsOnTheWireWhileTheDiskStalls() {
        QTemporaryDir dir;
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("6000 200"); };
        qint64 free = 0;
        {
            Listening l(bench, dir.path());
            QVERIFY(l.streams());
            const std::vector<double> usual = presses(bench, *l.session, 200);
            const QString file = dir.filePath(QDir(dir.path()).entryList({"*.lines"}).value(0));
            faults::arm(faults::Kind::Stalls, 1);
            QTest::qWait(50);
            free = QFileInfo(file).size();
            const std::vector<double> stalled = presses(bench, *l.session, 1000);
            QCOMPARE(QFileInfo(file).size(), free); // it did stall
            faults::disarm();
            const auto told = QStringLiteral("usual: median %1, longest %2 ms; stalled: median %3, 99 in 100 %4, "
                                             "longest %5 ms")
                                  .arg(usual[100])
                                  .arg(usual.back())
                                  .arg(stalled[500])
                                  .arg(stalled[990])
                                  .arg(stalled.back());
            qInfo().noquote() << told;
            // Against the same presses beside a disk that answers; a busy machine is slow for both.
            QVERIFY2(stalled[500] < 3. * usual[100] + 2. && stalled[990] < 3. * usual[198] + 20., qPrintable(told));
            QVERIFY2(stalled.back() < 4000., qPrintable(told)); // none waited for the ten seconds' end
            QTRY_VERIFY(QFileInfo(file).size() > free + 10000); // and what came meanwhile is there
        }
    }
    /// A full disk for a while: what came meanwhile is written when there is room again, and both are said.
    void whatCameWhileTheDiskWasFullIsWrittenAfterwards() {
        QTemporaryDir dir;
        FakeBench bench(kBrakeBench);
        int said = 0;
        bench.sample = [&](int n) {
            said = n;
            return QStringLiteral("3000 200");
        };
        Listening l(bench, dir.path());
        QVERIFY(l.streams());
        const int before = said;
        faults::arm(faults::Kind::NoSpace, 1);
        QTRY_VERIFY(!l.words.filter("held in memory").isEmpty());
        QTRY_VERIFY(said > before + 200);
        faults::disarm();
        const int after = said;
        QTRY_VERIFY(!l.words.filter("written again").isEmpty());
        QTRY_VERIFY(said > after + 50);
        QTest::qWait(1200);
        QCOMPARE(l.words.filter("held in memory").size(), 1);
        // Every sample stands in the capture, in its order and once.
        QFile file(dir.filePath(QDir(dir.path()).entryList({"*.lines"}).value(0)));
        QVERIFY(file.open(QIODevice::ReadOnly));
        int next = -1;
        for (const QByteArray& line : file.readAll().split('\n'))
            if (line.startsWith("s ")) {
                const int count = line.split(' ')[1].toInt();
                QVERIFY2(next < 0 || count == next, qPrintable(QStringLiteral("%1 after %2").arg(count).arg(next)));
                next = count + 1;
            }
        QVERIFY(next > after);
    }
    /// The disk is full when the capture is to begin: it begins once there is room.
    void aCaptureThatCannotBeginBeginsLater() {
        QTemporaryDir dir;
        FakeBench bench(kBrakeBench);
        bench.sample = [](int) { return QStringLiteral("3000 200"); };
        faults::arm(faults::Kind::NoSpace, 1);
        Listening l(bench, dir.filePath("capture"));
        QVERIFY(l.streams());
        QTRY_VERIFY(!l.words.isEmpty());
        faults::disarm();
        QTRY_VERIFY_WITH_TIMEOUT(!QDir(dir.filePath("capture")).entryList({"*.lines"}).isEmpty(), 5000);
        QTRY_VERIFY(!l.words.filter("written again").isEmpty());
    }
};

JR_SUITE(TestStalledDisk)
#include "test_stalled_disk.moc"
