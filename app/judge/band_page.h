// SPDX-License-Identifier: GPL-3.0-or-later
// The working band (P14): how much each engine speed is used, drawn by hand, from a preset or from a logged ride, and
// the setups ranked by the power they give there.
#pragma once

#include "app/judge/judge_page.h"
#include "core/judge/working_band.h"

class QComboBox;

namespace jr::app {

/// The use over engine speed behind the setups' curves; dragging draws it, arrow keys raise and lower it.
class UseCanvas : public QWidget {
    Q_OBJECT
public:
    UseCanvas(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    struct Curve {
        QString name;
        int mark;
        std::vector<double> powerW;
    };
    void setUse(CurveAxis axis, std::vector<double> place, std::vector<Curve> curves, UseWeights weights);

signals:
    void drawn(const jr::UseWeights& weights);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF area() const;
    void paintAt(const QPointF& point);
    void setWeight(double place, double weight);
    double step() const { return usualBin(m_axis); }

    const Theme& m_theme;
    const JobModel& m_model;
    CurveAxis m_axis = CurveAxis::EngineSpeed;
    std::vector<double> m_place;
    std::vector<Curve> m_curves;
    UseWeights m_weights;
    double m_cursor = 0.;
    QPointF m_last;
    bool m_drawing = false;
};

class BandPage : public JudgePage {
    Q_OBJECT
public:
    BandPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    const std::optional<Ranking>& ranking() const { return m_ranking; }
    const UseWeights& weights() const { return m_weights; }
    void setUse(int preset);            ///< index into useKinds
    bool takeRide(const QString& path); ///< a pull file or a log with time and the speed pulls are judged over

protected:
    StudyDesk::Work work() override;

private:
    void show(const RankingAnswer& answer, const QString& ride);
    void showNone(const QString& head, const QString& words);

    QComboBox* m_use;
    UseCanvas* m_canvas;
    UseWeights m_weights; ///< in force
    std::optional<Ranking> m_ranking;
};

} // namespace jr::app
