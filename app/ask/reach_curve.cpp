// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/reach_curve.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace jr::app {
namespace {

constexpr int kLeast = 2, kUsualMost = 16, kLeftRoom = 44, kBottomRoom = 34;

} // namespace

ReachCurve::ReachCurve(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(104);
    setAccessibleName(tr("Smallest gain that so many pulls can show"));
    setToolTip(tr("Drag the point, or use the arrow keys, to see what more or fewer pulls can show."));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void ReachCurve::setPlan(const PlanOptions& options, int pullsEach) {
    // The curve depends on these alone, and working it out takes longer than painting it.
    const auto same = [](const PlanOptions& a, const PlanOptions& b) {
        return a.kind == b.kind && a.setups == b.setups && a.repeatabilityPct == b.repeatabilityPct &&
               a.power == b.power && a.confidence == b.confidence && a.judgeFactor == b.judgeFactor;
    };
    const int most = std::max(kUsualMost, pullsEach); // a long plan is on it as well
    const bool known = !m_reach.empty() && same(m_options, options) && most == m_most;
    m_most = most;
    m_options = options;
    m_pulls = std::clamp(pullsEach, kLeast, m_most);
    if (known) {
        update();
        return;
    }
    m_reach.clear();
    for (int n = kLeast; n <= m_most; ++n)
        m_reach.push_back(smallestGainPct(options, n));
    update();
}

double ReachCurve::x(double pulls) const {
    return kLeftRoom + (pulls - kLeast) / (m_most - kLeast) * (width() - kLeftRoom - 14.);
}
double ReachCurve::y(double pct) const {
    const double top = std::max(3. * m_options.worthPct, m_reach.size() > 1 ? 1.1 * m_reach[1] : 1.);
    return 10. + (1. - std::min(pct / top, 1.)) * (height() - kBottomRoom - 10.);
}

void ReachCurve::paintEvent(QPaintEvent*) {
    if (m_reach.empty())
        return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const QLocale l;
    p.setFont(Theme::font(Size::Small));
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(kLeftRoom, y(0.)), QPointF(width() - 14., y(0.)));
    p.setPen(QPen(t.muted, 1, Qt::DashLine));
    p.drawLine(QPointF(kLeftRoom, y(m_options.worthPct)), QPointF(width() - 14., y(m_options.worthPct)));
    p.drawText(QRectF(0, y(m_options.worthPct) - 9, kLeftRoom - 5, 18), Qt::AlignRight | Qt::AlignVCenter,
               l.toString(m_options.worthPct) + QStringLiteral(" %"));
    p.drawText(QRectF(0, y(0.) - 9, kLeftRoom - 5, 18), Qt::AlignRight | Qt::AlignVCenter, QStringLiteral("0 %"));
    for (int n = kLeast; n <= m_most; n += m_most > 2 * kUsualMost ? 10 : 2)
        p.drawText(QRectF(x(n) - 20, height() - kBottomRoom + 3, 40, 15), Qt::AlignCenter, QString::number(n));
    p.drawText(QRectF(kLeftRoom, height() - 16, width() - kLeftRoom, 15), Qt::AlignCenter,
               tr("pulls of each · smallest gain they show"));
    QPainterPath path;
    for (std::size_t i = 0; i < m_reach.size(); ++i) {
        const QPointF point(x(kLeast + static_cast<double>(i)), y(m_reach[i]));
        i == 0 ? path.moveTo(point) : path.lineTo(point);
    }
    p.setPen(QPen(t.accent, 2.2));
    p.setBrush(Qt::NoBrush);
    p.drawPath(path);
    const double reach = m_reach[static_cast<std::size_t>(m_pulls - kLeast)];
    const QPointF at(x(m_pulls), y(reach));
    p.setBrush(hasFocus() ? t.accent : t.panel);
    p.drawEllipse(at, 7, 7);
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Body, true));
    p.drawText(QRectF(std::min(at.x() + 10., width() - 76.), at.y() - 24., 74., 18.), Qt::AlignLeft,
               l.toString(reach, 'f', 2) + QStringLiteral(" %"));
}

void ReachCurve::chooseAt(double px) {
    const int n = std::clamp(
        static_cast<int>(std::lround(kLeast + (px - kLeftRoom) / (width() - kLeftRoom - 14.) * (m_most - kLeast))),
        kLeast, m_most);
    if (n != m_pulls)
        emit pullsChosen(n);
}

void ReachCurve::mousePressEvent(QMouseEvent* event) {
    chooseAt(event->position().x());
}
void ReachCurve::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton)
        chooseAt(event->position().x());
}
void ReachCurve::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    if (step == 0)
        QWidget::keyPressEvent(event);
    else if (const int n = std::clamp(m_pulls + step, kLeast, m_most); n != m_pulls)
        emit pullsChosen(n);
}

} // namespace jr::app
