// SPDX-License-Identifier: GPL-3.0-or-later
// One piece of long work at a time that needs no study, beside the window: a new one abandons the one before, and none
// waits for the pages or lets them wait.
#pragma once

#include <QObject>
#include <QThreadPool>

#include <atomic>
#include <functional>
#include <memory>

namespace jr::app {

class SideWork : public QObject {
    Q_OBJECT
public:
    using Draw = std::function<void()>;
    /// Runs in the other thread and gives up early once told so; what it returns draws, in the window's thread.
    using Work = std::function<Draw(const std::function<bool()>& abandoned)>;

    explicit SideWork(QObject* parent = nullptr);
    ~SideWork() override;
    void start(Work work);
    bool working() const { return m_open > 0; }

private:
    QThreadPool m_thread;
    std::shared_ptr<std::atomic<bool>> m_abandoned; ///< of the newest
    int m_open = 0;
};

} // namespace jr::app
