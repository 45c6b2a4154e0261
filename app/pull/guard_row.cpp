// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/guard_row.h"

#include <QLocale>
#include <QPainter>

#include <cmath>

namespace jr::app {
namespace {

constexpr int kBarHigh = 16;      // the bar under the words, with its air
constexpr int kBetweenWords = 14; // a name and its figure
constexpr int kBetweenCells = 22;

} // namespace

GuardRow::GuardRow(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setAccessibleName(tr("Guards: mixture, exhaust and coolant"));
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
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
    if (before != m_bars.size() || m_columns != columns()) {
        m_columns = columns();
        updateGeometry();
    }
    update();
}

QStringList GuardRow::words() const {
    QStringList out;
    for (const Bar& bar : m_bars)
        out << bar.name + QLatin1Char(' ') + bar.text;
    return out;
}

/// By the widest it has just now; a figure that grows by one digit does not set the rows anew.
int GuardRow::cellWidth() const {
    const QFontMetrics name(Theme::font(Size::Body)), figure(Theme::font(Size::Body, true));
    int widest = 0;
    for (const Bar& bar : m_bars)
        widest = std::max(widest, name.horizontalAdvance(bar.name));
    return widest + figure.horizontalAdvance(QStringLiteral("0000 °F")) + kBetweenWords + kBetweenCells;
}

int GuardRow::columns() const {
    const int most = std::max(1, width() / std::max(1, cellWidth())), all = static_cast<int>(m_bars.size());
    const int rows = (all + most - 1) / most;
    return rows == 0 ? 1 : (all + rows - 1) / rows; // rows of alike length
}

QSize GuardRow::sizeHint() const {
    const int each = columns(), rows = (static_cast<int>(m_bars.size()) + each - 1) / each;
    return {cellWidth() * each, rows * (QFontMetrics(Theme::font(Size::Body)).height() + kBarHigh)};
}

void GuardRow::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    if (m_columns != columns()) {
        m_columns = columns();
        updateGeometry();
    }
}

void GuardRow::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const int each = columns(), text = QFontMetrics(Theme::font(Size::Body)).height();
    const double cell = static_cast<double>(width()) / each, wide = cell - kBetweenCells;
    for (std::size_t i = 0; i < m_bars.size(); ++i) {
        const Bar& b = m_bars[i];
        const int row = static_cast<int>(i) / each, column = static_cast<int>(i) % each;
        const double left = column * cell, y = row * (text + kBarHigh);
        const QRectF words(left, y, wide, text);
        p.setFont(Theme::font(Size::Body, b.out));
        p.setPen(b.out ? t.amber : t.muted);
        p.drawText(words, Qt::AlignLeft | Qt::AlignVCenter, b.name);
        p.setPen(b.out ? t.amber : t.ink);
        p.setFont(Theme::font(Size::Body, true));
        p.drawText(words, Qt::AlignRight | Qt::AlignVCenter, b.text);
        // The whole travel, the good window, and where it stands now.
        const double bar = y + text;
        p.setPen(Qt::NoPen);
        p.setBrush(t.line);
        p.drawRoundedRect(QRectF(left, bar + 6, wide, 5), 2, 2);
        p.setBrush(t.accentSoft);
        p.drawRect(QRectF(left + b.limitFrom * wide, bar + 4, (b.limitTo - b.limitFrom) * wide, 9));
        p.setBrush(b.out ? t.amber : t.accent);
        const double x = left + b.share * wide;
        if (b.out)
            p.drawPolygon(QPolygonF{QPointF(x - 7, bar + 15), QPointF(x + 7, bar + 15), QPointF(x, bar + 1)});
        else
            p.drawRect(QRectF(x - 2.5, bar + 1, 5, 15));
    }
}

} // namespace jr::app
