// SPDX-License-Identifier: GPL-3.0-or-later
// A ladder of steps (P11): what each was worth against the one before and against the first, and what it cost.
#pragma once

#include "app/judge/judge_page.h"
#include "app/judge/step_stair.h"

namespace jr::app {

class StepsPage : public JudgePage {
    Q_OBJECT
public:
    StepsPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    const std::optional<Ladder>& ladderShown() const { return m_ladder; }

protected:
    StudyDesk::Work work() override;

private:
    void show(const Result<LadderAnswer>* answer, const Study& study);
    std::vector<StepNote> notesOf(const std::vector<std::string>& ids, const std::vector<SetupNode>& tree) const;

    StepStair* m_stair;
    std::optional<Ladder> m_ladder;
};

} // namespace jr::app
