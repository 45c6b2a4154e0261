// SPDX-License-Identifier: GPL-3.0-or-later
// All that the customer's sheet tells, as one value: taken from the open job at one moment, painted and written in any
// thread.
#pragma once

#include "app/handover/sheet_runs.h"
#include "app/handover/sheet_sections.h"
#include "app/handover/sheet_story.h"
#include "app/handover/shop_head.h"
#include "app/model/job_model.h"
#include "core/judge/readings.h"

#include <array>
#include <vector>

namespace jr::app {

/// What the result was judged by.
struct SheetSettings {
    std::string standard, axis;
    std::optional<double> from, to;
    double detail = 0., worthPct = 1.;
    std::vector<std::string> basePulls, withPulls; ///< ids of those that count
    std::vector<std::string> leftOut;              ///< and of those that were set aside or not picked
};

struct Sheet {
    QString job, machine, date;  ///< as people read them
    QString asked;               ///< what the customer wanted; empty when it is not written
    std::vector<Caution> order;  ///< what the work order has to say: what was wrong, missing or substituted
    std::vector<Caution> rules;  ///< what the two have to keep, and what is known of it
    std::vector<Caution> gauges; ///< of the cylinders, and of holding full throttle
    QString air;                 ///< mean air of the pulls that count; empty when unknown
    std::array<int, 2> marks{};  ///< of base and changed setup
    QString changed;             ///< all that the two differ in; empty when that is not known
    std::optional<Comparison> comparison;
    QString problem;                       ///< why there is none
    std::vector<ValueComparison> readings; ///< of the two, what was read off beside the pulls
    std::optional<SheetRuns> runs;         ///< of the two on the road
    std::vector<SheetSection> sections;    ///< what goes with the machine
    SheetChoice choice;                    ///< which story, and what of it
    StoryTold story;                       ///< as it is told; empty for the difference
    DisplayUnits units;
    ShopHead shop;
    QString customer; ///< for what may not name them
    SheetSettings settings;
};

/// `book` may be null: not read yet.
Sheet sheetOf(const JobModel& model, const MachineBook* book = nullptr);
/// Whether the story is told by the two sides alone.
bool isOfTwoSides(SheetStory story);
/// All that a reader must know beside the figures: of the order first, then of the comparison, the rules and the
/// gauges.
std::vector<Caution> cautionsOf(const Sheet& sheet);

} // namespace jr::app
