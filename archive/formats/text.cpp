// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/text.h"

#include <algorithm>
#include <cstring>

namespace jr {

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

std::string csvCell(const std::string& text) {
    // Also what would be taken for a key at the head of a line, and what would lose its blanks.
    const bool plain = text.find_first_of(",\"\r\n") == std::string::npos && !text.starts_with('#') &&
                       trimmed(text).size() == text.size();
    if (plain)
        return text;
    std::string out = "\"";
    for (char c : text)
        out += c == '"' ? std::string("\"\"") : std::string(1, c);
    return out + "\"";
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

} // namespace jr
