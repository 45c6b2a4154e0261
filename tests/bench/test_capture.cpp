// SPDX-License-Identifier: GPL-3.0-or-later
// What a bench said is kept as it came until its pulls are safe, and a capture that ends its reader is set aside.
#include "bench/bench_session.h"
#include "bench/capture.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <csignal>

using namespace jr;
using testsupport::StandinProcess;

namespace {

std::unique_ptr<BenchSession> session(const QString& address, const QString& capture) {
    SessionOptions o;
    o.address = parseBenchAddress(address).value();
    o.captureFolder = capture;
    auto out = std::make_unique<BenchSession>(o);
    out->open();
    return out;
}

} // namespace

class TestCapture : public QObject {
    Q_OBJECT
private slots:
    void aCaptureThatEndsItsReaderIsSetAside() {
        QTemporaryDir dir;
        QFile good(dir.filePath("a.lines")), bad(dir.filePath("b.lines"));
        QVERIFY(good.open(QIODevice::WriteOnly) && good.write("#jr capture 1 1700000000.000\n") > 0);
        good.close();
        QVERIFY(bad.open(QIODevice::WriteOnly) && bad.write("#jr capture 1 1700000000.000\n") > 0);
        bad.close();
        // A program that was killed while it read a good one leaves the same mark as one that died of it: tried once
        // more, in a process of its own, and read.
        QFile mark(dir.filePath("a.lines.reading"));
        QVERIFY(mark.open(QIODevice::WriteOnly));
        mark.close();
        auto found = recoverCaptures(dir.path());
        QCOMPARE(found.size(), std::size_t(2));
        QVERIFY(!found[0].setAside && found[0].problems.empty());
        QVERIFY(!QFile::exists(dir.filePath("a.lines.reading")));
        // One that ends whoever reads it is put away by name, said, and not read again.
        QFile again(dir.filePath("b.lines.reading"));
        QVERIFY(again.open(QIODevice::WriteOnly));
        again.close();
        int reads = 0;
        found = recoverCaptures(dir.path(), [&](const QString& path) {
            if (path.endsWith("b.lines"))
                ::raise(SIGSEGV);
            ++reads;
            return Recovered{path, {}, {}};
        });
        QCOMPARE(reads, 1); // of the other
        QCOMPARE(found.size(), std::size_t(2));
        QVERIFY(found[1].setAside && !found[1].problems.empty());
        QVERIFY(QFile::exists(dir.filePath("b.lines.set-aside")) && !QFile::exists(dir.filePath("b.lines")));
        QCOMPARE(recoverCaptures(dir.path()).size(), std::size_t(1));
    }
    void aCaptureStaysUntilItsPullsAreSafe() {
        QTemporaryDir dir;
        StandinProcess bench({"--machine", "larkspur", "--speed", "15", "--auto", "2"});
        std::vector<std::string> ids;
        auto s = session(bench.address(), dir.path());
        connect(s.get(), &BenchSession::pullCaught, this, [&](auto p) { ids.push_back(p->trace.header.id); });
        QTRY_VERIFY_WITH_TIMEOUT(ids.size() == 2, 30000);
        s->pullKept(ids[0]);
        s->close();
        s->finishCapture();
        QCOMPARE(recoverCaptures(dir.path()).front().pulls.size(), std::size_t(2));
        QVERIFY(removeCapture(recoverCaptures(dir.path()).front().path));
        // All safe: it goes.
        ids.clear();
        StandinProcess again({"--machine", "larkspur", "--speed", "15", "--auto", "1"});
        s = session(again.address(), dir.path());
        connect(s.get(), &BenchSession::pullCaught, this, [&](auto p) { ids.push_back(p->trace.header.id); });
        QTRY_VERIFY_WITH_TIMEOUT(ids.size() == 1, 30000);
        s->pullKept(ids[0]);
        s->close();
        s->finishCapture();
        QVERIFY(recoverCaptures(dir.path()).empty());
    }
    void aLargeCaptureIsBegunAnewAndReadsTheSame() {
        QTemporaryDir dir;
        StandinProcess bench({"--machine", "larkspur", "--speed", "15", "--auto", "3"});
        SessionOptions o;
        o.address = parseBenchAddress(bench.address()).value();
        o.captureFolder = dir.path();
        o.captureAnewBytes = 100000;
        BenchSession s(o);
        std::vector<std::string> ids;
        connect(&s, &BenchSession::pullCaught, this, [&](auto p) {
            ids.push_back(p->trace.header.id);
            if (ids.size() < 3)
                s.pullKept(ids.back()); // the last is not safe yet
        });
        s.open();
        QTRY_VERIFY_WITH_TIMEOUT(ids.size() == 3, 60000);
        s.close();
        s.finishCapture();
        const auto found = recoverCaptures(dir.path());
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(found[0].pulls.size(), std::size_t(1)); // it began after the second
        QCOMPARE(found[0].pulls[0].trace.header.id, ids[2]);
        QVERIFY(!found[0].pulls[0].trace.header.started.empty());
    }
};

JR_SUITE(TestCapture)
#include "test_capture.moc"
