// SPDX-License-Identifier: GPL-3.0-or-later
// Combinations: two to four factors at two levels. What each is worth, what they are worth together, and what they do
// to each other.
//
// A term's effect is the mean of its high level minus the mean of its low level; for an interaction, of the cells whose
// levels multiply to high minus those that multiply to low (textbook definition, e.g. Box, Hunter and Hunter). Fitted
// as one linear model in -1/+1 coding, from whatever cells were measured; terms that those cells cannot separate are
// left out and said.
#pragma once

#include "core/judge/value.h"

namespace jr {

struct Cell {
    std::vector<std::string> levels; ///< one a factor
};

/// Which terms the cells can tell apart, and each term's effect as a weighted sum of cell means.
struct CrossDesign {
    std::vector<std::pair<std::string, std::string>> levels; ///< low and high of each factor
    std::vector<unsigned> code;                              ///< of each cell; bit f set: factor f is high
    std::vector<std::string> terms, notSeparable;
    std::vector<std::vector<double>> effectOfCells; ///< per term: weight of each cell
};

/// Errors: as factorial.
Result<CrossDesign> crossDesign(const std::vector<std::string>& factors, const std::vector<Cell>& cells);

struct FactorialEffect {
    std::string term; ///< "pipe" or "pipe*port"
    double effect = 0.;
    std::optional<double> low, high;           ///< all effects held together (multivariate t, band.h)
    std::optional<double> lowAlone, highAlone; ///< this one by itself
};

struct Factorial {
    std::vector<FactorialEffect> effects;
    std::vector<std::string> notSeparable; ///< terms left out
    std::vector<std::pair<std::string, std::optional<double>>>
        alone;                                               ///< each factor high, all others low, against all low
    std::optional<double> together, sum;                     ///< all high against all low; the sum of `alone`
    std::vector<std::pair<std::string, std::string>> levels; ///< low and high of each factor
    GroupFit fit;
};

/// `observations` grouped by cell. A factor's level named first is low.
/// Errors: not 2 to 4 factors, a cell with the wrong number of levels, more than two levels of a factor, a cell named
/// twice or empty.
Result<Factorial> factorial(const std::vector<std::string>& factors, const std::vector<Cell>& cells,
                            const std::vector<Observation>& observations, const BenchKnowledge& known,
                            double confidence = 0.95);

} // namespace jr
