// SPDX-License-Identifier: GPL-3.0-or-later
// ITEMS of the commands that tell steps, crosses and sweeps: pull files, sheets of readings, or numbers written
// @44.1, separated by commas.
#pragma once

#include "cli/commands.h"
#include "core/judge/readings.h"

namespace jr::cli {

struct MetricOptions {
    std::string standard = "sae-j1349", metric = "band";
    std::optional<std::string> axis;
    std::optional<double> from, to, at;
    KnownOptions known;
    double confidence = 0.95;
    std::string margins = "family"; ///< or "single": each figure by itself
    bool single() const { return margins == "single"; }
};
void addMetric(CLI::App& command, MetricOptions& options);

/// What all groups of items come to.
struct Items {
    std::vector<Observation> observations;
    bool inOrder = false;
    std::string unit; ///< "W", as the readings say, or empty for bare numbers
    Better better = Better::Higher;
    std::vector<Caution> cautions;
};

/// Reads every group. `exit` is set (and messages said) when it returns nothing: wrong usage, a bad file.
std::optional<Items> readItems(const std::vector<std::string>& groups, const MetricOptions& options, int& exit);

/// Sheets of readings; nothing when one cannot be read, all such said.
std::optional<std::vector<ReadingSheet>> readSheets(const std::vector<std::string>& files);

/// "NAME=ITEMS" at the first '='; nullopt without one.
std::optional<std::pair<std::string, std::string>> nameAndItems(const std::string& argument);
std::vector<std::string> splitCommas(const std::string& text);
Json orNull(const std::optional<double>& v);

} // namespace jr::cli
