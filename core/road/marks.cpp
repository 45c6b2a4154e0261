// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/road/marks.h"

#include "core/units/leading_number.h"
#include "core/units/units.h"

#include <algorithm>
#include <cmath>
#include <optional>

namespace jr {
namespace {

constexpr double kShortestM = 1., kLongestM = 20000., kFastestMPerS = 150.;

Error noMark(std::string_view text) {
    constexpr std::size_t kShown = 40;
    return Error{Message{"error.mark", {std::string(text.substr(0, kShown))}}};
}

std::optional<double> wholeNumber(std::string_view text) {
    const auto number = leadingNumber(text);
    return number && number->second.empty() ? std::optional(number->first) : std::nullopt;
}

} // namespace

Result<Mark> parseMark(std::string_view text) {
    Mark mark;
    mark.text = std::string(text);
    std::string squeezed(text);
    std::erase_if(squeezed, [](char c) { return c == ' '; });
    const std::string_view whole = squeezed;
    if (const std::size_t dash = whole.find('-', 1); dash != std::string_view::npos) {
        const auto from = wholeNumber(whole.substr(0, dash));
        const auto to = leadingNumber(whole.substr(dash + 1));
        const auto unit = to ? findUnit(to->second) : std::nullopt;
        if (!from || !unit || unit->quantity != Quantity::Speed)
            return noMark(text);
        mark.fromMPerS = toSi(*from, *unit);
        mark.toMPerS = toSi(to->first, *unit);
        if (!(mark.fromMPerS >= 0.) || !(mark.toMPerS > mark.fromMPerS) || mark.toMPerS > kFastestMPerS)
            return noMark(text);
        return mark;
    }
    double share = 1.;
    std::string_view rest = whole;
    if (const std::size_t slash = whole.find('/'); slash != std::string_view::npos && slash > 0) {
        const auto part = wholeNumber(whole.substr(0, slash));
        if (!part)
            return noMark(text);
        share = *part;
        rest = whole.substr(slash + 1);
        const auto of = leadingNumber(rest);
        const auto unit = of ? findWorkshopUnit(of->second) : std::nullopt;
        if (!of || !(of->first > 0.) || !unit || unit->quantity != Quantity::Length)
            return noMark(text);
        mark.metres = toSi(share / of->first, *unit);
    } else {
        const auto number = leadingNumber(rest);
        const auto unit = number ? findWorkshopUnit(number->second) : std::nullopt;
        if (!unit || unit->quantity != Quantity::Length)
            return noMark(text);
        mark.metres = toSi(number->first, *unit);
    }
    if (!(mark.metres >= kShortestM) || mark.metres > kLongestM)
        return noMark(text);
    return mark;
}

std::vector<Mark> usualMarks() {
    std::vector<Mark> out;
    for (const char* text : {"60ft", "330ft", "1/8mile", "1/4mile", "0-60mph", "0-100km/h", "50-80mph", "80-120km/h"})
        out.push_back(*parseMark(text));
    return out;
}

} // namespace jr
