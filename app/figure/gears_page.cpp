// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/gears_page.h"

#include "core/figure/cylinder/piston_motion.h"
#include "core/figure/predict/next_part.h"
#include "core/machine/gear_ratios.h"
#include "core/units/units.h"

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kUsualRatios[] = {2.62, 1.86, 1.47, 1.22, 1.06, 0.95};
const char* const kGearKeys[] = {"gear_1", "gear_2", "gear_3", "gear_4", "gear_5", "gear_6"};

} // namespace

std::vector<InputSpec> GearsPage::gearsInputs() {
    const QString rpm = QStringLiteral("rpm");
    std::vector<InputSpec> out;
    out.push_back(
        {{"gears", 0., 4., Ranged::exactly(4.), true}, GearsPage::tr("gears"), {}, 1., 0, {"2", "3", "4", "5", "6"}});
    for (std::size_t g = 0; g < kMostGears; ++g)
        out.push_back({{kGearKeys[g], 0.4, 6., Ranged::within(kUsualRatios[g], 3.)},
                       GearsPage::tr("ratio of gear %1").arg(g + 1),
                       {},
                       0.01,
                       3});
    out.push_back({{"primary", 1., 6., Ranged::within(2.9, 5.)}, GearsPage::tr("primary ratio"), {}, 0.01, 3});
    out.push_back(
        {{"front", 7., 30., Ranged::exactly(14.)}, GearsPage::tr("front sprocket"), GearsPage::tr("teeth"), 1., 0});
    out.push_back(
        {{"rear", 15., 80., Ranged::exactly(44.)}, GearsPage::tr("rear sprocket"), GearsPage::tr("teeth"), 1., 0});
    out.push_back(
        {{"wheel_mm", 90., 400., {305., 298., 312.}}, GearsPage::tr("rolling radius"), QStringLiteral("mm"), 1., 0});
    out.push_back({{"limiter_rpm", 2000., 22000., {9500., 9300., 9700.}}, GearsPage::tr("limiter now"), rpm, 50., 0});
    out.push_back({{"new_limiter_rpm", 2000., 22000., Ranged::exactly(9900.), true},
                   GearsPage::tr("limiter tried"),
                   rpm,
                   50.,
                   0});
    for (std::size_t g = 0; g + 1 < kMostGears; ++g)
        out.push_back({{kShiftKeys[g], 1000., 22000., Ranged::exactly(9000.), true},
                       GearsPage::tr("shift from gear %1").arg(g + 1),
                       rpm,
                       50.,
                       0});
    out.push_back(
        {{"shift_s", 0., 1.5, {0.2, 0.12, 0.3}}, GearsPage::tr("a shift takes"), QStringLiteral("s"), 0.01, 2});
    out.push_back({{"from_kmh", 5., 250., Ranged::exactly(40.), true},
                   GearsPage::tr("stretch from"),
                   QStringLiteral("km/h"),
                   5.,
                   0});
    out.push_back({{"to_kmh", 20., 320., Ranged::exactly(120.), true},
                   GearsPage::tr("stretch to"),
                   QStringLiteral("km/h"),
                   5.,
                   0});
    out.push_back(
        {{"machine_kg", 5., 600., {150., 140., 165.}}, GearsPage::tr("machine"), QStringLiteral("kg"), 1., 0});
    out.push_back({{"rider_kg", 20., 250., {82., 72., 92.}}, GearsPage::tr("rider"), QStringLiteral("kg"), 1., 0});
    out.push_back(
        {{"drag_m2", 0.15, 1.5, kUsualDragAreaM2}, GearsPage::tr("drag area"), QStringLiteral("m²"), 0.01, 2});
    out.push_back({{"rolling", 0.005, 0.08, kUsualRolling}, GearsPage::tr("rolling coefficient"), {}, 0.001, 3});
    out.push_back({{"stroke_mm", 15., 130., {60., 54., 66.}}, GearsPage::tr("stroke"), QStringLiteral("mm"), 0.5, 1});
    out.push_back({{"peak_kw", 0.5, 250., {26., 24., 28.}},
                   GearsPage::tr("peak power at the wheel"),
                   QStringLiteral("kW"),
                   0.5,
                   1});
    out.push_back({{"peak_rpm", 1500., 18000., {8200., 8000., 8400.}}, GearsPage::tr("peak at"), rpm, 50., 0});
    return out;
}

GearsPage::GearsPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "gears", tr("Thrust of each gear over road speed"),
                 QStringLiteral("Gears and shifts"), gearsInputs(), parent) {
    take({});
}

void GearsPage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    for (const auto& [key, line] : {std::pair{"primary", "primary_ratio"}, std::pair{"front", "front_sprocket"},
                                    std::pair{"rear", "rear_sprocket"}, std::pair{"wheel_mm", "wheel_radius_mm"},
                                    std::pair{"limiter_rpm", "limiter_rpm"}, std::pair{"machine_kg", "weight_kg"},
                                    std::pair{"rider_kg", "rider_kg"}, std::pair{"stroke_mm", "stroke_mm"}})
        in.offer(key, f.sheet(line), Origin::Sheet);
    const std::vector<double> ratios = f.hasMachine ? gearRatiosOf(f.machine) : std::vector<double>();
    if (ratios.size() >= 2 && ratios.size() <= kMostGears) {
        in.offer("gears", std::optional(static_cast<double>(ratios.size()) - 2.), Origin::Sheet);
        for (std::size_t g = 0; g < ratios.size(); ++g)
            in.offer(kGearKeys[g], std::optional(ratios[g]), Origin::Sheet);
    }
    if (f.pulls.limiterRpm)
        in.offer("limiter_rpm", *f.pulls.limiterRpm > 0. ? f.pulls.limiterRpm : std::nullopt, Origin::Pulls);
    // A stretch that these gears reach: to 0.85 of the last one's end.
    constexpr double kKmhPerMPerS = 3.6, kReached = 0.85, kRoundTo = 5.;
    const Gearing gearing = asked().gearing;
    const double most = gearing.speedMPerS(gearing.gears.size() - 1, n("limiter_rpm")) * kKmhPerMPerS;
    in.offer("to_kmh", std::optional(std::max(20., std::floor(kReached * most / kRoundTo) * kRoundTo)),
             Origin::Handbook);
    in.offer("from_kmh", std::optional(std::max(5., std::floor(0.35 * most / kRoundTo) * kRoundTo)), Origin::Handbook);
    in.offer("new_limiter_rpm", std::optional(n("limiter_rpm") + 300.), Origin::Handbook);
}

GearsAsked GearsPage::askedOf(const std::function<double(const char*)>& n) const {
    GearsAsked a;
    if (ownCurve())
        a.curve = {m_facts.pulls.rpm, m_facts.pulls.powerW, m_facts.pulls.lowW, m_facts.pulls.highW};
    else
        a.curve = guessedCurve(n("peak_kw") * 1000., n("peak_rpm"));
    a.gearing.primary = n("primary");
    a.gearing.final = n("rear") / n("front");
    for (std::size_t g = 0; g < gearCount(); ++g)
        a.gearing.gears.push_back(n(kGearKeys[g]));
    a.gearing.wheelRadiusM = n("wheel_mm") / 1000.;
    a.load.massKg = n("machine_kg") + n("rider_kg");
    constexpr double kTurningShare = 0.06; // wheels and what turns in the engine, in the upper gears; common practice
    a.load.turningKg = kTurningShare * a.load.massKg;
    a.load.dragAreaM2 = n("drag_m2");
    a.load.rolling = n("rolling");
    a.load.airKgM3 = m_facts.pulls.airKgM3.value_or(a.load.airKgM3);
    a.limiterRpm = n("limiter_rpm");
    a.newLimiterRpm = n("new_limiter_rpm");
    a.shiftS = n("shift_s");
    constexpr double kKmhPerMPerS = 3.6;
    a.fromMPerS = n("from_kmh") / kKmhPerMPerS;
    a.toMPerS = std::max(n("to_kmh"), n("from_kmh") + 5.) / kKmhPerMPerS;
    for (std::size_t g = 0; g + 1 < gearCount(); ++g)
        a.triedRpm.push_back(inputs().byHand(kShiftKeys[g]) ? std::optional(n(kShiftKeys[g])) : std::nullopt);
    return a;
}

GearsAsked GearsPage::asked() const {
    return askedOf([this](const char* key) { return n(key); });
}

/// Gearing or weight that a hand moved, as the next setup, with the seconds over the stretch that runs can grade.
void GearsPage::offerGearing() {
    static constexpr const char* kGearing[] = {"front",  "rear",   "primary", "gear_1", "gear_2",
                                               "gear_3", "gear_4", "gear_5",  "gear_6"};
    const auto moved = std::find_if(std::begin(kGearing), std::end(kGearing), [&](const char* key) {
        return inputs().byHand(key) && n(key) != inputs().before(key).value.value;
    });
    if (moved == std::end(kGearing) || !m_answer->run.reached)
        return;
    const GearsAsked was = askedOf([this](const char* key) { return inputs().before(key).value.value; });
    const Result<GearsAnswer> before = gearsAnswer(was);
    if (!before || !before->run.reached)
        return;
    PinOffer pin;
    const InputSpec& s = spec(*moved);
    pin.setupName = tr("%1 %2").arg(s.label, number(n(*moved), s.decimals));
    pin.changes = {{s.label.toStdString(), stored(inputs().before(*moved).value.value, s.decimals),
                    stored(n(*moved), s.decimals)}};
    for (const char* key : kGearing)
        if (key != *moved)
            alsoMoved(pin, {key});
    alsoMoved(pin, {"limiter_rpm", "wheel_mm", "machine_kg"});
    pin.quantity = PredictedQuantity::MarkTime;
    pin.mark = stored(n("from_kmh"), 0) + "-" + stored(std::max(n("to_kmh"), n("from_kmh") + 5.), 0) + "km/h";
    std::optional<Estimate> timed;
    if (const auto found = m_facts.pulls.markTimesS.find(pin.mark); found != m_facts.pulls.markTimesS.end())
        timed = found->second.meanS;
    // Its own curve moves both the same way; the stretch is timed by the shifts of the page either side.
    const auto own = m_pins.own("loss");
    pin.predicted = timeAfterChange(timed, before->run.seconds, m_answer->run.seconds,
                                    own ? std::optional(own->value) : std::nullopt);
    // What its graded runs need over the model's seconds is this machine's own loss.
    pin.constant = "loss";
    pin.perConstant = 1. / m_answer->run.seconds;
    if (own)
        say(tr("By %1 graded runs this machine needs %2 of the model's seconds: what driveline, tyre and wind lose.")
                .arg(own->graded)
                .arg(ranged({100. * own->value.value, 100. * own->value.low, 100. * own->value.high}, 0,
                            QStringLiteral("%"))));
    say(timed ? tr("Pinned, its runs over %1 are expected to take %2 s (%3 timed before).")
                    .arg(QString::fromStdString(pin.mark), ranged(pin.predicted, 2, {}), number(timed->mid, 2))
              : tr("Pinned, its runs over %1 are expected to take %2 s; no run has timed that stretch yet.")
                    .arg(QString::fromStdString(pin.mark), ranged(pin.predicted, 2, {})));
    offerPin(pin);
}

QString GearsPage::road(double mPerS, int decimals) const {
    const Unit& unit = m_model.units().road;
    return tr("%1 %2").arg(number(fromSi(mPerS, unit), decimals), QString::fromUtf8(unit.symbol.data()));
}

void GearsPage::workOut() {
    for (std::size_t g = 0; g < kMostGears; ++g)
        showInput(kGearKeys[g], g < gearCount());
    for (std::size_t g = 0; g + 1 < kMostGears; ++g)
        showInput(kShiftKeys[g], false); // they stand on the drawing
    for (const char* key : {"peak_kw", "peak_rpm"})
        showInput(key, !ownCurve());
    m_asked = asked();
    const Result<GearsAnswer> answer = gearsAnswer(m_asked);
    offerPin({});
    if (!answer) {
        m_answer.reset();
        impossible(answer.error());
        return;
    }
    m_answer = *answer;
    sayShifts();
    sayLimiter();
    offerGearing();
    const double piston =
        meanPistonSpeedMPerS(n("stroke_mm") / 1000., std::max(n("limiter_rpm"), n("new_limiter_rpm")));
    if (piston > kHighPistonSpeed)
        caution(tr("%1 m/s mean piston speed at the higher limiter: ask the engine's maker before you go there.")
                    .arg(number(piston, 1)));
    if (m_facts.pulls.pulls > 0 && m_facts.pulls.lowW.empty())
        caution(tr("One pull has no margin: the seconds have none either."));
    if (ownCurve() && m_facts.pulls.measuredAt != MeasuredAt::Wheel)
        caution(tr("The curve was not measured at the wheel: the thrust is too high by what the driveline loses."));
    const GearShift& first = m_answer->shifts.front();
    formula(tr("F = P / v: shift where P(n) = P(n · i₂ / i₁): %1 rpm · %2 / %3 = %4 rpm. Any text on vehicle dynamics.")
                .arg(number(first.best.shiftRpm, 0), number(n("gear_2"), 2), number(n("gear_1"), 2),
                     number(first.best.afterRpm, 0)));
    unknown(tr("It knows nothing of grip, wind, slope or the clutch, and takes the engine as warm and at full "
               "throttle. Drag and "
               "rolling are a handbook's until a coast-down or a run says better."));
}

void GearsPage::sayShifts() {
    QStringList shifts;
    for (const GearShift& s : m_answer->shifts)
        shifts << number(std::round(s.best.shiftRpm / 50.) * 50., 0);
    const bool all = std::all_of(m_answer->shifts.begin(), m_answer->shifts.end(),
                                 [](const GearShift& s) { return s.best.decidedBy == ShiftDecider::Limiter; });
    headline(all ? tr("Hold every gear to the limiter") : tr("Shift at %1").arg(shifts.join(QStringLiteral(" · "))));
    QStringList lines;
    for (std::size_t g = 0; g < m_answer->shifts.size(); ++g) {
        const GearShift& s = m_answer->shifts[g];
        lines << tr("%1 → %2: %3, falls to %4 rpm")
                     .arg(g + 1)
                     .arg(g + 2)
                     .arg(s.best.decidedBy == ShiftDecider::Limiter ? tr("limiter") : tr("the next gear pulls as hard"),
                          number(std::round(s.best.afterRpm / 10.) * 10., 0));
    }
    say(lines.join(QLatin1Char('\n')));
    if (!m_answer->run.reached) {
        caution(tr("It does not reach the end of the stretch; its top is near %1.").arg(road(m_answer->topMPerS)));
        return;
    }
    say(tr("%1 to %2: %3 s, by the best shifts.")
            .arg(road(m_asked.fromMPerS), road(m_asked.toMPerS), number(m_answer->run.seconds, 2)));
    if (const auto& cost = m_answer->triedCosts) {
        constexpr double kTimedS = 0.005; // less nobody times
        say(std::abs(cost->value) < kTimedS
                ? tr("The shifts you try cost nothing that could be timed.")
                : (cost->value > 0. ? tr("The shifts you try cost %1 s over the same road (%2 to %3).")
                                    : tr("The shifts you try win %1 s over the same road (cost: %2 to %3)."))
                      .arg(number(std::abs(cost->value), 2), QLocale().toString(cost->low, 'f', 2),
                           QLocale().toString(cost->high, 'f', 2)));
    }
}

void GearsPage::sayLimiter() {
    const auto& won = m_answer->newLimiter;
    if (!won)
        return;
    const QString from = number(n("limiter_rpm"), 0), to = number(n("new_limiter_rpm"), 0);
    constexpr double kNothingS = 0.005;
    if (won->high < kNothingS && won->low > -kNothingS)
        say(tr("Raising the limiter from %1 to %2 is worth nothing here: the next gear pulls as hard before it.")
                .arg(from, to));
    else
        say((won->value >= 0. ? tr("Limiter at %1 in place of %2 wins %3 s over this stretch (%4 to %5).")
                              : tr("Limiter at %1 in place of %2 loses %3 s over this stretch (won: %4 to %5)."))
                .arg(to, from, number(std::abs(won->value), 2), QLocale().toString(won->low, 'f', 2),
                     QLocale().toString(won->high, 'f', 2)));
    if (m_answer->newLimiterGuessed)
        caution(
            tr("That rests on the curve beyond its pulls, drawn dashed: a guess. Pull further before you believe it."));
    if (n("new_limiter_rpm") > n("limiter_rpm"))
        caution(tr("More engine speed is more road speed: look at the tyre's rating and the chain. The machine's maker "
                   "comes first."));
}

} // namespace jr::app
