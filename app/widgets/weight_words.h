// SPDX-License-Identifier: GPL-3.0-or-later
// Weights as somebody weighs: kilograms, pounds or grams, chosen once and remembered.
#pragma once

#include "core/ready/power_to_weight.h"

#include <QString>

namespace jr::app {

/// As chosen last; before that pounds where pounds are used.
WeightUnit weightUnitChosen();
void chooseWeightUnit(WeightUnit unit);
QString weightSymbolWords(WeightUnit unit);
/// "+0.05 kg", "50 g": as finely as the scale shows.
QString weightText(double kg, WeightUnit unit, bool sign = false);

} // namespace jr::app
