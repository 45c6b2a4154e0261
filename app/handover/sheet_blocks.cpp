// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_blocks.h"

#include "app/handover/sheet_charts.h"
#include "app/handover/story_picture.h"
#include "app/theme/theme.h"
#include "core/judge/sentences.h"

#include <QFontMetricsF>
#include <QPainter>
#include <QPicture>

namespace jr::app {
namespace {

using Kind = SheetBlock::Kind;

/// One after the other, as the choice wants them.
class Blocks {
public:
    explicit Blocks(const Sheet& sheet) : m_sheet(sheet), m_wording(sheet.units.wording()) {}

    std::vector<SheetBlock> all() {
        if (m_sheet.choice.story == SheetStory::Road || (!m_sheet.comparison && isOfTwoSides(m_sheet.choice.story)))
            onTheRoad();
        else if (m_sheet.choice.story == SheetStory::Difference)
            difference();
        else
            told();
        rest();
        return std::move(m_out);
    }

private:
    bool on(SheetPart part) const { return m_sheet.choice.parts.contains(part); }
    void add(Kind kind, const QString& words) {
        if (!words.isEmpty())
            m_out.push_back({kind, words});
    }
    void draw(std::function<double(QPainter&, double)> drawing) {
        m_out.push_back({Kind::Drawing, {}, std::move(drawing)});
    }
    static QString raised(QString words) {
        if (!words.isEmpty())
            words[0] = words[0].toUpper();
        return words;
    }
    static QString bullet(const std::string& words) { return QStringLiteral("•  ") + QString::fromStdString(words); }

    void difference() {
        const Account account = describe(*m_sheet.comparison, m_wording);
        add(Kind::Headline, raised(QString::fromStdString(account.headline)));
        add(Kind::Body, QString::fromStdString(account.details.front()));
        ofTwoSides();
    }

    void told() {
        const StoryTold& story = m_sheet.story;
        add(Kind::Headline, raised(story.headline));
        add(Kind::Body, story.about);
        if (!story.rows.empty())
            draw([&story](QPainter& p, double y) { return drawStoryRows(p, story, y); });
        if (!story.table.empty())
            draw([&story](QPainter& p, double y) { return drawStoryTable(p, story, y); });
        for (const QString& line : story.lines)
            add(Kind::Line, line);
        ofTwoSides();
    }

    /// The parts that are about base and changed setup.
    void ofTwoSides() {
        if (!m_sheet.comparison)
            return;
        const Comparison& c = *m_sheet.comparison;
        const Account account = describe(c, m_wording);
        if (on(SheetPart::Gain))
            draw([&sheet = m_sheet, &c](QPainter& p, double y) { return drawRibbon(p, sheet, c, y); });
        if (on(SheetPart::Curves))
            draw([&sheet = m_sheet, &c](QPainter& p, double y) { return drawCurves(p, sheet, c, y); });
        if (on(SheetPart::Stretches))
            for (const std::string& s : account.stretches)
                add(Kind::Line, bullet(s));
        readings();
        if (on(SheetPart::RoadRuns) && m_sheet.runs) {
            for (const SheetMark& one : m_sheet.runs->marks)
                add(Kind::Line, bullet(said(one.verdict, m_wording)));
            add(Kind::Muted, runsFootnote(*m_sheet.runs));
        }
        if (on(SheetPart::Done)) {
            QString same = QObject::tr("What was compared: %1 (%2 pulls) against %3 (%4 pulls).")
                               .arg(QString::fromStdString(c.with.setup), QString::number(c.with.pulls),
                                    QString::fromStdString(c.base.setup), QString::number(c.base.pulls));
            if (!m_sheet.changed.isEmpty())
                same += QStringLiteral(" ") + QObject::tr("Changed: %1.").arg(m_sheet.changed);
            add(Kind::Line, same);
        }
        if (on(SheetPart::Figures))
            for (std::size_t i = 1; i < account.details.size(); ++i)
                add(Kind::Muted, QString::fromStdString(account.details[i]));
        if (on(SheetPart::AirOfDay) && !m_sheet.air.isEmpty())
            add(Kind::Muted, QObject::tr("Air: %1. Correction on average ×%2 before and ×%3 after.")
                                 .arg(m_sheet.air, QLocale().toString(c.base.meanFactor, 'f', 3),
                                      QLocale().toString(c.with.meanFactor, 'f', 3)));
    }

    /// Runs alone are a result of their own.
    void onTheRoad() {
        if (!m_sheet.runs) {
            add(Kind::Headline, m_sheet.problem);
            readings();
            return;
        }
        const SheetRuns& runs = *m_sheet.runs;
        for (std::size_t i = 0; i < runs.marks.size(); ++i)
            add(i == 0 ? Kind::Headline : Kind::Body, raised(QString::fromStdString(said(runs.marks[i].verdict, m_wording))));
        draw([&sheet = m_sheet, &runs](QPainter& p, double y) {
            return drawRunDots(p, runs, sheet.marks, QRectF(kSheetEdge, y + 8, kSheetWidth - 2 * kSheetEdge, 0));
        });
        if (!m_sheet.changed.isEmpty())
            add(Kind::Line, QObject::tr("Changed: %1.").arg(m_sheet.changed));
        add(Kind::Muted, runsFootnote(runs));
        readings();
    }

    void readings() {
        if (on(SheetPart::Readings))
            for (const ValueComparison& r : m_sheet.readings)
                add(Kind::Line, bullet(said(verdictOf(r), m_wording)));
    }

    void rest() {
        cautions();
        if (on(SheetPart::Margin) && hasMargin()) {
            add(Kind::Title, QObject::tr("What is this margin?"));
            add(Kind::Body, QObject::tr("Measure one machine twice, and the two figures differ a little. The margin says "
                                        "by how much. If we did this whole test again on this bench, the gain would lie "
                                        "inside the margin 19 times out of 20. Where the margin reaches over zero, the "
                                        "gain may be nothing at all. Then we say so."));
        }
        if (on(SheetPart::Next) && !m_sheet.story.next.isEmpty()) {
            add(Kind::Title, QObject::tr("What to do next"));
            add(Kind::Body, m_sheet.story.next);
        }
        for (const SheetSection& section : m_sheet.sections)
            if (on(section.part)) {
                add(Kind::Title, section.title);
                for (const QString& line : section.lines)
                    add(Kind::Body, line);
            }
        if (!m_sheet.shop.terms.isEmpty()) {
            add(Kind::Title, QObject::tr("Terms"));
            add(Kind::Body, m_sheet.shop.terms);
        }
    }

    bool hasMargin() const {
        if (!isOfTwoSides(m_sheet.choice.story))
            return std::any_of(m_sheet.story.rows.begin(), m_sheet.story.rows.end(),
                               [](const StoryRow& r) { return r.low.has_value(); });
        return m_sheet.choice.story != SheetStory::Road && m_sheet.comparison && m_sheet.comparison->margins;
    }

    /// Never dropped in silence: what is not on the paper is counted on it.
    void cautions() {
        if (!m_sheet.comparison && !m_sheet.runs && m_sheet.story.headline.isEmpty())
            return;
        const std::vector<Caution> all = cautionsOf(m_sheet);
        if (on(SheetPart::Cautions))
            for (const Caution& caution : all)
                add(Kind::Caution, QString::fromStdString(said(caution, m_wording)));
        else if (!all.empty())
            add(Kind::Muted, QObject::tr("Cautions that are left off this paper: %1. Ask for them.").arg(all.size()));
    }

    const Sheet& m_sheet;
    Wording m_wording;
    std::vector<SheetBlock> m_out;
};

} // namespace

std::vector<SheetBlock> sheetBlocks(const Sheet& sheet) {
    return Blocks(sheet).all();
}

QString sheetFoot(const Sheet& sheet) {
    if (!sheet.choice.parts.contains(SheetPart::NotShown) || (!sheet.comparison && !sheet.runs))
        return {};
    if (sheet.choice.story == SheetStory::Road || !sheet.comparison)
        return QObject::tr("The change is what counts: another road, day or rider gives other times. Closed ground or "
                           "where it is allowed; local law applies.");
    const Comparison& c = *sheet.comparison;
    return QObject::tr("The change is what counts: two benches never agree on absolute figures.") + QLatin1Char(' ') +
           (c.sittingsRun == 1 ? QObject::tr("Measured on one bench, one sitting.")
                               : QObject::tr("Measured on one bench in %1 sittings.").arg(c.sittingsRun)) +
           QLatin1Char(' ') +
           (sheet.runs           ? QObject::tr("What it does not show is another day, bench or road.")
            : c.sittingsRun == 1 ? QObject::tr("What it does not show is another day, another bench or the road.")
                                 : QObject::tr("What it does not show is another bench or the road.")) +
           QLatin1Char(' ') + QObject::tr("Noise, emission and workplace rules apply.");
}

QFont fontOf(Kind kind) {
    switch (kind) {
    case Kind::Headline:
        return Theme::paperFont(Size::Large, true);
    case Kind::Title:
        return Theme::paperFont(Size::Strong, true);
    case Kind::Body:
        return Theme::paperFont(Size::Body);
    default:
        return Theme::paperFont(Size::Small);
    }
}

double leftOf(Kind kind) {
    constexpr double kBeside = 12.; // of the bar that marks it
    return kind == Kind::Caution ? kSheetEdge + kBeside : kSheetEdge;
}

double gapBefore(Kind kind) {
    switch (kind) {
    case Kind::Title:
        return 14.;
    case Kind::Drawing:
        return 8.;
    case Kind::Headline:
        return 0.;
    default:
        return 4.;
    }
}

double heightOf(const SheetBlock& block) {
    if (block.kind == Kind::Drawing) {
        QPicture nowhere; // drawn to see how high it is
        QPainter p(&nowhere);
        return block.draw(p, 0.);
    }
    constexpr double kMostHigh = 2000.;
    return QFontMetricsF(fontOf(block.kind))
        .boundingRect(QRectF(0, 0, kSheetWidth - kSheetEdge - leftOf(block.kind), kMostHigh), Qt::TextWordWrap, block.words)
        .height();
}

} // namespace jr::app
