// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/guard_row.h"

#include <QLocale>
#include <QPainter>

#include <cmath>

namespace jr::app {

GuardRow::GuardRow(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setAccessibleName(tr("Guards: mixture, exhaust and coolant"));
    setFixedHeight(0); // until there is something to guard
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void GuardRow::show(const LiveFigures& f, const GuardLimits& limits, const Procedure& procedure,
                    const DisplayUnits& units) {
    const auto before = m_bars.size();
    m_bars.clear();
    const QLocale l;
    const auto add = [&](const QString& name, double value, double low, double high, double from, double to,
                         int decimals, const QString& unit, bool judged) {
        if (!std::isfinite(value))
            return;
        const auto share = [&](double v) { return std::clamp((v - low) / (high - low), 0., 1.); };
        const QString shown =
            unit.isEmpty() ? units.measured(value, Measured::Temperature) : l.toString(value, 'f', decimals) + unit;
        m_bars.push_back({name, shown, share(value), share(from), share(to), judged && (value < from || value > to)});
    };
    const bool loaded = !std::isfinite(f.throttle) || f.throttle >= limits.loadThrottle;
    const auto numbered = [](const QString& name, std::size_t i, std::size_t all) {
        return all > 1 ? name + QLatin1Char(' ') + QString::number(i + 1) : name;
    };
    for (std::size_t c = 0; c < f.afr.size(); ++c)
        add(numbered(tr("mixture"), c, f.afr.size()), f.afr[c], 9., 21., 10., limits.leanAfr, 1, QStringLiteral(":1"),
            loaded);
    for (std::size_t c = 0; c < f.egtC.size() && c < 4; ++c)
        add(numbered(tr("exhaust"), c, f.egtC.size()), f.egtC[c], 200., 1000., 200., limits.exhaustC, 0, {}, true);
    add(tr("coolant"), f.coolantC, 10., 130., procedure.coolantFromC, std::min(procedure.coolantToC, limits.coolantC),
        0, {}, true);
    add(tr("intake air"), f.intakeC, -20., 80., procedure.intakeFromC, procedure.intakeToC, 0, {}, true);
    if (before != m_bars.size())
        setFixedHeight(m_bars.empty() ? 0 : 26 * rows() + 8);
    update();
}

void GuardRow::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const int left = 92, right = 74, high = 26;
    const double wide = width() - left - right;
    for (std::size_t i = 0; i < m_bars.size(); ++i) {
        const Bar& b = m_bars[i];
        const double y = static_cast<double>(i) * high + 4.;
        p.setFont(Theme::font(Size::Body, b.out));
        p.setPen(b.out ? t.amber : t.muted);
        p.drawText(QRectF(0, y, left - 8, high - 6), Qt::AlignLeft | Qt::AlignVCenter, b.name);
        // The whole travel, the good window, and where it stands now.
        p.setPen(Qt::NoPen);
        p.setBrush(t.line);
        p.drawRoundedRect(QRectF(left, y + 8, wide, 5), 2, 2);
        p.setBrush(t.accentSoft);
        p.drawRect(QRectF(left + b.limitFrom * wide, y + 6, (b.limitTo - b.limitFrom) * wide, 9));
        p.setBrush(b.out ? t.amber : t.accent);
        const double x = left + b.share * wide;
        if (b.out)
            p.drawPolygon(QPolygonF{QPointF(x - 8, y + 18), QPointF(x + 8, y + 18), QPointF(x, y + 2)});
        else
            p.drawRect(QRectF(x - 2.5, y + 2, 5, 17));
        p.setPen(b.out ? t.amber : t.ink);
        p.setFont(Theme::font(Size::Body, true));
        p.drawText(QRectF(width() - right, y, right, high - 6), Qt::AlignRight | Qt::AlignVCenter, b.text);
    }
}

} // namespace jr::app
