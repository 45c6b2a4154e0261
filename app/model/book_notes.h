// SPDX-License-Identifier: GPL-3.0-or-later
// The machine's own book, written and read: what a visit measured is noted with its job once nobody is turning
// anything, and the visits of one machine are gathered from all jobs.
#pragma once

#include "archive/formats/work_order_sheet.h"
#include "core/machine/machine_book.h"

#include <QObject>
#include <QTimer>

#include <functional>
#include <set>

namespace jr::app {

class JobModel;

/// A machine's visits, oldest first, the open job among them, and what others of its model made.
struct MachineBook {
    struct Entry {
        Visit visit;
        WorkOrder order;
        TuneHistory tune;
    };
    std::vector<Entry> entries;
    std::vector<std::string> missing; ///< jobs with pulls and without figures
    int open = -1;                    ///< index of the open job
    std::vector<double> othersPeaksW; ///< newest of each other machine of the same model on the same bench
};

class BookNotes : public QObject {
    Q_OBJECT
public:
    explicit BookNotes(JobModel& job);
    /// Nothing is told after `asker` is gone.
    void read(QObject* asker, std::function<void(const MachineBook&)> then);

signals:
    void noted(); ///< the open job's figures are others now

private:
    void note();
    void takeOverSheet();
    /// Jobs that nobody has opened since there are books: worked out one after the other beside the window.
    void workOutMissing(const MachineBook& book);
    void workOut(const std::string& jobId);

    JobModel& m_job;
    QTimer m_timer;
    std::string m_lookedFor;       ///< job and machine whose last sheet was looked for
    std::set<std::string> m_tried; ///< of the missing ones: each once
};

} // namespace jr::app
