// SPDX-License-Identifier: GPL-3.0-or-later
// The plan: two or three of them side by side for a question, or one by hand with the curve of what so many pulls can
// show. Put on the day strip, it is followed from there.
#pragma once

#include "app/ask/plan_form.h"
#include "app/ask/plan_lanes.h"
#include "app/ask/reach_curve.h"
#include "app/model/job_model.h"
#include "app/model/side_work.h"
#include "core/plan/plan_choices.h"

#include <QFrame>

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
    PlanForm& form() { return *m_form; }
    PlanLanes& lanes() { return *m_lanes; }
    void putOnDayStrip();
    bool trying() const { return m_trial.working(); } ///< plans are still being tried

protected:
    void showEvent(QShowEvent* event) override;

private:
    void showPlan(const Result<Plan>& plan);
    void showByHand(const Result<Plan>& plan);
    void showChoices();
    void tryByHand();
    void tryChoices();
    QString wordsByHand() const;

    JobModel& m_model;
    PlanForm* m_form;
    PlanLanes* m_lanes;
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
    PlanChoiceOptions choicesAskedOf() const;
    std::optional<Judged> m_judged;
    std::optional<PlanChoiceOptions> m_choicesOf; ///< what the lanes are an answer to
    double m_judgeFactor = 1.;                    ///< as last found
    int m_chosen = 0;                             ///< pulls each chosen by hand; 0: as planned
    bool m_possible = false;
    SideWork m_trial; ///< the last member: it is done before what it draws is gone
};

} // namespace jr::app
