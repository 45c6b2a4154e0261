// SPDX-License-Identifier: GPL-3.0-or-later
// What is said of the runs to come stands with the sitting, as header keys: each run that is caught carries them.
#pragma once

#include "app/model/bench_sitting.h"
#include "core/road/ride_conditions.h"

namespace jr::app {

RideConditions conditionsOf(const BenchSitting& sitting);
void setConditions(BenchSitting& sitting, const RideConditions& said);

} // namespace jr::app
