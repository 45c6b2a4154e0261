// SPDX-License-Identifier: GPL-3.0-or-later
// Power at the tyre over road speed with its margin, the bench's power at the same places beside it, their ratio below,
// and under both the parts of the run: what each took and what the bench's power says it should have.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class ThrustDrawing : public QWidget {
    Q_OBJECT
public:
    ThrustDrawing(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Plot {
        QRectF power, ratio, parts;
        double fastest = 1., strongest = 1., leastRatio = 0.5, mostRatio = 1.2;
        double x(double mPerS) const { return power.left() + mPerS / fastest * power.width(); }
        double y(double watt) const { return power.bottom() - watt / strongest * power.height(); }
        double r(double ratio_) const {
            return ratio.bottom() - (ratio_ - leastRatio) / (mostRatio - leastRatio) * ratio.height();
        }
    };
    Plot plot() const;
    void paintAxes(QPainter& painter, const Plot& plot) const;
    void paintPower(QPainter& painter, const Plot& plot, const PowerOfSetup& setup) const;
    void paintRatio(QPainter& painter, const Plot& plot, const PowerOfSetup& setup) const;
    void paintParts(QPainter& painter, const Plot& plot, const PowerOfSetup& setup) const;

    const Theme& m_theme;
    JobModel& m_model;
    RoadViewPtr m_view;
};

} // namespace jr::app
