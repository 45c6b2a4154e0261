// SPDX-License-Identifier: GPL-3.0-or-later
// What a customer's sheet tells: one story of the job, and the parts that go with it. A story is offered when the job
// has what it is made of; a part is on the paper while it is ticked. Both are kept with the job.
#pragma once

#include "app/model/display_units.h"
#include "archive/formats/paper_sheet.h"

#include <QString>
#include <QStringList>

#include <optional>
#include <set>
#include <vector>

namespace jr::app {

class JobModel;

enum class SheetStory { Difference, AllSetups, Steps, Cross, Sweep, BrakeTable, Road, Fault, Repair };
enum class SheetPart {
    Asked,     ///< what the customer wanted
    Gain,      ///< the ribbon
    Curves,    ///< both curves
    Stretches, ///< what each stretch says
    Readings,  ///< read off beside the pulls
    RoadRuns,  ///< of the two on the road
    Done,      ///< what was compared and changed
    Figures,   ///< peaks, crossings, how it was judged
    AirOfDay,  ///< and how large the correction is
    Crank,     ///< what the crank may make
    Claim,     ///< the maker's claim beside it
    Cautions,  ///< what must be known beside the result
    Margin,    ///< "what is this margin?"
    Next,      ///< what to do next
    Order,
    Weights, ///< and money
    Maps,
    Rules,
    LookAgain,
    Book,
    NotShown, ///< what it does not show, at the foot
};

const std::vector<SheetStory>& sheetStories();
const std::vector<SheetPart>& sheetParts();
std::string storyId(SheetStory story); ///< "all-setups", as kept
std::string partId(SheetPart part);
QString storyWords(SheetStory story);
QString partWords(SheetPart part);
/// Whether a part usually stands on the paper of a story, before anybody ticks.
bool isUsual(SheetStory story, SheetPart part);

struct SheetChoice {
    SheetStory story = SheetStory::Difference;
    std::set<SheetPart> parts; ///< that are on it
};
SheetChoice sheetChoiceOf(const PaperSheet& kept);
PaperSheet paperOf(const SheetChoice& choice);

/// A row of the story's own picture: a value with its margin on one line for all rows.
struct StoryRow {
    QString name, value;                ///< "long stack", "+0.9 PS ± 0.5"
    int mark = -1;                      ///< of the setup; below 0: none
    double mid = 0.;                    ///< in the unit of the axis
    std::optional<double> low, high;    ///< none: no margin known
    bool hollow = false;                ///< worked out of others, or its credit is shared
};
/// A story as it is told on paper: values, nothing of the model.
struct StoryTold {
    QString headline, about;      ///< one sentence, and how it is to be read
    std::vector<StoryRow> rows;   ///< drawn; empty: no picture
    QString axis;                 ///< "gain [PS]"
    bool fromZero = true;         ///< else the axis says that it does not begin there
    std::vector<QStringList> table; ///< the first line is its heading
    QStringList lines;            ///< sentences below
    std::vector<Caution> cautions;
    QString next; ///< what would be done next; empty: nothing known
};

/// Why this job cannot tell a story; empty when it can.
QString whyNotTold(const JobModel& model, SheetStory story);
/// Of what is worked out now. Difference and Road are told by the sheet's own parts: nothing here but what comes next.
StoryTold storyTold(const JobModel& model, SheetStory story);

} // namespace jr::app
