// SPDX-License-Identifier: GPL-3.0-or-later
// The line protocol of docs/bench-lines.md: one line in, one message out.
#pragma once

#include "core/result.h"

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace jr {

struct HelloLine {
    int version;
    std::string name;
};
struct FactLine {
    std::string key, value;
};
struct ChannelLine {
    std::size_t index;
    std::string name, unit;
};
struct OfferLine {
    std::string word, label;
};
struct BeginLine {};
struct SampleLine {
    std::uint32_t count;
    double timeS;
    std::vector<double> values; ///< NaN for "-"
};
struct SaidLine {
    std::string text;
};
struct AnswerLine {
    bool done;
    std::string text; ///< the order it answers, without its number; the bench's reason
    std::optional<std::uint32_t> number = std::nullopt; ///< "done #12 cut": of a bench that counts its orders
};
using BenchLine =
    std::variant<HelloLine, FactLine, ChannelLine, OfferLine, BeginLine, SampleLine, SaidLine, AnswerLine>;

/// CRC-8, polynomial 0x07, start 0, of the bytes before the star.
std::uint8_t lineChecksum(std::string_view text);
/// "text*HH\n".
std::string withChecksum(std::string_view text);

enum class LineFault { None, NoChecksum, BadChecksum, NotUnderstood };

/// Bench times and readings past this are no figures; so is a time before the bench was switched on.
inline constexpr double kLargestTimeS = 1e9, kLargestReading = 1e12;

/// Reads one line without its end. Words for people come out cleaned (valid UTF-8, no control characters, bounded);
/// times and readings are finite and of a possible size. On a fault `out` is left alone.
LineFault readBenchLine(std::string_view line, BenchLine& out);

} // namespace jr
