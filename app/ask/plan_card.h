// SPDX-License-Identifier: GPL-3.0-or-later
// The plan: which setups, how many pulls, in which order, how long, with which stops; the curve of what so many pulls
// can show. Put on the day strip, it is followed from there.
#pragma once

#include "app/ask/reach_curve.h"
#include "app/model/job_model.h"
#include "core/plan/plan_chances.h"

#include <QFrame>

class QComboBox;
class QDoubleSpinBox;
class QGridLayout;
class QLabel;
class QPushButton;

namespace jr::app {

class PlanCard : public QFrame {
    Q_OBJECT
public:
    PlanCard(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void refresh();
    const Plan& plan() const { return m_plan; }
    QString text() const;
    /// 0 the two of the question, 1 all setups against the base, 2 a cross of all, 3 a sweep of all.
    void setWhich(int which);
    void putOnDayStrip();

protected:
    void showEvent(QShowEvent* event) override;

private:
    QDoubleSpinBox* box(QGridLayout* grid, const QString& name, double value, double least, double most, int decimals,
                        const QString& unit, const QString& zero = {});
    PlanOptions options() const;
    std::vector<std::string> setupNames() const; ///< of the plan, base first
    void showOrder();
    void showPlan(const Result<Plan>& plan);
    void tryPlan();

    const Theme& m_theme;
    JobModel& m_model;
    QComboBox* m_which;
    QWidget* m_stops; ///< fuel and cooling
    QDoubleSpinBox* m_repeatability;
    QDoubleSpinBox* m_pullMinutes;
    QDoubleSpinBox* m_changeMinutes;
    QDoubleSpinBox* m_fuelPerPull;
    QDoubleSpinBox* m_tank;
    QDoubleSpinBox* m_inARow;
    QDoubleSpinBox* m_coolMinutes;
    QLabel* m_from;
    QLabel* m_order;
    QLabel* m_words;
    QPushButton* m_put;
    QPushButton* m_takeOff;
    ReachCurve* m_curve;
    Plan m_plan;
    /// What a plan was tried for, and what came of it.
    struct Asked {
        PlanOptions options;
        PlanChancesOptions likely;
        int chosen = 0;
        bool operator==(const Asked&) const = default;
    };
    struct Judged {
        Asked of;
        JudgedPlan plan;
    };
    Asked askedOf() const;
    std::optional<Judged> m_judged;
    double m_judgeFactor = 1.; ///< as last found
    int m_chosen = 0;          ///< pulls each chosen by hand; 0: as planned
    bool m_typed = false, m_tankTyped = false, m_filling = false, m_possible = false;
};

} // namespace jr::app
