// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/pull_gauges.h"

#include "app/widgets/chart_words.h"
#include "app/widgets/gauge_words.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

PullGauges::PullGauges(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("What this pull measured beside the power"));
}

void PullGauges::ask(int pullIndex) {
    m_model.answers().ask(this, [this, pullIndex](const StudyPtr& study) -> StudyDesk::Draw {
        std::vector<Study::PullGauge> gauges;
        if (pullIndex >= 0 && pullIndex < static_cast<int>(study->pulls().size()))
            gauges = study->gaugesOfPull(static_cast<std::size_t>(pullIndex));
        return [this, pullIndex, gauges = std::move(gauges)] {
            m_pull = pullIndex;
            m_gauges = gauges;
            m_kinds.clear();
            for (const Study::PullGauge& g : m_gauges)
                if (m_kinds.empty() || m_kinds.back() != g.gauge.kind)
                    m_kinds.push_back(g.gauge.kind);
            emit read();
        };
    });
}

int PullGauges::cylinders() const {
    return static_cast<int>(std::count_if(m_gauges.begin(), m_gauges.end(), [](const Study::PullGauge& g) {
        return g.gauge.kind == GaugeKind::CylinderMixture;
    }));
}

void PullGauges::draw(GaugeKind kind) {
    clearDrawing();
    const PullCurve* curve = m_model.answers().curve(m_pull);
    if (!curve)
        return;
    const Tokens& t = m_theme.tokens();
    const GaugeScale scale = gaugeScale(kind, m_model.units());
    double low = INFINITY, high = -INFINITY;
    int cylinders = 0;
    for (const Study::PullGauge& g : m_gauges) {
        if (g.gauge.kind != kind || g.along.size() != curve->place.size())
            continue;
        cylinders = std::max(cylinders, g.gauge.cylinder);
        QCPGraph* line = addGraph();
        line->setPen(QPen(t.accent, 2., cylinderDash(g.gauge.cylinder)));
        line->setAntialiased(true);
        const LineWithHoles along =
            withHoles(curve->place, curve->gridStep, [&](std::size_t i) { return scale.of(g.along[i]); });
        line->setData(along.keys, along.values, true);
        for (double v : along.values)
            if (std::isfinite(v)) {
                low = std::min(low, v);
                high = std::max(high, v);
            }
        const std::size_t at = (g.gauge.cylinder % 2 ? 1 : 3) * curve->place.size() / 4;
        if (g.gauge.cylinder > 0 && std::isfinite(g.along[at]))
            addLabel(curve->place[at], scale.of(g.along[at]), QString::number(g.gauge.cylinder), t.accent,
                     Qt::AlignHCenter | Qt::AlignBottom);
    }
    setAxis(curve->axis, m_model.units().wording());
    setValueLabel(gaugeLabel(kind, m_model.units()));
    yAxis->ticker()->setTickCount(3);
    if (high >= low) {
        const auto [from, to] = gaugeRange(gaugeInfo(kind), scale, low, high);
        setNaturalRange(from, to);
    }
    QStringList note{tr("as measured")};
    if (cylinders > 1)
        note << dashWords(cylinders);
    if (!gaugeInfo(kind).zero)
        note << tr("not from zero");
    setNote(note.join(QStringLiteral(" · ")));
    replot(rpQueuedReplot);
}

} // namespace jr::app
