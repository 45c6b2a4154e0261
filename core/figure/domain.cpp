// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/domain.h"

#include "core/words/wording.h"

#include <algorithm>
#include <cmath>

namespace jr {
namespace {

constexpr int kMostDecimals = 9;

/// A bound or value as somebody would write it: no more decimals than it has.
Number plainly(double value) {
    int decimals = 0;
    for (double scale = 1.; decimals < kMostDecimals &&
                            std::abs(std::round(value * scale) / scale - value) > 1e-9 * std::max(1., std::abs(value));
         scale *= 10.)
        ++decimals;
    return {value, decimals};
}

} // namespace

std::optional<Error> outOfDomain(std::initializer_list<Bounded> inputs) {
    for (const Bounded& input : inputs)
        if (!(input.value >= input.low && input.value <= input.high))
            return Error(
                Message{"error.calc-domain",
                        {std::string(input.key), plainly(input.value), plainly(input.low), plainly(input.high)}});
    return std::nullopt;
}

} // namespace jr
