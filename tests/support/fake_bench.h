// SPDX-License-Identifier: GPL-3.0-or-later
// A bench made of a socket and a list: it says what a test gives it and writes down what it hears. For what no real
// bench should do.
#pragma once

#include "bench/bench_lines.h"

#include <QElapsedTimer>
#include <QTcpServer>
#include <QTcpSocket>
#include <QTimer>

#include <functional>

namespace testsupport {

class FakeBench : public QObject {
public:
    explicit FakeBench(QStringList introduction) : m_introduction(std::move(introduction)) {
        m_server.listen(QHostAddress::LocalHost);
        connect(&m_server, &QTcpServer::newConnection, this, [this] {
            m_socket = m_server.nextPendingConnection();
            connect(m_socket, &QTcpSocket::readyRead, this, &FakeBench::hear);
        });
        m_ticker.setInterval(10);
        connect(&m_ticker, &QTimer::timeout, this, [this] {
            if (streaming && sample)
                say(QStringLiteral("s %1 %2 %3").arg(m_count).arg(0.01 * m_count, 0, 'f', 3).arg(sample(m_count))),
                    ++m_count;
        });
        m_ticker.start();
        m_clock.start();
    }
    QString address() const { return QStringLiteral("tcp:127.0.0.1:%1").arg(m_server.serverPort()); }
    void say(const QString& text) {
        if (m_socket && m_socket->isOpen())
            m_socket->write(QByteArray::fromStdString(jr::withChecksum(text.toStdString())));
    }
    void introduce(const QStringList& lines) {
        for (const QString& line : lines)
            say(line);
    }
    void raw(const QByteArray& bytes) {
        if (m_socket)
            m_socket->write(bytes);
    }
    void hangUp() {
        if (m_socket)
            m_socket->abort();
    }
    int count(const QString& order) const { return static_cast<int>(heard.count(order)); }
    qint64 firstAt(const QString& order) const {
        const qsizetype i = heard.indexOf(order);
        return i < 0 ? -1 : at[i];
    }

    bool streaming = false;
    bool numbered = false;                         ///< orders come as "#N WORD"
    std::function<QString(int n)> sample;          ///< the values of sample n
    std::function<QString(const QString&)> answer; ///< to an order; empty: none
    QStringList heard;
    QList<qint64> at; ///< ms, of each

private:
    void hear() {
        m_in += m_socket->readAll();
        for (qsizetype end; (end = m_in.indexOf('\n')) >= 0; m_in.remove(0, end + 1)) {
            const QString line = QString::fromUtf8(m_in.left(m_in.lastIndexOf('*', end)));
            heard << line;
            at << m_clock.elapsed();
            if (line == QLatin1String("hello"))
                introduce(m_introduction);
            else if (line.section(' ', numbered ? 1 : 0) == QLatin1String("start"))
                streaming = true;
            else if (const QString said = answer ? answer(line) : QString(); !said.isEmpty())
                say(said);
        }
    }
    QStringList m_introduction;
    QTcpServer m_server;
    QTcpSocket* m_socket = nullptr;
    QTimer m_ticker;
    QElapsedTimer m_clock;
    QByteArray m_in;
    int m_count = 0;
};

} // namespace testsupport
