// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers and times as strangers write them, and ours as everybody can read them; identifiers made from content.
#include "archive/formats/text.h"

#include <algorithm>
#include <charconv>
#include <chrono>
#include <cmath>
#include <cstdio>

namespace jr {
namespace {

/// Reads a number of up to fifteen digits with at most one point from `at`, and moves `at` past it. Digits and power of
/// ten are then both exact doubles, so one division gives the correctly rounded value (Clinger 1990). False: let the
/// general reader try.
inline bool simpleNumber(const char*& at, const char* end, double& value, char mark = '.') {
    static constexpr double kTens[] = {1e0, 1e1, 1e2,  1e3,  1e4,  1e5,  1e6,  1e7,
                                       1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15};
    const bool negative = at < end && *at == '-';
    at += negative;
    std::uint64_t digits = 0;
    const char* const start = at;
    const char* point = nullptr;
    for (; at < end; ++at) {
        const unsigned d = static_cast<unsigned char>(*at) - static_cast<unsigned>('0');
        if (d < 10)
            digits = digits * 10 + d;
        else if (*at == mark && !point)
            point = at;
        else
            break;
    }
    const auto count = (at - start) - (point ? 1 : 0);
    if (count <= 0 || count > 15)
        return false;
    value = static_cast<double>(digits);
    if (point)
        value /= kTens[at - point - 1];
    if (negative)
        value = -value;
    return true;
}

} // namespace

std::optional<double> parseNumber(std::string_view cell) {
    cell = trimmed(cell);
    if (!cell.empty() && cell.front() == '+')
        cell.remove_prefix(1);
    if (cell.empty() || !(cell.front() == '-' || cell.front() == '.' || (cell.front() >= '0' && cell.front() <= '9')))
        return std::nullopt;
    double value = 0.;
    const char* at = cell.data();
    if (simpleNumber(at, cell.data() + cell.size(), value) && at == cell.data() + cell.size())
        return value;
    const auto [end, problem] = std::from_chars(cell.data(), cell.data() + cell.size(), value);
    if (problem != std::errc() || end != cell.data() + cell.size() || !std::isfinite(value))
        return std::nullopt;
    return value;
}

bool parsePlainRow(std::string_view line, std::size_t count, double* out, char delimiter, char mark) {
    const char* at = line.data();
    const char* const end = at + line.size();
    for (std::size_t c = 0; c < count; ++c) {
        if (!simpleNumber(at, end, out[c], mark))
            return false;
        if (c + 1 < count) {
            if (at == end || *at != delimiter)
                return false;
            ++at;
        }
    }
    return at == end;
}

std::optional<double> parseNumber(std::string_view cell, bool decimalComma) {
    if (!decimalComma)
        return parseNumber(cell);
    cell = trimmed(cell);
    char buffer[64];
    std::size_t n = 0;
    bool comma = false;
    for (char c : cell) {
        if (n + 1 >= sizeof buffer)
            return std::nullopt;
        if (c == ',') {
            if (comma)
                return std::nullopt;
            comma = true;
            buffer[n++] = '.';
        } else if (c == '.' && cell.find(',') != std::string_view::npos) {
            if (comma)
                return std::nullopt; // a thousands mark may only stand before the comma
        } else {
            buffer[n++] = c;
        }
    }
    return parseNumber({buffer, n});
}

std::optional<double> parseDateTime(std::string_view text) {
    text = trimmed(text);
    int year = 0, month = 0, day = 0, hour = 0, minute = 0;
    double second = 0.;
    const auto whole = [&](std::size_t from, std::size_t length, int& out) {
        if (from + length > text.size())
            return false;
        for (std::size_t i = from; i < from + length; ++i)
            if (text[i] < '0' || text[i] > '9')
                return false;
        std::from_chars(text.data() + from, text.data() + from + length, out);
        return true;
    };
    if (!whole(0, 4, year) || text.size() < 16 || text[4] != '-' || !whole(5, 2, month) || text[7] != '-' ||
        !whole(8, 2, day) || (text[10] != 'T' && text[10] != ' ') || !whole(11, 2, hour) || text[13] != ':' ||
        !whole(14, 2, minute))
        return std::nullopt;
    std::string_view rest = text.substr(16);
    if (!rest.empty() && rest.front() == ':') {
        rest.remove_prefix(1);
        std::size_t n = 0;
        std::string digits;
        while (n < rest.size() && ((rest[n] >= '0' && rest[n] <= '9') || rest[n] == '.' || rest[n] == ','))
            digits += rest[n] == ',' ? '.' : rest[n], ++n;
        const auto s = parseNumber(digits);
        if (!s || *s < 0. || *s >= 61.)
            return std::nullopt;
        second = *s;
        rest.remove_prefix(n);
    }
    double zone = 0.;
    if (rest == "Z" || rest == "z") {
    } else if (!rest.empty()) {
        const double sign = rest.front() == '+' ? 1. : rest.front() == '-' ? -1. : 0.;
        if (sign == 0.)
            return std::nullopt;
        std::string digits;
        for (char c : rest.substr(1))
            if (c != ':')
                digits += c;
        if (digits.size() != 2 && digits.size() != 4)
            return std::nullopt;
        const auto hours = parseNumber(digits.substr(0, 2));
        const auto minutes = digits.size() == 4 ? parseNumber(digits.substr(2)) : std::optional<double>(0.);
        if (!hours || !minutes || *hours > 15. || *minutes > 59.)
            return std::nullopt;
        zone = sign * (*hours * 3600. + *minutes * 60.);
    }
    const std::chrono::year_month_day date{std::chrono::year(year), std::chrono::month(static_cast<unsigned>(month)),
                                           std::chrono::day(static_cast<unsigned>(day))};
    constexpr int kEarliest = 1900; // before that it is no date of a pull
    if (!date.ok() || hour > 24 || minute > 59 || year < kEarliest)
        return std::nullopt;
    const auto days = static_cast<double>(std::chrono::sys_days(date).time_since_epoch().count());
    return days * 86400. + hour * 3600. + minute * 60. + second - zone;
}

std::optional<double> parseClock(std::string_view text, bool decimalComma) {
    text = trimmed(text);
    const std::size_t first = text.find(':');
    if (first == std::string_view::npos)
        return std::nullopt;
    double total = 0.;
    int parts = 0;
    while (parts < 3) {
        const std::size_t colon = text.find(':');
        const auto part = parseNumber(text.substr(0, colon), decimalComma);
        if (!part || *part < 0. || (parts > 0 && *part >= 60.))
            return std::nullopt;
        total = total * 60. + *part;
        ++parts;
        if (colon == std::string_view::npos)
            return total;
        text.remove_prefix(colon + 1);
    }
    return std::nullopt;
}

std::string numberText(double value) {
    if (!std::isfinite(value))
        return {};
    char buffer[40];
    std::snprintf(buffer, sizeof buffer, "%.10g", value == 0. ? 0. : value);
    // The C locale is not guaranteed once an interface is running; a decimal comma would break the file.
    for (char* c = buffer; *c; ++c)
        if (*c == ',')
            *c = '.';
    return buffer;
}

std::uint64_t contentHash(std::string_view content, std::uint64_t seed) {
    std::uint64_t h = seed;
    for (char c : content) {
        h ^= static_cast<unsigned char>(c);
        h *= 1099511628211ull;
    }
    return h;
}

std::string contentId(std::string_view content) {
    const std::uint64_t a = contentHash(content), b = contentHash(content, 0x51ed270b7a3f2c19ull);
    char buffer[40];
    // Version 8 (custom) and variant bits, as RFC 9562 has it.
    std::snprintf(buffer, sizeof buffer, "%08x-%04x-8%03x-%04x-%012llx", static_cast<unsigned>(a >> 32),
                  static_cast<unsigned>((a >> 16) & 0xffff), static_cast<unsigned>(a & 0xfff),
                  static_cast<unsigned>(0x8000 | ((b >> 48) & 0x3fff)),
                  static_cast<unsigned long long>(b & 0xffffffffffffull));
    return buffer;
}

} // namespace jr
