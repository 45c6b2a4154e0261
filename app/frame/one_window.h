// SPDX-License-Identifier: GPL-3.0-or-later
// One window an archive: a second start hands its files to the first, which comes to the front, and leaves.
#pragma once

#include <QLocalServer>
#include <QObject>
#include <QStringList>

namespace jr::app {

class OneWindow : public QObject {
    Q_OBJECT
public:
    /// `archive`: the folder; windows of other archives do not know each other.
    explicit OneWindow(const QString& archive, QObject* parent = nullptr);
    /// Whether another window has this archive open and took the files; then this program has nothing left to do.
    bool handedOver(const QStringList& files);
    /// From now on this is the first one.
    bool listen();
    /// Where a second start calls.
    const QString& name() const { return m_name; }

signals:
    /// Somebody started the program again, perhaps with files.
    void wanted(const QStringList& files);

private:
    void takeCall();

    QString m_name;
    QLocalServer m_server;
};

} // namespace jr::app
