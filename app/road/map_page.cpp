// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/map_page.h"

#include "app/road/map_drawing.h"
#include "app/road/side_words.h"
#include "archive/formats/job_sheets.h"
#include "core/machine/gear_ratios.h"
#include "core/units/units.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLocale>
#include <QPushButton>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

/// rpm a metre a second of every gear, from the machine's sheet; empty where it does not say all of it.
std::vector<double> gearsOf(const MachineSheet& sheet) {
    const auto primary = sheetNumber(sheet, "primary_ratio"), front = sheetNumber(sheet, "front_sprocket"),
               rear = sheetNumber(sheet, "rear_sprocket"), radiusMm = sheetNumber(sheet, "wheel_radius_mm");
    if (!primary || !front || !rear || !radiusMm || !(*front > 0.) || !(*radiusMm > 0.))
        return {};
    std::vector<double> out;
    constexpr double kMmPerMetre = 1000.;
    const double turns = 1. / (2. * kPi * *radiusMm / kMmPerMetre) * 60.; // of the wheel, rpm at one metre a second
    for (double ratio : gearRatiosOf(sheet))
        out.push_back(turns * *primary * *rear / *front * ratio);
    return out;
}

} // namespace

MapPage::MapPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_model(model), m_pins(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 8, 14, 10);
    across->setSpacing(14);
    m_drawing = new MapDrawing(theme, model);
    across->addWidget(m_drawing, 1);
    m_side = new SideWords(tr("Share of the run in the band"), QStringLiteral("The speed map"));
    m_what = new QComboBox;
    m_what->addItems({tr("the hand holds the weights"), tr("the hand holds the contra spring")});
    m_what->setAccessibleName(tr("What the hand holds"));
    m_side->addBelow(m_what);
    m_pin = new QPushButton(tr("&Pin it as the next setup"));
    theme.dressButton(*m_pin, QStringLiteral("pin"), theme.tokens().ink);
    m_side->addBelow(m_pin);
    across->addWidget(m_side);
    connect(&model, &JobModel::unitsChanged, this, &MapPage::say);
    connect(m_drawing, &MapDrawing::dragged, this, &MapPage::hold);
    connect(m_drawing, &MapDrawing::stepped, this, &MapPage::step);
    connect(m_what, &QComboBox::activated, this, &MapPage::expect);
    connect(m_pin, &QPushButton::clicked, this, &MapPage::pin);
}

const SetupOnMap* MapPage::held(double* grams) const {
    if (!m_view)
        return nullptr;
    for (const std::string& side : {m_view->withSetup, m_view->baseSetup})
        for (std::size_t i = 0; i < m_view->answers.map.size(); ++i)
            if (const SetupOnMap& map = m_view->answers.map[i]; map.setup == side && map.heldRpm) {
                if (grams)
                    *grams = m_view->grams[i].value_or(0.);
                return &map;
            }
    return nullptr;
}

void MapPage::setView(RoadViewPtr view) {
    m_view = std::move(view);
    m_drawing->setView(m_view);
    m_drawing->setGears(m_model.hasJob() ? gearsOf(machineSheetOf(m_model.sheet(sheet_kind::machine)))
                                         : std::vector<double>{});
    double grams = 0.;
    const SetupOnMap* map = held(&grams);
    if (const std::string now = map ? map->setup : std::string(); now != m_heldSetup || grams != m_fromG) {
        m_heldSetup = now;
        m_fromG = m_toG = grams;
        m_springPct = 0.;
        m_what->setCurrentIndex(grams > 0. ? 0 : 1);
    }
    expect();
}

void MapPage::holdSpring(bool spring) {
    m_what->setCurrentIndex(spring ? 1 : 0);
    expect();
}

/// The hand holds the engine at a speed: what that takes of weights or spring.
void MapPage::hold(double rpm) {
    const SetupOnMap* map = held(nullptr);
    if (!map || !(rpm > 0.))
        return;
    if (m_what->currentIndex() == 0 && m_fromG > 0.) {
        constexpr double kSteps = 10.; // tenths of a gram
        const double grams = weightForHeldG(m_fromG, *map->heldRpm, rpm, m_view->exponent.value.value);
        m_toG = std::clamp(std::round(kSteps * grams) / kSteps, 0.5 * m_fromG, 2. * m_fromG);
    } else {
        const double force = std::pow(rpm / *map->heldRpm, 2.), share = kSpringShare.value;
        m_springPct = std::clamp(std::round(100. * (force - 1.) / share), -60., 150.);
    }
    expect();
}

void MapPage::step(int steps) {
    constexpr double kGrams = 0.1, kPct = 5.;
    if (m_what->currentIndex() == 0 && m_fromG > 0.)
        m_toG = std::clamp(m_toG - kGrams * steps, 0.5 * m_fromG, 2. * m_fromG); // lighter holds it higher
    else
        m_springPct = std::clamp(m_springPct + kPct * steps, -60., 150.);
    expect();
}

void MapPage::expect() {
    const SetupOnMap* map = held(nullptr);
    m_expected =
        map ? expectedLine(*map, {m_fromG, m_toG, m_springPct}, m_view->exponent.value, m_view->band) : std::nullopt;
    const QLocale l;
    const bool spring = m_what->currentIndex() == 1;
    const QString label =
        spring ? tr("contra spring %1%2 %")
                     .arg(m_springPct >= 0. ? QStringLiteral("+") : QString(), l.toString(m_springPct, 'f', 0))
               : tr("%1 g").arg(l.toString(m_toG, 'f', 1));
    m_drawing->setExpected(m_expected, label);
    m_what->setVisible(m_expected.has_value());
    m_pin->setVisible(m_expected.has_value());
    m_pin->setEnabled(m_toG != m_fromG || m_springPct != 0.);
    say();
}

bool MapPage::pin() {
    if (!m_expected || !m_model.hasJob() || (m_toG == m_fromG && m_springPct == 0.))
        return false;
    const QLocale l;
    PinOffer offer;
    QStringList names;
    if (m_toG != m_fromG) {
        names << tr("weights %1 g").arg(l.toString(m_toG, 'f', 1));
        offer.changes.push_back({"flyweights", QString::number(m_fromG).toStdString() + " g",
                                 QString::number(m_toG, 'f', 1).toStdString() + " g"});
    }
    if (m_springPct != 0.) {
        const QString pct = QString::number(m_springPct, 'f', 0);
        names << tr("contra spring %1 %").arg(pct);
        offer.changes.push_back({"contra spring", "as it was", pct.toStdString() + " % stiffer"});
    }
    offer.setupName = names.join(QStringLiteral(", "));
    offer.quantity = PredictedQuantity::HeldSpeed;
    // Half a per cent for belt and heat beside the rule's own range, as on Figure.
    constexpr double kBeltShare = 0.005;
    offer.predicted = {m_expected->heldRpm.value, (1. - kBeltShare) * m_expected->heldRpm.low,
                       (1. + kBeltShare) * m_expected->heldRpm.high};
    m_pins.pin("belt", m_heldSetup, offer);
    return true;
}

void MapPage::sayExpected() {
    if (!m_expected)
        return;
    const QLocale l;
    const auto rpm = [&](double v) { return l.toString(std::round(v / 10.) * 10., 'f', 0); };
    const bool moved = m_toG != m_fromG || m_springPct != 0.;
    if (!moved) {
        m_side->line(tr("Take the ring at the end of the line of %1, or the arrow keys, to see where other weights or "
                        "another spring "
                        "would hold it.")
                         .arg(m_view->name(m_heldSetup)),
                     "muted");
        return;
    }
    QString text =
        tr("Expected: held at %1 rpm (%2 to %3)")
            .arg(rpm(m_expected->heldRpm.value), rpm(m_expected->heldRpm.low), rpm(m_expected->heldRpm.high));
    if (m_expected->timeShare)
        text += tr(", %1 % of its time in the band").arg(l.toString(100. * *m_expected->timeShare, 'f', 0));
    m_side->line(text + QLatin1Char('.'), "strong");
    m_side->line(
        m_view->exponent.own
            ? tr("By this machine's own runs: exponent %1.").arg(l.toString(m_view->exponent.value.value, 'f', 2))
            : tr("By the rule of the root, and up to 0.7 as is often seen: three sets of weights run fit "
                 "it. A spring gives about half of what holds the weights back. Common practice."),
        "muted");
}

void MapPage::say() {
    m_side->clear();
    if (!m_view)
        return;
    const QLocale l;
    const auto rpm = [&](double v) { return l.toString(std::round(v / 10.) * 10., 'f', 0); };
    const auto speed = [&](double v) {
        const Unit& road = m_model.units().road;
        const QString text =
            tr("%1 %2").arg(l.toString(fromSi(v, road), 'f', 0), QString::fromUtf8(road.symbol.data()));
        return QString(text)
            .replace(QLatin1Char('/'), QStringLiteral("/\u2060"))
            .replace(QLatin1Char(' '), QChar(0xA0)); // in one
    };
    double most = -1.;
    for (const SetupOnMap& map : m_view->answers.map)
        most = std::max(most, map.timeShare.value_or(-1.));
    QStringList best; // within what nobody would tell apart
    constexpr double kAlike = 0.03;
    for (const SetupOnMap& map : m_view->answers.map) {
        QStringList told;
        if (map.timeShare)
            told << tr("%1 % of its time and %2 % of its way in the band")
                        .arg(l.toString(100. * *map.timeShare, 'f', 0), l.toString(100. * *map.distanceShare, 'f', 0));
        if (map.takesHoldRpm)
            told << tr("the clutch slips at %1 rpm").arg(rpm(*map.takesHoldRpm));
        if (map.heldRpm)
            told << tr("held at %1 rpm from %2 to %3")
                        .arg(rpm(*map.heldRpm), speed(*map.heldFromMPerS), speed(*map.heldToMPerS));
        if (map.endRpm)
            told << tr("ends at %1 rpm").arg(rpm(*map.endRpm));
        m_side->line(tr("%1: %2.").arg(m_view->name(map.setup), told.join(tr("; "))));
        if (map.timeShare && *map.timeShare > most - kAlike)
            best << m_view->name(map.setup);
    }
    m_side->setHeadline(
        best.isEmpty()
            ? tr("Engine speed over road speed")
            : tr("%1 % of the run in the band: %2").arg(l.toString(100. * most, 'f', 0), best.join(tr(", "))));
    sayExpected();
    if (!m_view->answers.map.empty() && !m_view->band)
        m_side->line(
            tr("Pulls of this machine on a bench would tell the engine's best band; with them it is drawn here."),
            "muted");
    m_side->line(
        tr("Thin: single runs. In one gear a run follows its ray; on a belt it stays between the drive's two ends. A "
           "receiver tells a little late, so a thread leans to the left where it accelerates hardest."),
        "muted");
    m_side->finish();
}

QString MapPage::words() const {
    return m_side->words();
}

} // namespace jr::app
