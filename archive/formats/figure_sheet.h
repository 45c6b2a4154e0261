// SPDX-License-Identifier: GPL-3.0-or-later
// What was tried and pinned on Figure, kept with the job as JSON: docs/archive.md, "Sheets".
#pragma once

#include "core/figure/predict/prediction.h"

#include <map>
#include <string>
#include <vector>

namespace jr {

namespace sheet_kind {
inline constexpr const char* figure = "figure";
}

/// A value somebody typed or dragged, and what it rests on ("measured", "handbook", "guess", "chosen").
struct KeptInput {
    double value = 0.;
    std::string origin;
    bool operator==(const KeptInput&) const = default;
};

struct FigureSheet {
    std::map<std::string, std::map<std::string, KeptInput>> pages; ///< by page, then by input
    std::vector<Prediction> pins;                                  ///< in the order they were made

    bool operator==(const FigureSheet&) const = default;
};
std::string sheetBody(const FigureSheet& sheet);
FigureSheet figureSheetOf(const std::string& body);

} // namespace jr
