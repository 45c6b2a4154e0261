// The difference with its band around zero: the first thing the Judge shows.
#pragma once

#include "app/charts/rpm_chart.h"
#include "app/model/job_model.h"

namespace jr::app {

class GainRibbon : public RpmChart {
    Q_OBJECT
public:
    GainRibbon(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw();

private:
    const JobModel& m_model;
};

/// The two mean curves with their bands, and the raw pulls as threads behind them.
class CurvesChart : public RpmChart {
    Q_OBJECT
public:
    CurvesChart(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void draw();
    void setQuantity(bool torque);

private:
    const JobModel& m_model;
    bool m_torque = false;
};

/// "SAE J1349 · detail 160 rpm · 4 + 3 pulls · air 21.0 °C 987 hPa": what every chart says of itself.
QString comparisonNote(const JobModel& model);
/// Mean air of the pulls that count, as text; empty when unknown.
QString airText(const JobModel& model);
QString setupNameOf(const JobModel& model, const std::string& setupId);
int setupMarkOf(const JobModel& model, const std::string& setupId);

} // namespace jr::app
