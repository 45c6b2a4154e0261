// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_painter.h"

#include "app/theme/theme.h"
#include "app/widgets/call_strip.h"
#include "core/pull/grid_holes.h"

#include <QFile>
#include <QPainter>
#include <QPainterPath>
#include <QPicture>
#include <QSvgRenderer>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kEdge = 54.;

struct Plot {
    QRectF area;
    double x0, x1, y0, y1;
    QPointF at(double x, double y) const {
        return {area.left() + (x - x0) / (x1 - x0) * area.width(),
                area.bottom() - (y - y0) / (y1 - y0) * area.height()};
    }
};

double niceStep(double span, int about) {
    const double raw = span / about, power = std::pow(10., std::floor(std::log10(raw)));
    for (double m : {1., 2., 2.5, 5., 10.})
        if (m * power >= raw)
            return m * power;
    return 10. * power;
}

void axes(QPainter& p, const Plot& plot, const QString& unit, const std::vector<std::pair<double, QString>>& ticks,
          bool named) {
    const Tokens& t = Theme::dayTokens();
    p.setFont(Theme::font(Size::Small));
    const QLocale l;
    const double yStep = niceStep(plot.y1 - plot.y0, 5);
    for (double y = std::ceil(plot.y0 / yStep) * yStep; y <= plot.y1 + 1e-9; y += yStep) {
        p.setPen(QPen(t.line, 0.7, Qt::DotLine));
        p.drawLine(plot.at(plot.x0, y), plot.at(plot.x1, y));
        p.setPen(t.muted);
        p.drawText(QRectF(plot.area.left() - 52, plot.at(0, y).y() - 8, 46, 16), Qt::AlignRight | Qt::AlignVCenter,
                   l.toString(std::abs(y) < 1e-9 ? 0. : y, 'g', 3));
    }
    for (const auto& [place, shown] : ticks) {
        p.setPen(QPen(t.line, 0.7, Qt::DotLine));
        p.drawLine(plot.at(place, plot.y0), plot.at(place, plot.y1));
        if (named) {
            p.setPen(t.muted);
            p.drawText(QRectF(plot.at(place, 0).x() - 40, plot.area.bottom() + 3, 80, 16), Qt::AlignCenter, shown);
        }
    }
    p.setPen(QPen(t.muted, 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(plot.area);
    p.drawText(QRectF(plot.area.left() - 52, plot.area.top() - 18, 160, 16), Qt::AlignLeft, unit);
}

QPainterPath path(const Plot& plot, const Comparison& c, const auto& y) {
    QPainterPath out;
    for (std::size_t i = 0; i < c.place.size(); ++i)
        if (i == 0 || holeBefore(c.place, c.gridStep, i))
            out.moveTo(plot.at(c.place[i], y(i)));
        else
            out.lineTo(plot.at(c.place[i], y(i)));
    return out;
}

/// Draws wrapped text and returns where it ends.
double text(QPainter& p, double y, const QString& words, const QFont& font, const QColor& color, double left = kEdge,
            double right = kSheetWidth - kEdge) {
    p.setFont(font);
    p.setPen(color);
    QRectF drawn;
    p.drawText(QRectF(left, y, right - left, 400), Qt::TextWordWrap | Qt::AlignLeft | Qt::AlignTop, words, &drawn);
    return drawn.bottom();
}

/// What was read off beside the pulls, a line each.
double drawReadings(QPainter& p, const Sheet& sheet, double y) {
    for (const ValueComparison& r : sheet.readings)
        y = text(p, y, QStringLiteral("•  ") + QString::fromStdString(said(verdictOf(r), sheet.units.wording())),
                 Theme::font(Size::Small), Theme::dayTokens().ink) +
            3;
    return y;
}

double drawRibbon(QPainter& p, const Sheet& sheet, const Comparison& c, double y) {
    const Tokens& t = Theme::dayTokens();
    const DisplayUnits& u = sheet.units;
    double reach = 0.;
    for (std::size_t i = 0; i < c.place.size(); ++i)
        reach =
            std::max({reach, std::abs(u.powerOf(c.watt(i).mid)), c.margins ? std::abs(u.powerOf(c.watt(i).low)) : 0.,
                      c.margins ? std::abs(u.powerOf(c.watt(i).high)) : 0.});
    const Plot plot{QRectF(kEdge + 52, y + 20, kSheetWidth - 2 * kEdge - 52, 140), c.place.front(), c.place.back(),
                    -1.15 * reach, 1.15 * reach};
    axes(p, plot, QObject::tr("gain [%1]").arg(u.powerSymbol()), u.placeTicks(plot.x0, plot.x1, c.axis), false);
    const auto drawPiece = [&](double from, double to, const QBrush& brush) {
        QPolygonF band;
        const auto within = [&](std::size_t i) { return c.place[i] >= from && c.place[i] <= to; };
        for (std::size_t i = 0; i < c.place.size(); ++i)
            if (within(i))
                band << plot.at(c.place[i], u.powerOf(c.watt(i).high));
        for (std::size_t i = c.place.size(); i-- > 0;)
            if (within(i))
                band << plot.at(c.place[i], u.powerOf(c.watt(i).low));
        p.setPen(Qt::NoPen);
        p.setBrush(brush);
        p.drawPolygon(band);
    };
    const double rounding = 0.02 * c.gridStep;
    if (c.margins)
        for (const Call& call : c.calls)
            drawPiece(call.from - 1.01 * c.gridStep, call.to + rounding,
                      call.kind == CallKind::Gain   ? QBrush(t.gainSoft)
                      : call.kind == CallKind::Loss ? QBrush(t.lossSoft)
                      : call.kind == CallKind::Same ? QBrush(t.sameSoft)
                                                    : Theme::hatch(t.line));
    for (const auto& [from, to] : c.narrow)
        drawPiece(from - rounding, to + rounding, Theme::stripes(t.muted));
    p.setPen(QPen(t.ink, 1));
    p.drawLine(plot.at(plot.x0, 0), plot.at(plot.x1, 0));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.ink, 2));
    p.drawPath(path(plot, c, [&](std::size_t i) { return u.powerOf(c.watt(i).mid); }));
    // The calls in words under it.
    double bottom = plot.area.bottom() + 6;
    p.setFont(Theme::font(Size::Small, true));
    for (const Call& call : c.calls) {
        const double from = plot.at(call.from, 0).x(), to = plot.at(call.to, 0).x();
        const QRectF box(from + 1, bottom, std::max(2., to - from - 2), 22);
        const bool gain = call.kind == CallKind::Gain, loss = call.kind == CallKind::Loss;
        const QColor ink = gain ? t.gain : loss ? t.loss : t.muted;
        p.setPen(QPen(ink, 0.8));
        p.setBrush(gain                          ? QBrush(t.gainSoft)
                   : loss                        ? QBrush(t.lossSoft)
                   : call.kind == CallKind::Same ? QBrush(t.sameSoft)
                                                 : Theme::hatch(t.line));
        p.drawRect(box);
        const QString word = (gain   ? QStringLiteral("▲ ")
                              : loss ? QStringLiteral("▼ ")
                                     : QString()) +
                             CallStrip::word(call.kind);
        const double wide = QFontMetricsF(p.font()).horizontalAdvance(word);
        if (wide + 8 < box.width()) {
            if (call.kind == CallKind::Open)
                p.fillRect(QRectF(box.center().x() - wide / 2 - 4, box.top() + 3, wide + 8, box.height() - 6),
                           Qt::white);
            p.setPen(ink);
            p.drawText(box, Qt::AlignCenter, word);
        }
    }
    return bottom + 26;
}

double drawCurves(QPainter& p, const Sheet& sheet, const Comparison& c, double y) {
    const Tokens& t = Theme::dayTokens();
    const DisplayUnits& u = sheet.units;
    double top = 0.;
    for (const Side* side : {&c.base, &c.with})
        for (double w : side->powerW)
            top = std::max(top, u.powerOf(w));
    const Plot plot{QRectF(kEdge + 52, y + 20, kSheetWidth - 2 * kEdge - 52, 200), c.place.front(), c.place.back(), 0.,
                    1.14 * top};
    axes(p, plot, QObject::tr("power [%1]").arg(u.powerSymbol()), u.placeTicks(plot.x0, plot.x1, c.axis), true);
    for (bool isBase : {true, false}) {
        const Side& side = isBase ? c.base : c.with;
        const int mark = sheet.marks[isBase ? 0 : 1];
        const QColor color = t.marks[mark % 8];
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(color, 2, Theme::mark(mark).dash));
        p.drawPath(path(plot, c, [&](std::size_t i) { return u.powerOf(side.powerW[i]); }));
        // Direct labels near the right part of the curve, base below and changed above.
        const auto i = static_cast<std::size_t>((isBase ? 0.34 : 0.60) * static_cast<double>(c.place.size()));
        const QPointF on = plot.at(c.place[i], u.powerOf(side.powerW[i]));
        const QPointF label = on + (isBase ? QPointF(26, 34) : QPointF(-60, -34));
        p.setPen(QPen(color, 0.8));
        p.drawLine(on, label + QPointF(0, isBase ? -8 : 8));
        Theme::drawMark(p, label, 6, mark, color);
        p.setPen(color);
        p.setFont(Theme::font(Size::Small, true));
        p.drawText(label + QPointF(12, 5),
                   Theme::mark(mark).letter + QStringLiteral("  ") + QString::fromStdString(side.setup));
    }
    p.setPen(t.muted);
    p.setFont(Theme::font(Size::Small));
    p.drawText(QRectF(plot.area.left(), plot.area.bottom() + 17, plot.area.width(), 16), Qt::AlignCenter,
               u.axisLabel(c.axis));
    return plot.area.bottom() + 36;
}

/// Paints the result; how many of the cautions there was room for.
std::size_t paintResult(QPainter& p, const Sheet& sheet) {
    const Tokens& t = Theme::dayTokens();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(QRectF(0, 0, kSheetWidth, kSheetHeight), Qt::white);
    {
        QFile file(QStringLiteral(":/icons/mark.svg"));
        if (file.open(QIODevice::ReadOnly)) {
            QByteArray svg = file.readAll();
            svg.replace("currentColor", t.accent.name().toLatin1());
            QSvgRenderer(svg).render(&p, QRectF(kSheetWidth - kEdge - 40, 40, 40, 40));
        }
    }
    double y = 44;
    y = text(p, y, sheet.job, Theme::font(Size::Large, true), t.ink, kEdge, kSheetWidth - kEdge - 60) + 2;
    y = text(p, y, sheet.machine + (sheet.date.isEmpty() ? QString() : QStringLiteral("  ·  ") + sheet.date),
             Theme::font(Size::Body), t.muted) +
        (sheet.asked.isEmpty() ? 14 : 2);
    if (!sheet.asked.isEmpty())
        y = text(p, y, QObject::tr("Asked for: %1.").arg(sheet.asked), Theme::font(Size::Body), t.muted) + 12;
    if (!sheet.comparison) {
        y = text(p, y, sheet.problem, Theme::font(Size::Strong), t.ink) + 8;
        (void)drawReadings(p, sheet, y);
        p.restore();
        return 0;
    }
    const Comparison& c = *sheet.comparison;
    const Account account = describe(c, sheet.units.wording());
    QString headline = QString::fromStdString(account.headline);
    headline[0] = headline[0].toUpper();
    y = text(p, y, headline, Theme::font(Size::Large, true), t.accent) + 4;
    y = text(p, y, QString::fromStdString(account.details.front()), Theme::font(Size::Body), t.ink) + 10;
    y = drawRibbon(p, sheet, c, y) + 6;
    y = drawCurves(p, sheet, c, y) + 8;
    for (const std::string& s : account.stretches)
        y = text(p, y, QStringLiteral("•  ") + QString::fromStdString(s), Theme::font(Size::Small), t.ink) + 3;
    y = drawReadings(p, sheet, y + 4) + 2;
    QString same = QObject::tr("What was compared: %1 (%2 pulls) against %3 (%4 pulls).")
                       .arg(QString::fromStdString(c.with.setup), QString::number(c.with.pulls),
                            QString::fromStdString(c.base.setup), QString::number(c.base.pulls));
    if (!sheet.changed.isEmpty())
        same += QStringLiteral(" ") + QObject::tr("Changed: %1.").arg(sheet.changed);
    y = text(p, y, same, Theme::font(Size::Small), t.ink) + 3;
    for (std::size_t i = 1; i < account.details.size(); ++i)
        y = text(p, y, QString::fromStdString(account.details[i]), Theme::font(Size::Small), t.muted) + 3;
    if (!sheet.air.isEmpty())
        y = text(p, y,
                 QObject::tr("Air: %1. Correction on average ×%2 before and ×%3 after.")
                     .arg(sheet.air, QLocale().toString(c.base.meanFactor, 'f', 3),
                          QLocale().toString(c.with.meanFactor, 'f', 3)),
                 Theme::font(Size::Small), t.muted) +
            3;
    // As many cautions as there is room for above the foot; the rest are counted, never dropped in silence.
    const double foot = kSheetHeight - 66;
    std::size_t shown = 0;
    const std::vector<Caution> cautions = cautionsOf(sheet);
    for (const Caution& caution : cautions) {
        const QRectF need = QFontMetricsF(Theme::font(Size::Small))
                                .boundingRect(QRectF(0, 0, kSheetWidth - 2 * kEdge - 12, 400), Qt::TextWordWrap,
                                              QString::fromStdString(said(caution, sheet.units.wording())));
        if (y + need.height() + 18 > foot)
            break;
        const double from = y;
        y = text(p, y, QString::fromStdString(said(caution, sheet.units.wording())), Theme::font(Size::Small), t.ink,
                 kEdge + 12) +
            4;
        p.fillRect(QRectF(kEdge, from, 4, y - from - 4), t.amber);
        ++shown;
    }
    if (shown < cautions.size())
        text(p, y,
             QObject::tr("More cautions than fit here: %1. They stand on the next page.").arg(cautions.size() - shown),
             Theme::font(Size::Small, true), t.amber);
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(kEdge, kSheetHeight - 58), QPointF(kSheetWidth - kEdge, kSheetHeight - 58));
    text(p, kSheetHeight - 52,
         QObject::tr("The change is what counts: two benches never agree on absolute figures.") + QLatin1Char(' ') +
             (c.sittingsRun == 1
                  ? QObject::tr("Measured on one bench, one sitting; what it does not show is another day, "
                                "another bench or the road.")
                  : QObject::tr("Measured on one bench in %1 sittings; what it does not show is another "
                                "bench or the road.")
                        .arg(c.sittingsRun)) +
             QLatin1Char(' ') + QObject::tr("Noise, emission and workplace rules apply."),
         Theme::font(Size::Small), t.muted);
    p.restore();
    return shown;
}

/// One paragraph of the pages after the first.
struct Block {
    enum class Kind { Title, Line, Caution } kind;
    QString words;
    QFont font() const { return kind == Kind::Title ? Theme::font(Size::Strong, true) : Theme::font(Size::Body); }
    double left() const { return kind == Kind::Caution ? kEdge + 12. : kEdge; }
    double height() const {
        return QFontMetricsF(font())
            .boundingRect(QRectF(0, 0, kSheetWidth - kEdge - left(), 1000), Qt::TextWordWrap, words)
            .height();
    }
    double before() const { return kind == Kind::Title ? 16. : 4.; }
};

/// What does not stand on the first page, in order: the cautions it had no room for, then the sections.
std::vector<Block> blocksOf(const Sheet& sheet) {
    std::size_t shown = 0;
    {
        QPicture first; // painted to see what fits
        QPainter p(&first);
        shown = paintResult(p, sheet);
    }
    std::vector<Block> out;
    const std::vector<Caution> cautions = sheet.comparison ? cautionsOf(sheet) : std::vector<Caution>{};
    if (shown < cautions.size())
        out.push_back({Block::Kind::Title, QObject::tr("To know beside the result")});
    for (; shown < cautions.size(); ++shown)
        out.push_back({Block::Kind::Caution, QString::fromStdString(said(cautions[shown], sheet.units.wording()))});
    for (const SheetSection& section : sheet.sections) {
        out.push_back({Block::Kind::Title, section.title});
        for (const QString& line : section.lines)
            out.push_back({Block::Kind::Line, line});
    }
    return out;
}

constexpr double kPageTop = 96., kPageFoot = kSheetHeight - 60.;

/// Where each page after the first begins, as indices of blocks; a title never stands alone at a foot.
std::vector<std::size_t> pageBegins(const std::vector<Block>& blocks) {
    std::vector<std::size_t> out;
    double y = kPageFoot + 1.;
    for (std::size_t i = 0; i < blocks.size(); ++i) {
        double need = blocks[i].before() + blocks[i].height();
        if (blocks[i].kind == Block::Kind::Title && i + 1 < blocks.size())
            need += blocks[i + 1].before() + blocks[i + 1].height();
        if (y + need > kPageFoot) {
            out.push_back(i);
            y = kPageTop;
        }
        y += blocks[i].before() + blocks[i].height();
    }
    return out;
}

void paintBlocks(QPainter& p, const Sheet& sheet, int page) {
    const Tokens& t = Theme::dayTokens();
    const std::vector<Block> blocks = blocksOf(sheet);
    const std::vector<std::size_t> begins = pageBegins(blocks);
    const auto k = static_cast<std::size_t>(page - 1);
    if (k >= begins.size())
        return;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(QRectF(0, 0, kSheetWidth, kSheetHeight), Qt::white);
    text(p, 44, sheet.job, Theme::font(Size::Strong, true), t.ink);
    text(p, 66, QObject::tr("%1  ·  page %2 of %3").arg(sheet.machine).arg(page + 1).arg(begins.size() + 1),
         Theme::font(Size::Small), t.muted);
    double y = kPageTop;
    const std::size_t end = k + 1 < begins.size() ? begins[k + 1] : blocks.size();
    for (std::size_t i = begins[k]; i < end; ++i) {
        const Block& block = blocks[i];
        y += block.before();
        const double from = y;
        y = text(p, y, block.words, block.font(), block.kind == Block::Kind::Title ? t.accent : t.ink, block.left());
        if (block.kind == Block::Kind::Caution)
            p.fillRect(QRectF(kEdge, from, 4, y - from), t.amber);
    }
    p.restore();
}

} // namespace

int sheetPages(const Sheet& sheet) {
    return 1 + static_cast<int>(pageBegins(blocksOf(sheet)).size());
}

void paintSheet(QPainter& painter, const Sheet& sheet, int page) {
    if (page == 0)
        (void)paintResult(painter, sheet);
    else
        paintBlocks(painter, sheet, page);
}

} // namespace jr::app
