// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/thrust_page.h"

#include "app/road/side_words.h"
#include "app/road/thrust_drawing.h"

#include <QHBoxLayout>
#include <QLocale>

#include <algorithm>
#include <cmath>

namespace jr::app {

ThrustPage::ThrustPage(const Theme& theme, JobModel& model, QWidget* parent) : QWidget(parent), m_model(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 8, 14, 10);
    across->setSpacing(14);
    m_drawing = new ThrustDrawing(theme, model);
    across->addWidget(m_drawing, 1);
    m_side = new SideWords(tr("Most power at the tyre"), QStringLiteral("Thrust on the road"));
    across->addWidget(m_side);
    connect(&model, &JobModel::unitsChanged, this, &ThrustPage::say);
}

void ThrustPage::setView(RoadViewPtr view) {
    m_view = std::move(view);
    m_drawing->setView(m_view);
    say();
}

void ThrustPage::saySetup(const PowerOfSetup& setup) {
    const QLocale l;
    const RoadPower& power = setup.power;
    const auto most =
        static_cast<std::size_t>(std::max_element(power.powerW.begin(), power.powerW.end()) - power.powerW.begin());
    const Unit& road = m_model.units().road;
    m_side->line(tr("%1: %2 ± %3 %4 at %5 %6, mean of %7")
                     .arg(m_view->name(setup.setup), l.toString(m_model.units().powerOf(power.powerW[most]), 'f', 1),
                          l.toString(m_model.units().powerOf(power.halfW(most)), 'f', 1), m_model.units().powerSymbol(),
                          l.toString(fromSi(power.mPerS[most], road), 'f', 0), QString::fromUtf8(road.symbol.data()))
                     .arg(power.runs),
                 "strong");
    if (setup.ratio)
        m_side->line(tr("%1 ± %2 of what the bench made, from %3 %4 on, where clutch and tyre let all of it through.")
                         .arg(l.toString(setup.ratio->mean, 'f', 2), l.toString(setup.ratio->meanHalf, 'f', 2),
                              l.toString(fromSi(setup.ratio->meanFromMPerS, road), 'f', 0),
                              QString::fromUtf8(road.symbol.data())));
    const auto open =
        std::count_if(setup.parts.begin(), setup.parts.end(), [](const RunPart& p) { return !p.explained(); });
    if (!setup.parts.empty())
        m_side->line(open == 0
                         ? tr("The bench's power explains every part of its run.")
                         : tr("The bench's power does not explain %1 of %2 parts: clutch, belt, a spinning tyre, a "
                              "shift and gusts are not in it.")
                               .arg(open)
                               .arg(setup.parts.size()));
}

void ThrustPage::say() {
    m_side->clear();
    if (!m_view)
        return;
    const ThrustAnswers& a = m_view->thrust;
    const QLocale l;
    if (a.setups.empty()) {
        m_side->setHeadline(tr("No power yet"));
        m_side->line(
            tr("A run's power is its mass times what it gathers, and what holds against it: say on \"Ride\" what the "
               "rider weighs, and on the machine's sheet (Ask) what the machine does."));
        m_side->finish();
        return;
    }
    m_side->setHeadline(tr("Power at the tyre"));
    for (const PowerOfSetup& setup : a.setups)
        saySetup(setup);
    const RoadPower& power = a.setups.back().power;
    m_side->line(
        tr("The margin, along the run: mass %1 %, air and tyres %2 %, slope %3 %, wind %4 %, and what the runs "
           "differ in. All but the last is the same for both sides.")
            .arg(l.toString(power.massPct, 'f', 1), l.toString(power.resistancePct, 'f', 1),
                 l.toString(power.slopePct, 'f', 1), l.toString(power.windPct, 'f', 1)));
    if (a.resistance.coastDowns == 0)
        m_side->line(
            tr("Air and tyres are guessed by what is usual. Four coast-downs, two each way, from high speed with the "
               "clutch out until it all but stands, logged and brought in, would measure them."),
            "muted");
    else
        m_side->line((a.resistance.bothWays
                          ? tr("Air and tyres by %1 coast-downs, both ways: %2 N at %3 %4.")
                          : tr("Air and tyres by %1 coast-downs one way, the slope in it: %2 N at %3 %4."))
                         .arg(a.resistance.coastDowns)
                         .arg(l.toString(a.resistance.newtonAt(20.), 'f', 0),
                              l.toString(fromSi(20., m_model.units().road), 'f', 0),
                              QString::fromUtf8(m_model.units().road.symbol.data())));
    if (!power.bothWays)
        m_side->line(tr("Run both ways, slope and wind would all but leave the margin."), "muted");
    if (!a.airKnown)
        m_side->line(tr("The runs do not say their air: 1.2 kg/m³ is taken, and the bench stands as corrected."),
                     "muted");
    m_side->line(
        tr("For someone without a bench this stands in for one, with this margin; it is never mixed with one."),
        "muted");
    m_side->finish();
}

QString ThrustPage::words() const {
    return m_side->words();
}

} // namespace jr::app
