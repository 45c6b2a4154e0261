// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/readings_chart.h"

#include "app/charts/nice_ticks.h"
#include "app/words/words.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {
constexpr double kReadingsNameWide = 190., kReadingsRight = 120., kReadingsTop = 34., kReadingsFoot = 58.,
                 kReadingsDifference = 150., kReadingsDot = 6.5;
} // namespace

ReadingsChart::ReadingsChart(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
}

void ReadingsChart::setReadings(JobQuantity quantity, std::vector<Row> rows, std::optional<ValueComparison> compared) {
    m_compared = std::move(compared);
    m_quantity = std::move(quantity);
    m_rows = std::move(rows);
    m_current = std::min(m_current, static_cast<int>(m_quantity.readings.size()) - 1);
    double low = INFINITY, high = -INFINITY;
    const auto take = [&](double v) {
        low = std::min(low, v);
        high = std::max(high, v);
    };
    for (const JobReading& r : m_quantity.readings)
        take(r.value);
    for (const Row& r : m_rows)
        if (r.mean)
            for (double v : {*r.mean, r.low.value_or(*r.mean), r.high.value_or(*r.mean)})
                take(v);
    if (!(high >= low))
        low = 0., high = 1.;
    // Never less than two per cent of what was read: nothing must not look like a mountain.
    const double span = std::max({high - low, 0.02 * std::max(std::abs(high), std::abs(low)), 1e-9});
    const double middle = 0.5 * (low + high);
    m_low = middle - 0.56 * span;
    m_high = middle + 0.56 * span;
    setAccessibleName(tr("%1: every reading, a row a setup, with the mean and its margin")
                          .arg(QString::fromStdString(m_quantity.quantity)));
    update();
}

double ReadingsChart::xOf(double value) const {
    return kReadingsNameWide + (value - m_low) / (m_high - m_low) * (width() - kReadingsNameWide - kReadingsRight);
}

double ReadingsChart::yOf(std::size_t row) const {
    const double each = std::min(110., (height() - kReadingsTop - kReadingsFoot - kReadingsDifference) /
                                           static_cast<double>(std::max<std::size_t>(m_rows.size(), 1)));
    return kReadingsTop + each * (static_cast<double>(row) + 0.5);
}

QPointF ReadingsChart::placeOf(int reading) const {
    const JobReading& r = m_quantity.readings[static_cast<std::size_t>(reading)];
    for (std::size_t row = 0; row < m_rows.size(); ++row)
        if (m_rows[row].setupId == r.setupId)
            return {xOf(r.value), yOf(row) - 13.};
    return {-1e6, -1e6};
}

int ReadingsChart::readingAt(const QPointF& point) const {
    int best = -1;
    double near = 2.5 * kReadingsDot;
    for (int i = 0; i < static_cast<int>(m_quantity.readings.size()); ++i) {
        const QPointF d = placeOf(i) - point;
        if (const double far = std::hypot(d.x(), d.y()); far < near) {
            near = far;
            best = i;
        }
    }
    return best;
}

QString ReadingsChart::wordsOf(int reading) const {
    const JobReading& r = m_quantity.readings[static_cast<std::size_t>(reading)];
    QString out = tr("Reading %1: %2 %3")
                      .arg(r.number)
                      .arg(QLocale().toString(r.value, 'g', 8), QString::fromStdString(m_quantity.unit));
    if (!r.note.empty())
        out += QStringLiteral(" · ") + QString::fromStdString(r.note);
    if (r.aside)
        out += QStringLiteral(" · ") + tr("set aside");
    return out;
}

void ReadingsChart::drawRow(QPainter& p, std::size_t index) const {
    const Tokens& t = m_theme.tokens();
    const Row& row = m_rows[index];
    const double y = yOf(index);
    const QColor color = t.marks[row.mark & 7];
    Theme::drawMark(p, {16., y}, 7., row.mark, color);
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Body, true));
    p.drawText(QRectF(30., y - 12., kReadingsNameWide - 40., 24.), Qt::AlignVCenter | Qt::AlignLeft,
               p.fontMetrics().elidedText(row.name, Qt::ElideRight, static_cast<int>(kReadingsNameWide) - 42));
    for (int i = 0; i < static_cast<int>(m_quantity.readings.size()); ++i) {
        const JobReading& r = m_quantity.readings[static_cast<std::size_t>(i)];
        if (r.setupId != row.setupId)
            continue;
        const QPointF at = placeOf(i);
        p.setPen(QPen(r.aside ? t.muted : color, 1.6));
        p.setBrush(r.aside ? Qt::NoBrush : QBrush(QColor(color.red(), color.green(), color.blue(), 150)));
        p.drawEllipse(at, kReadingsDot, kReadingsDot);
        if (r.aside)
            p.drawLine(at + QPointF(-kReadingsDot, kReadingsDot), at + QPointF(kReadingsDot, -kReadingsDot));
        if (i == m_current && hasFocus()) {
            p.setBrush(Qt::NoBrush);
            p.setPen(QPen(t.ink, 1.6));
            p.drawEllipse(at, kReadingsDot + 4., kReadingsDot + 4.);
        }
    }
    if (!row.mean)
        return;
    const double mean = xOf(*row.mean), line = y + 12.;
    p.setPen(QPen(t.ink, 2.));
    if (row.low && row.high) {
        p.drawLine(QPointF(xOf(*row.low), line), QPointF(xOf(*row.high), line));
        for (double end : {xOf(*row.low), xOf(*row.high)})
            p.drawLine(QPointF(end, line - 5.), QPointF(end, line + 5.));
    }
    p.setPen(QPen(color, 4.));
    p.drawLine(QPointF(mean, line - 9.), QPointF(mean, line + 9.));
}

void ReadingsChart::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    if (m_rows.empty())
        return;
    const QLocale l;
    const double bottom = yOf(m_rows.size() - 1) + 34.;
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    const QString better = m_quantity.better == Better::Higher  ? tr("more is better →")
                           : m_quantity.better == Better::Lower ? tr("← less is better")
                                                                : QString();
    const QString unit =
        m_quantity.unit.empty() ? QString() : QStringLiteral(" [%1]").arg(QString::fromStdString(m_quantity.unit));
    p.drawText(QRectF(kReadingsNameWide, 6., width() - kReadingsNameWide - 12., 18.), Qt::AlignLeft,
               QString::fromStdString(m_quantity.quantity) + unit);
    p.drawText(QRectF(kReadingsNameWide, 6., width() - kReadingsNameWide - kReadingsRight, 18.), Qt::AlignRight,
               better);
    for (double v : niceTicks(m_low, m_high)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(xOf(v), kReadingsTop), QPointF(xOf(v), bottom));
        p.setPen(t.muted);
        p.drawText(QRectF(xOf(v) - 40., bottom + 4., 80., 16.), Qt::AlignHCenter, l.toString(v, 'g', 6));
    }
    if (m_low > 0.)
        p.drawText(QRectF(kReadingsNameWide, bottom + 22., width() - kReadingsNameWide - 12., 16.), Qt::AlignLeft,
                   tr("the axis does not begin at zero; a ring is a reading set aside; bars hold each mean by itself"));
    if (m_compared)
        drawDifference(p, bottom + 46.);
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        drawRow(p, i);
        const Row& row = m_rows[i];
        if (!row.mean)
            continue;
        p.setFont(Theme::font(Size::Strong, true));
        p.setPen(t.ink);
        const double margin = row.low && row.high ? 0.5 * (*row.high - *row.low) : 0.;
        const int decimals = margin > 0. ? std::clamp(1 - static_cast<int>(std::floor(std::log10(margin))), 0, 5) : 2;
        p.drawText(QRectF(width() - kReadingsRight + 8., yOf(i) - 22., kReadingsRight - 12., 22.),
                   Qt::AlignLeft | Qt::AlignVCenter, l.toString(*row.mean, 'f', decimals));
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.muted);
        p.drawText(QRectF(width() - kReadingsRight + 8., yOf(i) - 1., kReadingsRight - 12., 18.),
                   Qt::AlignLeft | Qt::AlignVCenter,
                   margin > 0. ? QStringLiteral("± %1 %2").arg(l.toString(margin, 'f', decimals),
                                                               QString::fromStdString(m_quantity.unit))
                               : tr("no margin known"));
    }
}

/// Changed less base, about nothing, with what would matter shaded.
void ReadingsChart::drawDifference(QPainter& p, double top) const {
    const ValueComparison& c = *m_compared;
    if (!c.low)
        return;
    const Tokens& t = m_theme.tokens();
    const QLocale l;
    const double worth = c.worthPct / 100. * std::abs(c.base.mean);
    const double reach = 1.15 * std::max({std::abs(*c.low), std::abs(*c.high), 2. * worth});
    const double left = kReadingsNameWide, right = width() - kReadingsRight;
    const auto x = [&](double v) { return left + (v + reach) / (2. * reach) * (right - left); };
    const double middle = top + 52.;
    const bool gain = c.call == CallKind::Gain, loss = c.call == CallKind::Loss;
    const QColor color = c.better == Better::Neither ? t.accent : gain ? t.gain : loss ? t.loss : t.muted;
    p.setPen(t.muted);
    p.setFont(Theme::font(Size::Small));
    p.drawText(QRectF(left, top, right - left, 18.), Qt::AlignLeft,
               tr("%1 less %2").arg(QString::fromStdString(c.with.setup), QString::fromStdString(c.base.setup)));
    p.fillRect(QRectF(QPointF(x(-worth), middle - 26.), QPointF(x(worth), middle + 26.)), t.sameSoft);
    p.setPen(QPen(t.ink, 1.2));
    p.drawLine(QPointF(x(0.), middle - 30.), QPointF(x(0.), middle + 30.));
    p.setPen(QPen(color, 3.));
    p.drawLine(QPointF(x(*c.low), middle), QPointF(x(*c.high), middle));
    for (double end : {*c.low, *c.high})
        p.drawLine(QPointF(x(end), middle - 8.), QPointF(x(end), middle + 8.));
    p.setBrush(color);
    const QPointF at(x(c.difference), middle);
    p.drawPolygon(QPolygonF{at + QPointF(0., -8.), at + QPointF(7., 0.), at + QPointF(0., 8.), at + QPointF(-7., 0.)});
    p.setPen(t.muted);
    for (double v : niceTicks(-reach, reach))
        p.drawText(QRectF(x(v) - 40., middle + 32., 80., 16.), Qt::AlignHCenter, l.toString(v, 'g', 6));
    p.drawText(QRectF(left, middle + 50., right - left, 16.), Qt::AlignLeft,
               tr("shaded: within %1 %, what would matter").arg(l.toString(c.worthPct, 'f', 1)));
    p.setPen(color);
    p.setFont(Theme::font(Size::Strong, true));
    const QString shape = c.better == Better::Neither ? QString()
                          : gain                      ? QStringLiteral("▲ ")
                          : loss                      ? QStringLiteral("▼ ")
                          : c.call == CallKind::Same  ? QStringLiteral("= ")
                                                      : QStringLiteral("◌ ");
    const double margin = 0.5 * (*c.high - *c.low);
    const int decimals = margin > 0. ? std::clamp(1 - static_cast<int>(std::floor(std::log10(margin))), 0, 5) : 2;
    p.drawText(QRectF(right + 8., middle - 12., kReadingsRight - 10., 24.), Qt::AlignLeft | Qt::AlignVCenter,
               shape + l.toString(c.difference, 'f', decimals));
}

void ReadingsChart::mousePressEvent(QMouseEvent* event) {
    if (const int at = readingAt(event->position()); at >= 0) {
        m_current = at;
        emit asideToggled(at);
    }
}

void ReadingsChart::moveCurrent(int by) {
    const int count = static_cast<int>(m_quantity.readings.size());
    if (count == 0)
        return;
    m_current = std::clamp(m_current + by, 0, count - 1);
    setAccessibleDescription(wordsOf(m_current));
    update();
}

void ReadingsChart::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Right || event->key() == Qt::Key_Left)
        moveCurrent(event->key() == Qt::Key_Right ? 1 : -1);
    else if (event->key() == Qt::Key_Space && m_current >= 0)
        emit asideToggled(m_current);
    else
        QWidget::keyPressEvent(event);
}

bool ReadingsChart::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        if (const int at = readingAt(help->pos()); at >= 0)
            QToolTip::showText(help->globalPos(), plainTip(wordsOf(at)), this);
        else
            QToolTip::hideText();
        return true;
    }
    return QWidget::event(event);
}

} // namespace jr::app
