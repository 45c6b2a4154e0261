// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/leading_number.h"

namespace jr {
namespace {

bool isDigit(char c) {
    return c >= '0' && c <= '9';
}

} // namespace

std::optional<std::pair<double, std::string>> leadingNumber(std::string_view text) {
    const auto blank = [](char c) { return c == ' ' || c == '\t'; };
    while (!text.empty() && blank(text.front()))
        text.remove_prefix(1);
    std::string digits;
    std::size_t at = 0;
    if (at < text.size() && (text[at] == '+' || text[at] == '-'))
        digits += text[at++];
    const std::size_t first = at;
    while (at < text.size() && isDigit(text[at]))
        digits += text[at++];
    if (at == first)
        return std::nullopt;
    if (at + 1 < text.size() && (text[at] == '.' || text[at] == ',') && isDigit(text[at + 1])) {
        digits += '.';
        for (++at; at < text.size() && isDigit(text[at]); ++at)
            digits += text[at];
    }
    std::string_view rest = text.substr(at);
    while (!rest.empty() && blank(rest.front()))
        rest.remove_prefix(1);
    while (!rest.empty() && blank(rest.back()))
        rest.remove_suffix(1);
    double value = 0., fraction = 1.;
    bool past = false;
    for (char c : digits) { // not strtod, which reads the locale's mark
        if (c == '.') {
            past = true;
        } else if (isDigit(c)) {
            value = 10. * value + (c - '0');
            fraction *= past ? 10. : 1.;
        }
    }
    value /= fraction;
    return std::pair(digits.front() == '-' ? -value : value, std::string(rest));
}

} // namespace jr
