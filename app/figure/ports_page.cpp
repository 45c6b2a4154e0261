// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/ports_page.h"

#include "core/figure/ports/top_centre.h"
#include "core/figure/predict/next_part.h"
#include "core/units/units.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

constexpr double kCm3 = 1e6;

std::vector<InputSpec> portsInputs() {
    const auto mm = [](const char* key, const QString& label, double low, double high, double usual, int decimals = 1) {
        return InputSpec{{key, low, high, Ranged::within(usual, 6.)},
                         label,
                         QStringLiteral("mm"),
                         decimals > 1 ? 0.05 : 0.5,
                         decimals};
    };
    return {
        {{"show", 0., 1., Ranged::exactly(0.), true},
         PortsPage::tr("show"),
         {},
         1.,
         0,
         {PortsPage::tr("the ports"), PortsPage::tr("finding top centre")}},
        {{"exhaust_opens_deg_atdc", 70., 125., {90., 86., 95.}}, PortsPage::tr("exhaust opens after top"), "°", 0.5, 1},
        {{"transfer_opens_deg_atdc", 100., 150., {118., 114., 122.}},
         PortsPage::tr("transfers open after top"),
         "°",
         0.5,
         1},
        {{"intake_kind", 0., 1., Ranged::exactly(0.), true},
         PortsPage::tr("intake"),
         {},
         1.,
         0,
         {PortsPage::tr("reeds or disc"), PortsPage::tr("piston port")}},
        {{"intake_opens_deg_btdc", 50., 110., {78., 70., 85.}}, PortsPage::tr("intake opens before top"), "°", 0.5, 1},
        mm("stroke_mm", PortsPage::tr("stroke"), 15., 130., 54.),
        mm("rod_mm", PortsPage::tr("rod"), 30., 260., 108.),
        mm("bore_mm", PortsPage::tr("bore"), 20., 120., 54.),
        mm("exhaust_mm", PortsPage::tr("exhaust chord"), 8., 90., 36.),
        mm("transfer_mm", PortsPage::tr("transfers, all together"), 10., 180., 72.),
        mm("intake_mm", PortsPage::tr("intake window"), 8., 90., 34.),
        mm("squish_mm", PortsPage::tr("squish by solder"), 0.3, 4., 1.1, 2),
        {{"band_pct", 0., 75., {50., 42., 55.}}, PortsPage::tr("squish band of the bore's area"), "%", 1., 0},
        {{"bowl_cm3", 0.5, 150., {9., 8., 10.}}, PortsPage::tr("bowl above the gap"), "cm³", 0.2, 1},
        {{"case_cm3", 20., 3000., {330., 300., 370.}}, PortsPage::tr("crankcase at bottom"), "cm³", 5., 0},
        {{"piston_g", 10., 1500., {190., 170., 210.}}, PortsPage::tr("piston, pin, rings"), "g", 1., 0},
        {{"rpm", 2000., 20000., Ranged::within(9000., 5.), true}, PortsPage::tr("at"), "rpm", 50., 0},
        {{"one_way_deg", 0., 360., Ranged::exactly(30.), true}, PortsPage::tr("wheel, turned on"), "°", 0.5, 1},
        {{"other_way_deg", 0., 360., Ranged::exactly(334.), true}, PortsPage::tr("wheel, turned back"), "°", 0.5, 1},
    };
}

} // namespace

PortsPage::PortsPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent)
    : FigurePage(theme, model, pins, "ports", tr("Timing circle and unrolled cylinder"),
                 QStringLiteral("Ports and squish"), portsInputs(), parent) {
    take({});
}

void PortsPage::fill(const FigureFacts& f) {
    FigureInputs& in = inputs();
    for (const auto& [key, line] :
         {std::pair{"exhaust_opens_deg_atdc", "exhaust_opens_deg"},
          std::pair{"transfer_opens_deg_atdc", "transfer_opens_deg"}, std::pair{"stroke_mm", "stroke_mm"},
          std::pair{"rod_mm", "rod_mm"}, std::pair{"bore_mm", "bore_mm"}, std::pair{"squish_mm", "squish_mm"}})
        in.offer(key, f.sheet(line), Origin::Sheet);
    // What nobody measured is as usual for a cylinder of this size, with its range. Common practice, no source.
    const double bore = n("bore_mm"), swept = sweptM3(bore / kMmPerM, n("stroke_mm") / kMmPerM) * kCm3;
    const auto usual = [&](const char* key, double value, double pct) {
        in.offer(key, Ranged::within(value, pct), Origin::Handbook);
    };
    usual("exhaust_mm", 0.63 * bore, 6.);
    usual("transfer_mm", 1.35 * bore, 8.);
    usual("intake_mm", 0.62 * bore, 8.);
    usual("bowl_cm3", swept / 11.5 - 0.25 * kPi * bore * bore * n("squish_mm") / 1000., 8.);
    usual("case_cm3", 2.7 * swept, 10.);
    usual("piston_g", 190. * std::pow(bore / 54., 2.4), 12.);
    // The sheet has how long a piston port is open; it opens half of that before top centre.
    if (const auto open = f.sheet("intake_open_deg")) {
        in.offer("intake_opens_deg_btdc", std::optional(0.5 * *open), Origin::Sheet);
        in.offer("intake_kind", std::optional(1.), Origin::Sheet);
    }
    if (f.pulls.peakRpm)
        in.offer("rpm", f.pulls.peakRpm->mid, Origin::Pulls);
}

PortsAsked PortsPage::asked() const {
    PortsAsked a;
    a.strokeM = n("stroke_mm") / kMmPerM;
    a.rodM = n("rod_mm") / kMmPerM;
    a.boreM = n("bore_mm") / kMmPerM;
    a.timing = {n("exhaust_opens_deg_atdc"), n("transfer_opens_deg_atdc"), {}};
    if (pistonPort())
        a.timing.intakeOpensDeg = n("intake_opens_deg_btdc");
    a.exhaustChordM = n("exhaust_mm") / kMmPerM;
    a.widths.exhaustM = arcOfChordM(a.exhaustChordM, a.boreM);
    a.widths.transferM = n("transfer_mm") / kMmPerM;
    a.widths.intakeM = n("intake_mm") / kMmPerM;
    a.head = {a.boreM, n("squish_mm") / kMmPerM, n("band_pct") / 100., n("bowl_cm3") / kCm3};
    a.caseAtBottomM3 = n("case_cm3") / kCm3;
    a.engineRpm = n("rpm");
    a.pistonKg = n("piston_g") / 1000.;
    return a;
}

void PortsPage::workOut() {
    for (const char* key : {"one_way_deg", "other_way_deg"})
        showInput(key, findsTop());
    for (const char* key :
         {"exhaust_opens_deg_atdc", "transfer_opens_deg_atdc", "intake_kind", "stroke_mm", "rod_mm", "bore_mm",
          "exhaust_mm", "transfer_mm", "squish_mm", "band_pct", "bowl_cm3", "case_cm3", "piston_g", "rpm"})
        showInput(key, !findsTop());
    showInput("intake_opens_deg_btdc", !findsTop() && pistonPort());
    showInput("intake_mm", !findsTop() && pistonPort());
    if (findsTop()) {
        sayTopCentre();
        return;
    }
    const Result<PortsAnswer> answer = portsAnswer(asked());
    if (!answer) {
        m_answer.reset();
        impossible(answer.error());
        return;
    }
    m_answer = *answer;
    const PortsAnswer& a = *m_answer;
    headline(tr("Blowdown %1°").arg(number(a.ports.blowdownDeg, 1)));
    say(tr("Exhaust open %1°, transfers %2°%3.")
            .arg(number(a.ports.exhaustDurationDeg, 1), number(a.ports.transferDurationDeg, 1),
                 a.ports.intakeDurationDeg ? tr(", intake %1°").arg(number(*a.ports.intakeDurationDeg, 1))
                                           : QString()));
    say(tr("Roofs %1 mm and %2 mm down from the top.")
            .arg(number(a.ports.exhaustDownM * kMmPerM, 2), number(a.ports.transferDownM * kMmPerM, 2)));
    constexpr double kTenThousand =
        1e4; // s/m are written in units of 10^-4, so that they have figures before the point
    say(tr("At %1 rpm: time-area of blowdown %2, transfers %3%4 (in 10⁻⁴ s/m).")
            .arg(number(n("rpm"), 0), number(a.blowdownSPerM * kTenThousand, 1),
                 number(a.transferSPerM * kTenThousand, 0),
                 pistonPort() ? tr(", intake %1").arg(number(a.intakeSPerM * kTenThousand, 0)) : QString()));
    say(tr("Compression %1 : 1 full, %2 : 1 trapped. Crankcase %3 : 1.")
            .arg(number(a.compression.ratio, 1), number(a.compression.trappedRatio.value_or(0.), 1),
                 number(a.crankcaseRatio, 2)));
    say(tr("Squish %1 m/s, highest %2° before top. Piston %3 m/s in the mean, %4 kN at the pin.")
            .arg(number(a.squish.speedMPerS, 1), number(a.squish.beforeTopDeg, 0), number(a.pistonSpeedMPerS, 1),
                 number(a.forceN / 1000., 2)));
    say(tr("Exhaust chord %1 mm, %2 % of the bore.").arg(number(n("exhaust_mm"), 1), number(100. * a.chordShare, 0)));
    if (inputs().byHand("piston_g")) {
        const double was = inputs().before("piston_g").value.value;
        say(tr("With %1 g in place of %2 g the force at the pin changes by %3 %.")
                .arg(number(n("piston_g"), 0), number(was, 0),
                     QLocale().toString(100. * (n("piston_g") / was - 1.), 'f', 1)));
    }
    if (a.chordShare > kSafeChordShare)
        caution(a.chordShare > kMostChordShare
                    ? tr("The exhaust window is %1 % of the bore: without a bridge the rings will catch.")
                          .arg(number(100. * a.chordShare, 0))
                    : tr("The exhaust window is %1 % of the bore: above 65 % rings wear soon.")
                          .arg(number(100. * a.chordShare, 0)));
    if (a.squish.speedMPerS > kHighSquishSpeed)
        caution(tr("%1 m/s of squish is more than most run: listen for it.").arg(number(a.squish.speedMPerS, 0)));
    if (n("squish_mm") < 0.5)
        caution(tr("Under 0.5 mm the piston may meet the head when the rod is hot and stretched."));
    sayRoofs();
    formula(tr("x = r (1 − cos a) + l − √(l² − r² sin² a), r = %1 mm, l = %2 mm, a = %3°: %4 mm.")
                .arg(number(n("stroke_mm") / 2., 1), number(n("rod_mm"), 1), number(n("exhaust_opens_deg_atdc"), 1),
                     number(a.ports.exhaustDownM * kMmPerM, 2)));
    unknown(
        tr("It takes windows as rectangles and the piston's edge as sharp: rounded corners take some per cent of the "
           "areas. How well a port flows is not in its size."));
    offerPin({});
    const FigureInput was = inputs().before("exhaust_opens_deg_atdc");
    if (inputs().byHand("exhaust_opens_deg_atdc") && m_facts.hasMachine) {
        PinOffer pin;
        pin.setupName = tr("exhaust opens %1°").arg(number(n("exhaust_opens_deg_atdc"), 1));
        pin.changes = {
            {"exhaust port", stored(was.value.value, 1) + "°", stored(n("exhaust_opens_deg_atdc"), 1) + "°"}};
        alsoMoved(pin, {"transfer_opens_deg_atdc", "intake_opens_deg_btdc", "squish_mm", "bowl_cm3", "exhaust_mm"});
        pin.predicted = peakAfterExhaustDuration(m_facts.pulls.peakRpm ? m_facts.pulls.peakRpm->mid : n("rpm"),
                                                 wallPortDurationDeg(was.value.value), a.ports.exhaustDurationDeg);
        offerPin(pin);
    }
}

/// A roof can be raised and not lowered: said before, and what else does it.
void PortsPage::sayRoofs() {
    const Crank crank = m_answer->crank;
    for (const char* key : {"exhaust_opens_deg_atdc", "transfer_opens_deg_atdc"}) {
        if (!inputs().byHand(key))
            continue;
        const double was = inputs().before(key).value.value, is = n(key);
        const double up = (pistonDownM(crank, was) - pistonDownM(crank, is)) * kMmPerM;
        if (up > 0.005)
            say(tr("%1: raise the roof by %2 mm. What is filed off does not come back.")
                    .arg(spec(key).label, number(up, 2)));
        else if (up < -0.005)
            caution(
                tr("%1: the roof would have to come down by %2 mm, and a roof cannot be lowered. A thinner base gasket "
                   "lowers all of them together; a spacer under the barrel raises them; a piston with a higher crown "
                   "does it for one.")
                    .arg(spec(key).label, number(-up, 2)));
    }
    const PortTiming spaced = withBaseSpacer(crank, asked().timing, 0.0005);
    say(tr("A base spacer of 0.5 mm: exhaust %1° and transfers %2° after top, squish %3 mm.")
            .arg(number(spaced.exhaustOpensDeg, 1), number(spaced.transferOpensDeg, 1),
                 number(n("squish_mm") + 0.5, 2)));
    if (pistonPort())
        say(tr("The intake opens %1° before top then; 1 mm off the skirt makes it %2°.")
                .arg(number(*spaced.intakeOpensDeg, 1),
                     number(skirtShortenedDeg(crank, n("intake_opens_deg_btdc"), 0.001), 1)));
}

void PortsPage::sayTopCentre() {
    m_answer.reset();
    const TopCentre top = topCentreFrom(n("one_way_deg"), n("other_way_deg"));
    headline(tr("Top centre reads %1°").arg(number(top.readsDeg, 1)));
    say(tr("1. Screw the stop in with the piston low, so that it meets the piston some 20 to 40° off the top."));
    say(tr("2. Turn the crank by hand until the piston rests on the stop: the first reading."));
    say(tr("3. Turn it back the other way until it rests again: the second reading."));
    say(tr("4. Move the pointer by %1°, so that it shows 0 in the middle; take the stop out before anything else.")
            .arg(QLocale().toString(top.turnWheelDeg, 'f', 1)));
    if (top.stopDeg > 60.)
        caution(
            tr("The stop holds the piston %1° off the top: screw it in further, or the readings are on the wrong side.")
                .arg(number(top.stopDeg, 0)));
    if (top.stopDeg < 8.)
        caution(tr("Only %1° off the top: there the piston hardly moves. Screw the stop in less.")
                    .arg(number(top.stopDeg, 0)));
    formula(tr("(%1° + %2°) / 2, the shorter way round = %3°. Common practice, no source.")
                .arg(number(n("one_way_deg"), 1), number(n("other_way_deg"), 1), number(top.readsDeg, 1)));
    unknown(tr("Turn by hand, plug out, ignition off: a stop in the way of a turning engine breaks the piston."));
    offerPin({});
}

} // namespace jr::app
