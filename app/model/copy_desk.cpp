// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/copy_desk.h"

#include "app/words/words.h"

#include <QDateTime>
#include <QFileInfo>
#include <QPointer>
#include <QtConcurrent>

namespace jr::app {
namespace {

/// A sitting is over, or nobody is pulling just now.
constexpr int kQuietBeforeCopyMs = 3 * 60 * 1000;

} // namespace

CopyDesk::CopyDesk(QObject* parent) : QObject(parent) {
    m_quiet.setSingleShot(true);
    m_quiet.setInterval(kQuietBeforeCopyMs);
    connect(&m_quiet, &QTimer::timeout, this, [this] {
        if (m_keeper && !m_book.place.empty() && m_work == Work::None)
            begin({}, false);
    });
}

CopyDesk::~CopyDesk() {
    *m_stop = true;
    m_running.waitForFinished();
}

QString CopyDesk::folder() const {
    return m_keeper ? m_keeper->folder() : QString();
}

void CopyDesk::setKeeper(Keeper* keeper) {
    if (m_keeper)
        m_keeper->disconnect(this);
    *m_stop = true; // of the archive before
    m_running.waitForFinished();
    m_work = Work::None;
    m_trouble.clear();
    m_book = {};
    m_standing = {};
    m_keeper = keeper;
    m_quiet.stop();
    if (!m_keeper) {
        emit changed();
        return;
    }
    // Each time all that was asked is kept, the quiet begins anew.
    connect(m_keeper, &Keeper::workingChanged, this, [this](bool working) {
        if (!working && m_work == Work::None)
            m_quiet.start();
    });
    look();
}

void CopyDesk::look() {
    if (!m_keeper)
        return;
    QtConcurrent::run([folder = folder()] {
        Looked out;
        out.book = copyBookOf(folder);
        out.standing = copyStanding(out.book, newestWorkMs(folder), QDateTime::currentMSecsSinceEpoch());
        if (!out.book.place.empty()) {
            const QString place = QString::fromStdString(out.book.place);
            out.disk = copyDisk(folder, place);
            out.inSight = QFileInfo::exists(copyFolder(place, out.book.archiveId) + QStringLiteral("/copy.json"));
        }
        return out;
    }).then(this, [this, of = folder()](const Looked& looked) {
        if (of != folder())
            return;
        m_book = looked.book;
        m_standing = looked.standing;
        m_disk = looked.disk;
        m_inSight = looked.inSight;
        emit changed();
    });
}

Progress CopyDesk::ticks() {
    m_stop = std::make_shared<std::atomic<bool>>(false);
    m_done = m_all = 0;
    return [stop = m_stop, desk = QPointer<CopyDesk>(this)](int done, int all) {
        // One in a hundred is enough to look at.
        if (all < 100 || done % (all / 100) == 0)
            QMetaObject::invokeMethod(
                desk.data(),
                [desk, done, all] {
                    if (!desk)
                        return;
                    desk->m_done = done;
                    desk->m_all = all;
                    emit desk->changed();
                },
                Qt::QueuedConnection);
        return !*stop;
    };
}

void CopyDesk::choosePlace(const QString& place) {
    begin(place, true);
}

void CopyDesk::copy() {
    begin({}, true);
}

void CopyDesk::notNow() {
    m_book.notNowSince = QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString();
    if (const Result<Done> kept = keepCopyBook(folder(), m_book); !kept)
        emit said(errorWords(kept.error()));
    emit changed();
}

void CopyDesk::begin(const QString& place, bool asked) {
    if (!m_keeper || m_work != Work::None)
        return;
    m_work = Work::Copying;
    const Progress tick = ticks();
    emit changed();
    m_keeper->ask(
        this, [](const Archive& archive) { return archive.pullChecksums(); },
        [this, place, asked, tick, of = folder()](Result<std::map<std::string, std::string>> checksums) {
            if (!checksums) {
                ended(errorWords(checksums.error()));
                return;
            }
            auto copied = QtConcurrent::run([of, place, tick, sums = std::move(checksums).value()]() mutable {
                return copyNow(of, std::move(sums), place, tick);
            });
            m_running = copied.then([](const Result<CopyMade>&) {});
            m_running.then(this, [this, copied, asked, of] {
                if (of != folder())
                    return;
                const Result<CopyMade> made = copied.result();
                if (!made) {
                    ended(errorWords(made.error()));
                    return;
                }
                m_keeper->ask(
                    this, [at = made->folder](Archive& archive) { return archive.noteCopy(at); },
                    [](const Result<Done>&) {});
                if (!made->besides.isEmpty())
                    emit said(tr("%1 is the copy of another archive, of which this one is a copy or which is one of "
                                 "this. It was left as it is; this archive's own lies beside it.")
                                  .arg(made->besides));
                else if (asked)
                    emit said(tr("Copied and read back: %1").arg(made->folder));
                ended(made->problems.empty() ? QString() : errorAtPlace(made->problems.front()));
            });
        });
}

void CopyDesk::tryIt() {
    if (!m_keeper || m_work != Work::None || m_book.place.empty())
        return;
    m_work = Work::Trying;
    const Progress tick = ticks();
    emit changed();
    const QString copy = copyFolder(QString::fromStdString(m_book.place), m_book.archiveId);
    auto tried = QtConcurrent::run([of = folder(), copy, tick] { return tryRestore(of, copy, {}, tick); });
    m_running = tried.then([](const Result<TrialRestore>&) {});
    m_running.then(this, [this, tried, of = folder()] {
        if (of != folder())
            return;
        const Result<TrialRestore> trial = tried.result();
        if (!trial) {
            ended(errorWords(trial.error()));
            return;
        }
        if (!trial->good()) {
            ended(tr("The trial restore did not come out the same: %1").arg(errorAtPlace(trial->differences.front())));
            return;
        }
        CopyBook book = copyBookOf(of);
        book.tried = QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs).toStdString();
        if (const Result<Done> kept = keepCopyBook(of, book); !kept)
            emit said(errorWords(kept.error()));
        emit said(tr("Restored on trial: %1 pulls of %2 jobs came back as they were kept, and %3 figures were judged "
                     "anew, all the same.")
                      .arg(trial->pulls)
                      .arg(trial->jobs)
                      .arg(trial->figures));
        ended({});
    });
}

void CopyDesk::ended(const QString& words) {
    m_work = Work::None;
    QString trouble = words;
    if (!trouble.isEmpty()) // it stands by itself
        trouble[0] = trouble[0].toUpper();
    if (trouble != m_trouble && !trouble.isEmpty())
        emit said(trouble); // once; the card goes on saying it
    m_trouble = trouble;
    look();
    emit changed();
}

} // namespace jr::app
