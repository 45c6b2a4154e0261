// SPDX-License-Identifier: GPL-3.0-or-later
// A recorded pull made ready for fitting: time put in order, missed beats masked, engine speed known at every sample,
// the stretch that is the pull found, and everything that is not the engine flagged.
#pragma once

#include "core/pull/flags.h"
#include "core/pull/trace.h"
#include "core/result.h"

#include <array>
#include <optional>
#include <span>
#include <vector>

namespace jr {

/// What may be asked of the reading of a pull.
struct ReadyOptions {
    FlagOptions flags;
    StretchOptions stretch;
    std::vector<FlagOverrule> overrules;
};

struct ReadyPull {
    PullKind kind = PullKind::Roller;
    std::vector<std::size_t> row;    ///< which row of the trace each sample came from
    std::vector<double> timeS;       ///< strictly rising
    std::vector<double> shaftRadS;   ///< roller or brake shaft, as recorded (SI)
    std::vector<double> shaftSmooth; ///< the same through a short sliding line
    std::vector<double> rpm;         ///< engine speed, smooth
    std::vector<double>
        engineRaw; ///< engine speed as recorded in rpm, NaN where a beat was missed; empty when there was no tachometer
    std::vector<double> torqueRough; ///< torque at the shaft through a short sliding line, N·m
    std::vector<double> loadNm; ///< torque taken by a brake, N·m at the shaft (roller: smoothed; empty without one)
    std::vector<double> slopeRadS2; ///< shaft acceleration through the sliding line; let go once the pull is fitted
    std::vector<char> good;         ///< sample believed (not a missed beat)
    std::vector<char> fitted;       ///< sample used for the curve
    std::size_t openTo = 0;         ///< end of the open throttle, where one was recorded; else the end of the record
    std::size_t from = 0, to = 0;   ///< the pull itself: [from, to)
    bool geared = true;             ///< engine speed is shaft speed times a ratio; false for a belt CVT
    double ratioAtZero = 1., ratioPerRadS = 0.; ///< engine per shaft = ratioAtZero + ratioPerRadS * shaft speed
    std::vector<Flag> flags;
    std::vector<std::size_t> breaks; ///< samples after a masked stretch where the shaft speed starts afresh (slip)

    /// What the fit runs over, rpm: engine speed on a geared machine; on a belt, which holds the engine near one speed,
    /// the shaft's speed times the middle ratio.
    double fitPlace(std::size_t i) const { return geared ? rpm[i] : rpmFromRadPerS(shaftSmooth[i] * ratioAtZero); }
    double ratio(double shaft) const { return ratioAtZero + ratioPerRadS * shaft; }
    std::size_t size() const { return timeS.size(); }
};

/// Errors: a channel or header value that is needed and missing, too few usable rows, nothing that looks like a pull.
/// For kinds roller and brake.
Result<ReadyPull> readyPull(const Trace& trace, const ReadyOptions& options = {});

/// Drag torque in N·m at the roller at `w` rad/s.
inline double rollerDragNm(const std::array<double, 3>& c, double w) {
    return c[0] + c[1] * w + c[2] * w * w;
}

} // namespace jr
