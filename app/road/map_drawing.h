// SPDX-License-Identifier: GPL-3.0-or-later
// The speed map itself: threads, lines, rays and the band; and the line that would be, with the ring it is taken by.
#pragma once

#include "app/model/job_model.h"
#include "app/road/road_view.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class MapDrawing : public QWidget {
    Q_OBJECT
public:
    MapDrawing(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setView(RoadViewPtr view);
    /// Engine speed for a metre a second of each gear of the machine's sheet.
    void setGears(std::vector<double> rpmPerMPerS);
    /// The line that would be; nothing: none is drawn, and there is none to take hold of.
    void setExpected(std::optional<ExpectedLine> line, const QString& label);

signals:
    /// The hand holds the engine at this speed.
    void dragged(double rpm);
    /// A key: up is more engine speed.
    void stepped(int steps);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    struct Plot {
        QRectF g;
        double mostV = 1., mostRpm = 1000.;
        double x(double v) const { return g.left() + v / mostV * g.width(); }
        double y(double rpm) const { return g.bottom() - rpm / mostRpm * g.height(); }
        double rpmAt(double y_) const { return (g.bottom() - y_) / g.height() * mostRpm; }
    };
    Plot plot() const;
    void paintAxes(QPainter& painter, const Plot& plot) const;
    void paintRuns(QPainter& painter, const Plot& plot) const;
    void paintExpected(QPainter& painter, const Plot& plot) const;
    QPointF handle(const Plot& plot) const;

    const Theme& m_theme;
    JobModel& m_model;
    RoadViewPtr m_view;
    std::vector<double> m_gears;
    std::optional<ExpectedLine> m_expected;
    QString m_label;
    bool m_dragging = false;
};

} // namespace jr::app
