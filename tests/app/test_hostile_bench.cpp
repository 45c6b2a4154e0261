// SPDX-License-Identifier: GPL-3.0-or-later
// The real window on a bench that does everything a bench should not: memory stays flat, the window answers, nothing is
// kept that was no pull, and it closes in order. Twenty seconds in ./check; JR_ENDURE_S=3600 for the hour of
// docs/fuzzing.md.
#include "app/frame/main_window.h"
#include "app/model/bench_model.h"
#include "bench/bench_lines.h"
#include "standin/simulated_bench.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QFile>
#include <QStandardPaths>
#include <QTcpServer>
#include <QTcpSocket>
#include <QTemporaryDir>
#include <QTest>
#include <QThread>
#include <QTimer>

#include <cmath>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openArchive;

namespace {

/// Speaks nonsense in a thread of its own.
class HostileBench : public QObject {
public:
    explicit HostileBench(std::uint64_t seed) : m_dice(seed) {}
    int port() const { return m_port; }
    void begin() {
        m_server = std::make_unique<QTcpServer>();
        m_server->listen(QHostAddress::LocalHost);
        m_port = m_server->serverPort();
        connect(m_server.get(), &QTcpServer::newConnection, this, [this] {
            m_socket = m_server->nextPendingConnection();
            m_introduced = false;
            connect(m_socket, &QTcpSocket::readyRead, m_socket, [s = m_socket] { s->readAll(); });
            connect(m_socket, &QTcpSocket::disconnected, m_socket, &QObject::deleteLater);
            connect(m_socket, &QObject::destroyed, this, [this, s = m_socket] {
                if (m_socket == s)
                    m_socket = nullptr;
            });
        });
        m_ticker = new QTimer(this);
        connect(m_ticker, &QTimer::timeout, this, [this] {
            for (int i = 0; i < 4; ++i)
                misbehave();
        });
        m_ticker->start(20);
    }
    void end() {
        delete m_ticker;
        m_server.reset();
    }
    std::atomic<long> acts{0};

private:
    int below(int n) { return static_cast<int>(m_dice.uniform() * n) % n; }
    void raw(const QByteArray& bytes) {
        if (m_socket && m_socket->state() == QAbstractSocket::ConnectedState && m_socket->bytesToWrite() < (8 << 20))
            m_socket->write(bytes);
    }
    void say(const std::string& line) { raw(QByteArray::fromStdString(withChecksum(line))); }
    void introduce(int channels) {
        say("hello bench-lines 1 " + names[static_cast<std::size_t>(below(4))] + std::to_string(below(3)));
        say("fact kind roller");
        say("fact roller_inertia_kg_m2 9.5");
        say("fact engine_per_roller 4.8");
        say("fact machine <img src=\"file:///dev/zero\">");
        say("fact limiter_rpm 9000");
        if (below(2) == 0)
            say("fact can_cut yes");
        for (int i = below(3) == 0 ? 400 : 3; i > 0; --i)
            say("fact f" + std::to_string(i) + " " + std::string(static_cast<std::size_t>(below(300)), 'v'));
        say("channel 0 roller_speed rad/s");
        for (int c = 1; c < channels; ++c)
            say("channel " + std::to_string(c) + (c == 1 ? " throttle %" : " afr_" + std::to_string(c) + " 1"));
        for (int o = below(100); o > 0; --o)
            say("offer w" + std::to_string(o) + " <b>label</b> & more");
        say("begin");
        m_channels = channels;
        m_introduced = true;
    }
    void sample() {
        m_time += below(200) == 0 ? 1000. * below(3) - 500. : 0.005;
        m_time = std::abs(m_time);
        // A pull that never ends, and now and then one that does.
        m_open = below(m_open ? 20000 : 400000) == 0 ? !m_open : m_open;
        std::string line =
            "s " + std::to_string(m_count += static_cast<unsigned>(1 + below(3))) + " " + std::to_string(m_time);
        const int values = below(300) == 0 ? below(70) : m_channels;
        for (int c = 0; c < values; ++c)
            line += c == 0           ? " " + std::to_string(60. + std::fmod(0.05 * m_count, 130.))
                    : c == 1         ? (m_open ? " 100" : " 2")
                    : below(60) == 0 ? " 1e300"
                                     : " 13.2";
        say(line);
    }
    void misbehave() {
        ++acts;
        if (!m_socket)
            return;
        if (!m_introduced)
            return introduce(1 + below(60));
        switch (below(24)) {
        case 0:
            if (below(20) == 0)
                introduce(1 + below(60)); // another bench altogether
            break;
        case 1:
            raw(QByteArray(below(20000), static_cast<char>(below(256)))); // a line without end
            break;
        case 2: {
            QByteArray noise(below(4000), '\0');
            for (char& c : noise)
                c = static_cast<char>(below(256));
            raw(noise);
            break;
        }
        case 3:
            for (int i = 0; i < 200; ++i)
                say("said <img src=\"file:///dev/zero\"> " + std::string(static_cast<std::size_t>(below(600)), '<'));
            break;
        case 4:
            for (int i = 0; i < 100; ++i)
                raw("$WIMDA,29.9,I,1e308,B,nan,C,,C,-5.0\r\n");
            break;
        case 5:
            say("refused cut : no");
            break;
        case 6:
            if (below(60) == 0) {
                m_socket->abort();
                return;
            }
            break;
        case 7:
            say("hello bench-lines 9 " + std::string(1800, 'x'));
            break;
        default:
            for (int i = 0; i < 60; ++i)
                sample();
        }
    }
    const std::vector<std::string> names{"attic ", "\xff\xfe", "<a href='x'>", "yard "};
    standin::Dice m_dice;
    std::unique_ptr<QTcpServer> m_server;
    QTimer* m_ticker = nullptr;
    QTcpSocket* m_socket = nullptr;
    std::atomic<int> m_port{0};
    bool m_introduced = false, m_open = false;
    int m_channels = 1;
    unsigned m_count = 0;
    double m_time = 0.;
};

double residentMb() {
    QFile file(QStringLiteral("/proc/self/statm"));
    return file.open(QIODevice::ReadOnly) ? file.readAll().split(' ').value(1).toDouble() * 4096. / 1048576. : 0.;
}

qint64 folderBytes(const QString& folder) {
    qint64 out = 0;
    for (const QFileInfo& info : QDir(folder).entryInfoList(QDir::Files))
        out += info.size();
    return out;
}

} // namespace

class TestHostileBench : public QObject {
    Q_OBJECT
private slots:
    void endured() {
        QStandardPaths::setTestModeEnabled(true);
        const int seconds =
            qEnvironmentVariableIntValue("JR_ENDURE_S") > 0 ? qEnvironmentVariableIntValue("JR_ENDURE_S") : 20;
        QTemporaryDir dir;
        Theme theme;
        theme.install(*qobject_cast<QApplication*>(QCoreApplication::instance()));
        auto window = std::make_unique<MainWindow>(theme);
        QVERIFY(openArchive(*window, dir.filePath("archive")));
        window->resize(1280, 800);
        window->show();
        window->showStation(MainWindow::Pull);
        QThread thread;
        HostileBench bench(11);
        bench.moveToThread(&thread);
        thread.start();
        QMetaObject::invokeMethod(&bench, &HostileBench::begin, Qt::BlockingQueuedConnection);
        window->bench().link().connectTo(QStringLiteral("tcp:127.0.0.1:%1").arg(bench.port()));
        // The window is alive as long as its loop turns: a beat every twentieth of a second, its longest pause
        // measured.
        QElapsedTimer since, whole;
        qint64 longest = 0;
        int beats = 0;
        QTimer beat;
        connect(&beat, &QTimer::timeout, this, [&] {
            longest = std::max(longest, since.restart());
            ++beats;
            if (beats % 400 == 0) {
                window->bench().link().stop();
                window->bench().link().clearStop();
            }
        });
        since.start();
        whole.start();
        beat.start(50);
        std::vector<double> memory;
        qint64 captured = 0;
        while (whole.elapsed() < 1000ll * seconds) {
            QTest::qWait(std::min(5000, 250 * seconds));
            memory.push_back(residentMb());
            captured = std::max(captured, folderBytes(window->bench().link().captureFolder()));
            if (memory.size() % 24 == 0)
                qInfo("%lld s: %.0f MB, %ld acts, longest pause %lld ms, %d pulls, %lld MB captured",
                      whole.elapsed() / 1000, memory.back(), bench.acts.load(), longest,
                      static_cast<int>(window->model().pulls().size()), captured >> 20);
        }
        const double after = memory.back(), early = memory[memory.size() / 4];
        qInfo("%d s: %.0f MB after a quarter, %.0f MB at the end; longest pause %lld ms; %d pulls; %ld acts", seconds,
              early, after, longest, static_cast<int>(window->model().pulls().size()), bench.acts.load());
        QVERIFY2(beats > 5 * seconds, qPrintable(QString::number(beats)));
        QVERIFY2(bench.acts.load() > 20 * seconds, "the bench was not hostile");
        // Pulls that were kept cost memory; what is above that must not grow.
        const double perPull = 6.;
        QVERIFY2(after - early < 80. + perPull * static_cast<double>(window->model().pulls().size()),
                 qPrintable(QStringLiteral("%1 MB more").arg(after - early)));
        QVERIFY(window->bench().link().wanted());
        window->bench().link().disconnectBench();
        QVERIFY((archiveOf(window->model())->check(true)->problems.empty()));
        window.reset();
        QMetaObject::invokeMethod(&bench, &HostileBench::end, Qt::BlockingQueuedConnection);
        thread.quit();
        thread.wait();
    }
};

JR_SUITE(TestHostileBench)
#include "test_hostile_bench.moc"
