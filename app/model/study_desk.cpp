// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/study_desk.h"

#include <QCoreApplication>
#include <QEventLoop>

namespace jr::app {

StudyDesk::StudyDesk(QObject* parent) : QObject(parent), m_study(Study::make({}, {}, {})) {
    // One at a time: a study shares its own long work out among the cores.
    m_thread.setMaxThreadCount(1);
    m_thread.setExpiryTimeout(-1);
}

StudyDesk::~StudyDesk() {
    m_study->abandon();
    m_thread.clear();
    m_thread.waitForDone();
}

void StudyDesk::lay(StudyPtr study) {
    m_study->abandon();
    m_study = std::move(study);
}

void StudyDesk::ask(QObject* asker, Work work) {
    const quint64 question = ++m_asked;
    if (!m_newest.contains(asker))
        connect(asker, &QObject::destroyed, this, [this](QObject* gone) { m_newest.erase(gone); });
    m_newest[asker] = question;
    if (++m_open == 1)
        emit workingChanged(true);
    const QPointer<QObject> still(asker);
    m_thread.start([this, study = m_study, still, asker, question, work = std::move(work)] {
        Draw draw;
        if (!study->abandoned())
            draw = work(study);
        // The desk outlives its thread: the destructor waits.
        QMetaObject::invokeMethod(
            this,
            [this, study, still, asker, question, draw = std::move(draw)] {
                const auto newest = m_newest.find(asker);
                if (draw && still && study == m_study && !study->abandoned() && newest != m_newest.end() &&
                    newest->second == question)
                    draw();
                finished();
            },
            Qt::QueuedConnection);
    });
}

void StudyDesk::finished() {
    if (--m_open == 0)
        emit workingChanged(false);
}

void StudyDesk::waitUntilAnswered() {
    while (m_open > 0)
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
}

} // namespace jr::app
