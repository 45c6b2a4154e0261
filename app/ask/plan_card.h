// The plan: how many pulls, in which order, how long; and the curve of what so many pulls can show, its point
// draggable.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"
#include "core/plan/plan.h"

#include <QFrame>

class QDoubleSpinBox;
class QLabel;

namespace jr::app {

/// Smallest gain that n pulls each can show, over n; a click or drag (or the arrow keys) chooses n.
class ReachCurve : public QWidget {
    Q_OBJECT
public:
    ReachCurve(const Theme& theme, QWidget* parent = nullptr);
    void setPlan(const PlanOptions& options, int pullsEach);
    int pullsEach() const { return m_pulls; }
    QSize sizeHint() const override { return {300, 150}; }

signals:
    void pullsChosen(int pullsEach);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void chooseAt(double x);
    double x(double pulls) const;
    double y(double pct) const;

    const Theme& m_theme;
    PlanOptions m_options;
    std::vector<double> m_reach; ///< for 2, 3 … pulls each
    int m_pulls = 2;
};

class PlanCard : public QFrame {
    Q_OBJECT
public:
    PlanCard(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void refresh();
    const Plan& plan() const { return m_plan; }
    QString text() const;

private:
    void showOrder();

    const Theme& m_theme;
    JobModel& m_model;
    QDoubleSpinBox* m_repeatability;
    QDoubleSpinBox* m_pullMinutes;
    QDoubleSpinBox* m_changeMinutes;
    QLabel* m_from;
    QLabel* m_order;
    QLabel* m_words;
    ReachCurve* m_curve;
    Plan m_plan;
    int m_chosen = 0; ///< pulls each chosen by hand; 0: as planned
    bool m_typed = false;
};

} // namespace jr::app
