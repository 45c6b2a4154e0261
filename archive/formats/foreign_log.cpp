// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/foreign_log.h"

#include "archive/formats/text.h"
#include "core/nan.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace jr {
namespace {

/// The kind a set of channels speaks of.
PullKind kindOf(const std::vector<ColumnMapping>& mapping) {
    const auto has = [&](ChannelId id) {
        return std::any_of(mapping.begin(), mapping.end(), [&](const ColumnMapping& m) { return m.channel.id == id; });
    };
    if (has(ChannelId::VehicleSpeed) && (has(ChannelId::Latitude) || has(ChannelId::Satellites)) &&
        !has(ChannelId::RollerSpeed))
        return PullKind::Road; // satellites are not seen from a bench
    if (has(ChannelId::RollerSpeed) || (has(ChannelId::VehicleSpeed) && !has(ChannelId::LoadForce)))
        return PullKind::Roller;
    if (has(ChannelId::LoadForce) || has(ChannelId::BrakeTorque))
        return PullKind::Brake;
    return has(ChannelId::Power) || has(ChannelId::Torque) ? PullKind::Curve : PullKind::Roller;
}

} // namespace

std::vector<ColumnMapping> proposedMapping(const ForeignLayout& layout) {
    std::vector<ColumnMapping> out;
    for (std::size_t c = 0; c < layout.columns.size(); ++c)
        if (layout.columns[c].channel && layout.columns[c].unit)
            out.push_back({c, *layout.columns[c].channel, std::string(layout.columns[c].unit->symbol)});
    return out;
}

Result<ColumnMapping> parseMapping(std::string_view argument, const ForeignLayout& layout) {
    const std::size_t equals = argument.find('=');
    if (equals == std::string_view::npos)
        return Error{Message{"file.not-a-mapping", {std::string(argument)}}};
    const auto channel = parseChannelName(trimmed(argument.substr(0, equals)));
    if (!channel)
        return Error{Message{"file.not-a-channel", {std::string(argument.substr(0, equals))}}};
    const std::string_view rest = trimmed(argument.substr(equals + 1));
    const auto columnNamed = [&](std::string_view name) -> std::optional<std::size_t> {
        for (std::size_t c = 0; c < layout.columns.size(); ++c)
            if (layout.columns[c].heading == name)
                return c;
        const auto number = parseNumber(name);
        if (number && *number >= 1. && *number <= static_cast<double>(layout.columns.size()) &&
            *number == std::floor(*number))
            return static_cast<std::size_t>(*number) - 1;
        return std::nullopt;
    };
    ColumnMapping out{0, *channel, {}};
    // A heading may hold a colon itself, so the whole is tried first.
    std::optional<std::size_t> column = columnNamed(rest);
    if (!column) {
        const std::size_t colon = rest.rfind(':');
        if (colon != std::string_view::npos) {
            column = columnNamed(trimmed(rest.substr(0, colon)));
            out.unit = trimmed(rest.substr(colon + 1));
        }
    }
    if (!column)
        return Error{Message{"file.no-such-column", {std::string(rest)}}};
    out.column = *column;
    if (out.unit.empty()) {
        const ForeignColumn& c = layout.columns[*column];
        const auto written = findChannelUnit(channel->id, c.unitText);
        if (written && unitFits(channel->id, *written))
            out.unit = written->symbol;
        else if (c.unit && unitFits(channel->id, *c.unit))
            out.unit = c.unit->symbol;
        else if (channelInfo(channel->id).quantity == Quantity::Ratio)
            out.unit = "1";
        else
            return Error{Message{"file.column-without-unit",
                                 {c.heading, channelText(*channel), channelText(*channel), c.heading}}};
    }
    const auto unit = findChannelUnit(channel->id, out.unit);
    if (!unit)
        return Error{Message{"file.not-a-unit", {out.unit}}};
    if (!unitFits(channel->id, *unit))
        return Error{Message{"file.unit-does-not-fit", {std::string(unit->symbol), channelText(*channel)}}};
    return out;
}

Result<ForeignReading> readForeignLog(std::string_view text, const std::string& fileName, const ForeignLayout& layout,
                                      const std::vector<ColumnMapping>& mapping, const PullHeader& header,
                                      bool kindGiven) {
    ForeignReading out;
    out.trace.header = header;
    out.remarks = layout.remarks;
    out.mapped = mapping;
    if (mapping.empty())
        return Error{Message{"file.no-column-recognised"}, fileName};
    struct Target {
        std::size_t column;
        Unit unit;
        bool isTime;
    };
    std::vector<Target> targets;
    std::vector<char> isMapped(layout.columns.size(), 0);
    for (const ColumnMapping& m : mapping) {
        if (m.column >= layout.columns.size())
            return Error{Message{"file.no-column-of-number", {std::to_string(m.column + 1)}}, fileName};
        for (const Channel& c : out.trace.channels)
            if (c.name.id == m.channel.id && c.name.number == m.channel.number)
                return Error{Message{"file.channel-twice", {channelText(m.channel)}}, fileName};
        const auto unit = findChannelUnit(m.channel.id, m.unit);
        if (!unit || !unitFits(m.channel.id, *unit))
            return Error{Message{"file.asked-unit-does-not-fit", {m.unit, channelText(m.channel)}}, fileName};
        Channel channel;
        channel.name = m.channel;
        channel.heading = channelText(m.channel);
        channel.unitText = unit->symbol;
        channel.quantity = unit->quantity;
        out.trace.channels.push_back(std::move(channel));
        targets.push_back({m.column, *unit, m.channel.id == ChannelId::Time});
        isMapped[m.column] = 1;
    }
    for (std::size_t c = 0; c < layout.columns.size(); ++c)
        if (!isMapped[c]) {
            out.unmapped.push_back(layout.columns[c].heading);
            Channel kept;
            kept.name = {ChannelId::Other, 0};
            kept.heading = layout.columns[c].heading;
            kept.unitText = layout.columns[c].unitText;
            out.trace.channels.push_back(std::move(kept));
        }

    Lines lines(text);
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    std::vector<double> row(targets.size()), numbers(layout.columns.size());
    const char mark = layout.decimalComma ? ',' : '.';
    std::optional<double> firstClock;
    double lastTime = -std::numeric_limits<double>::infinity();
    std::vector<long> blanks;
    double midnight = 0.;
    while (const auto line = lines.next()) {
        if (line->number < layout.firstDataLine)
            continue;
        if (trimmed(line->text).empty()) {
            blanks.push_back(line->number);
            continue;
        }
        // Blank lines between rows are told; those at the end are nothing.
        for (long blank : blanks)
            out.leftOut.push_back({blank, Message{"log.blank-row"}});
        blanks.clear();
        const auto leaveOut = [&](Message reason) { out.leftOut.push_back({line->number, std::move(reason)}); };
        // The common row, all numbers and every column wanted, without cutting it into cells first.
        const bool plain = out.unmapped.empty() &&
                           parsePlainRow(line->text, layout.columns.size(), numbers.data(), layout.delimiter, mark);
        if (!plain)
            splitCells(line->text, layout.delimiter, cells, scratch);
        // A trailing delimiter makes one empty cell more; that is no fault.
        const bool trailing = !plain && cells.size() == layout.columns.size() + 1 && trimmed(cells.back()).empty();
        if (!plain && cells.size() != layout.columns.size() && !trailing) {
            leaveOut({"log.row-cells", {std::to_string(cells.size()), std::to_string(layout.columns.size())}});
            continue;
        }
        bool usable = true;
        bool anyValue = false;
        for (std::size_t k = 0; k < targets.size() && usable; ++k) {
            const std::string_view cell = plain ? std::string_view() : trimmed(cells[targets[k].column]);
            const std::string& heading = layout.columns[targets[k].column].heading;
            row[k] = kNaN;
            if (plain) {
                row[k] = toSi(numbers[targets[k].column], targets[k].unit);
            } else if (cell.empty()) {
                if (targets[k].isTime) {
                    leaveOut({"log.no-time"});
                    usable = false;
                }
                continue;
            } else if (const auto number = parseNumber(cell, layout.decimalComma)) {
                row[k] = toSi(*number, targets[k].unit);
            } else if (targets[k].isTime) {
                std::optional<double> clock = parseClock(cell, layout.decimalComma);
                const bool ofDay = clock.has_value();
                if (!clock)
                    clock = parseDateTime(cell);
                if (clock) {
                    if (ofDay && firstClock && *clock + midnight < lastTime + *firstClock - 43200.)
                        midnight += 86400.;
                    if (ofDay)
                        *clock += midnight;
                    if (!firstClock)
                        firstClock = clock;
                    row[k] = *clock - *firstClock;
                }
            }
            if (!std::isfinite(row[k])) {
                leaveOut({"log.no-number", {heading, std::string(cell.substr(0, 40))}});
                usable = false;
            } else if (targets[k].isTime && !(row[k] > lastTime)) {
                leaveOut({row[k] == lastTime ? "log.time-stands" : "log.time-backwards"});
                usable = false;
            }
            anyValue = anyValue || (usable && !targets[k].isTime);
        }
        if (usable && !anyValue) {
            leaveOut({"log.no-values"});
            usable = false;
        }
        if (!usable)
            continue;
        for (std::size_t k = 0; k < targets.size(); ++k) {
            out.trace.channels[k].values.push_back(row[k]);
            if (targets[k].isTime)
                lastTime = row[k];
        }
        std::size_t kept = targets.size();
        for (std::size_t c = 0; c < layout.columns.size(); ++c)
            if (!isMapped[c]) {
                Channel& channel = out.trace.channels[kept++];
                channel.texts.emplace_back(trimmed(cells[c]));
                channel.values.push_back(parseNumber(cells[c], layout.decimalComma).value_or(kNaN));
            }
    }
    if (out.trace.rows() == 0)
        return Error{Message{"file.no-row-read"}, fileName, layout.firstDataLine};
    if (!kindGiven)
        out.trace.header.kind = kindOf(mapping);
    return out;
}

} // namespace jr
