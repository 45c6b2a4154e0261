// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/gauge_charts.h"

#include "app/widgets/chart_words.h"
#include "app/widgets/gauge_words.h"

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

QString lineName(const SetupRecord& setup, int cylinder) {
    const QString letter = Theme::mark(setup.mark).letter;
    return cylinder > 0 ? letter + QString::number(cylinder)
                        : letter + QLatin1Char(' ') + QString::fromStdString(setup.name);
}

} // namespace

GaugeValues::GaugeValues(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("What was measured beside the power, both sides over the range"));
}

void GaugeValues::draw(const GaugesAnswer& answer, GaugeKind kind) {
    clearDrawing();
    const GaugeInfo& info = gaugeInfo(kind);
    const GaugeScale scale = gaugeScale(kind, m_model.units());
    double low = info.zero ? 0. : INFINITY, high = -INFINITY;
    const SetupRecord* setups[2] = {m_model.job().setup(m_model.compare().now().baseSetup),
                                    m_model.job().setup(m_model.compare().now().withSetup)};
    int named = 0;
    int cylinders = 0;
    for (const GaugeCompared& g : answer.gauges) {
        if (g.gauge.kind != kind)
            continue;
        cylinders = std::max(cylinders, g.gauge.cylinder);
        for (int side = 0; side < 2; ++side) {
            const std::vector<double>& values = side == 0 ? g.base : g.with;
            if (!setups[side])
                continue;
            QPen pen = m_theme.markPen(setups[side]->mark, 2.);
            pen.setStyle(cylinderDash(g.gauge.cylinder));
            QCPGraph* line = addGraph();
            line->setPen(pen);
            line->setAntialiased(true);
            const LineWithHoles along =
                withHoles(answer.place, answer.gridStep, [&](std::size_t i) { return scale.of(values[i]); });
            line->setData(along.keys, along.values, true);
            for (double v : along.values)
                if (std::isfinite(v)) {
                    low = std::min(low, v);
                    high = std::max(high, v);
                }
            // Names stand apart along the range, so that none lies on another.
            const double share = 0.12 + 0.8 * std::fmod(0.381966 * named, 1.);
            const auto at = static_cast<std::size_t>(share * static_cast<double>(answer.place.size() - 1));
            if (std::isfinite(values[at]))
                addLabel(answer.place[at], scale.of(values[at]), lineName(*setups[side], g.gauge.cylinder),
                         m_theme.tokens().marks[setups[side]->mark & 7],
                         Qt::AlignHCenter | (side == 0 ? Qt::AlignTop : Qt::AlignBottom));
            ++named;
        }
    }
    setAxis(answer.axis, m_model.units().wording());
    if (!answer.place.empty())
        setPlaceRange(answer.place.front(), answer.place.back());
    setValueLabel(gaugeLabel(kind, m_model.units()));
    if (high >= low) {
        const auto [from, to] = gaugeRange(info, scale, low, high);
        setNaturalRange(from, to);
    }
    QStringList note{tr("as measured, not corrected")};
    if (!info.zero)
        note << tr("not from zero");
    if (cylinders > 1)
        note << dashWords(cylinders);
    setNote(note.join(QStringLiteral(" · ")));
    replot(rpQueuedReplot);
}

GaugeDifference::GaugeDifference(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Its difference, changed minus base, with a margin for each speed"));
}

void GaugeDifference::draw(const GaugesAnswer& answer, GaugeKind kind) {
    clearDrawing();
    const GaugeScale scale = gaugeScale(kind, m_model.units());
    const Tokens& t = m_theme.tokens();
    double most = 0.;
    for (const GaugeCompared& g : answer.gauges) {
        if (g.gauge.kind != kind)
            continue;
        const auto at = [&](double sign) {
            return withHoles(answer.place, answer.gridStep, [&, sign](std::size_t i) {
                return scale.ofDifference(g.with[i] - g.base[i] + (sign == 0. ? 0. : sign * g.half[i]));
            });
        };
        const LineWithHoles middle = at(0.), lower = at(-1.), upper = at(1.);
        QColor soft = t.accent;
        soft.setAlphaF(0.14f);
        addBand(lower.keys, lower.values, upper.values, soft);
        QCPGraph* line = addGraph();
        QPen pen(t.ink, 1.8, cylinderDash(g.gauge.cylinder));
        line->setPen(pen);
        line->setAntialiased(true);
        line->setData(middle.keys, middle.values, true);
        for (const LineWithHoles* l : {&middle, &lower, &upper})
            for (double v : l->values)
                if (std::isfinite(v))
                    most = std::max(most, std::abs(v));
    }
    setAxis(answer.axis, m_model.units().wording());
    if (!answer.place.empty())
        setPlaceRange(answer.place.front(), answer.place.back());
    setValueLabel(tr("difference [%1]").arg(scale.unit));
    const double reach = std::max({1.15 * most, 0.25 * scale.leastSpan, 1e-9});
    setNaturalRange(-reach, reach);
    setNote(tr("changed minus base · margin at each speed by itself"));
    replot(rpQueuedReplot);
}

} // namespace jr::app
