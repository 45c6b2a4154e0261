// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/track_page.h"

#include "app/charts/nice_ticks.h"

#include <QLocale>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kMostRow = 130., kAxis = 44.;

} // namespace

TrackPage::TrackPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setMinimumSize(400, 240);
    setAccessibleName(tr("Bench against track"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void TrackPage::setView(RoadViewPtr view) {
    m_view = std::move(view);
    setAccessibleDescription(words());
    update();
}

QString TrackPage::words() const {
    QStringList out;
    if (m_view)
        for (const BenchAndTrack& part : m_view->parts)
            out << QString::fromStdString(said(benchAndTrackMessage(part, m_view->name(part.setupId).toStdString()),
                                               m_model.units().wording()));
    return out.join(QLatin1Char('\n'));
}

void TrackPage::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(QRectF(rect()).adjusted(14, 6, -14, -10), 8, 8);
    if (!m_view || m_view->parts.empty()) {
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Strong));
        p.drawText(rect().adjusted(60, 0, -60, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Setups that come from another and were pulled or run beside it stand here, the bench's word "
                      "beside the track's."));
        return;
    }
    double reach = 0.5;
    for (const BenchAndTrack& part : m_view->parts)
        for (const auto& e : {part.benchPct, part.trackPct})
            if (e)
                for (double v : {e->mid, e->low, e->high})
                    if (std::isfinite(v))
                        reach = std::max(reach, 1.1 * std::abs(v));
    const QRectF area = QRectF(rect()).adjusted(30, 50, -30, -20);
    p.setFont(Theme::font(Size::Strong, true));
    p.setPen(t.ink);
    p.drawText(QRectF(30, 16, width() - 60, 24), Qt::AlignLeft | Qt::AlignVCenter,
               tr("Gain over the setup it comes from: power in the band by the bench, time to %1 by the track")
                   .arg(markText(m_view->partsMark)));
    const double row = std::min(kMostRow, (area.height() - kAxis) / static_cast<double>(m_view->parts.size()));
    double y = area.top();
    for (const BenchAndTrack& part : m_view->parts) {
        paintPart(p, part, QRectF(area.left(), y, area.width(), row), reach);
        y += row;
    }
    const double left = area.left() + 0.24 * area.width(), wide = 0.42 * area.width();
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    for (double tick : niceTicks(-reach, reach, 7))
        p.drawText(QRectF(left + (tick + reach) / (2. * reach) * wide - 30., y + 4., 60., 15.), Qt::AlignCenter,
                   QLocale().toString(tick, 'g', 3));
    p.drawText(QRectF(left, y + 20., wide, 15.), Qt::AlignCenter, tr("gain [%] · right of the line is better"));
}

void TrackPage::paintPart(QPainter& p, const BenchAndTrack& part, const QRectF& box, double reach) const {
    const Tokens& t = m_theme.tokens();
    const int mark = m_view->mark(part.setupId);
    const double left = box.left() + 0.24 * box.width(), wide = 0.42 * box.width();
    const auto x = [&](double pct) { return left + (pct + reach) / (2. * reach) * wide; };
    Theme::drawMark(p, {box.left() + 10., box.center().y()}, 7., mark, t.marks[mark % 8]);
    p.setFont(Theme::font(Size::Body, true));
    p.setPen(t.ink);
    p.drawText(QRectF(box.left() + 26., box.top(), 0.17 * box.width(), box.height()),
               Qt::AlignVCenter | Qt::AlignLeft | Qt::TextWordWrap, m_view->name(part.setupId));
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(box.left(), box.bottom()), QPointF(box.right(), box.bottom()));
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(x(0.), box.top()), QPointF(x(0.), box.bottom()));
    p.setFont(Theme::font(Size::Small));
    for (bool bench : {true, false}) {
        const auto& e = bench ? part.benchPct : part.trackPct;
        const double y = box.top() + (bench ? 0.32 : 0.68) * box.height();
        p.setPen(t.muted);
        p.drawText(QRectF(left - 60., y - 9., 52., 18.), Qt::AlignRight | Qt::AlignVCenter,
                   bench ? tr("bench") : tr("track"));
        if (!e)
            continue;
        const bool sure = std::isfinite(e->low) && (e->low > 0. || e->high < 0.);
        const QColor colour = !sure ? t.same : e->mid > 0. ? t.gain : t.loss;
        if (std::isfinite(e->low)) {
            p.setPen(QPen(colour, 1.4));
            p.setBrush(sure ? QBrush(e->mid > 0. ? t.gainSoft : t.lossSoft) : Theme::hatch(t.line));
            p.drawRoundedRect(QRectF(QPointF(x(e->low), y - 8.), QPointF(x(e->high), y + 8.)), 3, 3);
        }
        p.setPen(QPen(t.ink, 2.4));
        p.drawLine(QPointF(x(e->mid), y - 10.), QPointF(x(e->mid), y + 10.));
        p.setPen(t.ink);
        const QString text =
            QLocale().toString(e->mid, 'f', 1) +
            (std::isfinite(e->low) ? tr(" ± %1 %").arg(QLocale().toString(e->half(), 'f', 1)) : tr(" %, no margin"));
        p.drawText(QRectF(left + wide + 6., y - 9., 110., 18.), Qt::AlignLeft | Qt::AlignVCenter, text);
    }
    p.setFont(Theme::font(Size::Body));
    p.setPen(contradicts(part) ? t.amber : t.ink);
    p.drawText(QRectF(left + wide + 120., box.top() + 4., box.right() - left - wide - 124., box.height() - 8.),
               Qt::AlignVCenter | Qt::AlignLeft | Qt::TextWordWrap,
               QString::fromStdString(said(benchAndTrackMessage(part, m_view->name(part.setupId).toStdString()),
                                           m_model.units().wording())));
}

} // namespace jr::app
