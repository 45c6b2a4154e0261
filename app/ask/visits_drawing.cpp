// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/visits_drawing.h"

#include "app/words/plural.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kLeftOfScale = 78., kRightOfScale = 72., kAboveScale = 52., kBelowScale = 56.;
/// A scale that small a difference cannot make into a mountain.
constexpr double kLeastReachPct = 5.;

} // namespace

VisitsDrawing::VisitsDrawing(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Visits of this machine"));
    setMinimumSize(420, 230);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void VisitsDrawing::setVisits(std::vector<VisitMark> visits, int chosen) {
    m_visits = std::move(visits);
    m_chosen = std::clamp(chosen, -1, static_cast<int>(m_visits.size()) - 1);
    update();
}

void VisitsDrawing::choose(int index) {
    if (m_visits.empty())
        return;
    m_chosen = std::clamp(index, 0, static_cast<int>(m_visits.size()) - 1);
    const VisitMark& visit = m_visits[static_cast<std::size_t>(m_chosen)];
    setAccessibleDescription(tr("%1, %2").arg(visit.day, visit.title));
    update();
    emit chosenChanged(m_chosen);
}

double VisitsDrawing::reach() const {
    double most = kLeastReachPct;
    for (const VisitMark& v : m_visits)
        for (const std::optional<double>& pct : {v.pct, v.lowPct, v.highPct})
            if (pct)
                most = std::max(most, std::abs(*pct));
    return 1.1 * most;
}

QPointF VisitsDrawing::at(std::size_t visit, double pct) const {
    const double wide = width() - kLeftOfScale - kRightOfScale, high = height() - kAboveScale - kBelowScale;
    const double share =
        m_visits.size() < 2 ? 0.5 : static_cast<double>(visit) / static_cast<double>(m_visits.size() - 1);
    return {kLeftOfScale + share * wide, kAboveScale + 0.5 * high * (1. - pct / reach())};
}

void VisitsDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    if (m_visits.empty())
        return;
    const QLocale locale;
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(0., 0., width(), 20.), Qt::AlignLeft | Qt::AlignVCenter,
               tr("power against the first visit, mean over what both have; bars: the margin of two days, 95 %"));
    const double step = reach() > 20. ? 10. : reach() > 8. ? 5. : 2.;
    p.setFont(Theme::font(Size::Small));
    for (double pct = -std::floor(reach() / step) * step; pct <= reach(); pct += step) {
        const double y = at(0, pct).y();
        const bool zero = std::abs(pct) < 1e-9;
        p.setPen(QPen(zero ? t.muted : t.line, zero ? 1.5 : 1.));
        p.drawLine(QPointF(kLeftOfScale - 12., y), QPointF(width() - kRightOfScale + 12., y));
        p.setPen(t.muted);
        p.drawText(QRectF(0., y - 9., kLeftOfScale - 18., 18.), Qt::AlignRight | Qt::AlignVCenter,
                   (pct > 0. ? QStringLiteral("+") : QString()) + locale.toString(pct, 'f', 0) + QStringLiteral(" %"));
    }
    const QPointF* before = nullptr;
    QPointF last;
    for (std::size_t i = 0; i < m_visits.size(); ++i) {
        const VisitMark& v = m_visits[i];
        const QPointF here = at(i, v.pct.value_or(0.));
        if (v.pct) {
            if (before) {
                p.setPen(QPen(t.accent, 1.6));
                p.drawLine(*before, here);
            }
            last = here;
            before = &last;
        }
        if (i > 0 && v.changes > 0) {
            const QPointF middle((at(i - 1, 0.).x() + here.x()) / 2., kAboveScale - 14.);
            p.setPen(t.muted);
            p.setFont(Theme::font(Size::Small));
            p.drawText(QRectF(middle.x() - 70., middle.y() - 9., 140., 18.), Qt::AlignCenter,
                       plural(v.changes, tr("1 line changed"), tr("%1 lines changed")));
        }
    }
    for (std::size_t i = 0; i < m_visits.size(); ++i) {
        const VisitMark& v = m_visits[i];
        const QPointF here = at(i, v.pct.value_or(0.));
        const bool lit = static_cast<int>(i) == m_chosen;
        if (v.lowPct && v.highPct) {
            p.setPen(QPen(t.accent, 2.));
            const QPointF low = at(i, *v.lowPct), high = at(i, *v.highPct);
            p.drawLine(low, high);
            for (const QPointF& end : {low, high})
                p.drawLine(end - QPointF(5., 0.), end + QPointF(5., 0.));
        }
        p.setPen(QPen(v.pct ? t.accent : t.muted, 2.));
        p.setBrush(v.pct ? (v.open ? t.accent : t.raised) : t.paper);
        constexpr double kDot = 6.;
        p.drawEllipse(here, kDot, kDot);
        const QRectF foot(here.x() - 66., height() - kBelowScale + 6., 132., kBelowScale - 8.);
        if (lit) {
            p.setPen(QPen(t.accent, hasFocus() ? 2. : 1.));
            p.setBrush(t.accentSoft);
            p.drawRoundedRect(foot, 6., 6.);
        }
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Small, v.open));
        p.drawText(foot.adjusted(4., 3., -4., -22.), Qt::AlignCenter, v.day);
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Small));
        p.drawText(foot.adjusted(4., 22., -4., -3.), Qt::AlignCenter,
                   QFontMetricsF(p.font()).elidedText(v.title, Qt::ElideRight, foot.width() - 8.));
    }
}

void VisitsDrawing::mousePressEvent(QMouseEvent* event) {
    int nearest = -1;
    double least = 1e9;
    for (std::size_t i = 0; i < m_visits.size(); ++i)
        if (const double d = std::abs(at(i, 0.).x() - event->position().x()); d < least) {
            least = d;
            nearest = static_cast<int>(i);
        }
    choose(nearest);
}

void VisitsDrawing::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    if (step == 0)
        QWidget::keyPressEvent(event);
    else
        choose(m_chosen + step);
}

} // namespace jr::app
