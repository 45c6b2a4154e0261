// SPDX-License-Identifier: GPL-3.0-or-later
// What the window asks of the archive: done in a thread of its own, in the order it was asked, so that nothing the
// window does waits for a disk. A piece of work has the archive, and gives back what is to be done with the answer in
// the window's thread.
#pragma once

#include "archive/store/archive.h"

#include <QObject>
#include <QPointer>
#include <QThread>

#include <functional>
#include <memory>
#include <utility>

namespace jr::app {

class Keeper : public QObject {
    Q_OBJECT
public:
    using Then = std::function<void()>;
    using Work = std::function<Then(Archive&)>;

    explicit Keeper(QString folder, QObject* parent = nullptr);
    /// What was asked is done first.
    ~Keeper() override;

    /// Opens the archive; `opened` tells how that went. Nothing may be asked before it went well.
    void open();
    const QString& folder() const { return m_folder; }

    /// In the order asked. What comes back is not called after `asker` is gone.
    void put(QObject* asker, Work work);
    /// `work` gives an answer from the archive, `then` takes it in the window's thread.
    template <class Ask, class Take>
    void ask(QObject* asker, Ask work, Take then) {
        put(asker, [work = std::move(work), then = std::move(then)](Archive& archive) mutable -> Then {
            return [answer = work(archive), then = std::move(then)]() mutable { then(std::move(answer)); };
        });
    }

    bool working() const { return m_open > 0; }
    /// Waits for all that was asked and its answers; for a window that is leaving.
    void finish();

signals:
    /// `words` say what went wrong; `damaged` when it is the database's damage, which a rebuild cures.
    void opened(bool well, const QString& words, bool damaged);
    /// What went well for the database but not for its open copy.
    void remark(const QString& words);
    void workingChanged(bool working);

private:
    template <class Call>
    void inThread(Call call) {
        QMetaObject::invokeMethod(&m_hand, std::move(call), Qt::QueuedConnection);
    }
    void waitForThread();

    QString m_folder;
    QThread m_thread;                   ///< one and the same for good: a database belongs to the thread that opened it
    QObject m_hand;                     ///< lives in the thread; work is done in the order it is posted to it
    std::unique_ptr<Archive> m_archive; ///< made, used and taken down in the thread
    int m_open = 0;
};

} // namespace jr::app
