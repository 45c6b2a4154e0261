// SPDX-License-Identifier: GPL-3.0-or-later
// What to be told beside a comparison: everything that could make its figures mean less than they seem to.
#pragma once

#include "core/judge/comparison.h"
#include "core/judge/pull_scatter.h"

namespace jr {

/// What only the model knows.
struct CautionFacts {
    double correctionDoubt = 0.; ///< share, in the margin
    double bowShare = 0.;        ///< of the margin's variance
    bool knowledgeDiffers = false;
    std::string unequalSetup; ///< the one that scatters by itself, or empty
    double unequalRatio = 1.;
    PartState days = PartState::None;
};

std::vector<Caution> comparisonCautions(const Comparison& comparison, const std::vector<CurvedPull>& pulls,
                                        std::size_t baseCount, const CompareOptions& options,
                                        const CautionFacts& facts = {});

} // namespace jr
