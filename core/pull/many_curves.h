// SPDX-License-Identifier: GPL-3.0-or-later
// Curves of many pulls at once, under one standard and at one detail: what every comparison begins with.
#pragma once

#include "core/pull/curve.h"

#include <functional>
#include <memory>
#include <optional>
#include <span>
#include <vector>

namespace jr {

/// A pull and its curve as it is judged. The pull outlives what is made from it.
struct CurvedPull {
    const PullFit* fit = nullptr;
    std::shared_ptr<const PullCurve> curve;
    std::optional<int> fitting{}; ///< which one of the whole job; nothing: told from the pulls at hand
};

using CurveResult = Result<std::shared_ptr<const PullCurve>>;

/// One standard for all of these pulls or none at all: `wanted`, or "none" when some pull's air or past is not known.
/// A given curve whose own correction is unknown stays as it came and takes nobody else's away.
const Standard* standardForAll(std::span<const PullFit* const> pulls, const Standard* wanted);

/// As curveOf for each, on every core there is. `abandoned` is asked between pulls; what was not made by then is an
/// error.
std::vector<CurveResult> curvesOf(std::span<const PullFit* const> pulls, const CurveOptions& options,
                                  const std::function<bool()>& abandoned = {});

} // namespace jr
