// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/time_steps_drawing.h"

#include "app/charts/nice_ticks.h"
#include "app/words/words.h"

#include <QLocale>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kNamesShare = 0.22, kLineShare = 0.5; // shares of a row's width
constexpr double kTallestRow = 74.;
constexpr double kTick = 11.; ///< half of the stroke that stands for a setup

QString signedSeconds(double seconds) {
    const QString text = QLocale().toString(seconds, 'f', 2);
    return seconds > 0. ? QLatin1Char('+') + text : text;
}

bool surelyTold(const std::optional<double>& low, const std::optional<double>& high) {
    return low && high && (*low > 0. || *high < 0.);
}

} // namespace

TimeStepsDrawing::TimeStepsDrawing(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setMinimumSize(420, 260);
    setAccessibleName(tr("Setups by their times"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void TimeStepsDrawing::setView(RoadViewPtr view) {
    m_view = std::move(view);
    update();
}

void TimeStepsDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 8, 8);
    const auto& steps = m_view ? m_view->steps : std::nullopt;
    if (!steps) {
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Strong));
        p.drawText(rect().adjusted(40, 0, -40, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Two setups with runs that count stand here as steps, by their times at a mark."));
        return;
    }
    const QRectF area = QRectF(rect()).adjusted(20, 12, -20, -12);
    const bool swept = !steps->sweeps.empty();
    paintRows(p, QRectF(area.left(), area.top(), area.width(), swept ? 0.54 * area.height() : area.height()));
    if (swept)
        paintSweep(p, QRectF(area.left(), area.top() + 0.58 * area.height(), area.width(), 0.42 * area.height()),
                   steps->sweeps.front());
}

void TimeStepsDrawing::paintRows(QPainter& p, const QRectF& area) const {
    const Tokens& t = m_theme.tokens();
    const auto& steps = m_view->steps->steps;
    double least = -0.1, most = 0.1; // seconds won; a hundredth must not look like a mountain
    for (const TimeStep& step : steps)
        for (double s : {step.wonInAllS, step.inAllLowS.value_or(0.), step.inAllHighS.value_or(0.)}) {
            least = std::min(least, 1.1 * s);
            most = std::max(most, 1.1 * s);
        }
    p.setFont(Theme::font(Size::Strong, true));
    p.setPen(t.ink);
    p.drawText(
        QRectF(area.left(), area.top(), area.width(), 22.), Qt::AlignLeft | Qt::AlignVCenter,
        tr("Seconds won to %1, against %2").arg(markText(m_view->steps->mark), m_view->name(steps.front().setupId)));
    constexpr double kHead = 30., kFoot = 34.;
    const double row = std::min(kTallestRow, (area.height() - kHead - kFoot) / static_cast<double>(steps.size()));
    const double left = area.left() + kNamesShare * area.width(), wide = kLineShare * area.width();
    const double bottom = area.top() + kHead + row * static_cast<double>(steps.size());
    const auto x = [&](double s) { return left + (s - least) / (most - least) * wide; };
    p.setFont(Theme::font(Size::Small));
    for (double tick : niceTicks(least, most, 6)) {
        p.setPen(QPen(tick == 0. ? t.ink : t.line, 1, tick == 0. ? Qt::SolidLine : Qt::DotLine));
        p.drawLine(QPointF(x(tick), area.top() + kHead), QPointF(x(tick), bottom));
        p.setPen(t.muted);
        p.drawText(QRectF(x(tick) - 30., bottom + 3., 60., 15.), Qt::AlignCenter, QLocale().toString(tick, 'g', 3));
    }
    p.drawText(QRectF(left, bottom + 17., wide, 15.), Qt::AlignCenter, tr("seconds won [s] · right is quicker"));
    for (std::size_t i = 0; i < steps.size(); ++i)
        paintRow(p, QRectF(area.left(), area.top() + kHead + row * static_cast<double>(i), area.width(), row), i, least,
                 most);
}

void TimeStepsDrawing::paintRow(QPainter& p, const QRectF& row, std::size_t i, double least, double most) const {
    const Tokens& t = m_theme.tokens();
    const auto& steps = m_view->steps->steps;
    const TimeStep& step = steps[i];
    const int mark = m_view->mark(step.setupId);
    const double left = row.left() + kNamesShare * row.width(), wide = kLineShare * row.width(), y = row.center().y();
    const auto x = [&](double s) { return left + (s - least) / (most - least) * wide; };
    const QLocale l;
    Theme::drawMark(p, {row.left() + 8., y}, 7., mark, t.marks[mark % 8]);
    p.setFont(Theme::font(Size::Body, true));
    p.setPen(t.ink);
    p.drawText(QRectF(row.left() + 24., row.top(), kNamesShare * row.width() - 30., row.height()),
               Qt::AlignVCenter | Qt::AlignLeft | Qt::TextWordWrap, m_view->name(step.setupId));
    const bool told = surelyTold(step.inAllLowS, step.inAllHighS);
    const QColor colour = i == 0 || !told ? t.same : step.wonInAllS > 0. ? t.gain : t.loss;
    if (i > 0 && step.inAllLowS && step.inAllHighS) {
        p.setPen(QPen(colour, 1.4));
        p.setBrush(told ? QBrush(step.wonInAllS > 0. ? t.gainSoft : t.lossSoft) : Theme::hatch(t.line));
        p.drawRoundedRect(QRectF(QPointF(x(*step.inAllLowS), y - 8.), QPointF(x(*step.inAllHighS), y + 8.)), 3, 3);
    }
    if (i > 0) { // from the step before to this one
        p.setPen(QPen(t.muted, 1, Qt::DotLine));
        p.drawLine(QPointF(x(steps[i - 1].wonInAllS), y - row.height() + kTick), QPointF(x(step.wonInAllS), y - kTick));
    }
    p.setPen(QPen(t.ink, 2.6));
    p.drawLine(QPointF(x(step.wonInAllS), y - kTick), QPointF(x(step.wonInAllS), y + kTick));
    const QRectF words(left + wide + 10., row.top(), row.right() - left - wide - 10., row.height());
    p.setFont(Theme::font(Size::Body, true));
    p.setPen(colour == t.same ? t.ink : colour);
    const QString time = tr("%1 s").arg(l.toString(step.meanS, 'f', 2));
    p.drawText(words.adjusted(0, 0, 0, -words.height() / 2.), Qt::AlignLeft | Qt::AlignBottom,
               i == 0 ? time : tr("%1 · %2 s on the step").arg(time, signedSeconds(step.wonS)));
    QStringList cost;
    for (const BenchAndTrack& part : m_view->parts) // of the same step, by the bench
        if (i > 0 && part.setupId == step.setupId && part.baseId == steps[i - 1].setupId && part.benchPct)
            cost << tr("%1 % power")
                        .arg((part.benchPct->mid > 0. ? QStringLiteral("+") : QString()) +
                             l.toString(part.benchPct->mid, 'f', 1));
    if (step.price && *step.price != 0.)
        cost << tr("cost %1").arg(l.toString(*step.price, 'f', 0));
    if (step.hours && *step.hours != 0.)
        cost << tr("%1 h").arg(l.toString(*step.hours, 'f', 1));
    if (step.pricePerTenth)
        cost << tr("%1 a tenth").arg(l.toString(*step.pricePerTenth, 'f', 0));
    if (step.shared)
        cost << tr("credit shared");
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(words.adjusted(0, words.height() / 2. + 1., 0, 0), Qt::AlignLeft | Qt::AlignTop,
               cost.join(QStringLiteral(" · ")));
}

/// Times over the part that was stepped through, with the curve and where the shortest may lie.
void TimeStepsDrawing::paintSweep(QPainter& p, const QRectF& area, const SweepByTime& swept) const {
    const Tokens& t = m_theme.tokens();
    const QLocale l;
    const QRectF g = area.adjusted(56, 26, -14, -32);
    double least = swept.sweep.value, most = swept.sweep.value;
    const auto meanOf = [&](const std::string& id) {
        for (const TimeStep& step : m_view->steps->steps)
            if (step.setupId == id)
                return step.meanS;
        return swept.sweep.value;
    };
    for (const std::string& id : swept.found.setupIds) {
        least = std::min(least, meanOf(id));
        most = std::max(most, meanOf(id));
    }
    for (double y : swept.sweep.curve)
        most = std::max(most, y);
    const double room = std::max(0.1, 0.3 * (most - least));
    least -= room;
    most += room;
    const double from = swept.found.points.front(), to = swept.found.points.back(), edge = 0.06 * (to - from);
    const auto x = [&](double v) { return g.left() + (v - from + edge) / (to - from + 2. * edge) * g.width(); };
    const auto y = [&](double s) { return g.bottom() - (s - least) / (most - least) * g.height(); };
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(area.left(), area.top(), area.width(), 18.), Qt::AlignLeft,
               tr("time to %1 [s] over %2 · the axis does not begin at zero")
                   .arg(markText(m_view->steps->mark), QString::fromStdString(swept.found.part)));
    for (double tick : niceTicks(least, most, 4)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(g.left(), y(tick)), QPointF(g.right(), y(tick)));
        p.setPen(t.muted);
        p.drawText(QRectF(g.left() - 54., y(tick) - 8., 48., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   l.toString(tick, 'f', 2));
    }
    if (swept.sweep.shape != SweepShape::Flat && swept.sweep.bestLow && swept.sweep.bestHigh) {
        QColor soft = t.gain;
        soft.setAlphaF(0.14f);
        p.fillRect(QRectF(QPointF(x(*swept.sweep.bestLow), g.top()), QPointF(x(*swept.sweep.bestHigh), g.bottom())),
                   soft);
    }
    QPolygonF curve;
    for (std::size_t i = 0; i < swept.sweep.x.size(); ++i)
        curve << QPointF(x(swept.sweep.x[i]), y(swept.sweep.curve[i]));
    p.setPen(QPen(t.accent, 2.));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(curve);
    for (std::size_t k = 0; k < swept.found.points.size(); ++k) {
        const int mark = m_view->mark(swept.found.setupIds[k]);
        Theme::drawMark(p, {x(swept.found.points[k]), y(meanOf(swept.found.setupIds[k]))}, 7., mark, t.marks[mark % 8]);
        p.setPen(t.muted);
        p.drawText(QRectF(x(swept.found.points[k]) - 40., g.bottom() + 3., 80., 15.), Qt::AlignCenter,
                   l.toString(swept.found.points[k], 'g', 5));
    }
    p.drawText(QRectF(g.left(), g.bottom() + 16., g.width(), 15.), Qt::AlignCenter,
               swept.found.unit.empty() ? QString::fromStdString(swept.found.part)
                                        : tr("%1 [%2]").arg(QString::fromStdString(swept.found.part),
                                                            QString::fromStdString(swept.found.unit)));
}

} // namespace jr::app
