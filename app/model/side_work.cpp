// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/side_work.h"

namespace jr::app {

SideWork::SideWork(QObject* parent) : QObject(parent), m_abandoned(std::make_shared<std::atomic<bool>>(false)) {
    m_thread.setMaxThreadCount(1);
    m_thread.setThreadPriority(QThread::LowPriority);
}

SideWork::~SideWork() {
    *m_abandoned = true;
    m_thread.clear();
    m_thread.waitForDone();
}

void SideWork::start(Work work) {
    *m_abandoned = true;
    m_abandoned = std::make_shared<std::atomic<bool>>(false);
    ++m_open;
    m_thread.start([this, abandoned = m_abandoned, work = std::move(work)] {
        Draw draw;
        if (!*abandoned)
            draw = work([&] { return abandoned->load(); });
        // The object outlives its thread: the destructor waits.
        QMetaObject::invokeMethod(
            this,
            [this, abandoned, draw = std::move(draw)] {
                --m_open;
                if (draw && !*abandoned)
                    draw();
            },
            Qt::QueuedConnection);
    });
}

} // namespace jr::app
