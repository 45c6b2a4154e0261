// SPDX-License-Identifier: GPL-3.0-or-later
// What comes off and goes on, on one scale (P6): in the unit somebody weighs in, and power for the weight that moves.
#pragma once

#include "core/machine/machine_sheet.h"
#include "core/plan/setup_tree.h"

#include <optional>
#include <string_view>
#include <vector>

namespace jr {

enum class WeightUnit { Kilogram, Pound, Gram };
const std::vector<WeightUnit>& weightUnits();
std::string_view weightSymbol(WeightUnit unit); ///< "kg", "lb", "g"
WeightUnit weightUnitOf(std::string_view symbol);
/// lb = 0.45359237 kg exactly (international avoirdupois pound, 1959).
double weightFromKg(double kg, WeightUnit unit);
double kgFromWeight(double weight, WeightUnit unit);
/// Decimals that show a gram or thereabouts.
int weightDecimals(WeightUnit unit);

struct MovedWeight {
    double kg = 0.;         ///< machine as it is set up, with its rider where that is known
    bool withRider = false; ///< the sheet says what the rider weighs
};
/// Machine ready to run, plus what the setup adds or takes off, plus the rider. Nothing when the machine was not
/// weighed.
std::optional<MovedWeight> movedWeight(const MachineSheet& machine, const SetupLedger& ledger);

/// "0.214 kW/kg (118.2 kg with the rider)" of a setup's mean peak, W. Nothing as above, or without a peak.
std::optional<Message> powerToWeightMessage(std::optional<double> peakW, const std::optional<MovedWeight>& moved);

} // namespace jr
