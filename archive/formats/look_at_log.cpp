// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/foreign_log.h"
#include "archive/formats/heading_words.h"
#include "archive/formats/text.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <span>

namespace jr {
namespace {

constexpr std::size_t kLookLines = 400; // enough to see the table past any preamble

bool isValue(std::string_view cell, bool decimalComma) {
    return parseNumber(cell, decimalComma) || parseClock(cell, decimalComma) || parseDateTime(cell);
}

struct Shape {
    char delimiter;
    bool decimalComma;
    std::size_t columns = 0; // of the data
    std::size_t rows = 0;    // that fit
    std::size_t first = 0;   // index of the first data line
};

/// How well a delimiter and decimal mark explain the lines: rows with the commonest number of cells, mostly values.
Shape tryShape(const std::vector<Line>& lines, char delimiter, bool decimalComma) {
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    std::map<std::size_t, std::size_t> counts;
    std::vector<std::size_t> width(lines.size(), 0);
    for (std::size_t i = 0; i < lines.size(); ++i) {
        if (trimmed(lines[i].text).empty())
            continue;
        splitCells(lines[i].text, delimiter, cells, scratch);
        std::size_t values = 0, filled = 0;
        for (std::string_view cell : cells)
            if (!trimmed(cell).empty()) {
                ++filled;
                values += isValue(cell, decimalComma);
            }
        if (filled >= 1 && 2 * values >= filled && values >= 1 && cells.size() >= 2) {
            width[i] = cells.size();
            ++counts[cells.size()];
        }
    }
    Shape shape{delimiter, decimalComma};
    for (const auto& [columns, rows] : counts)
        if (rows > shape.rows) {
            shape.rows = rows;
            shape.columns = columns;
        }
    // The table starts where the shape is first held for two lines together (a lone date in a preamble is none).
    for (std::size_t i = 0; i < lines.size(); ++i)
        if (width[i] == shape.columns && shape.columns > 0) {
            std::size_t next = i + 1;
            while (next < lines.size() && trimmed(lines[next].text).empty())
                ++next;
            if (next >= lines.size() || width[next] == shape.columns) {
                shape.first = i;
                break;
            }
        }
    return shape;
}

/// Splits "Coolant [degC]", "RPM (1/min)", "Speed_mph" or "Speed in km/h" into a name and a unit.
void splitHeading(std::string_view heading, std::string& name, std::string& unit) {
    heading = trimmed(heading);
    for (const auto& [open, close] : {std::pair{'[', ']'}, std::pair{'(', ')'}}) {
        const std::size_t at = heading.rfind(open);
        if (at != std::string_view::npos && at > 0 && heading.back() == close) {
            name = trimmed(heading.substr(0, at));
            unit = trimmed(heading.substr(at + 1, heading.size() - at - 2));
            return;
        }
    }
    for (const std::string_view mark : {" in ", "_", " "}) {
        const std::size_t at = heading.rfind(mark);
        if (at == std::string_view::npos || at == 0)
            continue;
        const std::string_view tail = trimmed(heading.substr(at + mark.size()));
        // A bare letter or digit at the end is more often a name than a unit.
        if (tail.size() >= 2 && findUnit(tail) && !parseChannelName(heading) &&
            (mark == " in " || (findUnit(tail)->quantity != Quantity::Ratio))) {
            // "Engine rpm" is a name as well as a unit; the name keeps it.
            name = findUnit(tail)->symbol == "rpm" ? heading : trimmed(heading.substr(0, at));
            unit = tail;
            return;
        }
    }
    name = heading;
    unit.clear();
}

bool looksLikeUnits(const std::vector<std::string_view>& cells) {
    std::size_t filled = 0, units = 0;
    for (std::string_view cell : cells) {
        cell = trimmed(cell);
        if (cell.size() > 2 && (cell.front() == '[' || cell.front() == '('))
            cell = cell.substr(1, cell.size() - 2);
        if (cell.empty())
            continue;
        ++filled;
        units += findUnit(cell).has_value();
    }
    return filled > 0 && 2 * units >= filled + (filled > 2 ? 1 : 0);
}

/// A unit for a column that has none written: what such a channel is usually logged in. Said in the remarks.
std::optional<Unit> usualUnit(ChannelId id, const std::string& name, std::span<const double> values) {
    double largest = 0.;
    for (double v : values)
        largest = std::max(largest, std::abs(v));
    const auto unit = [](const char* symbol) { return findUnit(symbol); };
    switch (id) {
    case ChannelId::Time: {
        std::vector<double> steps;
        for (std::size_t i = 1; i < values.size(); ++i)
            steps.push_back(values[i] - values[i - 1]);
        std::sort(steps.begin(), steps.end());
        // Whole steps of one or more between rows of a pull that lasts seconds are milliseconds.
        return unit(!steps.empty() && steps[steps.size() / 2] >= 1. ? "ms" : "s");
    }
    case ChannelId::EngineSpeed:
        return unit("rpm");
    case ChannelId::RollerSpeed:
    case ChannelId::BrakeSpeed:
        return name.find("rpm") != std::string::npos || name.find("RPM") != std::string::npos || largest > 700.
                   ? unit("rpm")
                   : std::nullopt;
    case ChannelId::VehicleSpeed:
        return name.find("mph") != std::string::npos  ? unit("mph")
               : name.find("km") != std::string::npos ? unit("km/h")
                                                      : std::nullopt;
    case ChannelId::Afr:
    case ChannelId::Lambda:
    case ChannelId::Mark:
    case ChannelId::Satellites:
    case ChannelId::Hdop:
        return unit("1");
    case ChannelId::Latitude:
    case ChannelId::Longitude:
        return findWorkshopUnit("deg");
    case ChannelId::Altitude:
        return findWorkshopUnit("m");
    case ChannelId::Throttle:
        return unit(largest > 1.5 ? "%" : "1");
    default:
        return std::nullopt;
    }
}

} // namespace

std::string ForeignLayout::signature() const {
    std::string out;
    for (const ForeignColumn& column : columns)
        out += column.heading + "[" + column.unitText + "]|";
    return out;
}

Result<ForeignLayout> lookAtLog(std::string_view text, const std::string& fileName) {
    std::vector<Line> lines;
    Lines walker(text);
    while (lines.size() < kLookLines) {
        const auto line = walker.next();
        if (!line)
            break;
        lines.push_back(*line);
    }
    if (lines.empty())
        return Error{Message{"file.empty"}, fileName};
    Shape best{',', false};
    double bestScore = 0.;
    for (const auto& [delimiter, comma] : {std::pair{'\t', false}, std::pair{';', false}, std::pair{';', true},
                                           std::pair{'\t', true}, std::pair{',', false}}) {
        const Shape shape = tryShape(lines, delimiter, comma);
        // Among shapes that explain as many rows the one with more columns wins; a decimal comma only where it reads
        // more.
        const double score = static_cast<double>(shape.rows) *
                             (1. + 0.01 * static_cast<double>(std::min<std::size_t>(shape.columns, 50)));
        if (shape.rows >= 2 && score > bestScore * 1.0001) {
            best = shape;
            bestScore = score;
        }
    }
    if (bestScore == 0.)
        return Error{Message{"file.no-table"}, fileName};
    // With ';' or tab, cells like 1,5 show a decimal comma; tryShape counts a cell as a value either way only if it
    // parses, so compare how many cells parse.
    if (best.delimiter != ',') {
        std::size_t plain = 0, comma = 0;
        std::vector<std::string_view> cells;
        std::vector<std::string> scratch;
        for (std::size_t i = best.first; i < lines.size(); ++i) {
            splitCells(lines[i].text, best.delimiter, cells, scratch);
            for (std::string_view cell : cells) {
                plain += parseNumber(cell, false).has_value() && cell.find('.') != std::string_view::npos;
                // A clock shows its decimal mark as well: 10:31:12,4.
                comma += cell.find(',') != std::string_view::npos &&
                         (parseNumber(cell, true).has_value() || (parseClock(cell, true) && !parseClock(cell, false)));
            }
        }
        best.decimalComma = comma > plain;
    }

    ForeignLayout layout;
    layout.delimiter = best.delimiter;
    layout.decimalComma = best.decimalComma;
    layout.firstDataLine = lines[best.first].number;
    layout.columns.resize(best.columns);
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;

    // Upwards from the data: a unit row, then a heading row, with no blank line in between.
    std::size_t above = best.first;
    const auto rowAbove = [&](auto accept) {
        if (above == 0)
            return false;
        splitCells(lines[above - 1].text, best.delimiter, cells, scratch);
        if (trimmed(lines[above - 1].text).empty() || cells.size() + 1 < best.columns ||
            cells.size() > best.columns + 1 || !accept())
            return false;
        --above;
        return true;
    };
    std::vector<std::string> units(best.columns);
    if (rowAbove([&] { return looksLikeUnits(cells) && above >= 2; })) {
        // One row of headings that happen to be units ("rpm, mph") is a heading row unless something stands above it.
        std::vector<std::string> found;
        for (std::size_t c = 0; c < best.columns && c < cells.size(); ++c) {
            std::string_view unit = trimmed(cells[c]);
            if (unit.size() > 2 && (unit.front() == '[' || unit.front() == '('))
                unit = unit.substr(1, unit.size() - 2);
            units[c] = unit;
        }
        layout.unitLine = lines[above].number;
    }
    if (rowAbove([] { return true; })) {
        layout.headingLine = lines[above].number;
        for (std::size_t c = 0; c < best.columns; ++c) {
            ForeignColumn& column = layout.columns[c];
            if (c < cells.size())
                splitHeading(cells[c], column.heading, column.unitText);
        }
    } else if (layout.unitLine > 0) {
        layout.headingLine = layout.unitLine;
        layout.unitLine = 0;
        for (std::size_t c = 0; c < best.columns; ++c)
            layout.columns[c].heading = layout.columns[c].unitText = units[c];
        units.assign(best.columns, "");
    }
    for (std::size_t i = 0; i < above; ++i)
        if (!trimmed(lines[i].text).empty())
            layout.preamble.emplace_back(trimmed(lines[i].text));

    std::vector<std::vector<double>> values(best.columns);
    for (std::size_t i = best.first; i < lines.size(); ++i) {
        splitCells(lines[i].text, best.delimiter, cells, scratch);
        if (cells.size() != best.columns)
            continue;
        for (std::size_t c = 0; c < best.columns; ++c) {
            if (layout.columns[c].examples.size() < 6)
                layout.columns[c].examples.emplace_back(trimmed(cells[c]));
            if (const auto v = parseNumber(cells[c], best.decimalComma))
                values[c].push_back(*v);
        }
    }
    std::vector<ChannelName> taken;
    for (std::size_t c = 0; c < best.columns; ++c) {
        ForeignColumn& column = layout.columns[c];
        if (!units[c].empty())
            column.unitText = units[c];
        if (column.heading.empty())
            column.heading = "column " + std::to_string(c + 1);
        const auto unit = findUnit(column.unitText);
        auto channel = channelForHeading(column.heading, unit ? std::optional(unit->quantity) : std::nullopt);
        if (!channel)
            continue;
        while (std::any_of(taken.begin(), taken.end(),
                           [&](const ChannelName& t) { return t.id == channel->id && t.number == channel->number; })) {
            if (!channelInfo(channel->id).numbered) {
                channel.reset();
                break;
            }
            ++channel->number;
        }
        if (!channel)
            continue;
        const auto its = findChannelUnit(channel->id, column.unitText);
        const bool clock =
            channel->id == ChannelId::Time && !column.examples.empty() &&
            (parseClock(column.examples.front(), best.decimalComma) || parseDateTime(column.examples.front())) &&
            !parseNumber(column.examples.front(), best.decimalComma);
        if (clock) {
            column.unit = findUnit("s");
            layout.remarks.push_back({"log.time-of-day", {column.heading}});
        } else if (its && !column.unitText.empty() && unitFits(channel->id, *its)) {
            column.unit = its;
        } else if (const auto usual = usualUnit(channel->id, column.heading, values[c])) {
            column.unit = usual;
            layout.remarks.push_back({"log.unit-taken", {column.heading, std::string(usual->symbol)}});
        } else {
            layout.remarks.push_back({"log.no-unit", {column.heading, Sayings{{channelMessage(*channel)}}}});
            continue;
        }
        column.channel = channel;
        taken.push_back(*channel);
    }
    return layout;
}

} // namespace jr
