// SPDX-License-Identifier: GPL-3.0-or-later
// What a story of several setups looks like on paper: a row for each with its value and margin on one line, or a table.
// Each is painted below `y` and returns where it ends.
#pragma once

#include "app/handover/sheet_story.h"

class QPainter;

namespace jr::app {

double drawStoryRows(QPainter& painter, const StoryTold& story, double y);
double drawStoryTable(QPainter& painter, const StoryTold& story, double y);

} // namespace jr::app
