// SPDX-License-Identifier: GPL-3.0-or-later
// What to be told beside a comparison: everything that could make its figures mean less than they seem to.
#pragma once

#include "core/judge/comparison.h"

namespace jr {

std::vector<Caution> comparisonCautions(const Comparison& comparison, const std::vector<CurvedPull>& pulls,
                                        std::size_t baseCount, const CompareOptions& options);

} // namespace jr
