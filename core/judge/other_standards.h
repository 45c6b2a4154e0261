// SPDX-License-Identifier: GPL-3.0-or-later
// What the other correction standards would call a comparison whose sides were run in different air: no standard is
// true to every engine, and a call that hangs on the choice of one is said.
#pragma once

#include "core/judge/comparison.h"

#include <vector>

namespace jr {

/// The widest stretch that another standard calls otherwise.
struct OtherCall {
    const Standard* standard = nullptr;
    CallKind kind = CallKind::Open;
    double from = 0., to = 0.;
};

/// One a standard at most, in the order of `allStandards`; those that cannot be applied to every pull say nothing, nor
/// does "none". `sets`: as they were compared.
std::vector<OtherCall> callsUnderOtherStandards(const Comparison& comparison,
                                                const std::vector<std::vector<CurvedPull>>& sets,
                                                const CompareOptions& options);

/// In words, where a call hangs on the standard; standards that say the same stand together.
std::vector<Caution> standardCautions(const std::vector<OtherCall>& calls, CurveAxis axis);

} // namespace jr
