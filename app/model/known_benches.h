// SPDX-License-Identifier: GPL-3.0-or-later
// What the archive knows of benches: each that was called, and what it was calibrated to.
#pragma once

#include "archive/store/archive.h"

#include <map>
#include <string>
#include <vector>

namespace jr::app {

/// Facts that take the place of what a bench says of itself.
using CalibratedFacts = std::map<std::string, std::string>;

/// Known from now on, with its own facts beside what was known of it.
Result<Done> knowBench(Archive& archive, BenchRecord record);

/// Of each bench by its name: the newest calibration of each kind. Drag with a machine on is left out: it says nothing
/// of the bare roller.
std::map<std::string, CalibratedFacts> calibratedFacts(const Archive& archive);

/// A bench as it was on a day.
struct BenchOfDay {
    CalibratedFacts facts; ///< what it says of itself, with its newest calibration of each kind up to then
    std::vector<std::string> calibrated; ///< "inertia 2026-03-02", one a kind; empty: never calibrated by then
};
/// `day`: ISO date; empty: not known, so as it is now. `history` newest first.
BenchOfDay benchOnDay(const BenchRecord& bench, const std::vector<CalibrationRecord>& history, const std::string& day);

} // namespace jr::app
