// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/ready_station.h"

#include "archive/formats/job_sheets.h"

namespace jr::app {

ReadyStation::ReadyStation(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent)
    : PageStack(parent), m_job(job), m_benchModel(bench) {
    m_walk = new WalkPage(theme, job, bench);
    m_leaks = new LeakPage(theme, job, bench);
    m_sitting = new SittingPage(theme, job, bench);
    m_bench = new BenchPage(theme, job, bench);
    m_apart = new ApartPage(theme, job);
    addPage(tr("Walk-round"), m_walk);
    addPage(tr("Leak tests"), m_leaks);
    addPage(tr("The sitting"), m_sitting);
    addPage(tr("The bench"), m_bench);
    addPage(tr("Taken apart"), m_apart);
    connect(&job, &JobModel::jobChanged, this, &ReadyStation::nameThePages);
    connect(&job, &JobModel::sheetChanged, this, &ReadyStation::nameThePages);
    connect(&job, &JobModel::pullsChanged, this, &ReadyStation::nameThePages);
    connect(&bench, &BenchModel::sittingChanged, this, &ReadyStation::nameThePages);
    nameThePages();
}

void ReadyStation::nameThePages() {
    const WalkState state = m_benchModel.sitting().walkState();
    setPageName(WalkRoundPage, !m_job.hasJob() || state.clear()
                                   ? tr("Walk-round")
                                   : tr("Walk-round (%1)").arg(state.missingSafety.size()));
    const std::size_t due = m_job.hasJob() ? m_benchModel.sitting().leaksDue().size() : 0;
    setPageName(Leaks, due == 0 ? tr("Leak tests") : tr("Leak tests (%1)").arg(due));
    const auto off = stillOff(putBackOf(m_job.sheet(sheet_kind::putBack)));
    setPageName(Apart, off.empty() ? tr("Taken apart") : tr("Taken apart (%1 off)").arg(off.size()));
}

StationFace ReadyStation::face() const {
    return {
        tr("Ready"),
        QStringLiteral("clipboard-list"),
        QStringLiteral("Ctrl+2"),
        {QStringLiteral("ready.png"), QStringLiteral("ready-bench.png")}};
}

} // namespace jr::app
