// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/look_station.h"

#include "app/model/display_units.h"
#include "app/widgets/aside_why.h"
#include "app/widgets/clear_layout.h"
#include "app/widgets/gauge_words.h"
#include "app/widgets/method_link.h"
#include "app/widgets/steady_table.h"
#include "app/words/words.h"
#include "core/air/air.h"
#include "core/pull/pull_axis.h"

#include <QComboBox>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {

LookStation::LookStation(const Theme& theme, JobModel& model, QWidget* parent)
    : Station(parent), m_theme(theme), m_model(model) {
    auto* columns = new QHBoxLayout(this);
    columns->setContentsMargins(12, 8, 12, 8);
    columns->setSpacing(12);
    auto* left = new QVBoxLayout;
    left->setSpacing(2);
    m_readout = new MarkedWords;
    m_readout->setMinimumHeight(24);
    m_readout->setWordWrap(true);
    auto* head = new QHBoxLayout;
    head->addWidget(m_readout, 1);
    m_below = new QComboBox;
    m_below->setAccessibleName(tr("What is shown under the power"));
    m_below->setToolTip(tr("What is shown under the power"));
    m_below->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    m_below->setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
    head->addWidget(m_below);
    left->addLayout(head);
    m_chart = new TraceChart(theme, model);
    m_mixture = new MixtureChart(theme, model);
    left->addWidget(m_chart, 5);
    left->addWidget(m_mixture, 2);
    m_gauges = new PullGauges(theme, model);
    left->addWidget(m_gauges, 2);
    columns->addLayout(left, 1);

    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(336);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(14, 12, 10, 12);
    layout->setSpacing(8);
    m_title = new Words;
    m_title->setWordWrap(true);
    m_title->setProperty("headline", true);
    layout->addWidget(m_title);
    m_facts = new Words;
    m_facts->setWordWrap(true);
    m_facts->setTextInteractionFlags(Qt::TextSelectableByMouse);
    layout->addWidget(m_facts);
    m_steady = new SteadyTable;
    layout->addWidget(m_steady, 2);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    m_flags = new QVBoxLayout(inner);
    m_flags->setContentsMargins(0, 0, 8, 0);
    scroll->setWidget(inner);
    layout->addWidget(scroll, 1);
    m_asideWhy = new Words;
    m_asideWhy->setWordWrap(true);
    m_asideWhy->setProperty("caution", true);
    layout->addWidget(m_asideWhy);
    m_notes = new NoteStrip(theme, model);
    layout->addWidget(m_notes);
    m_aside = new QPushButton(tr("Set this pull aside…"));
    layout->addWidget(m_aside);
    layout->addWidget(methodLink(QStringLiteral("The curve"), this));
    columns->addWidget(side);
    setTabOrder(m_aside, m_below); // the arrows are the day strip's until somebody goes there

    connect(m_aside, &QPushButton::clicked, this, &LookStation::askAside);
    connect(m_gauges, &PullGauges::read, this, &LookStation::fillBelow);
    connect(m_below, &QComboBox::activated, this, &LookStation::showBelow);
    for (RangeChart* chart : std::initializer_list<RangeChart*>{m_chart, m_mixture, m_gauges})
        connect(chart, &RangeChart::cursorMoved, this, &LookStation::setCursor);
    connect(&model.answers(), &JobStudy::changed, this, &LookStation::refresh);
    for (auto signal :
         {&JobModel::jobChanged, &JobModel::pullsChanged, &JobModel::selectionChanged, &JobModel::unitsChanged})
        connect(&model, signal, this, &LookStation::refresh);
    connect(&theme, &Theme::changed, this, &LookStation::refresh);
    refresh();
}

void LookStation::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void LookStation::refresh() {
    if (!isVisible())
        return;
    clearLayout(m_flags);
    const int index = m_model.currentPull();
    const bool any = index >= 0 && index < static_cast<int>(m_model.pulls().size());
    m_aside->setVisible(any);
    m_notes->setVisible(any);
    m_notes->setAbout(any ? "pull:" + m_model.pulls()[static_cast<std::size_t>(index)].record.id : std::string());
    m_asideWhy->hide();
    m_hasMixture = m_mixture->draw(index);
    m_gauges->ask(index);
    showBelow();
    m_chart->draw(index);
    m_steady->setVisible(false);
    setCursor(qQNaN());
    if (!any) {
        m_title->setText(tr("No pull chosen"));
        m_facts->setText(tr("Pick one on the day strip below."));
        return;
    }
    for (RangeChart* below : std::initializer_list<RangeChart*>{m_mixture, m_gauges})
        below->setPlaceRange(m_chart->fromPlace(), m_chart->toPlace());
    const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(index)];
    const SetupRecord* setup = m_model.job().setup(pull.record.setupId);
    const PullHeader& h = pull.trace->header;
    SteadyRun steady = pull.steady;
    const auto outside = h.air();
    for (SteadyPoint& point : steady.points)
        sizePoint(point, gaugeFactsOf(h, m_model.gaugeFacts()).engine,
                  outside ? std::optional(densityKgM3(*outside)) : std::nullopt);
    m_steady->showRun(steady, m_model.units());
    m_title->setText(
        tr("Pull %1, %2").arg(pull.record.number).arg(setup ? QString::fromStdString(setup->name) : QString()));
    QString facts;
    const auto line = [&](const QString& text) { facts += text + QStringLiteral("\n"); };
    const DisplayUnits& u = m_model.units();
    const QLocale l;
    if (const PullCurve* curve = m_model.answers().curve(index)) {
        if (curve->peakPower)
            line(tr("peak power %1 at %2")
                     .arg(u.powerText(curve->peakPower->value), u.peakPlaceText(curve->peakPower->place, curve->axis)));
        if (curve->peakTorque)
            line(tr("peak torque %1 at %2")
                     .arg(u.torqueText(curve->peakTorque->value),
                          u.peakPlaceText(curve->peakTorque->place, curve->axis)));
        const double mean = m_model.answers().bandMeansW()[static_cast<std::size_t>(index)];
        if (std::isfinite(mean))
            line(tr("mean in the band %1").arg(u.powerText(mean, 2)));
        line(tr("counted %1 to %2")
                 .arg(u.placeText(curve->usedFrom, curve->axis, false), u.placeText(curve->usedTo, curve->axis)));
        for (const Caution& c : curve->cautions)
            line(QString::fromStdString(said(c, u.wording())));
    } else if (pull.road) {
        line(tr("A run on the road: its times stand on Road."));
    } else if (!pull.problem.isEmpty()) {
        line(tr("No curve: %1.").arg(pull.problem));
    }
    if (h.measuredAt != MeasuredAt::Unknown)
        line(tr("measured at the %1").arg(DisplayUnits::word(measuredAtText(h.measuredAt))));
    if (const auto air = h.air())
        line(tr("air %1").arg(u.airLine(air->tempC, air->pressurePa, air->humidity)));
    m_facts->setText(facts.trimmed());

    const auto heading = [&](const QString& text) {
        auto* label = new Words(text);
        label->setProperty("strong", true);
        m_flags->addWidget(label);
    };
    if (pull.fit && !pull.fit->flags().empty()) {
        heading(tr("Not the engine"));
        const CurveAxis axis = m_model.answers().axis();
        for (const Flag& flag : pull.fit->flags()) {
            const auto [from, to] = PullAxis(*pull.fit, axis).placesOf(flag);
            auto* box = new Words(QString::fromStdString(said(flag.message, m_model.units().wording())) +
                                  (std::isfinite(from)
                                       ? tr(" (%1–%2)").arg(u.placeText(from, axis, false), u.placeText(to, axis))
                                       : QString()));
            box->setWordWrap(true);
            box->setProperty("caution", true);
            m_flags->addWidget(box);
            if (!flagExcludes(flag.kind))
                continue;
            auto* button = new QPushButton(flag.overruled ? tr("Leave it out again") : tr("Count it all the same"));
            connect(button, &QPushButton::clicked, this,
                    [this, index, flag] { m_model.setOverruled(index, flag, !flag.overruled); });
            m_flags->addWidget(button);
        }
    } else if (pull.fit) {
        auto* clean = new Words(tr("Nothing flagged."));
        clean->setProperty("muted", true);
        m_flags->addWidget(clean);
    }
    m_flags->addStretch(1);
    m_aside->setText(pull.record.aside ? tr("Count this pull again") : tr("Set this pull aside…"));
    m_theme.dressButton(*m_aside, pull.record.aside ? QStringLiteral("check") : QStringLiteral("eye-off"),
                        m_theme.tokens().ink);
    if (pull.record.aside) {
        m_asideWhy->setText(tr("Set aside: %1").arg(QString::fromStdString(pull.record.asideWhy)));
        m_asideWhy->show();
    }
}

/// What this pull has; what is looked at stays from pull to pull.
void LookStation::fillBelow() {
    const QVariant chosen = m_below->currentData();
    m_below->clear();
    if (m_hasMixture)
        m_below->addItem(tr("mixture, mean"), -1);
    for (GaugeKind kind : m_gauges->kinds())
        if (kind != GaugeKind::CylinderMixture || !m_hasMixture || m_gauges->cylinders() > 1)
            m_below->addItem(gaugeWords(kind), static_cast<int>(kind));
    m_below->setCurrentIndex(std::max(0, m_below->findData(chosen)));
    m_below->setVisible(m_below->count() > 1);
    showBelow();
}

void LookStation::showBelow() {
    const QVariant chosen = m_below->currentData();
    const bool gauge = chosen.isValid() && chosen.toInt() >= 0;
    m_mixture->setVisible(m_hasMixture && !gauge);
    m_gauges->setVisible(gauge);
    m_chart->showPlaceTicks(!m_hasMixture && !gauge);
    if (gauge)
        m_gauges->draw(static_cast<GaugeKind>(chosen.toInt()));
}

void LookStation::askAside() {
    const int index = m_model.currentPull();
    if (index < 0)
        return;
    if (m_model.pulls()[static_cast<std::size_t>(index)].record.aside) {
        m_model.setAside(index, false, {});
        return;
    }
    askWhyAside(this, [this, id = m_model.pulls()[static_cast<std::size_t>(index)].record.id](const QString& why) {
        if (const int now = m_model.indexOf(id); now >= 0)
            m_model.setAside(now, true, why);
    });
}

void LookStation::setCursor(double place) {
    m_chart->setCursor(place);
    m_mixture->setCursor(place);
    m_gauges->setCursor(place);
    const PullCurve* curve = m_model.answers().curve(m_model.currentPull());
    const QString hint = tr("Arrow keys on the day strip go from pull to pull; point at the chart to read it.");
    if (!curve || !std::isfinite(place)) {
        m_readout->set(curve ? hint : QString());
        return;
    }
    const long i = curve->at(std::round(place / curve->gridStep) * curve->gridStep);
    if (i < 0) {
        m_readout->set(hint);
        return;
    }
    const auto k = static_cast<std::size_t>(i);
    const DisplayUnits& u = m_model.units();
    Markup words = Markup::bold(m_model.units().placeText(curve->place[k], curve->axis)) + Markup::gap() +
                   Markup(u.powerText(curve->powerW[k])) + Markup::gap() + Markup(u.torqueText(curve->torqueNm[k]));
    if (!curve->afr.empty() && std::isfinite(curve->afr[k]))
        words += Markup::gap() + Markup(tr("mixture %1:1").arg(QLocale().toString(curve->afr[k], 'f', 1)));
    if (!curve->counted[k])
        words += Markup::gap() + Markup(tr("(not counted)"));
    m_readout->set(words);
}

StationFace LookStation::face() const {
    return {tr("Look"), QStringLiteral("activity"), QStringLiteral("Ctrl+L"), {QStringLiteral("look-settings.png")}};
}

} // namespace jr::app
