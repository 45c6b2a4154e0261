// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/keeper.h"
#include "app/words/words.h"

#include <QCoreApplication>

namespace jr::app {

Keeper::Keeper(QString folder, QObject* parent) : QObject(parent), m_folder(std::move(folder)) {
    m_thread.setObjectName(QStringLiteral("keeper"));
    m_hand.moveToThread(&m_thread);
    m_thread.start();
}

Keeper::~Keeper() {
    inThread([this] { m_archive.reset(); });
    waitForThread();
    m_thread.quit();
    m_thread.wait();
}

void Keeper::open() {
    inThread([this, folder = m_folder] {
        bool damaged = false;
        QString words;
        Result<std::unique_ptr<Archive>> archive = Archive::open(folder, &damaged);
        if (archive) {
            m_archive = std::move(archive).value();
            m_archive->setRemarkListener([this](const Remark& what) {
                QMetaObject::invokeMethod(this, [this, what] { emit remark(errorAtPlace(what)); });
            });
        } else {
            words = errorAtPlace(archive.error());
        }
        QMetaObject::invokeMethod(
            this, [this, well = m_archive != nullptr, words, damaged] { emit opened(well, words, damaged); },
            Qt::QueuedConnection);
    });
}

void Keeper::put(QObject* asker, Work work) {
    if (++m_open == 1)
        emit workingChanged(true);
    inThread([this, still = QPointer<QObject>(asker), work = std::move(work)] {
        Then then = work(*m_archive);
        // The keeper outlives its thread: the destructor waits.
        QMetaObject::invokeMethod(
            this,
            [this, still, then = std::move(then)] {
                if (still && then)
                    then();
                if (--m_open == 0)
                    emit workingChanged(false);
            },
            Qt::QueuedConnection);
    });
}

void Keeper::waitForThread() {
    QMetaObject::invokeMethod(
        &m_hand, [] {}, Qt::BlockingQueuedConnection);
}

void Keeper::finish() {
    while (m_open > 0) {
        waitForThread();
        QCoreApplication::sendPostedEvents(this);
    }
}

} // namespace jr::app
