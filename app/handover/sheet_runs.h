// SPDX-License-Identifier: GPL-3.0-or-later
// What the customer's sheet tells of runs on the road: the time to the longest distance and to the highest speed, every
// run as a dot, and the result in a sentence.
#pragma once

#include "app/model/job_model.h"
#include "core/judge/readings.h"
#include "core/words/message.h"

#include <array>
#include <optional>
#include <vector>

class QPainter;
class QRectF;

namespace jr::app {

struct SheetMark {
    QString mark;
    Message verdict;
    std::vector<double> baseS, withS; ///< every run that counts
    double baseMeanS = 0., withMeanS = 0.;
    bool surelyQuicker = false, surelySlower = false;
};
struct SheetRuns {
    QString base, with; ///< setups' names
    bool oneFoot = false;
    int leftOut = 0;
    std::vector<SheetMark> marks;
    std::vector<Caution> cautions;
};

/// Of the two sides; nothing where one of them has no run that counts, or they share no mark.
std::optional<SheetRuns> runsOfSides(const JobModel& model);

/// A row a mark: the runs of both as dots on one line of seconds. Returns where it ends.
double drawRunDots(QPainter& painter, const SheetRuns& runs, const std::array<int, 2>& marks, const QRectF& area);
/// What is said below: how many runs, which clock.
QString runsFootnote(const SheetRuns& runs);

} // namespace jr::app
