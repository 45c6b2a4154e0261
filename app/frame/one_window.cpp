// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/one_window.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFileInfo>
#include <QLocalSocket>
#include <QPointer>
#include <QStandardPaths>

#include <sys/socket.h>
#include <sys/stat.h>
#include <unistd.h>

namespace jr::app {
namespace {

constexpr int kPatienceMs = 1500;          // of a first window that hangs, before the second goes its own way
constexpr qint64 kMostBytes = 1024 * 1024; // of what a caller may say
constexpr char kTaken[] = "taken\n";

QString placeOf(const QString& archive) {
    const QFileInfo info(archive);
    const QString path = info.exists() ? info.canonicalFilePath() : QDir::cleanPath(info.absoluteFilePath());
    // The person's own place, where nobody else can put anything. Without one each start is by itself.
    const QString own = QStandardPaths::writableLocation(QStandardPaths::RuntimeLocation);
    if (own.isEmpty())
        return {};
    return own + QStringLiteral("/jolly-ram-") +
           QString::fromLatin1(QCryptographicHash::hash(path.toUtf8(), QCryptographicHash::Sha256).toHex().left(16));
}

/// Whether a program of this person answers there.
bool isOurOwn(const QLocalSocket& call) {
    ucred who{};
    socklen_t size = sizeof who;
    return ::getsockopt(static_cast<int>(call.socketDescriptor()), SOL_SOCKET, SO_PEERCRED, &who, &size) == 0 &&
           who.uid == ::geteuid();
}

} // namespace

OneWindow::OneWindow(const QString& archive, QObject* parent) : QObject(parent), m_name(placeOf(archive)) {
    m_server.setSocketOptions(QLocalServer::UserAccessOption);
    connect(&m_server, &QLocalServer::newConnection, this, &OneWindow::takeCall);
}

bool OneWindow::handedOver(const QStringList& files) {
    if (m_name.isEmpty())
        return false;
    QLocalSocket call;
    call.connectToServer(m_name);
    if (!call.waitForConnected(kPatienceMs) || !isOurOwn(call))
        return false;
    QByteArray words;
    for (const QString& file : files)
        words += QFileInfo(file).absoluteFilePath().toUtf8() + '\0';
    call.write(words + '\n');
    if (!call.waitForBytesWritten(kPatienceMs))
        return false;
    QByteArray answer;
    while (!answer.endsWith('\n') && call.waitForReadyRead(kPatienceMs))
        answer += call.readAll();
    return answer == kTaken; // one that does not answer may be hanging: this start goes on by itself
}

bool OneWindow::listen() {
    if (m_name.isEmpty())
        return false;
    // Anything but a socket is somebody's file; to listen would put it out of the way.
    struct stat there {};
    const bool stands = ::lstat(m_name.toLocal8Bit().constData(), &there) == 0;
    if (stands && !S_ISSOCK(there.st_mode))
        return false;
    if (m_server.listen(m_name))
        return true;
    // Left over from a program that was killed; a living one would have answered.
    QLocalServer::removeServer(m_name);
    return m_server.listen(m_name);
}

void OneWindow::takeCall() {
    while (QLocalSocket* call = m_server.nextPendingConnection()) {
        connect(call, &QLocalSocket::disconnected, call, &QObject::deleteLater);
        const auto read = [this, call] {
            if (call->bytesAvailable() > kMostBytes) {
                call->abort();
                return;
            }
            if (!call->canReadLine())
                return;
            QStringList files;
            for (const QByteArray& file : call->readLine().chopped(1).split('\0'))
                if (!file.isEmpty())
                    files << QString::fromUtf8(file);
            call->write(kTaken);
            call->flush();
            // Not from within the call's own signal: what is wanted may take long, and the caller has left by then.
            QMetaObject::invokeMethod(
                this, [this, files] { emit wanted(files); }, Qt::QueuedConnection);
        };
        connect(call, &QLocalSocket::readyRead, this, read);
        read();
    }
}

} // namespace jr::app
