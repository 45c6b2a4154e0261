// SPDX-License-Identifier: GPL-3.0-or-later
// The contract of the door to a bench (bench/bench_link.h), held by every implementation: a socket, a serial line, the
// simulated bench as a process of its own behind either, a capture played again.
#include "bench/bench_lines.h"
#include "bench/bench_link.h"
#include "core/words/wording.h"
#include "tests/support/standin_process.h"
#include "tests/support/suites.h"

#include <QSignalSpy>
#include <QTcpServer>
#include <QTcpSocket>
#include <QTemporaryDir>
#include <QTest>

using namespace jr;

namespace {

BenchAddress addressOf(const QString& text) {
    const auto address = parseBenchAddress(text);
    return address ? *address : BenchAddress{};
}

/// Everything that comes until `enough` bytes are there or the time is up.
QByteArray heard(BenchLink& link, qsizetype enough, int mostMs = 8000) {
    QByteArray out;
    QElapsedTimer since;
    since.start();
    while (out.size() < enough && since.elapsed() < mostMs) {
        QTest::qWait(5);
        out += link.take();
    }
    return out;
}

} // namespace

class TestBenchLink : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

    QString captureOf(int samples, double everyS) {
        const QString path = m_dir.filePath(QStringLiteral("capture-%1.txt").arg(samples));
        QFile file(path);
        if (!file.open(QIODevice::WriteOnly))
            return {};
        file.write("#jr capture 1 1700000000\n");
        file.write(QByteArray::fromStdString(withChecksum("hello bench-lines 1 north")));
        for (int i = 0; i < samples; ++i)
            file.write(QByteArray::fromStdString(
                withChecksum("s " + std::to_string(i) + " " + std::to_string(100. + everyS * i) + " 31.2")));
        file.write("#jr broken\n");
        return path;
    }

private slots:
    void addressesAreReadBack_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<bool>("good");
        for (const char* good : {"tcp:bench:5025", "serial:/dev/ttyUSB0@115200", "replay:/a/capture.txt@1",
                                 "replay:/odd@name/capture@4", "replay:/c@0"})
            QTest::newRow(good) << good << true;
        for (const char* bad : {"", "bench", "tcp:bench", "tcp::1", "tcp:b:70000", "serial:", "serial:/d@12",
                                "replay:", "replay:/c@-1", "replay:/c@5000", "file:/c"})
            QTest::newRow(*bad ? bad : "nothing") << bad << false;
    }
    void addressesAreReadBack() {
        QFETCH(QString, text);
        QFETCH(bool, good);
        const auto address = parseBenchAddress(text);
        QCOMPARE(address.ok(), good);
        if (good)
            QCOMPARE(address->text(), text);
    }

    void whatCannotBeOpenedIsLostWithWords_data() {
        QTest::addColumn<QString>("address");
        QTest::newRow("socket") << "tcp:127.0.0.1:1";
        QTest::newRow("serial") << "serial:/dev/no-such-line";
        QTest::newRow("replay") << "replay:/no/such/capture";
    }
    void whatCannotBeOpenedIsLostWithWords() {
        QFETCH(QString, address);
        const auto link = makeBenchLink(addressOf(address));
        QSignalSpy opened(link.get(), &BenchLink::opened), lost(link.get(), &BenchLink::lost);
        QElapsedTimer since;
        since.start();
        link->open();
        QVERIFY(since.elapsed() < 500); // it never waits
        QTRY_COMPARE_WITH_TIMEOUT(lost.size(), 1, 8000);
        QVERIFY(!said(lost.front().front().value<Message>()).empty());
        QCOMPARE(opened.size(), 0);
        QVERIFY(!link->isOpen() || !link->write("x")); // nothing is pretended to be sent
    }

    /// The simulated bench, as a process of its own, behind a socket and behind a serial line.
    void aBenchIntroducesItselfThrough_data() {
        QTest::addColumn<bool>("serial");
        QTest::newRow("socket") << false;
        QTest::newRow("serial line") << true;
    }
    void aBenchIntroducesItselfThrough() {
        QFETCH(bool, serial);
        testsupport::StandinProcess bench(serial ? QStringList{"--machine", "larkspur", "--pty"}
                                                 : QStringList{"--machine", "larkspur"});
        QVERIFY2(!bench.address().isEmpty(), "the stand-in did not start");
        const auto link = makeBenchLink(addressOf(bench.address()));
        QSignalSpy opened(link.get(), &BenchLink::opened), arrived(link.get(), &BenchLink::arrived);
        link->open();
        QTRY_COMPARE_WITH_TIMEOUT(opened.size(), 1, 8000);
        QVERIFY(link->isOpen());
        QVERIFY(link->lastWordsDescriptor() >= 0);
        QVERIFY(link->write(QByteArray::fromStdString(withChecksum("hello"))));
        link->flush();
        const QByteArray words = heard(*link, 200);
        QVERIFY2(words.contains("hello bench-lines 1"), words.constData());
        QVERIFY(!arrived.isEmpty());
        link->leave();
        QVERIFY(!link->isOpen());
        QVERIFY(!link->write("x"));
    }

    /// What was said last is heard, though much lies unread on this side.
    void aGoodbyeIsHeard() {
        QTcpServer server;
        QVERIFY(server.listen(QHostAddress::LocalHost));
        const auto link = makeBenchLink(addressOf(QStringLiteral("tcp:127.0.0.1:%1").arg(server.serverPort())));
        QSignalSpy opened(link.get(), &BenchLink::opened);
        link->open();
        QTRY_COMPARE(opened.size(), 1);
        QVERIFY(server.waitForNewConnection(3000) || server.hasPendingConnections());
        std::unique_ptr<QTcpSocket> other(server.nextPendingConnection());
        other->write(QByteArray(300000, 'x'));
        other->flush();
        QTest::qWait(50);
        QVERIFY(link->write("cut\nrelease\n"));
        link->leave();
        QByteArray last;
        for (int i = 0; i < 100 && !last.contains("release"); ++i) {
            other->waitForReadyRead(20);
            last += other->readAll();
        }
        QCOMPARE(last, QByteArray("cut\nrelease\n"));
    }

    void moreThanIsReadWaits() {
        QTcpServer server;
        QVERIFY(server.listen(QHostAddress::LocalHost));
        const auto link = makeBenchLink(addressOf(QStringLiteral("tcp:127.0.0.1:%1").arg(server.serverPort())));
        link->open();
        QVERIFY(server.waitForNewConnection(3000));
        std::unique_ptr<QTcpSocket> other(server.nextPendingConnection());
        const QByteArray flood(4 * BenchLink::kReadAtOnce, 'y');
        other->write(flood);
        qsizetype all = 0;
        QElapsedTimer since;
        since.start();
        while (all < flood.size() && since.elapsed() < 10000) {
            QTest::qWait(5);
            const QByteArray part = link->take();
            QVERIFY(part.size() <= BenchLink::kReadAtOnce);
            all += part.size();
        }
        QCOMPARE(all, flood.size()); // every byte, once
    }

    void aCaptureIsPlayedAgain() {
        const auto link = makeBenchLink(addressOf("replay:" + captureOf(50, 0.02) + "@0"));
        QSignalSpy opened(link.get(), &BenchLink::opened), lost(link.get(), &BenchLink::lost);
        link->open();
        QCOMPARE(opened.size(), 1);
        QCOMPARE(link->lastWordsDescriptor(), -1);
        QVERIFY(link->write("hello\n")); // goes nowhere, and that is no error
        const QByteArray played = heard(*link, 1200);
        QVERIFY(played.startsWith("hello bench-lines 1 north"));
        QCOMPARE(played.count('\n'), 51);
        QVERIFY(!played.contains("#jr")); // the program's own remarks were never said by the bench
        QTRY_COMPARE(lost.size(), 1);
        QVERIFY(!link->isOpen());
    }
    void itIsPlayedAtItsOwnPace() {
        // Forty samples over 0.8 s of the bench's clock: not sooner, and four times as quickly when asked.
        for (int times : {1, 4}) {
            const auto link = makeBenchLink(addressOf("replay:" + captureOf(40, 0.02) + "@" + QString::number(times)));
            QSignalSpy lost(link.get(), &BenchLink::lost);
            QElapsedTimer since;
            link->open();
            since.start();
            while (lost.isEmpty() && since.elapsed() < 5000) {
                QTest::qWait(5);
                (void)link->take();
            }
            QCOMPARE(lost.size(), 1);
            QVERIFY2(since.elapsed() > 700 / times, qPrintable(QString::number(since.elapsed())));
        }
    }
};

JR_SUITE(TestBenchLink)
#include "test_bench_link.moc"
