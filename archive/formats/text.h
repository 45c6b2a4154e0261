// SPDX-License-Identifier: GPL-3.0-or-later
// Text as strangers write it: encodings, lines, cells, numbers. No Qt, so that the fuzz target can run it alone.
#pragma once

#include "core/result.h"

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

/// UTF-8 from UTF-8, UTF-16 (with or without a byte order mark) or Latin-1. Errors: binary content, a line of more than
/// 1 MB (named).
Result<std::string> decodeText(std::string_view bytes);

/// One physical line, without its end.
struct Line {
    std::string_view text;
    long number; ///< from 1
};

/// Walks the lines of a text; ends are LF, CRLF or CR.
class Lines {
public:
    explicit Lines(std::string_view text) : m_rest(text) {}
    std::optional<Line> next();
    bool lastWasUnfinished() const { return m_unfinished; } ///< the last line had no line end

private:
    std::string_view m_rest;
    long m_number = 0;
    bool m_unfinished = false;
    bool m_done = false;
};

/// Splits a line into cells (RFC 4180 quotes, one line per record). Views stay valid as long as `line` and `scratch`.
void splitCells(std::string_view line, char delimiter, std::vector<std::string_view>& cells,
                std::vector<std::string>& scratch);

std::string_view trimmed(std::string_view text);

/// A plain finite number, whole cell, '.' decimal. "nan", "inf" and hex are not numbers here.
std::optional<double> parseNumber(std::string_view cell);
/// The same, allowing a decimal comma and thousands marks in front of it.
std::optional<double> parseNumber(std::string_view cell, bool decimalComma);

/// The common row in one pass: exactly `count` plain numbers between delimiters, at most fifteen digits each. False,
/// with `out` unspecified, for any other row: the careful way reads that one or says what is wrong with it.
bool parsePlainRow(std::string_view line, std::size_t count, double* out, char delimiter = ',', char mark = '.');

/// Seconds since 1970 UTC of an ISO 8601 date-time ("2026-05-02T10:14:05+02:00"; a space for the T, fractions, Z or no
/// zone, which is read as UTC). nullopt when it is none.
std::optional<double> parseDateTime(std::string_view text);
/// Seconds of "mm:ss.sss" or "hh:mm:ss.sss".
std::optional<double> parseClock(std::string_view text, bool decimalComma = false);

/// A stranger's words made fit to be kept and shown: valid UTF-8 (what is not becomes U+FFFD), no control characters
/// (each becomes a space), at most `most` bytes, cut between characters.
std::string cleanedText(std::string_view text, std::size_t most = 200);

/// A cell as it stands in a row of comma-separated values; quoted where it must be.
std::string csvCell(const std::string& text);

/// Shortest text with at most ten significant digits.
std::string numberText(double value);

/// A stable identifier in UUID form made from content.
std::string contentId(std::string_view content);
/// 64-bit FNV-1a, for cache keys and identifiers; not for safety.
std::uint64_t contentHash(std::string_view content, std::uint64_t seed = 1469598103934665603ull);

} // namespace jr
