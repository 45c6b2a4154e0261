// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/bench_lines.h"

#include "archive/formats/text.h"

#include <array>
#include <charconv>
#include <cmath>
#include <cstdio>
#include <limits>

namespace jr {
namespace {

/// Takes the next word off the front.
std::string_view word(std::string_view& rest) {
    rest = trimmed(rest);
    const std::size_t end = rest.find(' ');
    const std::string_view out = rest.substr(0, end);
    rest = end == std::string_view::npos ? std::string_view() : rest.substr(end + 1);
    return out;
}

constexpr std::size_t kMostValues = 64, kLongestWord = 64, kLongestWords = 400;

/// One word of the bench's: a key, a channel, an offer.
std::string cleanWord(std::string_view text) {
    return cleanedText(text, kLongestWord);
}
/// Words of the bench's, for people.
std::string cleanWords(std::string_view text) {
    return cleanedText(trimmed(text), kLongestWords);
}

template <class T>
bool whole(std::string_view text, T& value) {
    const auto [at, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    return error == std::errc() && at == text.data() + text.size();
}

} // namespace

std::uint8_t lineChecksum(std::string_view text) {
    static const auto table = [] {
        std::array<std::uint8_t, 256> t{};
        for (int byte = 0; byte < 256; ++byte) {
            auto crc = static_cast<std::uint8_t>(byte);
            for (int bit = 0; bit < 8; ++bit)
                crc = static_cast<std::uint8_t>(crc & 0x80 ? (crc << 1) ^ 0x07 : crc << 1);
            t[static_cast<std::size_t>(byte)] = crc;
        }
        return t;
    }();
    std::uint8_t crc = 0;
    for (char c : text)
        crc = table[crc ^ static_cast<unsigned char>(c)];
    return crc;
}

std::string withChecksum(std::string_view text) {
    char tail[8];
    std::snprintf(tail, sizeof tail, "*%02X\n", lineChecksum(text));
    return std::string(text) + tail;
}

LineFault readBenchLine(std::string_view line, BenchLine& out) {
    const std::size_t star = line.rfind('*');
    if (star == std::string_view::npos || line.size() - star != 3)
        return LineFault::NoChecksum;
    unsigned said = 0;
    if (std::from_chars(line.data() + star + 1, line.data() + line.size(), said, 16).ptr != line.data() + line.size())
        return LineFault::NoChecksum;
    std::string_view rest = line.substr(0, star);
    if (said != lineChecksum(rest))
        return LineFault::BadChecksum;
    const std::string_view verb = word(rest);
    if (verb == "s") {
        SampleLine sample{};
        const auto time = [&] {
            const bool counted = whole(word(rest), sample.count);
            return counted ? parseNumber(word(rest)) : std::nullopt;
        }();
        if (!time || *time < 0. || *time > kLargestTimeS)
            return LineFault::NotUnderstood;
        sample.timeS = *time;
        while (!rest.empty()) {
            const std::string_view cell = word(rest);
            if (sample.values.size() == kMostValues)
                return LineFault::NotUnderstood;
            if (cell == "-") {
                sample.values.push_back(std::numeric_limits<double>::quiet_NaN());
                continue;
            }
            const auto value = parseNumber(cell);
            if (!value || std::abs(*value) > kLargestReading)
                return LineFault::NotUnderstood;
            sample.values.push_back(*value);
        }
        out = std::move(sample);
    } else if (verb == "hello") {
        int version = 0;
        if (word(rest) != "bench-lines" || !whole(word(rest), version))
            return LineFault::NotUnderstood;
        out = HelloLine{version, cleanWords(rest)};
    } else if (verb == "fact") {
        const std::string_view key = word(rest);
        if (key.empty())
            return LineFault::NotUnderstood;
        out = FactLine{cleanWord(key), cleanWords(rest)};
    } else if (verb == "channel") {
        std::size_t index = 0;
        const bool numbered = whole(word(rest), index);
        const std::string_view name = word(rest), unit = word(rest);
        if (!numbered || index >= kMostValues || name.empty())
            return LineFault::NotUnderstood;
        out = ChannelLine{index, cleanWord(name), cleanWord(unit.empty() ? "1" : unit)};
    } else if (verb == "offer") {
        const std::string_view name = word(rest);
        if (name.empty())
            return LineFault::NotUnderstood;
        out = OfferLine{cleanWord(name), cleanWords(rest)};
    } else if (verb == "begin") {
        out = BeginLine{};
    } else if (verb == "said") {
        out = SaidLine{cleanWords(rest)};
    } else if (verb == "done" || verb == "refused") {
        std::optional<std::uint32_t> number;
        if (rest.starts_with('#')) {
            std::string_view after = rest.substr(1);
            std::uint32_t counted = 0;
            if (!whole(word(after), counted))
                return LineFault::NotUnderstood;
            number = counted;
            rest = after;
        }
        out = AnswerLine{verb == "done", cleanWords(rest), number};
    } else {
        return LineFault::NotUnderstood;
    }
    return LineFault::None;
}

} // namespace jr
