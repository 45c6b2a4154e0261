// SPDX-License-Identifier: GPL-3.0-or-later
// How the day strip looks; what it does is in day_strip.cpp.
#include "app/frame/day_strip.h"

#include "app/words/plural.h"

#include <QDateTime>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kApartFromNext = 32.; // px between the outlook and the next step

} // namespace

using namespace day_strip_size;

void DayStrip::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    p.setPen(QPen(t.line, 1));
    p.drawLine(0, 0, width(), 0);
    p.setFont(Theme::font(Size::Small));
    if (m_model.pulls().empty() && m_ghosts.empty()) {
        p.setPen(t.muted);
        p.drawText(rect(), Qt::AlignCenter,
                   m_model.hasJob() ? tr("No pulls yet: make them on Pull (Ctrl+3), drop pull files or logs on the "
                                         "window, or press Ctrl+I.")
                                    : tr("The pulls of a job stand here in the order they were made."));
        return;
    }
    // The time line.
    p.setPen(QPen(t.line, 2));
    p.drawLine(QPointF(kMargin - m_scroll, kTop + kTileHeight + 6),
               QPointF(m_wide - kMargin - m_scroll, kTop + kTileHeight + 6));
    drawDrift(p);
    drawFittings(p);
    drawBaselines(p);
    QString lastDay;
    std::vector<std::pair<double, double>> dayWords; // where they begin and end
    for (int i = 0; i < static_cast<int>(m_left.size()); ++i) {
        const QRectF box = tile(i);
        if (box.right() < 0 || box.left() > width())
            continue;
        drawTile(p, i);
        const PullRecord& r = m_model.pulls()[static_cast<std::size_t>(i)].record;
        const QDateTime when = QDateTime::fromString(QString::fromStdString(r.started), Qt::ISODate);
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Small));
        if (when.isValid()) {
            p.drawText(QRectF(box.left(), box.bottom() + 8, box.width(), 16), Qt::AlignCenter,
                       when.time().toString(QStringLiteral("HH:mm")));
            const QString day = QLocale().toString(when.date(), QLocale::ShortFormat);
            if (day != lastDay) {
                p.drawText(QRectF(box.left(), 4, 160, 16), Qt::AlignLeft | Qt::AlignVCenter, day);
                dayWords.emplace_back(box.left(), box.left() + p.fontMetrics().horizontalAdvance(day));
            }
            lastDay = day;
        }
    }
    if (m_dragFrom >= 0 && m_dragTo >= 0 && m_dragFrom != m_dragTo) {
        const QRectF span = tile(std::min(m_dragFrom, m_dragTo)).united(tile(std::max(m_dragFrom, m_dragTo)));
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, 2, Qt::DashLine));
        p.drawRoundedRect(span.adjusted(-4, -4, 4, 4), 8, 8);
    }
    drawPlan(p);
    drawOutlook(p, dayWords);
    if (!m_model.picked().empty()) {
        p.setPen(t.accent);
        p.setFont(Theme::font(Size::Small, true));
        p.drawText(QRectF(width() - 420, 4, 408, 16), Qt::AlignRight,
                   plural(static_cast<int>(m_model.picked().size()), tr("1 pull picked, Esc for all"),
                          tr("%1 pulls picked, Esc for all")));
    }
}

/// Pulls that share a fitting stand under one bracket.
void DayStrip::drawFittings(QPainter& p) const {
    const std::vector<int>& fittings = m_model.answers().shown()->fittings();
    const auto known = static_cast<int>(std::min(fittings.size(), m_left.size()));
    p.setPen(QPen(m_theme.tokens().muted, 1.2));
    for (int i = 0; i < known;) {
        const int fitting = fittings[static_cast<std::size_t>(i)];
        int end = i + 1;
        while (end < known && fittings[static_cast<std::size_t>(end)] == fitting)
            ++end;
        if (fitting >= 0) {
            constexpr double kAbove = 4., kTick = 3.;
            const double left = tile(i).left() + 3., right = tile(end - 1).right() - 3., y = tile(i).top() - kAbove;
            p.drawLine(QPointF(left, y), QPointF(right, y));
            for (double x : {left, right})
                p.drawLine(QPointF(x, y), QPointF(x, y + kTick));
        }
        i = end;
    }
}

/// Base taken again: what was done stands between the pulls before and after it.
void DayStrip::drawBaselines(QPainter& p) const {
    const Tokens& t = m_theme.tokens();
    for (std::size_t k = 0; k < m_events.size(); ++k) {
        const QRectF box = event(k);
        if (box.right() < 0 || box.left() > width())
            continue;
        p.setPen(Qt::NoPen);
        p.setBrush(t.amberSoft);
        p.drawRoundedRect(box, 7, 7);
        p.setPen(QPen(t.amber, 1.5, Qt::DashLine));
        for (double x : {box.left(), box.right()})
            p.drawLine(QPointF(x, box.top() + 4), QPointF(x, box.bottom() - 4));
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Small, true));
        const QRectF inner = box.adjusted(6, 3, -6, -3);
        p.drawText(inner, Qt::AlignTop | Qt::AlignHCenter, tr("base again"));
        p.setFont(Theme::font(Size::Small));
        QString reason = QString::fromStdString(m_baselines.events[k].reason);
        const QRectF below = inner.adjusted(0, 16, 0, 0);
        while (reason.size() > 4 &&
               p.fontMetrics().boundingRect(below.toRect(), Qt::TextWordWrap | Qt::AlignHCenter, reason).height() >
                   below.height())
            reason = reason.left(reason.size() - 2).trimmed() + QStringLiteral("…");
        p.drawText(below, Qt::TextWordWrap | Qt::AlignTop | Qt::AlignHCenter, reason);
    }
}

QString DayStrip::nextLine() const {
    QString words = tr("Next: %1").arg(m_next);
    if (!m_departures.empty())
        words += QStringLiteral(" · ") + plural(static_cast<int>(m_departures.size()), tr("1 departure from the plan"),
                                                tr("%1 departures from the plan"));
    return words;
}

/// Stop or go on, beside the days' names and what is next.
void DayStrip::drawOutlook(QPainter& p, const std::vector<std::pair<double, double>>& dayWords) const {
    const QString words = m_model.outlook().words();
    if (words.isEmpty() || !m_model.picked().empty())
        return;
    const Tokens& t = m_theme.tokens();
    p.setFont(Theme::font(Size::Small, m_model.outlook().now().state == Outlook::State::Decided));
    // In other languages the next step takes more room.
    const double nextWide =
        m_next.isEmpty()
            ? 0.
            : std::min(0.45 * width(),
                       QFontMetricsF(Theme::font(Size::Small, true)).horizontalAdvance(nextLine()) + kApartFromNext);
    // The widest place that no day's name and not the next step takes.
    constexpr double kApart = 24., kNarrowest = 120.;
    const double end = width() - 12. - nextWide;
    QRectF room;
    for (std::size_t i = 0; i <= dayWords.size(); ++i) {
        const double from = i == 0 ? kMargin : dayWords[i - 1].second + kApart;
        const double to = i == dayWords.size() ? end : std::min(end, dayWords[i].first - kApart);
        if (to - from > room.width())
            room = QRectF(from, 4, to - from, 16);
    }
    if (room.width() < kNarrowest)
        return;
    p.setPen(m_model.outlook().now().state == Outlook::State::Decided ? t.accent : t.ink);
    p.drawText(room, Qt::AlignLeft | Qt::AlignVCenter,
               p.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(room.width())));
}

/// Planned pulls as ghosts after the made ones, and the next step in words.
void DayStrip::drawPlan(QPainter& p) const {
    const Tokens& t = m_theme.tokens();
    for (std::size_t g = 0; g < m_ghosts.size(); ++g) {
        const QRectF box(m_ghosts[g].first - m_scroll, kTop, m_tileWidth, kTileHeight);
        if (box.right() < 0 || box.left() > width())
            continue;
        const int mark = m_ghosts[g].second;
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(g == 0 ? t.accent : t.line, g == 0 ? 2 : 1, Qt::DashLine));
        p.drawRoundedRect(box, 7, 7);
        QColor ink = t.marks[mark & 7];
        ink.setAlphaF(0.5);
        Theme::drawMark(p, {box.left() + 15, box.top() + 17}, 7.5, mark, ink);
        p.setPen(t.muted);
        p.setFont(Theme::font(Size::Strong, true));
        p.drawText(QRectF(box.left() + 28, box.top() + 5, 24, 24), Qt::AlignVCenter | Qt::AlignLeft,
                   Theme::mark(mark).letter);
        p.setFont(Theme::font(Size::Small));
        p.drawText(QRectF(box.left() + 8, box.bottom() - 24, box.width() - 10, 20), Qt::AlignVCenter | Qt::AlignLeft,
                   g == 0 ? tr("next") : tr("planned"));
    }
    if (m_next.isEmpty())
        return;
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Small, true));
    const QString words = nextLine();
    const QRectF line(180, 4, width() - (m_model.picked().empty() ? 200 : 610), 16);
    p.drawText(line, Qt::AlignRight | Qt::AlignVCenter,
               p.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(line.width())));
}

double DayStrip::barScale() const {
    // The widest bar reaches the edge, but never for less than 2 %: small scatter must look small.
    const auto& means = m_model.answers().bandMeansW();
    double reference = qQNaN(), widest = 0.02;
    for (std::size_t k = 0; k < means.size(); ++k) {
        if (!std::isfinite(means[k]))
            continue;
        if (std::isnan(reference))
            reference = means[k];
        widest = std::max(widest, std::abs(means[k] / reference - 1.));
    }
    return widest;
}

void DayStrip::drawDrift(QPainter& p) const {
    // A faint line through the pulls of the base setup, in the height of their bars.
    const auto& means = m_model.answers().bandMeansW();
    double reference = qQNaN();
    QPolygonF line;
    for (int i = 0; i < static_cast<int>(m_left.size()); ++i) {
        const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(i)];
        if (pull.record.setupId != m_model.compare().now().baseSetup || pull.record.aside ||
            !std::isfinite(means[static_cast<std::size_t>(i)]))
            continue;
        if (std::isnan(reference))
            reference = means[static_cast<std::size_t>(i)];
        const double share = std::clamp((means[static_cast<std::size_t>(i)] / reference - 1.) / barScale(), -1., 1.);
        line << QPointF(tile(i).right() - 9, tile(i).center().y() - share * 20.);
    }
    if (line.size() > 1) {
        QColor faint = m_theme.tokens().muted;
        faint.setAlphaF(0.45);
        p.setPen(QPen(faint, 1.5, Qt::DotLine));
        p.drawPolyline(line);
    }
}

void DayStrip::drawTile(QPainter& p, int i) const {
    const Tokens& t = m_theme.tokens();
    const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(i)];
    const SetupRecord* setup = m_model.job().setup(pull.record.setupId);
    const int mark = setup ? setup->mark : 0;
    const QColor color = t.marks[mark % 8];
    const QRectF box = tile(i);
    const bool current = i == m_model.currentPull();
    const bool out = pull.record.aside || (!m_model.picked().empty() && !m_model.picked().contains(i)) ||
                     (m_era != kAllEras && eraOf(m_baselines, pull.record.number) != m_era);
    p.setPen(QPen(current ? t.accent : t.line, current ? 2.5 : 1));
    p.setBrush(current ? t.accentSoft : t.raised);
    p.drawRoundedRect(box, 7, 7);
    if (pull.record.aside) {
        p.setBrush(Theme::hatch(t.line));
        p.drawRoundedRect(box, 7, 7);
    }
    if (current && hasFocus()) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.ink, 1, Qt::DotLine));
        p.drawRoundedRect(box.adjusted(3, 3, -3, -3), 5, 5);
    }
    QColor ink = color;
    if (out)
        ink.setAlphaF(0.4);
    Theme::drawMark(p, {box.left() + 15, box.top() + 17}, 7.5, mark, ink);
    p.setPen(out ? t.muted : t.ink);
    p.setFont(Theme::font(Size::Strong, true));
    p.drawText(QRectF(box.left() + 28, box.top() + 5, 24, 24), Qt::AlignVCenter | Qt::AlignLeft,
               Theme::mark(mark).letter);
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(box.left() + 8, box.bottom() - 24, box.width() - 26, 20), Qt::AlignVCenter | Qt::AlignLeft,
               pull.record.aside ? tr("aside")
                                 : (box.width() < 66 ? QString::number(pull.record.number)
                                    : pull.road      ? tr("run %1").arg(pull.record.number)
                                                     : tr("no. %1").arg(pull.record.number)));
    // Which side it is on.
    const bool isBase = pull.record.setupId == m_model.compare().now().baseSetup,
               isWith = pull.record.setupId == m_model.compare().now().withSetup;
    if (!out && (isBase || isWith)) {
        p.setPen(Qt::NoPen);
        p.setBrush(color);
        p.drawRoundedRect(QRectF(box.left() + 6, box.bottom() - 3, box.width() - 12, 3), 1.5, 1.5);
    }
    // Band mean against the first setup: a bar up or down from the middle.
    const auto& means = m_model.answers().bandMeansW();
    double reference = 0., n = 0.;
    const std::string first = m_model.pulls().front().record.setupId;
    for (std::size_t k = 0; k < means.size(); ++k)
        if (m_model.pulls()[k].record.setupId == first && !m_model.pulls()[k].record.aside && std::isfinite(means[k])) {
            reference += means[k];
            n += 1.;
        }
    if (n > 0. && std::isfinite(means[static_cast<std::size_t>(i)])) {
        const double share =
            std::clamp((means[static_cast<std::size_t>(i)] / (reference / n) - 1.) / barScale(), -1., 1.);
        const double middle = box.center().y();
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(box.right() - 14, middle), QPointF(box.right() - 4, middle));
        QColor bar = share >= 0. ? t.gain : t.loss;
        if (out)
            bar.setAlphaF(0.4);
        p.setPen(Qt::NoPen);
        p.setBrush(bar);
        p.drawRect(QRectF(box.right() - 12, share >= 0. ? middle - share * 24. : middle, 6,
                          std::max(std::abs(share) * 24., 1.5)));
    }
    // A notch for a flag, a cross for no curve.
    const bool flagged = pull.road ? !pull.road->used() || !pull.road->flags.empty()
                                   : pull.fit && std::any_of(pull.fit->flags().begin(), pull.fit->flags().end(),
                                                             [](const Flag& f) { return !f.overruled; });
    if (flagged) {
        p.setBrush(t.amber);
        p.setPen(Qt::NoPen);
        p.drawPolygon(QPolygonF{QPointF(box.right() - 18, box.top()), QPointF(box.right(), box.top()),
                                QPointF(box.right(), box.top() + 18)});
    } else if (!pull.fit && !pull.problem.isEmpty()) {
        p.setPen(QPen(t.amber, 2));
        p.drawLine(box.topRight() + QPointF(-14, 5), box.topRight() + QPointF(-5, 14));
        p.drawLine(box.topRight() + QPointF(-5, 5), box.topRight() + QPointF(-14, 14));
    }
}

} // namespace jr::app
