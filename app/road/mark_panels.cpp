// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/mark_panels.h"

#include "app/charts/nice_ticks.h"

#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kGap = 10.;

QString seconds(double value, int decimals = 2, bool sign = false) {
    const double shown = std::abs(value) < 0.5 * std::pow(10., -decimals) ? 0. : value; // no sign of nothing
    const QString text = QLocale().toString(shown, 'f', decimals);
    return sign && shown > 0. ? QLatin1Char('+') + text : text;
}

} // namespace

MarkPanels::MarkPanels(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(360, 240);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
    tellName();
}

void MarkPanels::setView(RoadViewPtr view) {
    m_view = std::move(view);
    if (m_view && m_chosen >= m_view->answers.marks.size())
        m_chosen = 0;
    tellName();
    update();
}

void MarkPanels::choose(std::size_t mark) {
    if (!m_view || mark >= m_view->answers.marks.size() || mark == m_chosen)
        return;
    m_chosen = mark;
    tellName();
    update();
    emit chosenChanged();
}

void MarkPanels::tellName() {
    setAccessibleName(m_view && m_chosen < m_view->answers.marks.size()
                          ? tr("Times at %1").arg(markText(m_view->answers.marks[m_chosen]))
                          : tr("Times at the marks"));
}

int MarkPanels::columns() const {
    const auto count = static_cast<int>(m_view->answers.marks.size());
    return count <= 1 ? 1 : count <= 4 ? 2 : 3;
}

QRectF MarkPanels::boxOf(std::size_t mark) const {
    const int across = columns(), count = static_cast<int>(m_view->answers.marks.size());
    const int down = (count + across - 1) / across;
    const double w = (width() - kGap * (across - 1)) / across, h = (height() - kGap * (down - 1)) / down;
    const int row = static_cast<int>(mark) / across, column = static_cast<int>(mark) % across;
    return {column * (w + kGap), row * (h + kGap), w, h};
}

void MarkPanels::paintEvent(QPaintEvent*) {
    if (!m_view)
        return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    for (std::size_t m = 0; m < m_view->answers.marks.size(); ++m)
        paintPanel(p, m, boxOf(m).adjusted(1, 1, -1, -1));
}

/// What the changed setup won or lost here, in words and shape, large.
void MarkPanels::paintResult(QPainter& p, std::size_t mark, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const ValueComparison* at = m_view->at(mark);
    if (!at)
        return;
    const bool gain = at->call == CallKind::Gain, loss = at->call == CallKind::Loss;
    p.setPen(gain ? t.gain : loss ? t.loss : t.ink);
    p.setFont(Theme::font(Size::Large, true));
    p.drawText(box, Qt::AlignRight | Qt::AlignTop,
               (gain   ? QStringLiteral("▲ ")
                : loss ? QStringLiteral("▼ ")
                       : QString()) +
                   tr("%1 s").arg(seconds(at->difference, 2, true)));
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    const QString margin = at->high ? tr("± %1").arg(seconds(0.5 * (*at->high - *at->low))) : tr("no margin");
    const QString word = gain                         ? tr("quicker")
                         : loss                       ? tr("slower")
                         : at->call == CallKind::Same ? tr("the same")
                                                      : tr("cannot tell");
    p.drawText(box.adjusted(0, 28, 0, 0), Qt::AlignRight | Qt::AlignTop, tr("%1, %2").arg(margin, word));
}

void MarkPanels::paintPanel(QPainter& p, std::size_t mark, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const bool chosen = mark == m_chosen;
    p.setPen(chosen ? QPen(hasFocus() ? t.accent : t.muted, hasFocus() ? 2. : 1.2) : QPen(t.line, 1));
    p.setBrush(t.raised);
    p.drawRoundedRect(box, 8, 8);
    const QRectF in = box.adjusted(14, 10, -14, -8);
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Strong, true));
    p.drawText(in, Qt::AlignLeft | Qt::AlignTop, markText(m_view->answers.marks[mark]));
    paintResult(p, mark, in);

    std::vector<const MarkOfSetup*> rows;
    for (const MarkOfSetup& row : m_view->answers.setups)
        if (row.mark == mark)
            rows.push_back(&row);
    if (rows.empty())
        return;
    double low = 1e9, high = -1e9;
    const auto widen = [&](double s) {
        low = std::min(low, s);
        high = std::max(high, s);
    };
    for (const TimedRun& run : m_view->answers.runs)
        if (const MarkTime* time = run.run.used() ? run.at(mark) : nullptr)
            widen(time->timeS);
    for (const MarkOfSetup* row : rows) {
        // A margin wider than the runs themselves would push them together: it is cut at the edge.
        widen(row->meanS);
    }
    const double spread = std::max(high - low, 0.05);
    low -= 0.18 * spread;
    high += 0.18 * spread;
    constexpr double kHead = 52., kFoot = 18., kName = 34.;
    const QRectF plot(in.left() + kName, in.top() + kHead, in.width() - kName - 62., in.height() - kHead - kFoot);
    const auto x = [&](double s) {
        return plot.left() + (std::clamp(s, low, high) - low) / (high - low) * plot.width();
    };
    p.setFont(Theme::font(Size::Small));
    double written = -1e9; // right end of the last figure: one that would touch it is left out
    for (double tick : niceTicks(low, high, 4)) {
        p.setPen(QPen(t.line, 1, Qt::DotLine));
        p.drawLine(QPointF(x(tick), plot.top()), QPointF(x(tick), plot.bottom()));
        p.setPen(t.muted);
        const QString text = QLocale().toString(tick, 'f', spread < 0.6 ? 2 : spread < 6. ? 1 : 0);
        const double half = 0.5 * p.fontMetrics().horizontalAdvance(text);
        constexpr double kClear = 8.;
        if (x(tick) - half < written + kClear)
            continue;
        p.drawText(QRectF(x(tick) - 40., plot.bottom() + 2., 80., 15.), Qt::AlignCenter, text);
        written = x(tick) + half;
    }
    p.drawText(QRectF(plot.right() + 26., plot.bottom() + 2., 40., 15.), Qt::AlignLeft, tr("s"));
    const double each = plot.height() / static_cast<double>(rows.size());
    for (std::size_t r = 0; r < rows.size(); ++r) {
        const MarkOfSetup& row = *rows[r];
        const int shape = m_view->mark(row.setup);
        const QColor colour = t.marks[shape % 8];
        const double y = plot.top() + (static_cast<double>(r) + 0.5) * each;
        Theme::drawMark(p, {in.left() + 10., y}, 7., shape, colour);
        if (row.lowS) {
            QColor soft = colour;
            soft.setAlphaF(0.22f);
            p.setPen(Qt::NoPen);
            p.setBrush(soft);
            const double half = std::min(11., 0.36 * each);
            p.drawRoundedRect(QRectF(QPointF(x(*row.lowS), y - half), QPointF(x(*row.highS), y + half)), 4, 4);
        }
        // Runs that lie on one another are told apart by height.
        int k = 0;
        for (const TimedRun& run : m_view->answers.runs) {
            const MarkTime* time = run.setup == row.setup && run.run.used() ? run.at(mark) : nullptr;
            if (!time)
                continue;
            const double lift = (k++ % 3 - 1) * std::min(4., 0.1 * each);
            p.setPen(QPen(t.raised, 1));
            p.setBrush(colour);
            p.drawEllipse(QPointF(x(time->timeS), y + lift), 3.6, 3.6);
        }
        p.setPen(QPen(t.ink, 2.4));
        const double tall = std::min(13., 0.42 * each);
        p.drawLine(QPointF(x(row.meanS), y - tall), QPointF(x(row.meanS), y + tall));
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Body, true));
        p.drawText(QRectF(plot.right() + 6., y - 10., 58., 20.), Qt::AlignRight | Qt::AlignVCenter, seconds(row.meanS));
    }
}

void MarkPanels::keyPressEvent(QKeyEvent* event) {
    if (!m_view || m_view->answers.marks.empty()) {
        QWidget::keyPressEvent(event);
        return;
    }
    const auto across = static_cast<std::size_t>(columns()), count = m_view->answers.marks.size();
    switch (event->key()) {
    case Qt::Key_Right:
        choose(std::min(m_chosen + 1, count - 1));
        return;
    case Qt::Key_Left:
        choose(m_chosen > 0 ? m_chosen - 1 : 0);
        return;
    case Qt::Key_Down:
        choose(m_chosen + across < count ? m_chosen + across : m_chosen);
        return;
    case Qt::Key_Up:
        choose(m_chosen >= across ? m_chosen - across : m_chosen);
        return;
    default:
        QWidget::keyPressEvent(event);
    }
}

void MarkPanels::mousePressEvent(QMouseEvent* event) {
    for (std::size_t m = 0; m_view && m < m_view->answers.marks.size(); ++m)
        if (boxOf(m).contains(event->position()))
            choose(m);
}

void MarkPanels::focusInEvent(QFocusEvent* event) {
    QWidget::focusInEvent(event);
    update();
}
void MarkPanels::focusOutEvent(QFocusEvent* event) {
    QWidget::focusOutEvent(event);
    update();
}

} // namespace jr::app
