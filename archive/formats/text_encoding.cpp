// SPDX-License-Identifier: GPL-3.0-or-later
// Bytes of strangers as UTF-8, and words of theirs made fit to be kept.
#include "archive/formats/text.h"

#include <algorithm>
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
        return Error{Message{"file.line-too-long"}, {}, line};
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
        return Error{Message{"file.not-text"}};
    std::size_t odd = 0;
    for (char c : head)
        odd += static_cast<unsigned char>(c) < 32 && c != '\t' && c != '\n' && c != '\r' && c != '\f';
    if (odd > head.size() / 20)
        return Error{Message{"file.not-text"}};
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

} // namespace jr
