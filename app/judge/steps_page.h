// A ladder of steps (P11): what each was worth against the one before and against the first, and what it cost.
#pragma once

#include "app/judge/judge_page.h"
#include "core/judge/ladder.h"

namespace jr::app {

/// What stands beside a step's bar.
struct StepNote {
    int mark = 0;
    std::optional<double> kg, price, hours; ///< of this step alone
    bool shared = false;                    ///< changed more than one thing
};

class StepBars : public QWidget {
    Q_OBJECT
public:
    StepBars(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setLadder(Ladder ladder, std::vector<StepNote> notes);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    const JobModel& m_model;
    Ladder m_ladder;
    std::vector<StepNote> m_notes;
};

class StepsPage : public JudgePage {
    Q_OBJECT
public:
    StepsPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    const std::optional<Ladder>& ladderShown() const { return m_ladder; }

protected:
    void fill() override;

private:
    StepBars* m_bars;
    std::optional<Ladder> m_ladder;
};

} // namespace jr::app
