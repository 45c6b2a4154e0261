// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/judge_station.h"

namespace jr::app {

JudgeStation::JudgeStation(const Theme& theme, JobModel& model, QWidget* parent) : PageStack(parent) {
    const auto page = [this](const QString& name, auto* widget) {
        addPage(name, widget);
        return widget;
    };
    m_difference = page(tr("Difference"), new DifferencePage(theme, model));
    m_many = page(tr("All setups"), new ManyPage(theme, model));
    m_steps = page(tr("Steps"), new StepsPage(theme, model));
    m_cross = page(tr("Cross"), new CrossPage(theme, model));
    m_sweep = page(tr("Sweep"), new SweepPage(theme, model));
    m_band = page(tr("Band"), new BandPage(theme, model));
    m_mixture = page(tr("Mixture"), new MixturePage(theme, model));
    m_gauges = page(tr("Gauges"), new GaugesPage(theme, model));
    m_scatter = page(tr("Scatter"), new ScatterPage(theme, model));
    m_readings = page(tr("Readings"), new ReadingsPage(theme, model));
    m_eye = page(tr("By eye"), new EyePage(theme, model));
    addCorner(m_difference->switches());
    connect(this, &PageStack::shown, this,
            [this](int index) { m_difference->switches()->setVisible(index == Difference); });
}

StationFace JudgeStation::face() const {
    return {tr("Judge"),
            QStringLiteral("scale"),
            QStringLiteral("Ctrl+4"),
            {QStringLiteral("judge.png"),
             QStringLiteral("judge-setups-steps.png"), QStringLiteral("judge-cross-sweep-gauges.png"),
             QStringLiteral("judge-band-mixture-readings.png"), QStringLiteral("judge-scatter-belt-night.png")}};
}

} // namespace jr::app
