// SPDX-License-Identifier: GPL-3.0-or-later
// A day at the bench of an invented machine, as the demo makes it: setups with what they change, and pulls with known
// truth. Links only the simulated bench, so that what the program finds can be held against it.
#pragma once

#include "standin/belt_pull.h"
#include "standin/simulated_bench.h"

#include <string>
#include <utility>
#include <vector>

namespace demo {

struct DaySetup {
    std::string name, parent; ///< parent by name; empty: the first
    struct Change {
        std::string part, from, to;
        double weightOffKg = -1., weightOnKg = -1., price = -1., hours = -1.; ///< below zero: not known
    };
    std::vector<Change> changes;
    standin::EngineTruth engine{}; ///< torque at reference air
    standin::BeltDrive belt{};     ///< on a belt: engine and variator together
    double starvedFromRpm = 0.;    ///< above it its second cylinder runs lean; 0: never
};

struct DayOfPulls {
    std::string job, machine;
    std::string bench;      ///< its name, as pulls carry it
    bool brake = false;     ///< else a roller…
    std::string measuredAt; ///< empty: a brake at the crank, a roller at the wheel
    bool belt = false;      ///< …under a machine on its belt
    std::string day;        ///< "2026-05-09"
    std::string idPrefix;   ///< of the pulls' ids, 24 characters
    std::vector<DaySetup> setups;
    std::vector<int> order; ///< index into setups
    double scatterShare = 0.004, driftSharePerHour = -0.006;
    double fittingShare = 0., dayShare = 0.; ///< standard deviation of what fitting anew, and another day, moves
    std::string nextDay;                     ///< the pulls from `nightBefore` on are made on this day
    std::size_t nightBefore = 0;             ///< 0: all on one
    standin::BenchSetting benchSetting;
    standin::PullSetting pull;                             ///< what all pulls have alike
    std::vector<std::pair<std::string, std::string>> keys; ///< further header lines
    std::uint64_t seed = 1;
};

/// True corrected (SAE J1349) power in W.
double truthW(const DayOfPulls& day, const std::string& setup, double rpm);
/// The pull files in order.
std::vector<std::string> pullFiles(const DayOfPulls& day);

/// Larkspur 410: stock, then a longer stack, the filter lid off, and a cam, base again at the end.
DayOfPulls larkspurLadder();
/// Larkspur 410 again: the long stack against the stock one on two evenings, every fitting with its own luck.
DayOfPulls larkspurEvenings();
/// Ostra 600: reeds by pipe, every combination, and then the ignition stepped on the best of them.
DayOfPulls ostraDay();
/// Tansy 700 on a brake at its hub: a filter with its map, and the base again after the throttle bodies were set.
DayOfPulls tansyDay();
/// Quill 125, a scooter on its belt: four flyweights stepped through, over road speed.
DayOfPulls quillDay();

} // namespace demo
