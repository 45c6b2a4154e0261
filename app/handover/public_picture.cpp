// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/public_picture.h"

#include "app/charts/nice_ticks.h"
#include "app/theme/theme.h"
#include "core/judge/sentences.h"
#include "core/pull/grid_holes.h"

#include <QCoreApplication>
#include <QPainter>
#include <QPainterPath>
#include <QRegularExpression>

#include <algorithm>

namespace jr::app {
namespace {

struct PublicWords {
    Q_DECLARE_TR_FUNCTIONS(PublicPicture)
};

QFont sized(int pixels, bool bold = false) {
    QFont font = Theme::paperFont(Size::Body, bold);
    font.setPixelSize(pixels);
    return font;
}

/// Wrapped text from `area`'s top; returns where it ends.
double words(QPainter& p, const QRectF& area, const QString& text, const QFont& font, const QColor& color) {
    p.setFont(font);
    p.setPen(color);
    QRectF drawn;
    p.drawText(area, Qt::TextWordWrap | Qt::AlignLeft | Qt::AlignTop, text, &drawn);
    return drawn.bottom();
}

class PublicChart {
public:
    PublicChart(const Sheet& sheet, const QRectF& area, int unit)
        : m_sheet(sheet), m_c(*sheet.comparison), m_unit(unit) {
        m_area = area.adjusted(4.2 * unit, 1.6 * unit, -0.6 * unit, -3.2 * unit);
        for (const Side* side : {&m_c.base, &m_c.with})
            for (const double w : side->powerW)
                m_top = std::max(m_top, sheet.units.powerOf(w));
        m_top *= 1.15;
    }
    void draw(QPainter& p) const {
        axes(p);
        for (const bool base : {true, false})
            curve(p, base);
    }

private:
    QPointF at(double place, double power) const {
        const double from = m_c.place.front(), to = m_c.place.back();
        return {m_area.left() + (place - from) / (to - from) * m_area.width(),
                m_area.bottom() - power / m_top * m_area.height()};
    }
    void axes(QPainter& p) const {
        const Tokens& t = Theme::dayTokens();
        const DisplayUnits& u = m_sheet.units;
        const QLocale locale;
        p.setFont(sized(m_unit));
        for (const double power : niceTicks(0., m_top, 5)) {
            p.setPen(QPen(t.line, 1.5));
            p.drawLine(at(m_c.place.front(), power), at(m_c.place.back(), power));
            p.setPen(t.muted);
            p.drawText(QRectF(m_area.left() - 4 * m_unit, at(0, power).y() - m_unit, 3.6 * m_unit, 2 * m_unit),
                       Qt::AlignRight | Qt::AlignVCenter, locale.toString(power, 'g', 4));
        }
        for (const auto& [place, shown] : u.placeTicks(m_c.place.front(), m_c.place.back(), m_c.axis)) {
            p.setPen(t.muted);
            p.drawText(QRectF(at(place, 0).x() - 3 * m_unit, m_area.bottom() + 0.2 * m_unit, 6 * m_unit, 1.4 * m_unit),
                       Qt::AlignCenter, shown);
        }
        p.setPen(QPen(t.muted, 2));
        p.drawLine(m_area.bottomLeft(), m_area.bottomRight());
        p.setPen(t.muted);
        p.drawText(QRectF(m_area.left() - 4 * m_unit, m_area.top() - 1.6 * m_unit, m_area.width(), 1.4 * m_unit),
                   Qt::AlignLeft | Qt::AlignVCenter, PublicWords::tr("power [%1], from zero").arg(u.powerSymbol()));
        p.drawText(QRectF(m_area.left(), m_area.bottom() + 1.6 * m_unit, m_area.width(), 1.4 * m_unit), Qt::AlignCenter,
                   u.axisLabel(m_c.axis));
    }
    void curve(QPainter& p, bool base) const {
        const Side& side = base ? m_c.base : m_c.with;
        const int mark = m_sheet.marks[base ? 0 : 1];
        const QColor color = Theme::dayTokens().marks[mark % 8];
        QPainterPath path;
        for (std::size_t i = 0; i < m_c.place.size(); ++i) {
            const QPointF point = at(m_c.place[i], m_sheet.units.powerOf(side.powerW[i]));
            if (i == 0 || holeBefore(m_c.place, m_c.gridStep, i))
                path.moveTo(point);
            else
                path.lineTo(point);
        }
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(color, 0.22 * m_unit, Theme::mark(mark).dash, Qt::RoundCap, Qt::RoundJoin));
        p.drawPath(path);
    }

    const Sheet& m_sheet;
    const Comparison& m_c;
    int m_unit;
    QRectF m_area;
    double m_top = 0.;
};

/// The two by name and mark, beside each other below the chart.
double legend(QPainter& p, const Sheet& sheet, double left, double y, double width, int unit) {
    for (const bool base : {true, false}) {
        const Side& side = base ? sheet.comparison->base : sheet.comparison->with;
        const int mark = sheet.marks[base ? 0 : 1];
        const QColor color = Theme::dayTokens().marks[mark % 8];
        const double x = left + (base ? 0. : width / 2);
        Theme::drawMark(p, {x + 0.6 * unit, y + 0.9 * unit}, 0.55 * unit, mark, color);
        p.setPen(color);
        p.setFont(sized(static_cast<int>(1.15 * unit), true));
        const QString name = withoutName(QString::fromStdString(side.setup), sheet.customer);
        const QRectF room(x + 1.6 * unit, y, width / 2 - 2 * unit, 1.9 * unit);
        p.drawText(room, Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetricsF(p.font()).elidedText(name, Qt::ElideRight, room.width()));
    }
    return y + 2.2 * unit;
}

} // namespace

QString withoutName(const QString& text, const QString& name) {
    QString out = text;
    constexpr qsizetype kShortest = 3;
    static const QRegularExpression betweenWords(QStringLiteral("[^\\p{L}\\p{N}]+"));
    for (const QString& word : name.split(betweenWords, Qt::SkipEmptyParts))
        if (word.size() >= kShortest)
            out.replace(QRegularExpression(QStringLiteral("(?<![\\p{L}\\p{N}])") + QRegularExpression::escape(word) +
                                               QStringLiteral("(?:'s|s)?(?![\\p{L}\\p{N}])"),
                                           QRegularExpression::CaseInsensitiveOption |
                                               QRegularExpression::UseUnicodePropertiesOption),
                        QString());
    return out.simplified();
}

Result<QImage> publicPicture(const Sheet& sheet, PublicShape shape) {
    if (!sheet.comparison)
        return Error{PublicWords::tr("There is nothing to show yet.").toStdString()};
    const Comparison& c = *sheet.comparison;
    const QSize size = shape == PublicShape::Upright ? QSize(1080, 1350) : QSize(1600, 900);
    constexpr int kUnit = 28; // a line of small text; all else is in these
    constexpr double kEdge = 56.;
    const Tokens& t = Theme::dayTokens();
    QImage image(size, QImage::Format_RGB32);
    image.fill(t.paper);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    const double width = size.width() - 2 * kEdge;
    const Account account = describe(c, sheet.units.wording());
    QString headline = withoutName(QString::fromStdString(account.headline), sheet.customer);
    if (!headline.isEmpty())
        headline[0] = headline[0].toUpper();
    double y =
        words(p, QRectF(kEdge, kEdge, width, 300), headline, sized(static_cast<int>(1.7 * kUnit), true), t.accent);
    const double foot = size.height() - kEdge - 2.8 * kUnit, names = foot - 2.4 * kUnit;
    PublicChart(sheet, QRectF(kEdge, y + 0.6 * kUnit, width, names - y - 0.6 * kUnit), kUnit).draw(p);
    (void)legend(p, sheet, kEdge, names, width, kUnit);
    const QString how =
        (c.margins ? PublicWords::tr("%1 pulls before, %2 after; corrected by %3; margins hold at %4 %.")
                   : PublicWords::tr("%1 pulls before, %2 after; corrected by %3; no margin is known."))
            .arg(c.base.pulls)
            .arg(c.with.pulls)
            .arg(QString::fromUtf8(c.standard->label.data()), QString::number(qRound(100. * c.confidence)));
    words(p, QRectF(kEdge, foot, width, 90),
          how + QLatin1Char(' ') + PublicWords::tr("One machine on one bench; another will differ."), sized(kUnit - 4),
          t.muted);
    p.end();
    return image;
}

} // namespace jr::app
