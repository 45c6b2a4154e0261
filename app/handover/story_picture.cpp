// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/story_picture.h"

#include "app/charts/nice_ticks.h"
#include "app/handover/sheet_painter.h"
#include "app/theme/theme.h"

#include <QObject>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kRow = 30., kNames = 150., kValues = 130., kAxis = 34.;

} // namespace

double drawStoryRows(QPainter& p, const StoryTold& story, double y) {
    const Tokens& t = Theme::dayTokens();
    const double left = kSheetEdge + kNames, right = kSheetWidth - kSheetEdge - kValues;
    double from = story.fromZero ? 0. : story.rows.front().mid, to = from;
    for (const StoryRow& r : story.rows) {
        from = std::min({from, r.mid, r.low.value_or(r.mid)});
        to = std::max({to, r.mid, r.high.value_or(r.mid)});
    }
    const double room = 0.06 * std::max(to - from, 1e-9);
    from -= from < 0. || !story.fromZero ? room : 0.;
    to += room;
    const auto x = [&](double value) { return left + (value - from) / (to - from) * (right - left); };
    const double top = y + 4., bottom = top + kRow * static_cast<double>(story.rows.size());
    p.setFont(Theme::paperFont(Size::Small));
    for (const double tick : niceTicks(from, to, 6)) {
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(x(tick), top), QPointF(x(tick), bottom));
        p.setPen(t.muted);
        p.drawText(QRectF(x(tick) - 40., bottom + 2., 80., 14.), Qt::AlignHCenter,
                   QLocale().toString(tick, 'g', 4));
    }
    if (from <= 0. && to >= 0.) {
        p.setPen(QPen(t.ink, 1.5));
        p.drawLine(QPointF(x(0.), top), QPointF(x(0.), bottom));
    }
    double at = top;
    for (const StoryRow& r : story.rows) {
        const double mid = at + 0.5 * kRow;
        if (r.mark >= 0)
            Theme::drawMark(p, {kSheetEdge + 7., mid}, 6., r.mark, t.marks[r.mark % 8]);
        p.setPen(t.ink);
        p.setFont(Theme::paperFont(Size::Body));
        const double nameLeft = kSheetEdge + (r.mark >= 0 ? 20. : 0.);
        p.drawText(QRectF(nameLeft, at, left - nameLeft - 8., kRow), Qt::AlignVCenter | Qt::TextWordWrap, r.name);
        if (r.low && r.high) {
            const bool gain = *r.low > 0., loss = *r.high < 0.;
            const QRectF band(x(*r.low), mid - 6., x(*r.high) - x(*r.low), 12.);
            p.setPen(Qt::NoPen);
            p.setBrush(!story.fromZero ? QBrush(t.sameSoft)
                       : gain          ? QBrush(t.gainSoft)
                       : loss          ? QBrush(t.lossSoft)
                                       : Theme::hatch(t.open));
            p.drawRect(band);
            p.setPen(QPen(t.ink, 1));
            p.drawLine(QPointF(band.left(), mid - 6.), QPointF(band.left(), mid + 6.));
            p.drawLine(QPointF(band.right(), mid - 6.), QPointF(band.right(), mid + 6.));
        }
        p.setPen(QPen(t.ink, 2));
        p.setBrush(r.hollow ? QBrush(Qt::white) : QBrush(t.ink));
        p.drawEllipse(QPointF(x(r.mid), mid), 4., 4.);
        p.setPen(t.ink);
        p.setFont(Theme::paperFont(Size::Body, true));
        p.drawText(QRectF(right + 8., at, kValues - 8., kRow), Qt::AlignVCenter | Qt::AlignRight, r.value);
        at += kRow;
    }
    p.setPen(t.muted);
    p.setFont(Theme::paperFont(Size::Small));
    QString words = story.axis;
    if (!story.fromZero)
        words += QStringLiteral(" · ") + QObject::tr("this axis does not begin at zero");
    p.drawText(QRectF(left, bottom + 16., right - left + kValues, 16.), Qt::AlignLeft, words);
    return bottom + kAxis;
}

double drawStoryTable(QPainter& p, const StoryTold& story, double y) {
    const Tokens& t = Theme::dayTokens();
    const auto columns = static_cast<double>(story.table.front().size());
    const double wide = (kSheetWidth - 2. * kSheetEdge) / columns;
    constexpr double kGap = 3., kMostHigh = 400.;
    double at = y + 2.;
    for (std::size_t line = 0; line < story.table.size(); ++line) {
        p.setFont(Theme::paperFont(Size::Small, line == 0));
        p.setPen(line == 0 ? t.muted : t.ink);
        double bottom = at;
        for (qsizetype c = 0; c < story.table[line].size(); ++c) {
            QRectF drawn;
            p.drawText(QRectF(kSheetEdge + static_cast<double>(c) * wide, at, wide - 8., kMostHigh),
                       Qt::TextWordWrap | Qt::AlignLeft | Qt::AlignTop, story.table[line][c], &drawn);
            bottom = std::max(bottom, drawn.bottom());
        }
        p.setPen(QPen(t.line, line == 0 ? 1.5 : 0.7));
        p.drawLine(QPointF(kSheetEdge, bottom + kGap), QPointF(kSheetWidth - kSheetEdge, bottom + kGap));
        at = bottom + 2. * kGap;
    }
    return at;
}

} // namespace jr::app
