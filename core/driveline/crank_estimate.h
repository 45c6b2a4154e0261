// SPDX-License-Identifier: GPL-3.0-or-later
// What the crank may be making when the wheel was measured: three schools, each a range, none of them a measurement.
#pragma once

#include "core/pull/trace.h"
#include "core/words/message.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace jr {

enum class Driveline { ChainBike, ManualCar, Automatic, BeltCvt };

struct CrankEstimate {
    Message school; ///< "percent", "fixed plus percent", "coast-down"
    double lowW = 0., highW = 0.;
    Message basis; ///< what it rests on, in words
};

struct CrankOptions {
    Driveline driveline = Driveline::ChainBike;
    /// Driveline and tyre drag at the wheel by coast-down with the machine on, N·m at the roller, and without it.
    std::optional<std::array<double, 3>> dragWithMachineNm, dragAloneNm;
    double rollerRadS = 0.; ///< roller speed at this power, for the coast-down school
};

/// The fixed school was made for machines of about this power and more.
inline constexpr double kFixedSchoolFromW = 15e3;

/// `wheelW` is the power measured at the wheel. Percent: 8–10 % for a chain-driven bike, 10–15 % manual, 20–30 %
/// automatic, the like of an automatic for a belt CVT; fixed plus percent: 1.5–3 kW and 3–5 %. All common practice, no
/// source; of the fixed part no more than a tenth (at the low end) and three tenths of the wheel's power, so that
/// nothing makes nothing. Coast-down: drag of the machine alone times speed, measured, to which the loss under load
/// adds up to as much again.
std::vector<CrankEstimate> crankEstimates(double wheelW, const CrankOptions& options);

/// What a place of measuring says of the crank, and what it would take to say more.
Message crankFrom(MeasuredAt at);

} // namespace jr
