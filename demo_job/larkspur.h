// SPDX-License-Identifier: GPL-3.0-or-later
// The invented Larkspur 410 and its day at the bench: short against long intake stack, A B B A A B B A. Known truth,
// seeded noise; links only the simulated bench, so that what the program finds can be held against it.
#pragma once

#include "standin/simulated_bench.h"

#include <string>
#include <vector>

namespace demo {

/// True corrected (SAE J1349) power in W at the wheel.
double larkspurTruthW(bool longStack, double rpm);

struct DemoPull {
    std::string name; ///< file name without folder
    std::string setup;
    bool longStack = false;
    std::string text;     ///< the pull file
    std::string asideWhy; ///< set aside when not empty
    std::string startedIso;
    double trueOffsetShare = 0.; ///< this pull's own scatter and drift, for tests
};

/// The eight pulls: honest scatter, drift, one limiter blip, one set aside because the tyre slipped.
std::vector<DemoPull> larkspurDay();

/// Two foreign logs with awkward formats, of the same machine with the long stack: name and bytes.
std::vector<std::pair<std::string, std::string>> foreignLogs();

} // namespace demo
