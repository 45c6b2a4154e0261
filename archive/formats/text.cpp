// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/text.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <cstdio>
#include <cstring>

namespace jr {
namespace {

constexpr std::size_t kLongestLine = 1u << 20; // a row longer than this is none

void appendUtf8(std::string& out, std::uint32_t c) {
    if (c < 0x80) {
        out += static_cast<char>(c);
    } else if (c < 0x800) {
        out += static_cast<char>(0xC0 | (c >> 6));
        out += static_cast<char>(0x80 | (c & 0x3F));
    } else if (c < 0x10000) {
        out += static_cast<char>(0xE0 | (c >> 12));
        out += static_cast<char>(0x80 | ((c >> 6) & 0x3F));
        out += static_cast<char>(0x80 | (c & 0x3F));
    } else {
        out += static_cast<char>(0xF0 | (c >> 18));
        out += static_cast<char>(0x80 | ((c >> 12) & 0x3F));
        out += static_cast<char>(0x80 | ((c >> 6) & 0x3F));
        out += static_cast<char>(0x80 | (c & 0x3F));
    }
}

std::string fromUtf16(std::string_view bytes, bool bigEndian) {
    std::string out;
    out.reserve(bytes.size() / 2);
    const auto unit = [&](std::size_t i) {
        const auto a = static_cast<unsigned char>(bytes[i]), b = static_cast<unsigned char>(bytes[i + 1]);
        return static_cast<std::uint32_t>(bigEndian ? (a << 8 | b) : (b << 8 | a));
    };
    for (std::size_t i = 0; i + 1 < bytes.size(); i += 2) {
        std::uint32_t c = unit(i);
        if (c >= 0xD800 && c < 0xDC00 && i + 3 < bytes.size()) {
            const std::uint32_t low = unit(i + 2);
            if (low >= 0xDC00 && low < 0xE000) {
                c = 0x10000 + ((c - 0xD800) << 10) + (low - 0xDC00);
                i += 2;
            }
        }
        appendUtf8(out, c >= 0xD800 && c < 0xE000 ? 0xFFFD : c);
    }
    return out;
}

/// Bytes of the UTF-8 character at `i` (RFC 3629: no overlong forms, no surrogates, nothing past U+10FFFF); 0 when
/// there is none.
std::size_t utf8Length(std::string_view s, std::size_t i) {
    const auto at = [&](std::size_t k) { return k < s.size() ? static_cast<unsigned char>(s[k]) : 0u; };
    const unsigned c = at(i), second = at(i + 1);
    if (c < 0x80)
        return 1;
    std::size_t length = 0;
    unsigned low = 0x80, high = 0xBF; // what the second byte may be
    if (c >= 0xC2 && c < 0xE0) {
        length = 2;
    } else if (c >= 0xE0 && c < 0xF0) {
        length = 3;
        low = c == 0xE0 ? 0xA0 : low;
        high = c == 0xED ? 0x9F : high;
    } else if (c >= 0xF0 && c < 0xF5) {
        length = 4;
        low = c == 0xF0 ? 0x90 : low;
        high = c == 0xF4 ? 0x8F : high;
    }
    if (length == 0 || i + length > s.size() || second < low || second > high)
        return 0;
    for (std::size_t k = 2; k < length; ++k)
        if ((at(i + k) & 0xC0) != 0x80)
            return 0;
    return length;
}

bool isUtf8(std::string_view s) {
    for (std::size_t i = 0; i < s.size();) {
        // Eight plain ASCII bytes at a time.
        if (std::uint64_t eight = 0; i + 8 <= s.size()) {
            std::memcpy(&eight, s.data() + i, 8);
            if ((eight & 0x8080808080808080ull) == 0) {
                i += 8;
                continue;
            }
        }
        const std::size_t length = utf8Length(s, i);
        if (length == 0)
            return false;
        i += length;
    }
    return true;
}

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

/// The first line longer than kLongestLine, from 1; 0 when there is none.
long overlongLine(std::string_view bytes) {
    long number = 1;
    for (std::size_t at = 0; at < bytes.size(); ++number) {
        const void* end = std::memchr(bytes.data() + at, '\n', bytes.size() - at);
        const std::size_t next =
            end ? static_cast<std::size_t>(static_cast<const char*>(end) - bytes.data()) : bytes.size();
        if (next - at > kLongestLine && std::memchr(bytes.data() + at, '\r', next - at) == nullptr)
            return number;
        at = next + 1;
    }
    return 0;
}

/// A stray control character in a text is a blank: kept, it would make the file that is written from it none.
void blankControls(std::string& text) {
    for (char& c : text)
        if (static_cast<unsigned char>(c) < 0x20 && c != '\t' && c != '\n' && c != '\r' && c != '\f')
            c = ' ';
}

} // namespace

Result<std::string> decodeText(std::string_view bytes) {
    // Before the text is turned into another, which takes as much memory again.
    if (const long line = overlongLine(bytes); line > 0)
        return Error{"a line of more than 1 MB: this is no table of figures", {}, line};
    if (bytes.starts_with("\xEF\xBB\xBF"))
        bytes.remove_prefix(3);
    else if (bytes.starts_with("\xFF\xFE"))
        return fromUtf16(bytes.substr(2), false);
    else if (bytes.starts_with("\xFE\xFF"))
        return fromUtf16(bytes.substr(2), true);
    const std::string_view head = bytes.substr(0, 4096);
    std::size_t zeroEven = 0, zeroOdd = 0;
    for (std::size_t i = 0; i < head.size(); ++i)
        if (head[i] == 0)
            ++(i % 2 ? zeroOdd : zeroEven);
    // Plain text in UTF-16 has nearly every other byte zero.
    if (zeroOdd > head.size() * 2 / 5 && zeroEven < head.size() / 50)
        return fromUtf16(bytes, false);
    if (zeroEven > head.size() * 2 / 5 && zeroOdd < head.size() / 50)
        return fromUtf16(bytes, true);
    if (std::memchr(bytes.data(), 0, bytes.size()) != nullptr)
        return Error{"this is not a text file"};
    std::size_t odd = 0;
    for (char c : head)
        odd += static_cast<unsigned char>(c) < 32 && c != '\t' && c != '\n' && c != '\r' && c != '\f';
    if (odd > head.size() / 20)
        return Error{"this is not a text file"};
    if (isUtf8(bytes)) {
        std::string out(bytes);
        blankControls(out);
        return out;
    }
    std::string out;
    out.reserve(bytes.size() + bytes.size() / 8);
    for (char c : bytes)
        appendUtf8(out, static_cast<unsigned char>(c));
    blankControls(out);
    return out;
}

std::optional<Line> Lines::next() {
    if (m_done || m_rest.empty())
        return std::nullopt;
    ++m_number;
    // The nearer of LF and CR; a CR is only looked for inside the line the LF ends.
    const void* feed = std::memchr(m_rest.data(), '\n', m_rest.size());
    std::size_t end =
        feed ? static_cast<std::size_t>(static_cast<const char*>(feed) - m_rest.data()) : std::string_view::npos;
    const void* back = std::memchr(m_rest.data(), '\r', feed ? end : m_rest.size());
    if (back)
        end = static_cast<std::size_t>(static_cast<const char*>(back) - m_rest.data());
    if (end == std::string_view::npos) {
        m_done = true;
        m_unfinished = true;
        return Line{m_rest, m_number};
    }
    const Line line{m_rest.substr(0, end), m_number};
    const bool pair = m_rest[end] == '\r' && end + 1 < m_rest.size() && m_rest[end + 1] == '\n';
    m_rest.remove_prefix(end + (pair ? 2 : 1));
    return line;
}

void splitCells(std::string_view line, char delimiter, std::vector<std::string_view>& cells,
                std::vector<std::string>& scratch) {
    cells.clear();
    if (line.find('"') == std::string_view::npos) {
        const char* at = line.data();
        const char* const end = at + line.size();
        for (;;) {
            const void* found = at < end ? std::memchr(at, delimiter, static_cast<std::size_t>(end - at)) : nullptr;
            const char* stop = found ? static_cast<const char*>(found) : end;
            cells.emplace_back(at, static_cast<std::size_t>(stop - at));
            if (!found)
                return;
            at = stop + 1;
        }
    }
    scratch.clear();
    std::string cell;
    bool quoted = false;
    for (std::size_t i = 0; i < line.size(); ++i) {
        const char c = line[i];
        if (quoted) {
            if (c == '"' && i + 1 < line.size() && line[i + 1] == '"') {
                cell += '"';
                ++i;
            } else if (c == '"') {
                quoted = false;
            } else {
                cell += c;
            }
        } else if (c == '"') {
            quoted = true;
        } else if (c == delimiter) {
            scratch.push_back(std::move(cell));
            cell.clear();
        } else {
            cell += c;
        }
    }
    scratch.push_back(std::move(cell));
    for (const std::string& s : scratch)
        cells.emplace_back(s);
}

std::string_view trimmed(std::string_view text) {
    // Most cells have nothing to trim.
    if (!text.empty() && static_cast<unsigned char>(text.front()) > ' ' &&
        static_cast<unsigned char>(text.back()) > ' ')
        return text;
    constexpr std::string_view kBlank = " \t\r\n\f\v";
    const std::size_t from = text.find_first_not_of(kBlank);
    if (from == std::string_view::npos)
        return {};
    return text.substr(from, text.find_last_not_of(kBlank) - from + 1);
}

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
    if (month < 1 || month > 12 || day < 1 || day > 31 || hour > 24 || minute > 59 || year < 1900)
        return std::nullopt;
    // Days from civil date (proleptic Gregorian).
    const int y = year - (month <= 2);
    const int era = y / 400;
    const int yoe = y - era * 400;
    const int doy = (153 * (month + (month > 2 ? -3 : 9)) + 2) / 5 + day - 1;
    const int doe = yoe * 365 + yoe / 4 - yoe / 100 + doy;
    const double days = static_cast<double>(era) * 146097. + doe - 719468.;
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

std::string cleanedText(std::string_view text, std::size_t most) {
    std::string out;
    for (std::size_t i = 0; i < text.size();) {
        const std::size_t length = utf8Length(text, i);
        const auto c = static_cast<unsigned char>(text[i]);
        // C0 controls and DEL; the C1 controls are U+0080 to U+009F.
        const bool control =
            c < 0x20 || c == 0x7F || (length == 2 && c == 0xC2 && static_cast<unsigned char>(text[i + 1]) < 0xA0);
        const std::string_view piece = length == 0 ? std::string_view("\xEF\xBF\xBD")
                                       : control   ? std::string_view(" ")
                                                   : text.substr(i, length);
        if (out.size() + piece.size() > most)
            break;
        out += piece;
        i += std::max<std::size_t>(length, 1);
    }
    return out;
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
