// SPDX-License-Identifier: GPL-3.0-or-later
// A ladder drawn as a stair: what each step won or lost, standing on what those before it had come to.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"
#include "core/judge/ladder.h"

#include <QWidget>

#include <functional>

namespace jr::app {

/// What stands beside a step's bar.
struct StepNote {
    int mark = 0;
    std::optional<double> kg, price, hours; ///< of this step alone
    bool shared = false;                    ///< changed more than one thing
};

class StepStair : public QWidget {
    Q_OBJECT
public:
    StepStair(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setLadder(Ladder ladder, std::vector<StepNote> notes);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void drawStep(QPainter& painter, const QRectF& slot, std::size_t index,
                  const std::function<double(double)>& y) const;
    void drawFoot(QPainter& painter, const QRectF& slot, std::size_t index) const;
    static double marginOf(const LadderStep& step); ///< of its value

    const Theme& m_theme;
    const JobModel& m_model;
    Ladder m_ladder;
    std::vector<StepNote> m_notes;
};

} // namespace jr::app
