// SPDX-License-Identifier: GPL-3.0-or-later
// A figure that is not known to a point: what is most likely, and the ends it may lie between. An answer made of such
// figures is one itself; its ends are the least and the most it becomes while each input goes from end to end.
#pragma once

#include <algorithm>
#include <array>
#include <cstddef>
#include <utility>

namespace jr {

struct Ranged {
    double value = 0., low = 0., high = 0.;

    static Ranged exactly(double value) { return {value, value, value}; }
    /// So many per cent to either side.
    static Ranged within(double value, double pct) {
        const double half = value * pct / 100.;
        return {value, value - half, value + half};
    }
    bool isPoint() const { return low == high; }
    bool operator==(const Ranged&) const = default;
};

/// The range of `answer(a, b, …)`. Every corner of the inputs' box is tried and the middle of it, which finds the ends
/// of what rises or falls throughout in each input; 2^k evaluations for k inputs that are ranges.
template <class Answer, class... Inputs>
Ranged rangeThrough(const Answer& answer, const Inputs&... inputs) {
    constexpr std::size_t kInputs = sizeof...(Inputs);
    const std::array<Ranged, kInputs> all{inputs...};
    const auto at = [&]<std::size_t... I>(const std::array<double, kInputs>& x, std::index_sequence<I...>) {
        return static_cast<double>(answer(x[I]...));
    };
    std::array<double, kInputs> x{};
    for (std::size_t i = 0; i < kInputs; ++i)
        x[i] = all[i].value;
    const double middle = at(x, std::make_index_sequence<kInputs>{});
    Ranged out = Ranged::exactly(middle);
    for (std::size_t corner = 0; corner < std::size_t(1) << kInputs; ++corner) {
        bool same = false; // the other end of a point was tried already
        for (std::size_t i = 0; i < kInputs; ++i) {
            const bool high = corner >> i & 1U;
            same = same || (high && all[i].isPoint());
            x[i] = high ? all[i].high : all[i].low;
        }
        if (same)
            continue;
        const double y = at(x, std::make_index_sequence<kInputs>{});
        out.low = std::min(out.low, y);
        out.high = std::max(out.high, y);
    }
    return out;
}

} // namespace jr
