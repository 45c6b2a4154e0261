// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/pull_file.h"

#include "archive/formats/error_at.h"
#include "archive/formats/pull_head.h"
#include "archive/formats/text.h"
#include "core/nan.h"

#include <cmath>

namespace jr {
namespace {

/// The column heading "name [unit]" into a channel. A known name must have a unit that fits it.
Result<Channel> readHeading(std::string_view heading) {
    Channel channel;
    heading = trimmed(heading);
    const std::size_t open = heading.rfind('[');
    std::string_view name = heading;
    if (open != std::string_view::npos && heading.back() == ']') {
        name = trimmed(heading.substr(0, open));
        channel.unitText = trimmed(heading.substr(open + 1, heading.size() - open - 2));
    }
    channel.heading = name;
    const auto known = parseChannelName(name);
    if (!known) {
        channel.name = {ChannelId::Other, 0};
        return channel;
    }
    channel.name = *known;
    const auto unit = findChannelUnit(known->id, channel.unitText);
    if (!unit || !unitFits(known->id, *unit))
        return Error{Message{"file.column-of-other-unit", {std::string(name), channel.unitText.substr(0, 40)}}};
    channel.quantity = unit->quantity;
    return channel;
}

/// The only cell of a row, and nothing to be seen in it: a blank line would be no row.
void quoteBlankRow(std::string& out, std::size_t from) {
    if (!trimmed(std::string_view(out).substr(from)).empty())
        return;
    out.insert(from, 1, '"');
    out += '"';
}

std::string oneLine(std::string text) {
    for (char& c : text)
        if (c == '\n' || c == '\r')
            c = ' ';
    return text;
}

constexpr std::size_t kMostColumns = 512;

} // namespace

Result<PullHeader> readPullHeader(std::string_view bytes, const std::string& fileName) {
    // The head ends with the first line that is no remark; what follows need not be looked at.
    std::size_t end = 0;
    for (bool rest = true; rest && end < bytes.size();) {
        const std::size_t next = bytes.find('\n', end);
        const std::string_view line = trimmed(bytes.substr(end, std::min(next, bytes.size()) - end));
        rest = line.empty() || line.front() == '#' || end == 0; // a byte order mark may stand before the first
        end = next == std::string_view::npos ? bytes.size() : next + 1;
    }
    const std::string_view head = bytes.substr(0, end);
    const Result<std::string> decoded = decodeText(head);
    if (!decoded)
        return errorAt(decoded.error(), fileName, decoded.error().line);
    Lines lines(*decoded);
    PullHeader header;
    const Result<Line> headings = readHead(lines, fileName, header);
    if (!headings)
        return headings.error();
    return header;
}

std::string measuredContent(const Trace& trace) {
    Trace bare = trace;
    PullHeader& h = bare.header;
    h.id = h.job = h.machine = h.setup = h.note = h.started = {};
    h.startedEpochS.reset();
    h.other.clear();
    return writePullFile(bare);
}

Result<Trace> readPullFile(std::string_view bytes, const std::string& fileName, PullFileNotes* notes) {
    const Result<std::string> decoded = decodeText(bytes);
    if (!decoded)
        return errorAt(decoded.error(), fileName, decoded.error().line);
    Lines lines(*decoded);
    Trace trace;
    const auto fail = [&](long number, Message why) { return Error{std::move(why), fileName, number}; };
    const Result<Line> headings = readHead(lines, fileName, trace.header);
    if (!headings)
        return headings.error();
    std::optional<Line> line = *headings;

    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    splitCells(line->text, ',', cells, scratch);
    if (cells.size() > kMostColumns)
        return fail(line->number, Message{"file.columns-many", {std::to_string(kMostColumns)}});
    std::vector<double> factors, offsets;
    for (std::string_view cell : cells) {
        Result<Channel> channel = readHeading(cell);
        if (!channel)
            return errorAt(channel.error(), fileName, line->number);
        for (const Channel& other : trace.channels)
            if (channel->name.id != ChannelId::Other && other.name.id == channel->name.id &&
                other.name.number == channel->name.number)
                return fail(line->number, Message{"file.column-twice", {channelText(channel->name)}});
        const auto unit = findChannelUnit(channel->name.id, channel->unitText);
        factors.push_back(unit ? unit->factor : 1.);
        offsets.push_back(unit ? unit->offset : 0.);
        trace.channels.push_back(std::move(channel).value());
    }

    const std::size_t columns = trace.channels.size();
    const std::size_t guess = decoded->size() / (8 * columns + 1);
    for (Channel& channel : trace.channels)
        if (channel.name.id != ChannelId::Other)
            channel.values.reserve(std::min<std::size_t>(guess, 1u << 20));
    bool plain = true;
    for (const Channel& channel : trace.channels)
        plain = plain && channel.name.id != ChannelId::Other;
    std::vector<double> numbers(columns);
    while ((line = lines.next())) {
        // An unfinished last line may have lost digits of its last number, so it never goes the quick way.
        if (plain && !lines.lastWasUnfinished() && parsePlainRow(line->text, columns, numbers.data())) {
            for (std::size_t c = 0; c < columns; ++c)
                trace.channels[c].values.push_back((numbers[c] + offsets[c]) * factors[c]);
            continue;
        }
        if (trimmed(line->text).empty())
            continue;
        splitCells(line->text, ',', cells, scratch);
        const bool unfinished = lines.lastWasUnfinished();
        const auto leaveOut = [&] {
            if (notes)
                notes->messages.emplace_back(Message{"file.last-row-unfinished"}, fileName, line->number);
        };
        if (cells.size() != columns) {
            if (unfinished && cells.size() < columns) {
                leaveOut();
                break;
            }
            return fail(line->number,
                        Message{"file.row-cells", {std::to_string(cells.size()), std::to_string(columns)}});
        }
        for (std::size_t c = 0; c < columns; ++c) {
            Channel& channel = trace.channels[c];
            if (channel.name.id == ChannelId::Other) {
                channel.texts.emplace_back(cells[c]);
                const auto number = parseNumber(cells[c]);
                channel.values.push_back(number ? *number : kNaN);
                continue;
            }
            const auto number = parseNumber(cells[c]);
            if (number)
                channel.values.push_back((*number + offsets[c]) * factors[c]);
            else if (trimmed(cells[c]).empty())
                channel.values.push_back(kNaN);
            else
                return fail(line->number, Message{"file.not-a-number-in-column",
                                                  {channelText(channel.name), std::string(cells[c].substr(0, 40))}});
        }
    }
    if (trace.rows() == 0)
        return fail(0, Message{"file.no-rows"});
    return trace;
}

std::string writePullFile(const Trace& trace) {
    const PullHeader& h = trace.header;
    std::string out = "# jolly-ram: pull 1\n";
    const auto key = [&](std::string_view name, const std::string& value) {
        if (!value.empty())
            out += "# " + std::string(name) + ": " + oneLine(value) + "\n";
    };
    const auto number = [&](std::string_view name, const std::optional<double>& value, double scale = 1.) {
        if (value)
            key(name, numberText(*value * scale));
    };
    key("id", h.id);
    key("job", h.job);
    key("machine", h.machine);
    key("setup", h.setup);
    key("kind", std::string(kindText(h.kind)));
    key("measured_at", std::string(measuredAtText(h.measuredAt)));
    key("started", h.started);
    number("air_temp_c", h.airTempC);
    number("air_pressure_hpa", h.airPressurePa, 0.01);
    number("humidity_pct", h.humidity, 100.);
    number("roller_inertia_kg_m2", h.rollerInertiaKgM2);
    number("roller_radius_m", h.rollerRadiusM);
    if (h.rollerLossNm != std::array<double, 3>{})
        key("roller_loss_nm", numberText(h.rollerLossNm[0]) + ", " + numberText(h.rollerLossNm[1]) + ", " +
                                  numberText(h.rollerLossNm[2]));
    number("engine_per_roller", h.enginePerRoller);
    number("brake_arm_m", h.brakeArmM);
    if (h.kind == PullKind::Brake || h.brakeInertiaKgM2 != 0.)
        key("brake_inertia_kg_m2", numberText(h.brakeInertiaKgM2));
    if (h.kind == PullKind::Brake || h.enginePerBrake != 1.)
        key("engine_per_brake", numberText(h.enginePerBrake));
    if (h.strokes)
        key("strokes", std::to_string(*h.strokes));
    number("limiter_rpm", h.limiterRpm);
    key("stoich", numberText(h.stoich));
    if (h.corrected)
        key("corrected", *h.corrected);
    key("note", h.note);
    for (const auto& [name, value] : h.other)
        out += name.empty() ? "# " + oneLine(value) + "\n" : "# " + name + ": " + oneLine(value) + "\n";

    std::vector<Unit> units;
    const std::size_t headingsFrom = out.size();
    for (std::size_t c = 0; c < trace.channels.size(); ++c) {
        const Channel& channel = trace.channels[c];
        const std::string name = channel.name.id == ChannelId::Other ? channel.heading : channelText(channel.name);
        const auto known = findChannelUnit(channel.name.id, channel.unitText);
        units.push_back(known.value_or(Unit{"1", Quantity::Ratio, 1.}));
        const std::string unit =
            channel.name.id == ChannelId::Other || !known ? channel.unitText : std::string(known->symbol);
        out += (c ? "," : "") + csvCell(unit.empty() ? name : name + " [" + unit + "]");
    }
    quoteBlankRow(out, headingsFrom);
    out += "\n";
    for (std::size_t row = 0; row < trace.rows(); ++row) {
        const std::size_t rowFrom = out.size();
        for (std::size_t c = 0; c < trace.channels.size(); ++c) {
            const Channel& channel = trace.channels[c];
            if (c)
                out += ',';
            if (channel.name.id == ChannelId::Other && row < channel.texts.size())
                out += csvCell(channel.texts[row]);
            else
                out += numberText(fromSi(channel.values[row], units[c]));
        }
        quoteBlankRow(out, rowFrom);
        out += "\n";
    }
    return out;
}

Result<Trace> loadPullFile(const std::string& path, PullFileNotes* notes) {
    const Result<std::string> bytes = readBytes(path);
    if (!bytes)
        return bytes.error();
    return readPullFile(*bytes, path, notes);
}

} // namespace jr
