// What to be told beside a comparison: everything that could make its figures mean less than they seem to.
#pragma once

#include "core/judge/comparison.h"

namespace jr {

std::vector<Caution> comparisonCautions(const Comparison& comparison, const std::vector<const PullFit*>& pulls,
                                        const std::vector<PullCurve>& curves, std::size_t baseCount,
                                        const CompareOptions& options);

} // namespace jr
