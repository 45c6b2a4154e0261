// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/readings_file.h"

#include "archive/formats/error_at.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/pull_head.h"

#include <cmath>

namespace jr {
namespace {

struct Columns {
    int number = -1, value = -1, note = -1;
    std::string unit;
};

Result<Columns> columnsOf(std::string_view headings) {
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    splitCells(headings, ',', cells, scratch);
    Columns out;
    for (std::size_t c = 0; c < cells.size(); ++c) {
        std::string_view name = trimmed(cells[c]), unit;
        if (const std::size_t open = name.rfind('['); open != std::string_view::npos && name.back() == ']') {
            unit = trimmed(name.substr(open + 1, name.size() - open - 2));
            name = trimmed(name.substr(0, open));
        }
        int* place = name == "number"  ? &out.number
                     : name == "value" ? &out.value
                     : name == "note"  ? &out.note
                                       : nullptr;
        if (!place)
            continue; // a stranger's column
        if (*place >= 0)
            return Error{Message{"file.column-twice", {std::string(name)}}};
        *place = static_cast<int>(c);
        if (place == &out.value)
            out.unit = unit;
    }
    if (out.value < 0)
        return Error{Message{"file.no-value-column"}};
    return out;
}

} // namespace

bool isReadingsFile(std::string_view bytes) {
    const Result<std::string> decoded = decodeText(bytes.substr(0, 64 * 1024));
    if (!decoded)
        return false;
    Lines lines(*decoded);
    while (const std::optional<Line> line = lines.next()) {
        std::string_view text = trimmed(line->text);
        if (text.empty())
            continue;
        if (text.front() != '#')
            return false;
        text = trimmed(text.substr(1));
        const std::size_t colon = text.find(':');
        if (colon != std::string_view::npos && trimmed(text.substr(0, colon)) == "kind")
            return trimmed(text.substr(colon + 1)) == "result";
    }
    return false;
}

Result<ReadingSheet> readReadings(std::string_view bytes, const std::string& fileName, PullHeader* headerOut) {
    const Result<std::string> decoded = decodeText(bytes);
    if (!decoded)
        return errorAt(decoded.error(), fileName, decoded.error().line);
    const auto fail = [&](long line, Message why) { return Error{std::move(why), fileName, line}; };
    Lines lines(*decoded);
    ReadingSheet sheet;
    PullHeader header;
    bool isResult = false;
    const Result<Line> headings = readHead(
        lines, fileName, header, [&](std::string_view key, std::string_view value) -> std::optional<Result<Done>> {
            if (key == "kind" && value == "result") {
                isResult = true;
                return Done{};
            }
            if (key == "quantity") {
                sheet.quantity = cleanedText(value);
                return Done{};
            }
            if (key == "unit") {
                sheet.unit = cleanedText(value);
                return Done{};
            }
            if (key == "better") {
                const auto better = parseBetter(value);
                if (!better)
                    return Result<Done>(Error{Message{"file.better-unknown", {cleanedText(value, 40)}}});
                sheet.better = *better;
                return Done{};
            }
            return std::nullopt;
        });
    if (!headings)
        return headings.error();
    if (!isResult)
        return fail(0, Message{"file.not-result"});
    if (sheet.quantity.empty())
        return fail(0, Message{"file.quantity-missing"});
    const Result<Columns> columns = columnsOf(headings->text);
    if (!columns)
        return errorAt(columns.error(), fileName, headings->number);
    if (sheet.unit.empty())
        sheet.unit = columns->unit;
    else if (!columns->unit.empty() && columns->unit != sheet.unit)
        return fail(headings->number, Message{"file.unit-above-and-here", {sheet.unit, columns->unit}});
    sheet.id = header.id;
    sheet.setup = header.setup;
    sheet.startedEpochS = header.startedEpochS;
    if (const auto fitting = header.number(header_key::fitting))
        sheet.fitting = static_cast<int>(*fitting);
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    const auto cell = [&](int column) {
        return column >= 0 && column < static_cast<int>(cells.size()) ? trimmed(cells[static_cast<std::size_t>(column)])
                                                                      : std::string_view();
    };
    while (const std::optional<Line> line = lines.next()) {
        if (trimmed(line->text).empty())
            continue;
        splitCells(line->text, ',', cells, scratch);
        Reading reading;
        reading.number = sheet.readings.empty() ? 1 : sheet.readings.back().number + 1;
        if (const std::string_view text = cell(columns->number); !text.empty()) {
            const auto number = parseNumber(text);
            if (!number || *number != std::floor(*number) || std::abs(*number) > 1e6)
                return fail(line->number, Message{"file.not-whole-number", {"number", cleanedText(text, 40)}});
            reading.number = static_cast<int>(*number);
        }
        const auto value = parseNumber(cell(columns->value));
        if (value && std::abs(*value) > kLargestResult)
            return fail(line->number, Message{"file.value-large"});
        if (!value)
            return fail(line->number, Message{"file.not-a-number", {"value", cleanedText(cell(columns->value), 40)}});
        reading.value = *value;
        reading.note = cleanedText(cell(columns->note));
        sheet.readings.push_back(std::move(reading));
    }
    if (sheet.readings.empty())
        return fail(0, Message{"file.no-readings"});
    if (headerOut)
        *headerOut = std::move(header);
    return sheet;
}

std::string writeReadings(const ReadingSheet& sheet, const PullHeader& header) {
    std::string out = "# jolly-ram: pull 1\n";
    const auto key = [&](const char* name, std::string_view value) {
        if (!value.empty())
            out += "# " + std::string(name) + ": " + cleanedText(value) + "\n";
    };
    key("id", header.id);
    key("job", header.job);
    key("machine", header.machine);
    key("setup", sheet.setup);
    key("kind", "result");
    key("started", header.started);
    key("quantity", sheet.quantity);
    key("unit", sheet.unit);
    key("better", betterText(sheet.better));
    if (sheet.fitting)
        key("fitting", std::to_string(*sheet.fitting));
    key("note", header.note);
    out += sheet.unit.empty() ? "number [1],value,note\n" : "number [1],value [" + sheet.unit + "],note\n";
    for (const Reading& r : sheet.readings)
        out += std::to_string(r.number) + "," + numberText(r.value) + "," + csvCell(r.note) + "\n";
    return out;
}

} // namespace jr
