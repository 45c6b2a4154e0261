// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/many_page.h"

#include "app/words/plural.h"
#include "app/words/words.h"
#include "core/pull/grid_holes.h"

#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kNameWide = 150., kManyFoot = 30.;

} // namespace

RibbonStack::RibbonStack(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setAccessibleName(tr("The gain of every setup over engine speed, one row each, in one scale"));
}

void RibbonStack::setComparisons(std::vector<Comparison> comparisons, std::vector<int> marks) {
    m_comparisons = std::move(comparisons);
    m_marks = std::move(marks);
    setMinimumHeight(static_cast<int>(64 * m_comparisons.size()) + 40);
    update();
}

void RibbonStack::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), m_theme.tokens().panel);
    if (m_comparisons.empty())
        return;
    double reach = 0.;
    for (const Comparison& c : m_comparisons)
        for (std::size_t i = 0; i < c.place.size(); ++i)
            for (double w : {c.watt(i).mid, c.margins ? c.watt(i).low : 0., c.margins ? c.watt(i).high : 0.})
                reach = std::max(reach, std::abs(w));
    const double high = (height() - kManyFoot) / static_cast<double>(m_comparisons.size());
    for (std::size_t i = 0; i < m_comparisons.size(); ++i)
        drawRow(p, QRectF(0, static_cast<double>(i) * high, width(), high), i, reach);
    // One axis for all.
    const Comparison& c = m_comparisons.front();
    p.setPen(m_theme.tokens().muted);
    p.setFont(Theme::font(Size::Small));
    const DisplayUnits& u = m_model.units();
    for (const auto& [place, shown] : u.placeTicks(c.place.front(), c.place.back(), c.axis)) {
        const double x =
            kNameWide + (place - c.place.front()) / (c.place.back() - c.place.front()) * (width() - kNameWide - 16.);
        p.drawText(QRectF(x - 30, height() - kManyFoot + 2, 60, 14), Qt::AlignCenter, shown);
    }
    p.drawText(QRectF(kNameWide, height() - 15, width() - kNameWide, 14), Qt::AlignCenter,
               tr("%1 · every row ±%2").arg(u.axisLabel(c.axis), u.powerText(reach)));
}

void RibbonStack::drawRow(QPainter& p, const QRectF& row, std::size_t index, double reachW) {
    const Tokens& t = m_theme.tokens();
    const Comparison& c = m_comparisons[index];
    const QRectF area(kNameWide, row.top() + 4, row.width() - kNameWide - 16., row.height() - 8);
    const auto x = [&](double place) {
        return area.left() + (place - c.place.front()) / (c.place.back() - c.place.front()) * area.width();
    };
    const auto y = [&](double w) { return area.center().y() - w / reachW * 0.48 * area.height(); };
    p.setPen(Qt::NoPen);
    p.setBrush(t.raised);
    p.drawRoundedRect(area, 4, 4);
    const auto drawPiece = [&](double from, double to, const QBrush& brush) {
        QPolygonF band;
        const auto within = [&](std::size_t i) { return c.margins && c.place[i] >= from && c.place[i] <= to; };
        for (std::size_t i = 0; i < c.place.size(); ++i)
            if (within(i))
                band << QPointF(x(c.place[i]), y(c.watt(i).high));
        for (std::size_t i = c.place.size(); i-- > 0;)
            if (within(i))
                band << QPointF(x(c.place[i]), y(c.watt(i).low));
        p.setPen(Qt::NoPen);
        p.setBrush(brush);
        p.drawPolygon(band);
    };
    const double rounding = 0.02 * c.gridStep;
    for (const Call& call : c.calls) {
        const QColor fill = call.kind == CallKind::Gain   ? t.gainSoft
                            : call.kind == CallKind::Loss ? t.lossSoft
                                                          : t.sameSoft;
        drawPiece(call.from - 1.01 * c.gridStep, call.to + rounding,
                  call.kind == CallKind::Open ? Theme::hatch(t.line) : QBrush(fill));
        // The call in a shape as well: a triangle up or down at its middle.
        if (call.kind == CallKind::Gain || call.kind == CallKind::Loss) {
            const double at = x(0.5 * (call.from + call.to)), sign = call.kind == CallKind::Gain ? -1. : 1.;
            const double tip = area.center().y() + sign * (0.5 * area.height() - 4.);
            p.setBrush(call.kind == CallKind::Gain ? t.gain : t.loss);
            p.drawPolygon(
                QPolygonF{QPointF(at, tip), QPointF(at - 5, tip - sign * 8), QPointF(at + 5, tip - sign * 8)});
        }
    }
    for (const auto& [from, to] : c.narrow)
        drawPiece(from - rounding, to + rounding, Theme::stripes(t.muted));
    p.setPen(QPen(t.muted, 1));
    p.drawLine(QPointF(area.left(), y(0.)), QPointF(area.right(), y(0.)));
    QPainterPath line;
    for (std::size_t i = 0; i < c.place.size(); ++i)
        i == 0 || holeBefore(c.place, c.gridStep, i) ? line.moveTo(x(c.place[i]), y(c.watt(i).mid))
                                                     : line.lineTo(x(c.place[i]), y(c.watt(i).mid));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.ink, 1.8));
    p.drawPath(line);
    const int mark = m_marks[index];
    Theme::drawMark(p, {14., area.center().y() - 8.}, 7., mark, t.marks[mark & 7]);
    p.setPen(t.ink);
    p.setFont(Theme::font(Size::Body, true));
    p.drawText(QRectF(28, area.center().y() - 18, kNameWide - 32, 20), Qt::AlignVCenter,
               p.fontMetrics().elidedText(QString::fromStdString(c.with.setup), Qt::ElideRight,
                                          static_cast<int>(kNameWide) - 34));
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    const Wording w = m_model.units().wording();
    p.drawText(QRectF(28, area.center().y() + 2, kNameWide - 32, 16), Qt::AlignVCenter,
               tr("mean %1 %").arg(QString::fromStdString(plainNumber(c.bandMean.pct, 1, w, true))));
}

ManyPage::ManyPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("More than two setups"), parent) {
    m_stack = new RibbonStack(theme, model);
    drawings()->addWidget(m_stack, 1);
}

StudyDesk::Work ManyPage::work() {
    return [this](const StudyPtr& study) -> StudyDesk::Draw {
        const bool enough =
            study->pulledSetups().size() > 1 && !study->countingPulls(study->settings().baseSetup).empty();
        const Result<std::vector<Comparison>>* answer = enough ? &study->everySetup() : nullptr;
        return [this, study, answer] {
            m_comparisons.clear();
            if (answer && *answer) {
                show(**answer, *study);
                return;
            }
            m_stack->setComparisons({}, {});
            headline(answer ? tr("They cannot be set against one another.") : tr("One setup so far."));
            say(answer ? errorWords(answer->error())
                       : tr("Pull another setup, and each is set against the base here, in one scale."),
                "muted");
        };
    };
}

void ManyPage::show(const std::vector<Comparison>& comparisons, const Study& study) {
    m_comparisons = comparisons;
    const std::string& base = study.settings().baseSetup;
    std::vector<std::string> ids = study.pulledSetups();
    std::erase(ids, base);
    std::vector<int> marks;
    for (const std::string& id : ids) {
        const SetupRecord* setup = m_model.job().setup(id);
        marks.push_back(setup ? setup->mark : 0);
    }
    m_stack->setComparisons(m_comparisons, marks);
    headline(plural(static_cast<int>(m_comparisons.size()), tr("1 setup against %1").arg(setupName(base)),
                    tr("%1 setups against ") + setupName(base)));
    std::vector<Caution> cautions;
    for (std::size_t i = 0; i < m_comparisons.size(); ++i) {
        const Account account = describe(m_comparisons[i], m_model.units().wording());
        say(Markup::bold(QString::fromStdString(account.headline)) +
            Markup(QLatin1Char('\n') + QString::fromStdString(account.details.front())));
        const SetupDifference d = differenceOf(study.tree(), base, ids[i]);
        if (d.independent > 1)
            say(tr("%1 differs in more than one thing; the credit is shared.").arg(setupName(ids[i])), "caution");
        for (const Caution& c : m_comparisons[i].cautions)
            if (std::none_of(cautions.begin(), cautions.end(),
                             [&](const Caution& k) { return k.message == c.message; }))
                cautions.push_back(c);
    }
    sayCautions(cautions);
    say(tr("The bands hold for all setups and the whole range together, %1 %.")
            .arg(QLocale().toString(100. * study.settings().confidence, 'f', 0)),
        "muted");
}

} // namespace jr::app
