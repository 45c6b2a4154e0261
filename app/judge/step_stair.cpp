// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/step_stair.h"

#include "app/charts/nice_ticks.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {

StepStair::StepStair(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setAccessibleName(tr("Steps: the value of each setup with its margin, and the gain against the one before"));
}

void StepStair::setLadder(Ladder ladder, std::vector<StepNote> notes) {
    m_ladder = std::move(ladder);
    m_notes = std::move(notes);
    update();
}

namespace {

constexpr double kAxisWide = 62., kTopRoom = 30., kStairFoot = 96., kStairRight = 14.;

bool clearStep(const LadderStep& s) {
    return s.gainLow && s.gainHigh && (*s.gainLow > 0. || *s.gainHigh < 0.);
}

} // namespace

/// A stair: what each step won or lost stands on what those before it had come to, measured from the first setup.
void StepStair::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    const auto& steps = m_ladder.steps;
    if (steps.empty())
        return;
    const DisplayUnits& u = m_model.units();
    const Wording w = u.wording();
    const QLocale l;
    double least = 0., most = 0.; // W against the first
    for (std::size_t i = 1; i < steps.size(); ++i) {
        const double before = steps[i - 1].total;
        for (double v : {steps[i].total, before + steps[i].gainLow.value_or(steps[i].gain),
                         before + steps[i].gainHigh.value_or(steps[i].gain)}) {
            least = std::min(least, v);
            most = std::max(most, v);
        }
    }
    // Never less than one per cent of what the machine makes: nothing must not look like a mountain.
    const double span = std::max(most - least, 0.01 * std::abs(steps.front().value));
    const double room = 0.22 * span; // labels stand above and below the whiskers
    const double low = least - (least < 0. ? room : 0.12 * span), high = least + span + room;
    const double bottom = height() - kStairFoot;
    const auto y = [&](double watt) { return bottom - (watt - low) / (high - low) * (bottom - kTopRoom); };
    const double wide = (width() - kAxisWide - kStairRight) / static_cast<double>(steps.size());
    const auto left = [&](std::size_t i) { return kAxisWide + wide * static_cast<double>(i); };

    p.setFont(Theme::font(Size::Small));
    for (double shown : niceTicks(u.powerOf(low), u.powerOf(high))) {
        const double at = y(low + (shown - u.powerOf(low)) / (u.powerOf(high) - u.powerOf(low)) * (high - low));
        p.setPen(QPen(t.line, 1, shown == 0. ? Qt::SolidLine : Qt::DotLine));
        p.drawLine(QPointF(kAxisWide, at), QPointF(width() - kStairRight, at));
        p.setPen(t.muted);
        p.drawText(QRectF(0, at - 8, kAxisWide - 8, 16), Qt::AlignRight | Qt::AlignVCenter,
                   QString::fromStdString(plainNumber(shown, shown == std::floor(shown) ? 0 : 1, w, true)));
    }
    p.setPen(t.muted);
    p.drawText(QRectF(kAxisWide, 4, width() - kAxisWide - kStairRight, 16), Qt::AlignLeft,
               tr("against %1, which makes %2 [%3]")
                   .arg(QString::fromStdString(steps.front().name),
                        QString::fromStdString(withUnit(steps.front().value, marginOf(steps.front()), u.power, w)),
                        u.powerSymbol()));
    for (std::size_t i = 0; i < steps.size(); ++i)
        drawStep(p, QRectF(left(i), kTopRoom, wide, bottom - kTopRoom), i, y);
    p.setPen(QPen(t.ink, 1.2));
    p.drawLine(QPointF(kAxisWide, y(0.)), QPointF(left(1), y(0.)));
}

double StepStair::marginOf(const LadderStep& s) {
    return s.low && s.high ? 0.5 * (*s.high - *s.low) : 0.;
}

void StepStair::drawStep(QPainter& p, const QRectF& slot, std::size_t i, const std::function<double(double)>& y) const {
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& u = m_model.units();
    const Wording w = u.wording();
    const LadderStep& s = m_ladder.steps[i];
    const StepNote& note = m_notes[i];
    const double middle = slot.center().x();
    if (i > 0) {
        const double from = m_ladder.steps[i - 1].total, to = s.total;
        const bool clear = clearStep(s);
        const QColor color = !clear ? t.muted : s.gain > 0. ? t.gain : t.loss;
        const QColor soft = !clear ? t.sameSoft : s.gain > 0. ? t.gainSoft : t.lossSoft;
        p.setPen(Qt::NoPen);
        p.setBrush(note.shared || !clear ? Theme::hatch(color) : QBrush(soft));
        p.drawRect(QRectF(QPointF(slot.left(), y(std::max(from, to))), QPointF(slot.right(), y(std::min(from, to)))));
        // The riser and the tread.
        p.setPen(QPen(t.ink, 1.2));
        p.drawLine(QPointF(slot.left(), y(from)), QPointF(slot.left(), y(to)));
        p.setPen(QPen(color, 2.6));
        p.drawLine(QPointF(slot.left(), y(to)), QPointF(slot.right(), y(to)));
        double top = y(std::max(from, to)), foot = y(std::min(from, to));
        double margin = 0.;
        if (s.gainLow && s.gainHigh) {
            const double a = y(from + *s.gainLow), b = y(from + *s.gainHigh);
            margin = 0.5 * (*s.gainHigh - *s.gainLow);
            p.setPen(QPen(t.ink, 2));
            p.drawLine(QPointF(middle, a), QPointF(middle, b));
            for (double end : {a, b})
                p.drawLine(QPointF(middle - 6, end), QPointF(middle + 6, end));
            top = std::min(top, b);
            foot = std::max(foot, a);
        }
        // What it was worth stands clear of the stair: above what went up, below what went down.
        const bool above = s.gain >= 0.;
        const double at = above ? top - 40. : foot + 4.;
        p.setPen(color == t.muted ? t.ink : color);
        p.setFont(Theme::font(Size::Body, true));
        const QString shape = !clear ? QStringLiteral("◌") : above ? QStringLiteral("▲") : QStringLiteral("▼");
        p.drawText(QRectF(slot.left(), at, slot.width(), 20), Qt::AlignCenter,
                   shape + QLatin1Char(' ') + QString::fromStdString(withUnit(s.gain, margin, u.power, w, true)));
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.muted);
        p.drawText(QRectF(slot.left(), at + 19, slot.width(), 16), Qt::AlignCenter,
                   margin > 0. ? tr("± %1 · %2 %")
                                     .arg(QString::fromStdString(withUnit(margin, margin, u.power, w)),
                                          QString::fromStdString(plainNumber(s.gainPct, 1, w, true)))
                               : tr("%1 %").arg(QString::fromStdString(plainNumber(s.gainPct, 1, w, true))));
    }
    drawFoot(p, slot, i);
}

/// Below the stair: the setup's name, what the step weighed and cost, and what it has come to in all.
void StepStair::drawFoot(QPainter& p, const QRectF& slot, std::size_t i) const {
    const Tokens& t = m_theme.tokens();
    const DisplayUnits& u = m_model.units();
    const Wording w = u.wording();
    const QLocale l;
    const LadderStep& s = m_ladder.steps[i];
    const StepNote& note = m_notes[i];
    const double below = height() - kStairFoot + 8.;
    p.setFont(Theme::font(Size::Body, true));
    const QString name =
        p.fontMetrics().elidedText(QString::fromStdString(s.name), Qt::ElideRight, static_cast<int>(slot.width()) - 24);
    const double nameWide = p.fontMetrics().horizontalAdvance(name) + 16.;
    const double nameLeft = slot.center().x() - 0.5 * nameWide;
    Theme::drawMark(p, {nameLeft + 5., below + 8.}, 6., note.mark, t.marks[note.mark & 7]);
    p.setPen(t.ink);
    p.drawText(QRectF(nameLeft + 16., below - 2., nameWide, 20.), Qt::AlignVCenter | Qt::AlignLeft, name);
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    QStringList cost;
    if (note.kg)
        cost << tr("%1 kg").arg(QString::fromStdString(plainNumber(*note.kg, 2, w, true)));
    if (note.price)
        cost << tr("price %1").arg(l.toString(*note.price, 'f', 0));
    if (note.hours)
        cost << tr("%1 h").arg(l.toString(*note.hours, 'f', 1));
    QStringList lines{cost.join(QStringLiteral(" · "))};
    if (note.price && *note.price > 0. && i > 0)
        lines << (s.gainLow && *s.gainLow > 0.
                      ? tr("%1 per %2").arg(l.toString(*note.price / u.powerOf(s.gain), 'f', 0), u.powerSymbol())
                      : tr("no gain shown for it"));
    if (i > 0)
        lines << tr("%1 % in all").arg(QString::fromStdString(plainNumber(s.totalPct, 1, w, true)));
    lines.removeAll(QString());
    for (int k = 0; k < lines.size(); ++k)
        p.drawText(QRectF(slot.left(), below + 20. + 16. * k, slot.width(), 16.), Qt::AlignCenter, lines[k]);
}

} // namespace jr::app
