// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/look_station.h"

#include "app/model/display_units.h"
#include "core/pull/pull_axis.h"
#include "core/words/wording.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

TraceChart::TraceChart(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Power of this pull: raw points, fitted curve, flagged stretches"));
    showPlaceTicks(false);
}

void TraceChart::draw(int index) {
    clearDrawing();
    setNote({});
    const PullCurve* curve = m_model.answers().curve(index);
    if (!curve) {
        replot(rpQueuedReplot);
        return;
    }
    const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(index)];
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& u = m_model.units();
    const double factor = curve->factor.value_or(1.);
    double top = 0.;
    for (double w : curve->powerW)
        top = std::max(top, u.powerOf(w));
    const PullAxis axis(*pull.fit, curve->axis);
    double low = curve->usedFrom, high = curve->usedTo;
    const std::vector<RawPoint> raw = rawPoints(*pull.fit, curve->axis, 0.05);
    for (const RawPoint& r : raw) {
        low = std::min(low, r.place);
        high = std::max(high, r.place);
    }

    // Flagged stretches: a hatched column with its name, behind everything.
    int row = 0;
    for (const Flag& flag : pull.fit->flags()) {
        const auto [flagFrom, flagTo] = axis.placesOf(flag);
        if (!std::isfinite(flagFrom) || !flagExcludes(flag.kind))
            continue;
        auto* column = new QCPItemRect(this);
        column->topLeft->setTypeY(QCPItemPosition::ptAxisRectRatio);
        column->bottomRight->setTypeY(QCPItemPosition::ptAxisRectRatio);
        // A narrow flag still has to be seen.
        const double widen = std::max(0., 0.006 * (high - low) - 0.5 * (flagTo - flagFrom));
        column->topLeft->setCoords(flagFrom - widen, 0.);
        column->bottomRight->setCoords(flagTo + widen, 1.);
        column->setPen(QPen(flag.overruled ? t.line : t.amber, 1, Qt::DotLine));
        column->setBrush(flag.overruled ? QBrush(Qt::NoBrush) : QBrush(t.amberSoft));
        const QString name =
            DisplayUnits::word(flagText(flag.kind)) + (flag.overruled ? tr(" (counted)") : QString());
        auto* label = new QCPItemText(this);
        label->position->setTypeY(QCPItemPosition::ptAxisRectRatio);
        const bool rightHalf = flagFrom > 0.5 * (low + high);
        label->position->setCoords(rightHalf ? flagFrom - widen : flagTo + widen, 0.05 + 0.07 * row++);
        label->setPositionAlignment((rightHalf ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignTop);
        label->setText(name);
        label->setColor(t.amber);
        label->setFont(Theme::font(Size::Small, true));
        label->setPadding(QMargins(4, 0, 4, 0));
    }
    QCPGraph* points = addGraph();
    QCPGraph* unused = addGraph();
    QVector<double> x1, y1, x2, y2;
    for (const RawPoint& r : raw) {
        (r.fitted ? x1 : x2).append(r.place);
        (r.fitted ? y1 : y2).append(u.powerOf(factor * r.powerW));
    }
    points->setData(x1, y1);
    unused->setData(x2, y2);
    for (QCPGraph* g : {points, unused}) {
        g->setLineStyle(QCPGraph::lsNone);
        g->setScatterStyle(QCPScatterStyle(g == points ? QCPScatterStyle::ssDisc : QCPScatterStyle::ssCross,
                                           QPen(g == points ? t.muted : t.amber, 1), Qt::NoBrush, g == points ? 3 : 5));
    }
    const SetupRecord* setup = m_model.job().setup(pull.record.setupId);
    const int mark = setup ? setup->mark : 0;
    QCPGraph* line = addGraph();
    QCPGraph* uncounted = addGraph();
    QVector<double> x, counted, rest;
    for (std::size_t i = 0; i < curve->place.size(); ++i) {
        x.append(curve->place[i]);
        counted.append(curve->counted[i] ? u.powerOf(curve->powerW[i]) : qQNaN());
        const bool edge = (i > 0 && !curve->counted[i - 1]) || (i + 1 < curve->place.size() && !curve->counted[i + 1]);
        rest.append(!curve->counted[i] || edge ? u.powerOf(curve->powerW[i]) : qQNaN());
    }
    line->setData(x, counted, true);
    line->setAntialiased(true);
    line->setPen(QPen(t.marks[mark % 8], 2.4));
    uncounted->setData(x, rest, true);
    uncounted->setPen(QPen(t.amber, 1.5, Qt::DotLine));
    if (curve->peakPower)
        addLabel(curve->peakPower->place, u.powerOf(curve->peakPower->value),
                 tr("%1 at %2")
                     .arg(u.powerText(curve->peakPower->value), u.peakPlaceText(curve->peakPower->place, curve->axis)),
                 t.ink, Qt::AlignHCenter | Qt::AlignBottom);
    setAxis(curve->axis, u.wording());
    const double margin = 0.01 * (high - low);
    setPlaceRange(low - margin, high + margin);
    setValueLabel(tr("power [%1]").arg(u.powerSymbol()));
    setNaturalRange(0., 1.2 * top);
    setNote(tr("%1%2 · detail %3 · points: raw, line: what is counted")
                .arg(DisplayUnits::word(m_model.answers().standard().label),
                     curve->factor ? QStringLiteral(" × ") + QLocale().toString(*curve->factor, 'f', 3)
                                   : tr(" (not applied)"),
                     QString::fromStdString(detailText(curve->detail, curve->finest, curve->axis, u.wording()))));
    replot(rpQueuedReplot);
}

MixtureChart::MixtureChart(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Mixture of this pull over engine speed"));
    setValueLabel(tr("mixture [:1]"));
}

bool MixtureChart::draw(int index) {
    clearDrawing();
    const PullCurve* curve = m_model.answers().curve(index);
    if (!curve || curve->afr.empty())
        return false;
    const Tokens& t = m_theme.tokens();
    const PullFit& fit = *m_model.pulls()[static_cast<std::size_t>(index)].fit;
    const PullAxis axis(fit, curve->axis);
    QVector<double> x, y, rawX, rawY;
    double low = 1e9, high = -1e9;
    for (std::size_t i = 0; i < curve->place.size(); ++i)
        if (std::isfinite(curve->afr[i])) {
            x.append(curve->place[i]);
            y.append(curve->afr[i]);
            low = std::min(low, curve->afr[i]);
            high = std::max(high, curve->afr[i]);
        }
    for (std::size_t i = fit.ready.from; i < fit.ready.to && i < fit.afr.size(); i += 4)
        if (std::isfinite(fit.afr[i])) {
            rawX.append(axis.placeOfSample(i));
            rawY.append(fit.afr[i]);
        }
    setAxis(curve->axis, m_model.units().wording());
    QCPGraph* raw = addGraph();
    raw->setLineStyle(QCPGraph::lsNone);
    raw->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, QPen(t.muted, 1), Qt::NoBrush, 2));
    raw->setData(rawX, rawY);
    QCPGraph* line = addGraph();
    line->setPen(QPen(t.accent, 1.8));
    line->setData(x, y, true);
    // A mixture has no zero worth showing: the window is fixed and wide, so that small swings stay small.
    setNaturalRange(std::min(10., low - 1.), std::max(16., high + 1.));
    replot(rpQueuedReplot);
    return true;
}

} // namespace jr::app
