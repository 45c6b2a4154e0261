// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/plan_lanes.h"

#include "app/words/plural.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr int kLaneHigh = 50, kLaneGap = 4;
constexpr double kBlockHigh = 19.;

} // namespace

PlanLanes::PlanLanes(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setAccessibleName(tr("Trying plans on the judge…"));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    setToolTip(tr("Click a plan, or use the arrow keys. Blocks are runs of pulls, gaps are swaps, all to one scale."));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void PlanLanes::setChoices(std::vector<PlanChoice> choices, std::vector<int> marks, const PlanOptions& options) {
    const bool sized = choices.size() != m_choices.size();
    m_choices = std::move(choices);
    m_marks = std::move(marks);
    m_options = options;
    m_working = false;
    if (sized)
        updateGeometry();
    update();
}

void PlanLanes::setChosen(int lane) {
    m_chosen = lane;
    QStringList said;
    for (int i = 0; i < static_cast<int>(m_choices.size()); ++i)
        said << (i == lane ? tr("chosen: %1") : QStringLiteral("%1"))
                    .arg(nameOf(i) + QStringLiteral(", ") + figuresOf(m_choices[static_cast<std::size_t>(i)]));
    setAccessibleName(tr("Plans side by side. %1").arg(said.join(QStringLiteral("; "))));
    update();
}

void PlanLanes::setWorking(bool working) {
    m_working = working;
    update();
}

QString PlanLanes::nameOf(int lane) const {
    const PlanChoice& c = m_choices[static_cast<std::size_t>(lane)];
    if (m_choices.size() == 1)
        return c.promised ? tr("The plan") : tr("As near as one comes");
    QStringList names;
    if (c.quickest)
        names << tr("quickest");
    if (c.surest)
        names << tr("surest");
    if (c.cheapest)
        names << tr("fewest pulls");
    QString out = names.join(tr(" and "));
    out[0] = out[0].toUpper();
    return out;
}

QString PlanLanes::figuresOf(const PlanChoice& c) const {
    const QLocale l;
    const int pulls = static_cast<int>(c.plan.order.size());
    QStringList out{plural(pulls, tr("1 pull"), tr("%1 pulls")), plural(c.swaps, tr("1 swap"), tr("%1 swaps"))};
    if (c.plan.minutes)
        out << tr("%1 h").arg(l.toString(*c.plan.minutes / 60., 'f', 1));
    if (c.plan.fuelMl)
        out << tr("%1 l").arg(l.toString(*c.plan.fuelMl / 1000., 'f', 1));
    return out.join(QStringLiteral(" · "));
}

QSize PlanLanes::sizeHint() const {
    const int lanes = std::max<int>(1, static_cast<int>(m_choices.size()));
    return {280, lanes * (kLaneHigh + kLaneGap) - kLaneGap};
}

void PlanLanes::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    if (m_choices.empty()) {
        p.setPen(t.muted);
        p.drawText(rect(), Qt::AlignCenter, m_working ? tr("Trying plans on the judge…") : QString());
        return;
    }
    if (m_working)
        p.setOpacity(0.45);
    for (int lane = 0; lane < static_cast<int>(m_choices.size()); ++lane)
        paintLane(p, lane, QRectF(0.5, lane * (kLaneHigh + kLaneGap) + 0.5, width() - 1., kLaneHigh - 1.));
}

void PlanLanes::paintLane(QPainter& p, int lane, const QRectF& box) {
    const Tokens& t = m_theme.tokens();
    const PlanChoice& c = m_choices[static_cast<std::size_t>(lane)];
    const bool chosen = lane == m_chosen;
    p.setPen(QPen(chosen ? t.accent : t.line, chosen ? 2. : 1.));
    p.setBrush(chosen ? QBrush(t.accentSoft) : Qt::NoBrush);
    p.drawRoundedRect(box, 6, 6);
    if (chosen && hasFocus()) {
        p.setPen(QPen(t.accent, 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(box.adjusted(3, 3, -3, -3), 4, 4);
    }
    const QRectF inner = box.adjusted(9, 3, -9, -4);
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Small, true));
    const QString name = nameOf(lane);
    p.drawText(QRectF(inner.left(), inner.top(), inner.width(), 16), Qt::AlignLeft | Qt::AlignVCenter, name);
    const double nameWide = p.fontMetrics().horizontalAdvance(name) + 12.;
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(inner.left() + nameWide, inner.top(), inner.width() - nameWide, 16),
               Qt::AlignRight | Qt::AlignVCenter,
               p.fontMetrics().elidedText(figuresOf(c), Qt::ElideRight, static_cast<int>(inner.width() - nameWide)));
    // Blocks to the scale of the longest plan.
    const double pull = m_options.pullMinutes.value_or(1.), swap = m_options.changeMinutes.value_or(0.);
    double longest = 1.;
    for (const PlanChoice& other : m_choices)
        longest = std::max(longest, static_cast<double>(other.plan.order.size()) * pull + other.swaps * swap);
    const double scale = inner.width() / longest;
    const double top = inner.bottom() - kBlockHigh - 1.;
    double now = 0.;
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(inner.left(), top + 0.5 * kBlockHigh), QPointF(inner.right(), top + 0.5 * kBlockHigh));
    for (std::size_t i = 0; i < c.plan.order.size();) {
        const int setup = c.plan.order[i];
        std::size_t end = i;
        while (end < c.plan.order.size() && c.plan.order[end] == setup)
            ++end;
        const int run = static_cast<int>(end - i);
        const QRectF block(inner.left() + now * scale, top, std::max(run * pull * scale - 1., 2.), kBlockHigh);
        const int mark = setup < static_cast<int>(m_marks.size()) ? m_marks[static_cast<std::size_t>(setup)] : setup;
        QColor soft = t.marks[mark & 7];
        p.setPen(QPen(soft, 1.2));
        soft.setAlphaF(setup == 0 ? 0.10f : 0.28f);
        p.setBrush(soft);
        p.drawRoundedRect(block, 3, 3);
        const QString letter = Theme::mark(mark).letter;
        const QString full = run > 1 ? letter + QString::number(run) : letter;
        const QFontMetrics metrics = p.fontMetrics();
        p.setPen(t.ink);
        if (metrics.horizontalAdvance(full) + 1 < block.width())
            p.drawText(block, Qt::AlignCenter, full);
        else if (metrics.horizontalAdvance(letter) + 1 < block.width())
            p.drawText(block, Qt::AlignCenter, letter);
        now += run * pull + swap;
        i = end;
    }
}

void PlanLanes::mousePressEvent(QMouseEvent* event) {
    const int lane = static_cast<int>(event->position().y()) / (kLaneHigh + kLaneGap);
    if (lane >= 0 && lane < static_cast<int>(m_choices.size()))
        emit laneChosen(lane);
}

void PlanLanes::keyPressEvent(QKeyEvent* event) {
    const int step = event->key() == Qt::Key_Down ? 1 : event->key() == Qt::Key_Up ? -1 : 0;
    if (step == 0 || m_choices.empty()) {
        QWidget::keyPressEvent(event);
        return;
    }
    const int lane = std::clamp(m_chosen + step, 0, static_cast<int>(m_choices.size()) - 1);
    if (lane != m_chosen)
        emit laneChosen(lane);
}

} // namespace jr::app
