// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/range_bars.h"

#include <QLocale>
#include <QPainter>

namespace jr::app {

RangeBars::RangeBars(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void RangeBars::setBars(std::vector<RangeBar> bars, double mark, const QString& markName, const QString& unit) {
    m_bars = std::move(bars);
    m_mark = mark;
    m_markName = markName;
    m_unit = unit;
    setFixedHeight(static_cast<int>(m_bars.size()) * 44 + 26);
    QStringList words;
    for (const RangeBar& b : m_bars)
        words << QStringLiteral("%1: %2–%3 %4").arg(b.name).arg(b.low, 0, 'f', 1).arg(b.high, 0, 'f', 1).arg(m_unit);
    setAccessibleName(words.join(QStringLiteral("; ")));
    update();
}

void RangeBars::paintEvent(QPaintEvent*) {
    if (m_bars.empty())
        return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    double high = m_mark;
    for (const RangeBar& b : m_bars)
        high = std::max(high, b.high);
    // From zero, so that a few per cent look like a few per cent.
    const double left = 2., wide = width() - 110.;
    const auto x = [&](double v) { return left + v / (1.02 * high) * wide; };
    const QLocale l;
    for (std::size_t i = 0; i < m_bars.size(); ++i) {
        const RangeBar& b = m_bars[i];
        const double y = static_cast<double>(i) * 44.;
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Small));
        p.drawText(QRectF(left, y, width() - left, 18), Qt::AlignLeft | Qt::AlignVCenter,
                   b.name + QStringLiteral(" · ") + b.basis);
        p.setPen(Qt::NoPen);
        p.setBrush(t.line);
        p.drawRect(QRectF(left, y + 25, wide, 4));
        p.setBrush(t.accent);
        p.drawRect(QRectF(x(b.low), y + 20, std::max(3., x(b.high) - x(b.low)), 14));
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Body, true));
        p.drawText(QRectF(width() - 104., y + 17, 104., 20), Qt::AlignRight | Qt::AlignVCenter,
                   QStringLiteral("%1–%2 %3").arg(l.toString(b.low, 'f', 1), l.toString(b.high, 'f', 1), m_unit));
    }
    p.setPen(QPen(t.ink, 1.5, Qt::DashLine));
    for (std::size_t i = 0; i < m_bars.size(); ++i)
        p.drawLine(QPointF(x(m_mark), static_cast<double>(i) * 44. + 19.),
                   QPointF(x(m_mark), static_cast<double>(i) * 44. + 36.));
    p.setPen(t.muted);
    p.setFont(Theme::font(Size::Small));
    p.drawText(QRectF(x(m_mark) - 160, height() - 20, 160, 18), Qt::AlignRight,
               QStringLiteral("%1 %2 %3").arg(m_markName, l.toString(m_mark, 'f', 1), m_unit));
}

} // namespace jr::app
