// SPDX-License-Identifier: GPL-3.0-or-later
// Where on the strip it was won: seconds won over distance as a ribbon with its margin, the marks as posts beside the
// road, and under it the speed of both. A cursor reads any place off.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

class QLabel;

namespace jr::app {

class WonPage : public QWidget {
    Q_OBJECT
public:
    WonPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    /// What is read off at the cursor; for tests.
    QString readout() const;
    void setCursor(double metres);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    struct Plot {
        QRectF ribbon, speed;
        double longestM = 1., lostS = 0.02, wonS = 0.02, mostMPerS = 1.; ///< what is shown below and above nothing
        double x(double metres) const { return ribbon.left() + metres / longestM * ribbon.width(); }
        double won(double seconds) const {
            return ribbon.bottom() - (seconds + lostS) / (wonS + lostS) * ribbon.height();
        }
        double fast(double mPerS) const { return speed.bottom() - mPerS / mostMPerS * speed.height(); }
    };
    Plot plot() const;
    /// Where it is said what air the times are told in; empty where they are as run.
    QRect restatedPlace() const;
    const AlongRoad* along() const;
    void paintRibbon(QPainter& painter, const Plot& plot, const AlongRoad& along) const;
    void paintSpeeds(QPainter& painter, const Plot& plot, const AlongRoad& along) const;
    void paintPosts(QPainter& painter, const Plot& plot) const;
    std::size_t rowAt(double metres) const;
    QString distance(double metres) const;

    const Theme& m_theme;
    JobModel& m_model;
    RoadViewPtr m_view;
    double m_cursorM = -1.; ///< below 0: none
};

} // namespace jr::app
