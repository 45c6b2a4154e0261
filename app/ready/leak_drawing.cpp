// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ready/leak_drawing.h"

#include "app/charts/nice_ticks.h"

#include <QLocale>
#include <QPainter>

#include <algorithm>

namespace jr::app {
namespace {

constexpr double kLeft = 52., kBottom = 40., kTop = 14., kLabelWide = 170.;

} // namespace

LeakDrawing::LeakDrawing(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setMinimumHeight(220);
    setAccessibleName(tr("Leak tests, pressure over minutes"));
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void LeakDrawing::show(std::vector<LeakTest> tests, std::vector<int> marks, const LeakWindow& window) {
    m_tests = std::move(tests);
    m_marks = std::move(marks);
    m_window = window;
    update();
}

void LeakDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    const QLocale l;
    double longest = 1.5 * m_window.leastMinutes, highest = 1.1 * m_window.startToKpa;
    for (const LeakTest& test : m_tests) {
        longest = std::max(longest, 1.1 * test.minutes);
        highest = std::max(highest, 1.1 * test.startKpa);
    }
    const QRectF area(kLeft, kTop, width() - kLeft - kLabelWide, height() - kTop - kBottom);
    const auto at = [&](double minutes, double kpa) {
        return QPointF(area.left() + area.width() * minutes / longest,
                       area.bottom() - area.height() * std::max(kpa, 0.) / highest);
    };
    // What the newest test may lose: below that wedge its joint leaks.
    const double from = m_tests.empty() ? 0.5 * (m_window.startFromKpa + m_window.startToKpa) : m_tests.back().startKpa;
    p.setPen(Qt::NoPen);
    p.setBrush(t.gainSoft);
    p.drawPolygon(QPolygonF{at(0., from), at(longest, from), at(longest, from - m_window.mostLossKpaPerMin * longest)});
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(area.left(), at(0., from).y() - 20., area.width() - 8., 16.), Qt::AlignRight,
               tr("may lose so much"));
    p.setPen(QPen(t.line, 1.));
    p.drawLine(area.bottomLeft(), area.bottomRight());
    p.drawLine(area.bottomLeft(), area.topLeft());
    // Where a test has to start, as a bar on the axis.
    p.setPen(QPen(t.accent, 5.));
    p.drawLine(at(0., m_window.startFromKpa), at(0., m_window.startToKpa));
    p.setPen(t.accent);
    p.drawText(QRectF(area.left() + 8., at(0., m_window.startToKpa).y() - 2., 160., 16.), Qt::AlignLeft,
               tr("pump to here"));
    p.setPen(t.muted);
    for (double kpa : niceTicks(0., highest))
        p.drawText(QRectF(0., at(0., kpa).y() - 8., kLeft - 8., 16.), Qt::AlignRight | Qt::AlignVCenter,
                   l.toString(kpa, 'f', 0));
    for (double minutes : niceTicks(0., longest))
        p.drawText(QRectF(at(minutes, 0.).x() - 30., area.bottom() + 3., 60., 16.), Qt::AlignCenter,
                   l.toString(minutes, 'g', 3));
    p.drawText(QRectF(area.left(), area.bottom() + 20., area.width(), 16.), Qt::AlignCenter, tr("minutes"));
    p.drawText(QRectF(area.left() + 6., 0., 260., 16.), Qt::AlignLeft, tr("kPa from the air outside"));
    p.setPen(QPen(t.muted, 1., Qt::DashLine));
    p.drawLine(at(m_window.leastMinutes, 0.), at(m_window.leastMinutes, highest));
    p.drawText(QRectF(at(m_window.leastMinutes, 0.).x() + 5., area.bottom() - 20., 120., 16.), Qt::AlignLeft,
               tr("at least so long"));
    // Labels at the right end, each kept clear of the one above it.
    double below = kTop;
    std::vector<std::size_t> order(m_tests.size());
    for (std::size_t i = 0; i < order.size(); ++i)
        order[i] = i;
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return m_tests[a].heldKpa > m_tests[b].heldKpa; });
    for (std::size_t i : order) {
        const LeakTest& test = m_tests[i];
        const LeakState state = leakState(test, m_window);
        const bool newest = i + 1 == m_tests.size();
        const QColor colour = state == LeakState::Tight ? t.gain : state == LeakState::Leaks ? t.loss : t.muted;
        p.setPen(QPen(colour, newest ? 3. : 1.6, state == LeakState::ShowsNothing ? Qt::DashLine : Qt::SolidLine));
        const QPointF end = at(test.minutes, test.heldKpa);
        p.drawLine(at(0., test.startKpa), end);
        Theme::drawMark(p, end, 6., m_marks[i], colour);
        const double y = std::max(end.y() - 9., below);
        below = y + 18.;
        p.setFont(Theme::font(Size::Small, newest));
        p.setPen(colour);
        const QString word = state == LeakState::Tight   ? tr("tight")
                             : state == LeakState::Leaks ? tr("leaks")
                                                         : tr("shows nothing");
        p.setPen(QPen(colour, 1., Qt::DotLine));
        p.drawLine(end, QPointF(area.right() + 8., y + 9.));
        p.setPen(colour);
        p.drawText(QRectF(area.right() + 12., y, kLabelWide - 14., 18.), Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(QString::fromStdString(test.setup) + QStringLiteral(": ") + word,
                                              Qt::ElideRight, static_cast<int>(kLabelWide) - 14));
    }
    if (m_tests.empty()) {
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Body));
        p.drawText(
            area.adjusted(20., 0., -20., 0.), Qt::AlignCenter | Qt::TextWordWrap,
            tr("Nothing tested yet. Pump the joint up (or down) once it is fitted, start the clock, and write what "
               "is still held."));
    }
}

} // namespace jr::app
