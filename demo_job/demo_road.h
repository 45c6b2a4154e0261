// SPDX-License-Identifier: GPL-3.0-or-later
// The Quill on the road, the day after its bench: three sets of weights, timed with a satellite receiver. Links only
// the simulated road, so that what the program finds can be held against its truth.
#pragma once

#include "standin/road_ride.h"

#include <string>
#include <vector>

namespace demo {

/// The machine with weights of so many grams; power and variator as on the bench (quillDay).
standin::RoadMachine quillOnTheRoad(int grams);
/// The pull files in order: twelve runs there and back through 16, 15 and 14 g, and one under bad satellites.
std::vector<std::string> quillRuns();

} // namespace demo
