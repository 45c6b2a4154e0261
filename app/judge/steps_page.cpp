#include "app/judge/steps_page.h"

#include <QPainter>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {

StepBars::StepBars(const Theme& theme, const JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setAccessibleName(tr("Steps: the value of each setup with its margin, and the gain against the one before"));
}

void StepBars::setLadder(Ladder ladder, std::vector<StepNote> notes) {
    m_ladder = std::move(ladder);
    m_notes = std::move(notes);
    update();
}

void StepBars::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    const auto& steps = m_ladder.steps;
    if (steps.empty())
        return;
    double top = 0.;
    for (const LadderStep& s : steps)
        top = std::max(top, s.high.value_or(s.value));
    // From zero: a small gain must look small.
    constexpr double kTopRoom = 52., kFoot = 96.;
    const double wide = (width() - 20.) / static_cast<double>(steps.size());
    const auto y = [&](double w) { return kTopRoom + (1. - w / (1.04 * top)) * (height() - kTopRoom - kFoot); };
    const DisplayUnits& u = m_model.units();
    const Wording w = u.wording();
    const QLocale l;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        const LadderStep& s = steps[i];
        const StepNote& note = m_notes[i];
        const double x = 10. + wide * (static_cast<double>(i) + 0.5), half = std::min(0.28 * wide, 46.);
        const QColor color = t.marks[note.mark & 7];
        QColor soft = color;
        soft.setAlphaF(0.35);
        p.setPen(QPen(color, 1.5));
        p.setBrush(note.shared ? Theme::hatch(color) : QBrush(soft));
        p.drawRect(QRectF(QPointF(x - half, y(s.value)), QPointF(x + half, y(0.))));
        if (s.low && s.high) {
            p.setPen(QPen(t.ink, 2));
            p.drawLine(QPointF(x, y(*s.low)), QPointF(x, y(*s.high)));
            for (double v : {*s.low, *s.high})
                p.drawLine(QPointF(x - 6, y(v)), QPointF(x + 6, y(v)));
        }
        const double margin = s.low ? 0.5 * (*s.high - *s.low) : 0.;
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Body, true));
        p.drawText(QRectF(x - wide / 2, y(s.high.value_or(s.value)) - 22, wide, 18), Qt::AlignCenter,
                   QString::fromStdString(withUnit(s.value, margin, u.power, w)));
        // Between the bars: what the step was worth, in words and shape.
        if (i > 0) {
            const bool clear = s.gainLow && s.gainHigh && (*s.gainLow > 0. || *s.gainHigh < 0.);
            const double gm = s.gainLow ? 0.5 * (*s.gainHigh - *s.gainLow) : 0.;
            const QString shape = !clear        ? QStringLiteral("◌")
                                  : s.gain > 0. ? QStringLiteral("▲")
                                                : QStringLiteral("▼");
            p.setPen(!clear ? t.muted : s.gain > 0. ? t.gain : t.loss);
            p.setFont(Theme::font(Size::Body, true));
            p.drawText(QRectF(x - wide, 4, wide, 20), Qt::AlignCenter,
                       shape + QLatin1Char(' ') + QString::fromStdString(withUnit(s.gain, gm, u.power, w, true)));
            p.setFont(Theme::font(Size::Small));
            p.drawText(QRectF(x - wide, 24, wide, 16), Qt::AlignCenter,
                       gm > 0. ? tr("± %1 · %2 %")
                                     .arg(QString::fromStdString(withUnit(gm, gm, u.power, w)),
                                          QString::fromStdString(plainNumber(s.gainPct, 1, w, true)))
                               : tr("%1 %").arg(QString::fromStdString(plainNumber(s.gainPct, 1, w, true))));
        }
        // Below: name, what it weighed and cost.
        const double below = height() - kFoot + 6;
        Theme::drawMark(p, {x - half + 2, below + 8}, 6., note.mark, color);
        p.setPen(t.ink);
        p.setFont(Theme::font(Size::Body, true));
        p.drawText(
            QRectF(x - half + 12, below - 2, wide - 6, 20), Qt::AlignVCenter | Qt::AlignLeft,
            p.fontMetrics().elidedText(QString::fromStdString(s.name), Qt::ElideRight, static_cast<int>(wide) - 14));
        p.setFont(Theme::font(Size::Small));
        p.setPen(t.muted);
        QStringList cost;
        if (note.kg)
            cost << tr("%1 kg").arg(QString::fromStdString(plainNumber(*note.kg, 2, w, true)));
        if (note.price)
            cost << tr("price %1").arg(l.toString(*note.price, 'f', 0));
        if (note.hours)
            cost << tr("%1 h").arg(l.toString(*note.hours, 'f', 1));
        p.drawText(QRectF(x - wide / 2, below + 20, wide, 16), Qt::AlignCenter, cost.join(QStringLiteral(" · ")));
        QString worth;
        if (note.price && *note.price > 0. && i > 0) {
            const bool shown = s.gainLow && *s.gainLow > 0.;
            worth = shown ? tr("%1 per %2").arg(l.toString(*note.price / u.powerOf(s.gain), 'f', 0), u.powerSymbol())
                          : tr("no gain shown for it");
        }
        p.drawText(QRectF(x - wide / 2, below + 36, wide, 16), Qt::AlignCenter, worth);
        p.drawText(QRectF(x - wide / 2, below + 52, wide, 16), Qt::AlignCenter,
                   i > 0 ? tr("%1 % in all").arg(QString::fromStdString(plainNumber(s.totalPct, 1, w, true)))
                         : QString());
    }
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(10, y(0.)), QPointF(width() - 10, y(0.)));
}

StepsPage::StepsPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Steps, combinations, sweeps"), parent) {
    addMetric();
    m_bars = new StepBars(theme, model);
    drawings()->addWidget(m_bars, 1);
}

void StepsPage::fill() {
    m_ladder.reset();
    const std::vector<std::string> ids = pulledSetups(m_model);
    const auto none = [&](const QString& head, const QString& words) {
        m_bars->setLadder({}, {});
        headline(head);
        say(words, "muted");
    };
    if (ids.size() < 2) {
        none(tr("No steps yet."), tr("Pull a second setup: steps stand here in the order they were first pulled."));
        return;
    }
    const auto observations = observationsOf(m_model, ids, metric());
    if (!observations) {
        none(tr("The steps cannot be set beside one another."), QString::fromStdString(observations.error().reason));
        return;
    }
    std::vector<std::string> names;
    for (const std::string& id : ids)
        names.push_back(m_model.job().setup(id)->name);
    const Result<Ladder> result = ladder(names, *observations, m_model.repeatabilityPct());
    if (!result) {
        none(tr("The steps cannot be set beside one another."), QString::fromStdString(result.error().reason));
        return;
    }
    m_ladder = *result;
    std::vector<StepNote> notes;
    const auto tree = m_model.job().setupTree();
    for (std::size_t i = 0; i < ids.size(); ++i) {
        StepNote note;
        note.mark = m_model.job().setup(ids[i])->mark;
        if (i > 0) {
            const SetupDifference d = differenceOf(tree, ids[i - 1], ids[i]);
            note.shared = d.independent > 1;
            const SetupLedger a = ledgerOf(tree, ids[i - 1]), b = ledgerOf(tree, ids[i]);
            const auto less = [](const std::optional<double>& x, const std::optional<double>& y) {
                return x || y ? std::optional(x.value_or(0.) - y.value_or(0.)) : std::nullopt;
            };
            note.kg = less(b.netKg, a.netKg);
            note.price = less(b.price, a.price);
            note.hours = less(b.hours, a.hours);
        }
        notes.push_back(note);
    }
    m_bars->setLadder(*m_ladder, notes);
    const LadderStep& last = m_ladder->steps.back();
    const double margin = last.totalLow ? 0.5 * (*last.totalHigh - *last.totalLow) : 0.;
    headline(tr("%1 in all over %2 steps").arg(power(last.total, margin, true)).arg(ids.size() - 1));
    say(tr("Read as %1; each step against the one before it.").arg(metricWords()), "muted");
    for (std::size_t i = 1; i < ids.size(); ++i) {
        const LadderStep& s = m_ladder->steps[i];
        const bool clear = s.gainLow && s.gainHigh && (*s.gainLow > 0. || *s.gainHigh < 0.);
        const double gm = s.gainLow ? 0.5 * (*s.gainHigh - *s.gainLow) : 0.;
        const QString name = QString::fromStdString(s.name);
        QString words = !s.gainLow ? tr("%1: %2, no margin known.").arg(name, power(s.gain, 0., true))
                        : !clear   ? tr("%1: %2, give or take %3: this test cannot tell it from nothing.")
                                       .arg(name, power(s.gain, gm, true), power(gm, gm))
                        : s.gain > 0.
                            ? tr("%1 gains %2, give or take %3.").arg(name, power(s.gain, gm), power(gm, gm))
                            : tr("%1 loses %2, give or take %3.").arg(name, power(-s.gain, gm), power(gm, gm));
        const SetupDifference d = differenceOf(tree, ids[i - 1], ids[i]);
        if (!d.changes.empty())
            words += QLatin1Char(' ') + tr("It changed %1.").arg(QString::fromStdString(differenceText(d)));
        say(words);
        if (notes[i].shared)
            say(tr("%1 changed more than one thing at once: the credit is shared (hatched).").arg(name), "caution");
    }
    sayCautions(groupCautions(m_ladder->fit, *observations, static_cast<int>(ids.size()), true));
}

} // namespace jr::app
