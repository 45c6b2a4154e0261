// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_painter.h"

#include "app/handover/sheet_charts.h"
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

/// What was read off beside the pulls, a line each.
double drawReadings(QPainter& p, const Sheet& sheet, double y) {
    for (const ValueComparison& r : sheet.readings)
        y = text(p, y, QStringLiteral("•  ") + QString::fromStdString(said(verdictOf(r), sheet.units.wording())),
                 Theme::paperFont(Size::Small), Theme::dayTokens().ink) +
            3;
    return y;
}

/// As many cautions as there is room for above the foot; the rest are counted, never dropped in silence. Returns how
/// many.
std::size_t drawCautions(QPainter& p, const Sheet& sheet, double y) {
    const Tokens& t = Theme::dayTokens();
    const double foot = kSheetHeight - 66;
    std::size_t shown = 0;
    const std::vector<Caution> cautions = cautionsOf(sheet);
    for (const Caution& caution : cautions) {
        const QRectF need = QFontMetricsF(Theme::paperFont(Size::Small))
                                .boundingRect(QRectF(0, 0, kSheetWidth - 2 * kEdge - 12, 400), Qt::TextWordWrap,
                                              QString::fromStdString(said(caution, sheet.units.wording())));
        if (y + need.height() + 18 > foot)
            break;
        const double from = y;
        y = text(p, y, QString::fromStdString(said(caution, sheet.units.wording())), Theme::paperFont(Size::Small), t.ink,
                 kEdge + 12) +
            4;
        p.fillRect(QRectF(kEdge, from, 4, y - from - 4), t.amber);
        ++shown;
    }
    if (shown < cautions.size())
        text(p, y,
             QObject::tr("More cautions than fit here: %1. They stand on the next page.").arg(cautions.size() - shown),
             Theme::paperFont(Size::Small, true), t.amber);
    return shown;
}

void drawFoot(QPainter& p, const QString& words) {
    const Tokens& t = Theme::dayTokens();
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(kEdge, kSheetHeight - 58), QPointF(kSheetWidth - kEdge, kSheetHeight - 58));
    text(p, kSheetHeight - 52, words, Theme::paperFont(Size::Small), t.muted);
}

/// The runs of the two on the road: sentences, dots, how they were timed.
double drawRuns(QPainter& p, const Sheet& sheet, double y, bool alone) {
    const Tokens& t = Theme::dayTokens();
    const SheetRuns& runs = *sheet.runs;
    bool first = alone; // the first stands as the headline
    for (const SheetMark& one : runs.marks) {
        QString words = QString::fromStdString(said(one.verdict, sheet.units.wording()));
        if (first)
            words[0] = words[0].toUpper();
        y = text(p, y, (alone ? QString() : QStringLiteral("•  ")) + words,
                 Theme::paperFont(first   ? Size::Large
                             : alone ? Size::Body
                                     : Size::Small,
                             first),
                 first ? t.accent : t.ink) +
            (first ? 6 : 3);
        first = false;
    }
    if (alone) {
        y = drawRunDots(p, runs, sheet.marks, QRectF(kEdge, y + 8, kSheetWidth - 2 * kEdge, 0)) + 8;
        if (!sheet.changed.isEmpty())
            y = text(p, y, QObject::tr("Changed: %1.").arg(sheet.changed), Theme::paperFont(Size::Small), t.ink) + 3;
    }
    return text(p, y, runsFootnote(runs), Theme::paperFont(Size::Small), t.muted) + 3;
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

/// Paints the result; how many of the cautions there was room for.
std::size_t paintResult(QPainter& p, const Sheet& sheet) {
    const Tokens& t = Theme::dayTokens();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(QRectF(0, 0, kSheetWidth, kSheetHeight), Qt::white);
    const double headLeft = drawHead(p, sheet.shop);
    double y = 44;
    y = text(p, y, sheet.job, Theme::paperFont(Size::Large, true), t.ink, kEdge, headLeft) + 2;
    y = text(p, y, sheet.machine + (sheet.date.isEmpty() ? QString() : QStringLiteral("  ·  ") + sheet.date),
             Theme::paperFont(Size::Body), t.muted) +
        (sheet.asked.isEmpty() ? 14 : 2);
    if (!sheet.asked.isEmpty())
        y = text(p, y, QObject::tr("Asked for: %1.").arg(sheet.asked), Theme::paperFont(Size::Body), t.muted, kEdge,
                 headLeft) +
            12;
    y = std::max(y, headFoot(sheet.shop));
    if (!sheet.comparison) {
        // Runs alone are a result of their own.
        y = sheet.runs ? drawRuns(p, sheet, y, true) : text(p, y, sheet.problem, Theme::paperFont(Size::Strong), t.ink) + 8;
        y = drawReadings(p, sheet, y);
        const std::size_t shown = sheet.runs ? drawCautions(p, sheet, y) : 0;
        if (sheet.runs)
            drawFoot(p, QObject::tr(
                            "The change is what counts: another road, day or rider gives other times. Closed ground or "
                            "where it is allowed; local law applies."));
        p.restore();
        return shown;
    }
    const Comparison& c = *sheet.comparison;
    const Account account = describe(c, sheet.units.wording());
    QString headline = QString::fromStdString(account.headline);
    headline[0] = headline[0].toUpper();
    y = text(p, y, headline, Theme::paperFont(Size::Large, true), t.accent) + 4;
    y = text(p, y, QString::fromStdString(account.details.front()), Theme::paperFont(Size::Body), t.ink) + 10;
    y = drawRibbon(p, sheet, c, y) + 6;
    y = drawCurves(p, sheet, c, y) + 8;
    for (const std::string& s : account.stretches)
        y = text(p, y, QStringLiteral("•  ") + QString::fromStdString(s), Theme::paperFont(Size::Small), t.ink) + 3;
    y = drawReadings(p, sheet, y + 4) + 2;
    if (sheet.runs)
        y = drawRuns(p, sheet, y, false) + 2;
    QString same = QObject::tr("What was compared: %1 (%2 pulls) against %3 (%4 pulls).")
                       .arg(QString::fromStdString(c.with.setup), QString::number(c.with.pulls),
                            QString::fromStdString(c.base.setup), QString::number(c.base.pulls));
    if (!sheet.changed.isEmpty())
        same += QStringLiteral(" ") + QObject::tr("Changed: %1.").arg(sheet.changed);
    y = text(p, y, same, Theme::paperFont(Size::Small), t.ink) + 3;
    for (std::size_t i = 1; i < account.details.size(); ++i)
        y = text(p, y, QString::fromStdString(account.details[i]), Theme::paperFont(Size::Small), t.muted) + 3;
    if (!sheet.air.isEmpty())
        y = text(p, y,
                 QObject::tr("Air: %1. Correction on average ×%2 before and ×%3 after.")
                     .arg(sheet.air, QLocale().toString(c.base.meanFactor, 'f', 3),
                          QLocale().toString(c.with.meanFactor, 'f', 3)),
                 Theme::paperFont(Size::Small), t.muted) +
            3;
    const std::size_t shown = drawCautions(p, sheet, y);
    drawFoot(p,
             QObject::tr("The change is what counts: two benches never agree on absolute figures.") + QLatin1Char(' ') +
                 (c.sittingsRun == 1 ? QObject::tr("Measured on one bench, one sitting.")
                                     : QObject::tr("Measured on one bench in %1 sittings.").arg(c.sittingsRun)) +
                 QLatin1Char(' ') +
                 (sheet.runs           ? QObject::tr("What it does not show is another day, bench or road.")
                  : c.sittingsRun == 1 ? QObject::tr("What it does not show is another day, another bench or the road.")
                                       : QObject::tr("What it does not show is another bench or the road.")) +
                 QLatin1Char(' ') + QObject::tr("Noise, emission and workplace rules apply."));
    p.restore();
    return shown;
}

/// One paragraph of the pages after the first.
struct Block {
    enum class Kind { Title, Line, Caution } kind;
    QString words;
    QFont font() const { return kind == Kind::Title ? Theme::paperFont(Size::Strong, true) : Theme::paperFont(Size::Body); }
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
    const std::vector<Caution> cautions = sheet.comparison || sheet.runs ? cautionsOf(sheet) : std::vector<Caution>{};
    if (shown < cautions.size())
        out.push_back({Block::Kind::Title, QObject::tr("To know beside the result")});
    for (; shown < cautions.size(); ++shown)
        out.push_back({Block::Kind::Caution, QString::fromStdString(said(cautions[shown], sheet.units.wording()))});
    for (const SheetSection& section : sheet.sections) {
        out.push_back({Block::Kind::Title, section.title});
        for (const QString& line : section.lines)
            out.push_back({Block::Kind::Line, line});
    }
    if (!sheet.shop.terms.isEmpty()) {
        out.push_back({Block::Kind::Title, QObject::tr("Terms")});
        out.push_back({Block::Kind::Line, sheet.shop.terms});
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
    text(p, 44, sheet.job, Theme::paperFont(Size::Strong, true), t.ink);
    text(p, 66, QObject::tr("%1  ·  page %2 of %3").arg(sheet.machine).arg(page + 1).arg(begins.size() + 1),
         Theme::paperFont(Size::Small), t.muted);
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

std::vector<SheetPlace> sheetPlaces(const Sheet& sheet) {
    std::vector<SheetPlace> out{{QObject::tr("Result"), 0}};
    const std::vector<Block> blocks = blocksOf(sheet);
    const std::vector<std::size_t> begins = pageBegins(blocks);
    for (std::size_t i = 0; i < blocks.size(); ++i)
        if (blocks[i].kind == Block::Kind::Title)
            out.push_back({blocks[i].words,
                           static_cast<int>(std::upper_bound(begins.begin(), begins.end(), i) - begins.begin())});
    return out;
}

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
