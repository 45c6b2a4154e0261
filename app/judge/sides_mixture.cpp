// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/sides_mixture.h"

#include "app/charts/pull_thread.h"
#include "app/widgets/chart_words.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

MixtureTarget mixtureTargetOf(const JobModel& model) {
    if (const auto chosen = judgingSheetOf(model.sheet(sheet_kind::judging)).target)
        return *chosen;
    int strokes = 4;
    for (const LoadedPull& p : model.pulls())
        if (p.fit)
            strokes = p.fit->header.strokes.value_or(strokes);
    return usualTarget(strokes);
}

bool mixtureRecorded(const JobModel& model) {
    for (bool base : {true, false})
        for (int i : model.sidePulls(base))
            if (const auto& fit = model.pulls()[static_cast<std::size_t>(i)].fit; fit && !fit->afr.empty())
                return true;
    return false;
}

SidesMixture::SidesMixture(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Mixture over engine speed, with the target window"));
    yAxis->ticker()->setTickStepStrategy(QCPAxisTicker::tssReadability);
}

void SidesMixture::draw() {
    clearDrawing();
    const auto& comparison = m_model.answers().comparison();
    const MixtureTarget target = mixtureTargetOf(m_model);
    const Tokens& t = m_theme.tokens();
    double low = target.richAfr, high = target.leanAfr, from = 1e9, to = 0.;
    const auto widen = [&](double v) {
        if (std::isfinite(v)) {
            low = std::min(low, v);
            high = std::max(high, v);
        }
    };
    for (bool base : {true, false}) {
        const std::string& id = base ? m_model.compare().now().baseSetup : m_model.compare().now().withSetup;
        const SetupRecord* setup = m_model.job().setup(id);
        if (!setup)
            continue;
        const QColor color = t.marks[setup->mark & 7];
        for (int i : m_model.sidePulls(base)) {
            const PullCurve* curve = m_model.answers().curve(i);
            if (!curve || curve->afr.empty())
                continue;
            addThread(*this, color, QVector<double>(curve->place.begin(), curve->place.end()),
                      QVector<double>(curve->afr.begin(), curve->afr.end()));
            for (double v : curve->afr)
                widen(v);
            from = std::min(from, curve->place.front());
            to = std::max(to, curve->place.back());
        }
        if (!comparison)
            continue;
        const Side& side = base ? comparison->base : comparison->with;
        QCPGraph* line = addGraph();
        line->setPen(m_theme.markPen(setup->mark, 2.2));
        line->setAntialiased(true);
        const LineWithHoles mixture =
            withHoles(comparison->place, comparison->gridStep, [&](std::size_t i) { return side.afr[i]; });
        line->setData(mixture.keys, mixture.values, true);
        const bool any = std::any_of(side.afr.begin(), side.afr.end(), [](double v) { return std::isfinite(v); });
        const auto at =
            static_cast<std::size_t>(static_cast<double>(comparison->place.size() - 1) * (base ? 0.35 : 0.7));
        // The leaner line is named above, the richer below, so that no name stands between the two.
        const double other = (base ? comparison->with : comparison->base).afr[at];
        const bool above = std::isfinite(other) ? side.afr[at] > other || (side.afr[at] == other && base) : base;
        if (any && std::isfinite(side.afr[at]) && !m_lane)
            addLabel(comparison->place[at], side.afr[at],
                     Theme::mark(setup->mark).letter + QLatin1Char(' ') + QString::fromStdString(setup->name), color,
                     Qt::AlignHCenter | (above ? Qt::AlignBottom : Qt::AlignTop));
    }
    if (to > from) {
        QCPGraph* under = addGraph();
        QCPGraph* over = addGraph();
        for (QCPGraph* g : {under, over})
            g->setPen(QPen(t.gain, 1, Qt::DashLine));
        const double left = m_lane ? fromPlace() : from, right = m_lane ? toPlace() : to;
        under->setData(QVector<double>{left, right}, QVector<double>{target.richAfr, target.richAfr}, true);
        over->setData(QVector<double>{left, right}, QVector<double>{target.leanAfr, target.leanAfr}, true);
        QColor soft = t.gain;
        soft.setAlphaF(0.10);
        over->setBrush(soft);
        over->setChannelFillGraph(under);
        if (!m_lane)
            setPlaceRange(from, to);
    }
    setValueLabel(m_lane ? tr("mixture [:1]") : tr("mixture [:1], lean upwards"));
    yAxis->ticker()->setTickCount(m_lane ? 2 : 5);
    setNaturalRange(low - (m_lane ? 0.3 : 0.6), high + (m_lane ? 0.3 : 0.6));
    const QLocale l;
    const QString window =
        tr("window %1 to %2:1").arg(l.toString(target.richAfr, 'f', 1), l.toString(target.leanAfr, 'f', 1));
    setNote(m_lane ? tr("%1 · lean upwards, not from zero").arg(window)
                   : tr("mean of all cylinders · %1 · threads: single pulls · not from zero").arg(window));
    replot(rpQueuedReplot);
}

} // namespace jr::app
