// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/worth_page.h"

#include "core/figure/predict/next_part.h"

#include "archive/formats/rules_sheet.h"
#include "core/plan/setup_tree.h"
#include "core/ready/setup_rules.h"

#include <QPainter>

#include <algorithm>
#include <cmath>
#include <numeric>

namespace jr::app {
namespace {

constexpr double kQuietest = 50., kLoudest = 130.; // dB that the sound's scale shows

std::vector<InputSpec> worthInputs() {
    const QString kg = QStringLiteral("kg"), db = QStringLiteral("dB"), m = QStringLiteral("m");
    return {
        {{"off_kg", 0., 100., Ranged::exactly(0.), true}, WorthPage::tr("came off"), kg, 0.1, 2},
        {{"on_kg", 0., 100., Ranged::exactly(0.), true}, WorthPage::tr("went on"), kg, 0.1, 2},
        {{"machine_kg", 1., 600., {150., 140., 165.}}, WorthPage::tr("machine"), kg, 0.5, 1},
        {{"rider_kg", 0., 250., {82., 72., 92.}}, WorthPage::tr("rider"), kg, 0.5, 1},
        {{"peak_kw", 0.3, 250., {26., 24., 28.}}, WorthPage::tr("peak power"), QStringLiteral("kW"), 0.5, 1},
        {{"level_db", 40., 140., {96., 94., 98.}}, WorthPage::tr("loudness"), db, 0.5, 1},
        {{"second_db", 0., 140., Ranged::exactly(0.), true}, WorthPage::tr("a second source (0: none)"), db, 0.5, 1},
        {{"background_db", 0., 120., Ranged::exactly(0.), true}, WorthPage::tr("background (0: none)"), db, 0.5, 1},
        {{"heard_m", 0.1, 100., Ranged::exactly(1.), true}, WorthPage::tr("heard at"), m, 0.5, 1},
        {{"wanted_m", 0.1, 500., Ranged::exactly(7.), true}, WorthPage::tr("wanted at"), m, 0.5, 1},
    };
}

AlongScale soundScale(const QRectF& box) {
    return {box, kQuietest, kLoudest};
}

} // namespace

WorthPage::WorthPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "worth", tr("A balance, money and sound"), QStringLiteral("Weight, money, sound"),
                 worthInputs(), parent) {
    take({});
}

void WorthPage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    in.offer("machine_kg", f.sheet("weight_kg"), Origin::Sheet);
    in.offer("rider_kg", f.sheet("rider_kg"), Origin::Sheet);
    if (f.pulls.peakW)
        in.offer("peak_kw", Ranged{f.pulls.peakW->mid / 1000., f.pulls.peakW->low / 1000., f.pulls.peakW->high / 1000.},
                 Origin::Pulls);
    m_buys.clear();
    m_limitDb.reset();
    if (!m_model.hasJob())
        return;
    double off = 0., on = 0.;
    if (const SetupRecord* setup = m_model.job().setup(f.setupId))
        for (const SetupChange& c : setup->changes) {
            off += c.weightOffKg.value_or(0.);
            on += c.weightOnKg.value_or(0.);
        }
    in.offer("off_kg", std::optional(off), Origin::Sheet);
    in.offer("on_kg", std::optional(on), Origin::Sheet);
    for (const SetupRecord& setup : m_model.job().setups) {
        const auto with = f.others.find(setup.id), base = f.others.find(setup.parentId);
        if (with == f.others.end() || base == f.others.end() || !with->second.peakW || !base->second.peakW)
            continue;
        Buy buy{setup.id, with->second.peakW->mid - base->second.peakW->mid, {}, {}, {}};
        const double margin = std::hypot(with->second.peakW->half(), base->second.peakW->half());
        if (std::isfinite(margin))
            buy.marginW = margin;
        for (const SetupChange& c : setup.changes) {
            if (c.price)
                buy.price = buy.price.value_or(0.) + *c.price;
            if (c.hours)
                buy.hours = buy.hours.value_or(0.) + *c.hours;
        }
        m_buys.push_back(buy);
    }
    for (const SetupRule& rule : setupRulesOf(m_model.sheet(sheet_kind::rules)))
        if (rule.kind == RuleKind::Noise && rule.high)
            m_limitDb = m_limitDb ? std::min(*m_limitDb, *rule.high) : *rule.high;
}

void WorthPage::workOut() {
    WorthAsked a;
    a.offKg = n("off_kg");
    a.onKg = n("on_kg");
    a.machineKg = n("machine_kg");
    a.riderKg = n("rider_kg");
    const Ranged& peak = r("peak_kw");
    a.peakW = {1000. * peak.value, 1000. * peak.low, 1000. * peak.high};
    a.levelsDb = {n("level_db")};
    if (n("second_db") > 0.)
        a.levelsDb.push_back(n("second_db"));
    a.backgroundDb = n("background_db");
    a.heardAtM = n("heard_m");
    a.wantedAtM = n("wanted_m");
    const Result<WorthAnswer> answer = worthAnswer(a);
    offerPin({});
    if (!answer) {
        m_answer.reset();
        impossible(answer.error());
        return;
    }
    m_answer = *answer;
    const WorthAnswer& out = *m_answer;
    const double net = out.netKg;
    headline(std::abs(net) < 0.005 ? tr("No weight moved")
             : net < 0.            ? tr("%1 kg lighter").arg(number(-net, 2))
                                   : tr("%1 kg heavier").arg(number(net, 2)));
    say(tr("With the rider %1 kg move: %2 for each kilogram (%3 before).")
            .arg(number(out.movedKg, 1), ranged(out.wattPerKg, 0, QStringLiteral("W")),
                 number(out.wattPerKgBefore.value, 0)));
    if (out.secondsPerKg) {
        const double seconds = net * out.secondsPerKg->value;
        constexpr double kTimed = 0.005; // less nobody times
        say(std::abs(seconds) < kTimed
                ? tr("A kilogram is worth about %1 s from 60 to 100 km/h; this change nothing that could be timed.")
                      .arg(number(out.secondsPerKg->value, 3))
                : tr("A kilogram is worth about %1 s from 60 to 100 km/h; this change %2 s.")
                      .arg(number(out.secondsPerKg->value, 3), QLocale().toString(seconds, 'f', 2)));
    } else {
        say(tr("This power does not surely carry it to 100 km/h: what a kilogram is worth there has no number."));
    }
    sayCurve();
    sayBuys();
    saySound();
    offerWeight(a);
    formula(tr("%1 kg and %2 kg make %3 kg; t from m · v · dv / (P − W · v) at 0.8 of the peak. Sound: L − 20 log₁₀(%4 "
               "/ %5). Any text.")
                .arg(number(a.machineKg + a.riderKg, 1), QLocale().toString(net, 'f', 2), number(out.movedKg, 1),
                     number(a.wantedAtM, 1), number(a.heardAtM, 1)));
    unknown(tr("Seconds are by a handbook's drag and no gears; Gears has those. Sound is in the open and from one "
               "place: walls, ground and the bike's length "
               "change it, and the rule that applies says where and how it is measured."));
}

/// Weight that a hand moved on the scale, as the next setup: the seconds of a roll-on that runs can grade.
void WorthPage::offerWeight(const WorthAsked& asked) {
    constexpr double kWorthTimingKg = 0.2; // less no run shows
    const double was = inputs().before("on_kg").value.value - inputs().before("off_kg").value.value;
    if ((!inputs().byHand("on_kg") && !inputs().byHand("off_kg")) || std::abs(m_answer->netKg - was) < kWorthTimingKg)
        return;
    PinOffer pin;
    pin.setupName = m_answer->netKg < was ? tr("%1 kg lighter").arg(number(was - m_answer->netKg, 1))
                                          : tr("%1 kg heavier").arg(number(m_answer->netKg - was, 1));
    const double before = asked.machineKg + asked.riderKg + was;
    pin.changes = {{"weight", stored(before, 1) + " kg", stored(m_answer->movedKg, 1) + " kg"}};
    pin.quantity = PredictedQuantity::MarkTime;
    pin.mark = "60-100km/h";
    std::optional<Estimate> timed;
    if (const auto found = m_facts.pulls.markTimesS.find(pin.mark); found != m_facts.pulls.markTimesS.end())
        timed = found->second.meanS;
    const auto modelBefore = rollOnS(before, asked.peakW.value),
               modelAfter = rollOnS(m_answer->movedKg, asked.peakW.value);
    if (!modelBefore || !modelAfter)
        return; // it does not hold that speed: nothing to foretell
    pin.predicted = timeAfterChange(timed, *modelBefore, *modelAfter);
    offerPin(pin);
}

/// Power for the weight over the whole curve, not only at its top.
void WorthPage::sayCurve() {
    const std::vector<double>& watt = m_facts.pulls.powerW;
    if (watt.empty())
        return;
    const auto [least, most] = std::minmax_element(watt.begin(), watt.end());
    const double mean = std::accumulate(watt.begin(), watt.end(), 0.) / static_cast<double>(watt.size());
    say(tr("Over the curve, %1 to %2 rpm: %3 to %4 W for each kilogram, %5 in the mean.")
            .arg(number(m_facts.pulls.rpm.front(), 0), number(m_facts.pulls.rpm.back(), 0),
                 number(*least / m_answer->movedKg, 0), number(*most / m_answer->movedKg, 0),
                 number(mean / m_answer->movedKg, 0)));
}

/// What each setup gave for its money: watts, with the margin of the two peaks.
void WorthPage::sayBuys() {
    const Buy* best = nullptr;
    for (const Buy& b : m_buys)
        if (b.price && *b.price > 0. && (!best || b.wattGained / *b.price > best->wattGained / *best->price))
            best = &b;
    if (!best)
        return;
    QStringList each;
    for (const Buy& b : m_buys) {
        const SetupRecord* one = m_model.job().setup(b.setupId);
        if (!one || !b.price || !(*b.price > 0.))
            continue;
        const QString name = QString::fromStdString(one->name), perMoney = number(b.wattGained / *b.price, 1);
        each << (b.hours && *b.hours > 0. ? tr("%1: %2 W for each unit of money, %3 W an hour")
                                                .arg(name, perMoney, number(b.wattGained / *b.hours, 0))
                                          : tr("%1: %2 W for each unit of money").arg(name, perMoney));
    }
    say(each.join(tr("; ")) + tr("."));
    const SetupRecord* setup = m_model.job().setup(best->setupId);
    const bool sure = best->marginW && best->wattGained > *best->marginW;
    say(tr("Most power for its money: %1, %2 for %3%4.")
            .arg(setup ? QString::fromStdString(setup->name) : QString(),
                 power(best->wattGained, best->marginW.value_or(0.)), number(*best->price, 0),
                 sure ? QString() : tr(" (its gain is within the margin of the peaks)")));
}

void WorthPage::saySound() {
    const WorthAnswer& out = *m_answer;
    if (!out.sourceDb) {
        caution(tr(
            "Less than 3 dB above the background: the machine itself cannot be told from it. Find a quieter place."));
        return;
    }
    say(tr("%1 dB at %2 m are %3 dB at %4 m in the open.")
            .arg(number(*out.sourceDb, 1), number(n("heard_m"), 1), number(*out.atPlaceDb, 1),
                 number(n("wanted_m"), 1)));
    if (m_limitDb)
        out.atPlaceDb > *m_limitDb ? caution(tr("Above the limit of this job's rules, %1 dB. What counts is a "
                                                "measurement at the place and speed the rule names.")
                                                 .arg(number(*m_limitDb, 1)))
                                   : say(tr("The rules of this job allow %1 dB, at the place and speed they name.")
                                             .arg(number(*m_limitDb, 1)));
}

WorthPage::Places WorthPage::places(const QRectF& area) {
    const double left = area.left() + 24., width = area.width() - 48.;
    return {QRectF(left, area.top() + 30., 0.46 * width, 0.56 * area.height()),
            QRectF(left + 0.52 * width, area.top() + 30., 0.48 * width, 0.56 * area.height()),
            QRectF(left, area.top() + 0.80 * area.height(), width, 44.)};
}

std::vector<Handle> WorthPage::handles(const QRectF& area) const {
    const Places g = places(area);
    std::vector<Handle> out;
    const double most = std::max({n("off_kg"), n("on_kg"), 2.}) * 1.3;
    const double base = g.balance.bottom() - 8., height = 0.52 * g.balance.height();
    const auto pan = [&](const char* key, double x) {
        out.push_back(handle(key, {x, base - n(key) / most * height}, Qt::TopEdge,
                             [base, height, most](QPointF at) { return (base - at.y()) / height * most; }));
    };
    pan("off_kg", g.balance.left() + 0.2 * g.balance.width());
    pan("on_kg", g.balance.left() + 0.8 * g.balance.width());
    out.push_back(along("level_db", soundScale(g.sound), g.sound.top() - 4., Qt::TopEdge));
    return out;
}

void WorthPage::draw(QPainter& p, const QRectF& area) {
    if (!m_answer)
        return;
    const Places g = places(area);
    drawBalance(p, g.balance);
    drawBuys(p, g.buys);
    drawSound(p, g.sound);
}

void WorthPage::drawBalance(QPainter& p, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const double net = m_answer->netKg, heaviest = std::max({n("off_kg"), n("on_kg"), 0.5});
    const double lean = std::clamp(net / heaviest, -1., 1.) * 14.;
    const QPointF pivot(box.center().x(), box.top() + 42.);
    const QPointF left(box.left() + 0.2 * box.width(), pivot.y() - lean),
        right(box.left() + 0.8 * box.width(), pivot.y() + lean);
    p.setPen(QPen(t.ink, 4., Qt::SolidLine, Qt::RoundCap));
    p.drawLine(left, right);
    p.setPen(QPen(t.muted, 2.));
    p.drawLine(pivot, QPointF(pivot.x(), box.bottom()));
    p.setBrush(t.accent);
    p.setPen(Qt::NoPen);
    p.drawEllipse(pivot, 6., 6.);
    const double most = std::max({n("off_kg"), n("on_kg"), 2.}) * 1.3, base = box.bottom() - 8.,
                 height = 0.52 * box.height();
    p.setFont(Theme::font(Size::Body, true));
    for (const auto& [key, hang, colour, word] :
         {std::tuple{"off_kg", left, t.loss, tr("came off")}, std::tuple{"on_kg", right, t.marks[0], tr("went on")}}) {
        p.setPen(QPen(t.muted, 1.2));
        p.drawLine(hang, QPointF(hang.x() - 46., base));
        p.drawLine(hang, QPointF(hang.x() + 46., base));
        p.setPen(QPen(t.ink, 3.));
        p.drawLine(QPointF(hang.x() - 54., base), QPointF(hang.x() + 54., base));
        QColor soft = colour;
        soft.setAlphaF(0.3f);
        p.setPen(QPen(colour, 1.6));
        p.setBrush(soft);
        const double tall = n(key) / most * height;
        p.drawRoundedRect(QRectF(hang.x() - 38., base - tall, 76., tall), 4, 4);
        p.setPen(t.ink);
        p.drawText(QRectF(hang.x() - 80., base + 6., 160., 18.), Qt::AlignCenter, word);
    }
    p.setFont(Theme::font(Size::Large, true));
    p.setPen(t.ink);
    p.drawText(QRectF(box.left(), box.top() - 20., box.width(), 30.), Qt::AlignCenter,
               tr("net %1").arg(m_model.units().measured(net, Measured::Mass, 2)));
}

/// Watts gained for money, setup by setup, with the margin as a whisker.
void WorthPage::drawBuys(QPainter& p, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    p.setFont(Theme::font(Size::Small));
    p.setPen(t.muted);
    p.drawText(QRectF(box.left(), box.top() - 16., box.width(), 16.), Qt::AlignLeft,
               tr("gain at the peak, and what it cost"));
    if (m_buys.empty()) {
        p.drawText(box, Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Prices and hours written on a setup's changes (Ask), with pulls of it and of what it comes "
                      "from, stand here."));
        return;
    }
    double most = 1.;
    for (const Buy& b : m_buys)
        most = std::max(most, std::abs(b.wattGained) + b.marginW.value_or(0.));
    const double line = std::min(72., box.height() / static_cast<double>(m_buys.size()));
    const double zero = box.left() + 0.5 * box.width(), scale = 0.46 * box.width() / most;
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(zero, box.top() + 6.),
               QPointF(zero, box.top() + 6. + line * static_cast<double>(m_buys.size())));
    for (std::size_t i = 0; i < m_buys.size(); ++i) {
        const Buy& b = m_buys[i];
        const double y = box.top() + 14. + line * (static_cast<double>(i) + 0.5);
        const SetupRecord* setup = m_model.job().setup(b.setupId);
        const bool sure = b.marginW && std::abs(b.wattGained) > *b.marginW;
        const QColor colour = !sure ? t.open : b.wattGained > 0. ? t.gain : t.loss;
        p.setPen(QPen(colour, 1.4));
        p.setBrush(sure ? QBrush(colour) : Theme::hatch(colour));
        p.drawRect(QRectF(QPointF(zero, y - 8.), QPointF(zero + b.wattGained * scale, y + 8.)).normalized());
        if (b.marginW) {
            p.setPen(QPen(t.ink, 1.6));
            p.drawLine(QPointF(zero + (b.wattGained - *b.marginW) * scale, y),
                       QPointF(zero + (b.wattGained + *b.marginW) * scale, y));
        }
        p.setPen(t.ink);
        const QString name = setup ? QString::fromStdString(setup->name) : QString();
        p.drawText(QRectF(box.left(), y - 30., 0.48 * box.width(), 18.), Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(name, Qt::ElideRight, static_cast<int>(0.48 * box.width())));
        p.setPen(t.muted);
        QStringList words{power(b.wattGained, b.marginW.value_or(0.))};
        if (b.price)
            words << tr("cost %1").arg(number(*b.price, 0));
        if (b.hours)
            words << tr("%1 h").arg(number(*b.hours, 1));
        p.drawText(QRectF(zero, y - 29., box.right() - zero, 16.), Qt::AlignRight | Qt::AlignVCenter,
                   words.join(QStringLiteral(" · ")));
    }
}

void WorthPage::drawSound(QPainter& p, const QRectF& box) const {
    const Tokens& t = m_theme.tokens();
    const auto x = [scale = soundScale(box)](double db) { return scale.x(db); };
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.panel);
    p.drawRoundedRect(box, 6, 6);
    p.setFont(Theme::font(Size::Small));
    for (int db = static_cast<int>(kQuietest); db <= kLoudest; db += 10) {
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(x(db), box.bottom() - 8.), QPointF(x(db), box.bottom()));
        p.setPen(t.muted);
        p.drawText(QRectF(x(db) - 20., box.bottom() + 3., 40., 15.), Qt::AlignCenter, number(db, 0));
    }
    p.drawText(QRectF(box.left(), box.top() - 42., box.width(), 16.), Qt::AlignLeft,
               tr("sound [dB] · dot: at %1 m · line: at %2 m").arg(number(n("heard_m"), 1), number(n("wanted_m"), 1)));
    if (m_answer->atPlaceDb) {
        p.setPen(QPen(t.ink, 3.));
        p.drawLine(QPointF(x(*m_answer->atPlaceDb), box.top()), QPointF(x(*m_answer->atPlaceDb), box.bottom()));
        p.setPen(t.ink);
        p.drawText(QRectF(x(*m_answer->atPlaceDb) - 70., box.top() + 10., 64., 18.), Qt::AlignRight,
                   tr("%1 dB").arg(number(*m_answer->atPlaceDb, 1)));
    }
    if (m_limitDb) {
        p.setPen(QPen(t.amber, 2., Qt::DashLine));
        p.drawLine(QPointF(x(*m_limitDb), box.top() - 6.), QPointF(x(*m_limitDb), box.bottom() + 2.));
        p.setPen(t.amber);
        p.drawText(QRectF(x(*m_limitDb) + 5., box.top() + 10., 120., 18.), Qt::AlignLeft, tr("the rules' limit"));
    }
}

} // namespace jr::app
