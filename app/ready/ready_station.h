// SPDX-License-Identifier: GPL-3.0-or-later
// Ready: the walk-round, leak tests, how the sitting is run, the bench and its calibration, and what has been taken
// apart.
#pragma once

#include "app/ready/apart_page.h"
#include "app/ready/bench_page.h"
#include "app/ready/leak_page.h"
#include "app/ready/sitting_page.h"
#include "app/ready/walk_page.h"
#include "app/widgets/page_stack.h"

namespace jr::app {

class ReadyStation : public PageStack {
    Q_OBJECT
public:
    enum Page { WalkRoundPage, Leaks, Sitting, Bench, Apart };

    ReadyStation(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    StationFace face() const override;
    WalkPage& walk() { return *m_walk; }
    LeakPage& leaks() { return *m_leaks; }
    SittingPage& sitting() { return *m_sitting; }
    BenchPage& bench() { return *m_bench; }
    ApartPage& apart() { return *m_apart; }

private:
    void nameThePages(); ///< with what is still open

    JobModel& m_job;
    BenchModel& m_benchModel;
    WalkPage* m_walk;
    LeakPage* m_leaks;
    SittingPage* m_sitting;
    BenchPage* m_bench;
    ApartPage* m_apart;
};

} // namespace jr::app
