// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/gain_ribbon.h"

#include "app/widgets/chart_words.h"

#include <algorithm>
#include <cmath>

namespace jr::app {

GainRibbon::GainRibbon(const Theme& theme, const JobModel& model, QWidget* parent)
    : RangeChart(theme, parent), m_model(model) {
    setAccessibleName(tr("Gain over engine speed with its margin"));
    showPlaceTicks(false);
}

void GainRibbon::setRatio(bool ratio) {
    m_ratio = ratio;
    resetZoom();
    draw();
}

void GainRibbon::draw() {
    clearDrawing();
    const auto& comparison = m_model.answers().comparison();
    if (!comparison) {
        replot(rpQueuedReplot);
        return;
    }
    const Comparison& c = *comparison;
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& u = m_model.units();
    const auto power = [&](double v) { return m_ratio ? v : u.powerOf(v); };
    const auto gain = [&](std::size_t i) {
        return m_ratio ? c.pct(i) : c.watt(i).times(u.powerOf(1.)); // a unit of power has no offset
    };
    double reach = 0.;
    for (std::size_t i = 0; i < c.place.size(); ++i)
        for (double v : {gain(i).mid, c.margins ? gain(i).low : 0., c.margins ? gain(i).high : 0.})
            reach = std::max(reach, std::abs(v));

    // Worth: the corridor inside which a difference would not matter.
    for (double sign : {-1., 1.}) {
        QCPGraph* worth = addGraph();
        worth->setPen(QPen(t.muted, 1, Qt::DashLine));
        QVector<double> y;
        for (double w : c.base.powerW)
            y.append(sign * (m_ratio ? c.worthPct : u.powerOf(w) * c.worthPct / 100.));
        worth->setData(QVector<double>(c.place.begin(), c.place.end()), y, true);
        reach = std::max(reach, 1.15 * *std::max_element(y.begin(), y.end()));
    }
    const auto addPiece = [&](double from, double to, const QBrush& brush, const QPen& edge) {
        QVector<double> x, low, high;
        for (std::size_t i = 0; i < c.place.size(); ++i)
            if (c.place[i] >= from && c.place[i] <= to) {
                x.append(c.place[i]);
                low.append(gain(i).low);
                high.append(gain(i).high);
            }
        addBand(x, low, high, brush, edge);
    };
    const double rounding = 0.02 * c.gridStep;
    // The band, coloured by what it says: each call its own piece, so that shape and colour agree with the strip below.
    if (c.margins)
        for (const Call& call : c.calls) {
            const QColor edge = call.kind == CallKind::Gain   ? t.gain
                                : call.kind == CallKind::Loss ? t.loss
                                : call.kind == CallKind::Same ? t.same
                                                              : t.open;
            const QColor fill = call.kind == CallKind::Gain   ? t.gainSoft
                                : call.kind == CallKind::Loss ? t.lossSoft
                                                              : t.sameSoft;
            // One step beyond, so that pieces meet.
            addPiece(call.from - 1.01 * c.gridStep, call.to + rounding,
                     call.kind == CallKind::Open ? Theme::hatch(t.line) : QBrush(fill), QPen(edge, 1));
        }
    for (const auto& [from, to] : c.narrow)
        addPiece(from - rounding, to + rounding, Theme::stripes(t.muted), Qt::NoPen);
    QCPGraph* zero = addGraph();
    zero->setPen(QPen(t.ink, 1));
    zero->setData(QVector<double>{c.place.front(), c.place.back()}, QVector<double>{0., 0.}, true);
    QCPGraph* line = addGraph();
    QPen pen(t.ink);
    pen.setWidthF(2.4);
    line->setPen(pen);
    const LineWithHoles gains = withHoles(c.place, c.gridStep, [&](std::size_t i) { return gain(i).mid; });
    line->setData(gains.keys, gains.values, true);
    line->setAntialiased(true);

    for (const Call& call : c.calls)
        if (call.kind == CallKind::Gain || call.kind == CallKind::Loss) {
            const double margin = 0.2 * std::abs(call.maxW);
            const Wording w = u.wording();
            const auto at =
                static_cast<std::size_t>(std::find(c.place.begin(), c.place.end(), call.maxPlace) - c.place.begin());
            const double pct = at < c.place.size() ? c.pct(at).mid : call.meanPct;
            // Beyond the band's edge, not on it.
            const bool isGain = call.kind == CallKind::Gain;
            const double edge = at < c.place.size() && c.margins ? (isGain ? gain(at).high : gain(at).low)
                                                                 : (m_ratio ? pct : power(call.maxW));
            addLabel(call.maxPlace, edge,
                     m_ratio ? QString::fromStdString(plainNumber(pct, 1, w, true)) + QStringLiteral(" %")
                             : QString::fromStdString(withUnit(call.maxW, margin, u.power, w, true)),
                     call.kind == CallKind::Gain ? t.gain : t.loss,
                     Qt::AlignHCenter | (call.kind == CallKind::Gain ? Qt::AlignBottom : Qt::AlignTop));
        }
    setValueLabel(m_ratio ? tr("gain [%]") : tr("gain [%1]").arg(u.powerSymbol()));
    setNaturalRange(-1.28 * reach, 1.28 * reach); // room for the labels, however low the ribbon stands
    setNote(tr("%1 minus %2 · band: %3 % for the whole curve · dashed: worth %4 %")
                .arg(QString::fromStdString(c.with.setup), QString::fromStdString(c.base.setup),
                     QLocale().toString(100. * c.confidence, 'f', 0), QLocale().toString(c.worthPct)) +
            (c.narrow.empty() ? QString() : tr(" · striped: narrow features may hide")));
    replot(rpQueuedReplot);
}

} // namespace jr::app
