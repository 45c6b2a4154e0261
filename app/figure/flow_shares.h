// SPDX-License-Identifier: GPL-3.0-or-later
// What share of a flow bench's gain became power in the other jobs of the archive: wherever a flow figure was read off
// for a setup and for what it comes from, and both were pulled.
#pragma once

#include "archive/store/archive.h"
#include "core/figure/intake/intake_answer.h"
#include "core/judge/readings.h"

#include <string>
#include <vector>

namespace jr::app {

struct FlowShare {
    std::string job, setup; ///< their names
    FlowToPower told;
};

/// Reads the archive, in its own thread. What cannot be read is left out.
std::vector<FlowShare> flowSharesOf(const Archive& archive, const std::string& butJobId);

bool isFlowUnit(const std::string& unit);
/// Mean of a setup's readings that count; 0 without any.
double meanReading(const ReadingSheet& sheet);

} // namespace jr::app
