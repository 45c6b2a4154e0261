// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/live_chart.h"

#include "app/model/display_units.h"
#include <cmath>

namespace jr::app {
namespace {

/// A first pull over road speed is drawn to here, 100 km/h. Common practice, no source.
constexpr double kUsualRoadMS = 100. / 3.6;

} // namespace

LiveChart::LiveChart(const Theme& theme, const JobModel& job, const BenchModel& bench, QWidget* parent)
    : RangeChart(theme, parent), m_job(job), m_bench(bench) {
    setAccessibleName(tr("Power of the pull in hand"));
    showPlaceTicks(true);
    prepare();
}

void LiveChart::prepare() {
    clearDrawing();
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& u = m_job.units();
    const Procedure& procedure = m_bench.sitting().procedure();
    const CurveAxis axis = m_job.answers().axis();
    m_axis = axis;
    setAxis(axis, u.wording());
    double from = procedure.startRpm, to = procedure.endRpm;
    if (axis == CurveAxis::RoadSpeed) { // the procedure speaks of the engine; the road opens with the first pull
        from = 0.;
        to = kUsualRoadMS;
    }
    m_highest = 0.;
    std::vector<int> own = m_bench.ownPulls();
    if (m_bench.card()) // it is what is held against the others
        std::erase(own, m_job.indexOf(m_bench.card()->pullId));
    if (!own.empty()) {
        // The spread of its own: lowest and highest at each speed.
        std::map<double, std::pair<double, double>> spread;
        for (int i : own)
            if (const PullCurve* c = m_job.answers().curve(i))
                for (std::size_t k = 0; k < c->place.size(); ++k) {
                    const double y = u.powerOf(c->powerW[k]);
                    auto [at, fresh] = spread.try_emplace(c->place[k], y, y);
                    at->second.first = std::min(at->second.first, y);
                    at->second.second = std::max(at->second.second, y);
                }
        QVector<double> x, low, high;
        for (const auto& [place, range] : spread) {
            x << place;
            low << range.first;
            high << range.second;
            m_highest = std::max(m_highest, range.second);
        }
        if (own.size() > 1)
            addBand(x, low, high, t.sameSoft);
        if (const PullCurve* ghost = m_job.answers().curve(own.back())) {
            QCPGraph* line = addGraph();
            line->setPen(QPen(t.muted, 2, Qt::DashLine));
            QVector<double> gx(ghost->place.begin(), ghost->place.end()), gy;
            for (double w : ghost->powerW)
                gy << u.powerOf(w);
            line->setData(gx, gy, true);
            const auto number = m_job.pulls()[static_cast<std::size_t>(own.back())].record.number;
            const auto top = std::max_element(gy.begin(), gy.end()) - gy.begin();
            if (!gx.isEmpty())
                addLabel(gx[top], gy[top], tr("pull %1, the last of %2").arg(number).arg(m_bench.sitting().setup()),
                         t.muted, Qt::AlignHCenter | Qt::AlignBottom);
            from = std::min(from, ghost->place.front());
            to = std::max(to, ghost->place.back());
            for (double y : gy)
                m_highest = std::max(m_highest, y);
        }
    }
    m_live = addGraph();
    QPen pen(t.accent);
    pen.setWidthF(2.6);
    m_live->setPen(pen);
    // The line of the pull in hand, or of the one on the card, outlives a new ghost, another unit and another axis.
    for (const LivePoint& p : m_points)
        drawPoint(p);
    setPlaceRange(from - 0.04 * (to - from), to + 0.04 * (to - from));
    m_highest = std::max(m_highest, u.powerOf(4000.));
    setNaturalRange(0., 1.15 * m_highest);
    setValueLabel(tr("power [%1]").arg(u.powerSymbol()));
    const QString standard = DisplayUnits::word(m_job.answers().standard().label);
    setNote(own.empty() ? tr("%1 · as it comes, unfitted").arg(standard)
                        : tr("%1 · as it comes, unfitted · grey: its own pulls so far").arg(standard));
    m_frames = 0;
    replot(rpQueuedReplot);
}

void LiveChart::followAxis() {
    if (m_job.answers().axis() != m_axis)
        prepare();
}

void LiveChart::drawPoint(const LivePoint& p) {
    const double y = m_job.units().powerOf(p.powerW * m_factor);
    m_live->addData(m_axis == CurveAxis::EngineSpeed ? p.rpm : p.shaftRadS * m_roadPerShaft, y);
    m_highest = std::max(m_highest, y);
}

void LiveChart::begin() {
    m_points.clear();
    if (m_live)
        m_live->data()->clear();
    m_frames = 0;
    replot(rpQueuedReplot);
}

void LiveChart::setRoadPerShaft(double metres) {
    m_roadPerShaft = metres;
}

void LiveChart::add(const std::vector<LivePoint>& points, double factor) {
    if (points.empty() || !m_live)
        return;
    m_factor = factor;
    m_points.insert(m_points.end(), points.begin(), points.end());
    const double before = m_highest;
    for (const LivePoint& p : points)
        drawPoint(p);
    if (m_highest > before)
        setNaturalRange(0., 1.15 * m_highest);
    ++m_frames;
    replot(rpQueuedReplot);
}

} // namespace jr::app
