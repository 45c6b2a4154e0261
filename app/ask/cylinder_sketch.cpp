// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/machine_page.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {

CylinderSketch::CylinderSketch(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setMinimumHeight(210);
    setAccessibleName(tr("The cylinders, bore and stroke to scale"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void CylinderSketch::setSheet(const MachineSheet& sheet) {
    m_sheet = sheet;
    update();
}

void CylinderSketch::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const double bore = sheetNumber(m_sheet, "bore_mm").value_or(0.),
                 stroke = sheetNumber(m_sheet, "stroke_mm").value_or(0.);
    if (!(bore > 1. && stroke > 1.) || bore > 400. || stroke > 400.) {
        p.setPen(t.muted);
        p.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Write bore and stroke, and the cylinders stand here to scale."));
        return;
    }
    const int n = m_sheet.cylinders;
    const double head = 34., foot = 62., gap = 12.;
    const double scale =
        std::min((width() - gap * (n + 1)) / (n * bore * 1.25), (height() - head - foot) / (2.05 * stroke + 8.));
    for (int c = 1; c <= n; ++c) {
        const double slot = (width() - gap) / n, x = gap / 2. + slot * (c - 0.5);
        const double w = bore * scale, down = stroke * scale;
        const QRectF barrel(x - w / 2., head, w, 1.55 * down);
        // Piston drawn where it is a third of the way down, the dead centres as fine lines.
        const double crown = barrel.top() + 3. + down / 3.;
        p.setPen(QPen(t.ink, 2));
        p.setBrush(t.raised);
        p.drawLine(barrel.topLeft(), barrel.bottomLeft());
        p.drawLine(barrel.topRight(), barrel.bottomRight());
        p.drawLine(barrel.topLeft(), barrel.topRight());
        p.setBrush(t.accentSoft);
        p.drawRoundedRect(QRectF(barrel.left() + 2., crown, w - 4., 0.5 * down), 3, 3);
        p.setPen(QPen(t.muted, 1, Qt::DashLine));
        for (double y : {barrel.top() + 3., barrel.top() + 3. + down})
            p.drawLine(QPointF(barrel.left() - 5., y), QPointF(barrel.right() + 5., y));
        p.setPen(QPen(t.ink, 3));
        p.drawLine(QPointF(x, crown + 0.3 * down), QPointF(x + 0.12 * w, barrel.bottom() + 4.));
        // The plug with its advance above, the main jet beside the intake.
        p.setPen(QPen(t.accent, 2));
        p.drawLine(QPointF(x, barrel.top() - 8.), QPointF(x, barrel.top() + 2.));
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.ink);
        const QLocale l;
        const auto advance = sheetNumber(m_sheet, "advance_deg", c);
        const QString jet = QString::fromStdString(sheetText(m_sheet, "main_jet", c)),
                      plug = QString::fromStdString(sheetText(m_sheet, "plug", c));
        QString top = n > 1 ? tr("cylinder %1").arg(c) : QString();
        if (advance)
            top += (top.isEmpty() ? QString() : QStringLiteral(" · ")) + l.toString(*advance) + QStringLiteral("°");
        p.drawText(QRectF(x - slot / 2., 4., slot, 16.), Qt::AlignCenter, top);
        QStringList below;
        if (!jet.isEmpty())
            below << tr("jet %1").arg(jet);
        if (!plug.isEmpty())
            below << plug;
        p.setPen(t.muted);
        p.drawText(QRectF(x - slot / 2., barrel.bottom() + 8., slot, 32.),
                   Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, below.join(QStringLiteral(" · ")));
    }
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Body, true));
    const QLocale l;
    QString words = tr("%1 × %2 mm").arg(l.toString(bore), l.toString(stroke));
    if (const auto capacity = capacityCm3(m_sheet))
        words +=
            tr(", %1 cm³, stroke to bore %2").arg(l.toString(*capacity, 'f', 1), l.toString(stroke / bore, 'f', 2));
    p.drawText(QRectF(0, height() - 20., width(), 18.), Qt::AlignCenter, words);
}

} // namespace jr::app
