// SPDX-License-Identifier: GPL-3.0-or-later
// Straight lines fitted through a sliding window of time: a first look at a signal's value and slope.
#pragma once

#include <span>
#include <vector>

namespace jr {

struct LocalLine {
    std::vector<double> value;
    std::vector<double> slope; ///< per second
};

/// Least squares line through the samples within `halfWidthS` of each sample; `use` (may be empty) masks samples.
/// Where fewer than three samples are usable the nearest usable line is carried.
LocalLine localLine(std::span<const double> timeS, std::span<const double> value, std::span<const char> use,
                    double halfWidthS);

/// Median of the usable samples within `half` places either side of sample `i`; NaN when there is none.
double windowMedian(std::span<const double> value, std::span<const char> use, std::size_t i, int half);

double median(std::vector<double> values);
/// The value below which the share `q` of the values lies.
double quantile(std::vector<double> values, double q);

/// Over runs of samples that are not good and last longer than `longerThanS` there is nothing to draw a line through:
/// straight from the last good one before to the first good one after, and level before the first and after the last.
void bridgeGaps(LocalLine& line, const std::vector<double>& timeS, const std::vector<char>& good, double longerThanS);

} // namespace jr
