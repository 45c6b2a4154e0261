// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_painter.h"

#include "app/handover/sheet_blocks.h"
#include "app/theme/theme.h"

#include <QFile>
#include <QPainter>
#include <QPicture>
#include <QSvgRenderer>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kEdge = kSheetEdge;

/// Draws wrapped text and returns where it ends.
double text(QPainter& p, double y, const QString& words, const QFont& font, const QColor& color, double left = kEdge,
            double right = kSheetWidth - kEdge) {
    p.setFont(font);
    p.setPen(color);
    QRectF drawn;
    p.drawText(QRectF(left, y, right - left, 400), Qt::TextWordWrap | Qt::AlignLeft | Qt::AlignTop, words, &drawn);
    return drawn.bottom();
}

void drawFoot(QPainter& p, const QString& words) {
    const Tokens& t = Theme::dayTokens();
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(kEdge, kSheetHeight - 58), QPointF(kSheetWidth - kEdge, kSheetHeight - 58));
    text(p, kSheetHeight - 52, words, Theme::paperFont(Size::Small), t.muted);
}

/// The shop's mark and words at the top right, or the program's own mark. Returns where what stands left of it must
/// end.
double drawHead(QPainter& p, const ShopHead& shop) {
    const Tokens& t = Theme::dayTokens();
    constexpr double kTop = 40., kMarkSide = 40., kGap = 20., kWordsWide = 190.;
    double right = kSheetWidth - kEdge;
    const QRectF place(right - kMarkSide, kTop, kMarkSide, kMarkSide);
    if (!shop.mark.isNull()) {
        const QSizeF size = QSizeF(shop.mark.size()).scaled(place.size(), Qt::KeepAspectRatio);
        p.setRenderHint(QPainter::SmoothPixmapTransform);
        p.drawImage(QRectF({right - size.width(), kTop}, size), shop.mark);
    } else if (QFile file(QStringLiteral(":/icons/mark.svg")); shop.empty() && file.open(QIODevice::ReadOnly)) {
        QByteArray svg = file.readAll();
        svg.replace("currentColor", t.accent.name().toLatin1());
        QSvgRenderer(svg).render(&p, place);
    }
    if (!shop.mark.isNull() || shop.empty())
        right -= kMarkSide + 8.;
    if (shop.name.isEmpty() && shop.address.isEmpty())
        return right - kGap + 8.;
    const auto line = [&](double y, const QString& words, const QFont& font, const QColor& color) {
        p.setFont(font);
        p.setPen(color);
        QRectF drawn;
        constexpr double kMostHigh = 80.;
        p.drawText(QRectF(right - kWordsWide, y, kWordsWide, kMostHigh),
                   Qt::TextWordWrap | Qt::AlignRight | Qt::AlignTop, words, &drawn);
        return drawn.bottom();
    };
    double y = kTop;
    if (!shop.name.isEmpty())
        y = line(y, shop.name, Theme::paperFont(Size::Body, true), t.ink) + 2.;
    if (!shop.address.isEmpty())
        line(y, shop.address, Theme::paperFont(Size::Small), t.muted);
    return right - kWordsWide - kGap;
}

/// Below what stands at the top right.
double headFoot(const ShopHead& shop) {
    if (shop.name.isEmpty() && shop.address.isEmpty())
        return 0.;
    constexpr double kTop = 40., kGap = 10.;
    const auto lines = static_cast<double>(shop.address.count(QLatin1Char('\n')) + (shop.address.isEmpty() ? 0 : 1));
    return kTop + QFontMetricsF(Theme::paperFont(Size::Body, true)).height() +
           lines * QFontMetricsF(Theme::paperFont(Size::Small)).height() + kGap;
}

constexpr double kPageTop = 96., kPageFoot = kSheetHeight - 60., kFirstFoot = kSheetHeight - 66.;

/// Head of the first page; where what comes below begins.
double drawFirstHead(QPainter& p, const Sheet& sheet) {
    const Tokens& t = Theme::dayTokens();
    const double headLeft = drawHead(p, sheet.shop);
    double y = 44;
    y = text(p, y, sheet.job, Theme::paperFont(Size::Large, true), t.ink, kEdge, headLeft) + 2;
    y = text(p, y, sheet.machine + (sheet.date.isEmpty() ? QString() : QStringLiteral("  ·  ") + sheet.date),
             Theme::paperFont(Size::Body), t.muted);
    const bool asked = !sheet.asked.isEmpty() && sheet.choice.parts.contains(SheetPart::Asked);
    y += asked ? 2 : 14;
    if (asked)
        y = text(p, y, QObject::tr("Asked for: %1.").arg(sheet.asked), Theme::paperFont(Size::Body), t.muted, kEdge,
                 headLeft) +
            12;
    return std::max(y, headFoot(sheet.shop));
}

double firstPageTop(const Sheet& sheet) {
    QPicture nowhere; // drawn to see where it ends
    QPainter p(&nowhere);
    return drawFirstHead(p, sheet);
}

/// Where each page begins, as indices of blocks. A title never stands alone at a foot; where cautions go on on the next
/// page there is room to say so.
struct Pages {
    std::vector<SheetBlock> blocks;
    std::vector<double> heights;
    std::vector<std::size_t> begins{0};

    explicit Pages(const Sheet& sheet) : blocks(sheetBlocks(sheet)) {
        for (const SheetBlock& block : blocks)
            heights.push_back(heightOf(block));
        constexpr double kTextLine = 18.;
        double y = firstPageTop(sheet), foot = sheetFoot(sheet).isEmpty() ? kPageFoot : kFirstFoot;
        for (std::size_t i = 0; i < blocks.size(); ++i) {
            double need = gapBefore(blocks[i].kind) + heights[i];
            if (blocks[i].kind == SheetBlock::Kind::Title && i + 1 < blocks.size())
                need += gapBefore(blocks[i + 1].kind) + heights[i + 1];
            if (isCaution(i) && isCaution(i + 1))
                need += kTextLine;
            if (y + need > foot && i > begins.back()) {
                begins.push_back(i);
                y = kPageTop;
                foot = kPageFoot;
                // Cautions that go on have their own heading there.
                if (isCaution(i))
                    y += gapBefore(SheetBlock::Kind::Title) + QFontMetricsF(fontOf(SheetBlock::Kind::Title)).height();
            }
            y += gapBefore(blocks[i].kind) + heights[i];
        }
    }
    bool isCaution(std::size_t i) const { return i < blocks.size() && blocks[i].kind == SheetBlock::Kind::Caution; }
    std::size_t end(std::size_t page) const { return page + 1 < begins.size() ? begins[page + 1] : blocks.size(); }
};

QString goesOnTitle() {
    return QObject::tr("To know beside the result");
}

double drawBlock(QPainter& p, const SheetBlock& block, double y) {
    const Tokens& t = Theme::dayTokens();
    y += gapBefore(block.kind);
    if (block.kind == SheetBlock::Kind::Drawing)
        return block.draw(p, y);
    const double from = y;
    const bool accent = block.kind == SheetBlock::Kind::Title || block.kind == SheetBlock::Kind::Headline;
    y = text(p, y, block.words, fontOf(block.kind),
             accent                                  ? t.accent
             : block.kind == SheetBlock::Kind::Muted ? t.muted
                                                     : t.ink,
             leftOf(block.kind));
    if (block.kind == SheetBlock::Kind::Caution)
        p.fillRect(QRectF(kEdge, from, 4, y - from), t.amber);
    return y;
}

} // namespace

std::vector<SheetPlace> sheetPlaces(const Sheet& sheet) {
    std::vector<SheetPlace> out{{QObject::tr("Result"), 0}};
    const Pages pages(sheet);
    for (std::size_t i = 0; i < pages.blocks.size(); ++i) {
        const auto page =
            static_cast<int>(std::upper_bound(pages.begins.begin(), pages.begins.end(), i) - pages.begins.begin()) - 1;
        if (pages.blocks[i].kind == SheetBlock::Kind::Title)
            out.push_back({pages.blocks[i].words, page});
        else if (page > 0 && pages.isCaution(i) && pages.begins[static_cast<std::size_t>(page)] == i)
            out.push_back({goesOnTitle(), page});
    }
    return out;
}

int sheetPages(const Sheet& sheet) {
    return static_cast<int>(Pages(sheet).begins.size());
}

void paintSheet(QPainter& p, const Sheet& sheet, int page) {
    const Tokens& t = Theme::dayTokens();
    const Pages pages(sheet);
    const auto k = static_cast<std::size_t>(page);
    if (k >= pages.begins.size())
        return;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(QRectF(0, 0, kSheetWidth, kSheetHeight), Qt::white);
    double y = kPageTop;
    if (k == 0) {
        y = drawFirstHead(p, sheet);
    } else {
        text(p, 44, sheet.job, Theme::paperFont(Size::Strong, true), t.ink);
        text(p, 66, QObject::tr("%1  ·  page %2 of %3").arg(sheet.machine).arg(page + 1).arg(pages.begins.size()),
             Theme::paperFont(Size::Small), t.muted);
        if (pages.isCaution(pages.begins[k]))
            y = drawBlock(p, {SheetBlock::Kind::Title, goesOnTitle()}, y);
    }
    for (std::size_t i = pages.begins[k]; i < pages.end(k); ++i)
        y = drawBlock(p, pages.blocks[i], y);
    // Never dropped in silence: what goes on is counted.
    std::size_t more = 0;
    while (pages.isCaution(pages.end(k) + more))
        ++more;
    if (more > 0)
        text(p, y + 4, QObject::tr("More cautions than fit here: %1. They stand on the next page.").arg(more),
             Theme::paperFont(Size::Small, true), t.amber);
    if (const QString foot = sheetFoot(sheet); k == 0 && !foot.isEmpty())
        drawFoot(p, foot);
    p.restore();
}

} // namespace jr::app
