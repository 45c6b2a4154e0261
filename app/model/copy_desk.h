// SPDX-License-Identifier: GPL-3.0-or-later
// The second copy of the open archive: where it goes, how it stands, and the copying itself, in a thread of its own.
// Some minutes after the last change was kept it copies by itself; what goes wrong is said once and stays on the card.
#pragma once

#include "app/model/keeper.h"
#include "archive/copies/copy_now.h"
#include "archive/copies/trial_restore.h"

#include <QFutureWatcher>
#include <QObject>
#include <QTimer>

#include <atomic>
#include <memory>

namespace jr::app {

class CopyDesk : public QObject {
    Q_OBJECT
public:
    explicit CopyDesk(QObject* parent = nullptr);
    ~CopyDesk() override; ///< what is being copied is stopped; the copy before is whole

    /// Null: no archive is open.
    void setKeeper(Keeper* keeper);
    /// How quiet it must be before a copy is made by itself; for tests.
    void setQuietMs(int ms) { m_quiet.setInterval(ms); }

    enum class Work { None, Copying, Trying };
    Work work() const { return m_work; }
    int done() const { return m_done; } ///< of `all`, while it works
    int all() const { return m_all; }

    const CopyBook& book() const { return m_book; }
    const CopyStanding& standing() const { return m_standing; }
    CopyDisk disk() const { return m_disk; }
    /// Whether the copy can be seen where it was put: a stick may lie in a drawer.
    bool inSight() const { return m_inSight; }
    /// What went wrong the last time; empty: nothing.
    const QString& trouble() const { return m_trouble; }

    void look();                            ///< how it stands now
    void choosePlace(const QString& place); ///< and copies there
    void notNow();
    void copy();
    void tryIt();
    void stop() { *m_stop = true; }

signals:
    void changed();
    void said(const QString& words);

private:
    struct Looked {
        CopyBook book;
        CopyStanding standing;
        CopyDisk disk = CopyDisk::Other;
        bool inSight = false;
    };
    void begin(const QString& place, bool asked);
    void ended(const QString& trouble);
    Progress ticks();
    QString folder() const;

    Keeper* m_keeper = nullptr;
    QTimer m_quiet;
    CopyBook m_book;
    CopyStanding m_standing;
    CopyDisk m_disk = CopyDisk::Other;
    bool m_inSight = false;
    Work m_work = Work::None;
    int m_done = 0, m_all = 0;
    QString m_trouble;
    std::shared_ptr<std::atomic<bool>> m_stop = std::make_shared<std::atomic<bool>>(false);
    QFuture<void> m_running;
};

} // namespace jr::app
