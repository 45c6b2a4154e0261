// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/big_figure.h"

#include <QPainter>

namespace jr::app {

BigFigure::BigFigure(const Theme& theme, const QString& what, const QString& unit, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_what(what), m_unit(unit) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setAccessibleName(what);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void BigFigure::setWhat(const QString& what) {
    if (what == m_what)
        return;
    m_what = what;
    setAccessibleName(what);
    update();
}

void BigFigure::setFigure(const QString& text, Tone tone) {
    if (text == m_text && tone == m_tone)
        return;
    m_text = text;
    m_tone = tone;
    setAccessibleDescription(text + QLatin1Char(' ') + m_unit);
    update();
}

void BigFigure::setUnit(const QString& unit) {
    m_unit = unit;
    update();
}

void BigFigure::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const bool alarm = m_tone == Tone::Alarm;
    if (alarm) {
        p.setPen(Qt::NoPen);
        p.setBrush(t.amberSoft);
        p.drawRoundedRect(rect().adjusted(0, 0, -6, 0), 8, 8);
    }
    p.setPen(alarm ? t.amber : t.muted);
    p.setFont(Theme::font(Size::Strong, alarm));
    p.drawText(QRect(10, 2, width() - 12, 24), Qt::AlignLeft | Qt::AlignVCenter, m_what);
    // As large as fits, never under the size that is read from two metres unless the window is too narrow for it.
    QFont figure = Theme::font(Size::Figure, true);
    const QFont unit = Theme::font(Size::Strong);
    const int unitWide = QFontMetrics(unit).horizontalAdvance(m_unit) + 10;
    const auto tooLarge = [&] {
        const QFontMetrics metrics(figure);
        return metrics.horizontalAdvance(m_text) + unitWide > width() - 16 || metrics.capHeight() > height() - 16 - 26;
    };
    while (figure.pixelSize() > 34 && tooLarge())
        figure.setPixelSize(figure.pixelSize() - 2);
    p.setFont(figure);
    p.setPen(alarm ? t.amber : m_tone == Tone::Idle || m_text == QStringLiteral("–") ? t.line : t.ink);
    const int wide = QFontMetrics(figure).horizontalAdvance(m_text);
    const int baseline = height() - 16;
    p.drawText(QPoint(8, baseline), m_text);
    p.setFont(unit);
    p.setPen(t.muted);
    p.drawText(QPoint(8 + wide + 8, baseline), m_unit);
}

} // namespace jr::app
