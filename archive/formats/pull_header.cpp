// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"

#include <cmath>

namespace jr {
namespace {

Error outOfBounds(std::string_view key, std::string_view value, double low, double high) {
    return Error{Message{"file.outside", {std::string(key), std::string(value), numberText(low), numberText(high)}}};
}

/// A number within bounds.
Result<double> bounded(std::string_view key, std::string_view value, double low, double high) {
    const auto number = parseNumber(value);
    if (!number)
        return Error{Message{"file.not-a-number", {std::string(key), std::string(value.substr(0, 60))}}};
    if (*number < low || *number > high)
        return outOfBounds(key, value, low, high);
    return *number;
}

struct KnownNumber {
    std::string_view key;
    double low, high;
    void (*put)(PullHeader&, double);
};

const KnownNumber kNumberKeys[] = {
    {"air_temp_c", -60., 80., [](PullHeader& h, double v) { h.airTempC = v; }},
    {"air_pressure_hpa", 300., 1200., [](PullHeader& h, double v) { h.airPressurePa = v * 100.; }},
    {"humidity_pct", 0., 100., [](PullHeader& h, double v) { h.humidity = v / 100.; }},
    {"roller_inertia_kg_m2", 1e-6, 1e5, [](PullHeader& h, double v) { h.rollerInertiaKgM2 = v; }},
    {"roller_radius_m", 1e-3, 10., [](PullHeader& h, double v) { h.rollerRadiusM = v; }},
    {"engine_per_roller", 1e-3, 1000., [](PullHeader& h, double v) { h.enginePerRoller = v; }},
    {"brake_arm_m", 1e-3, 10., [](PullHeader& h, double v) { h.brakeArmM = v; }},
    {"brake_inertia_kg_m2", 0., 1e4, [](PullHeader& h, double v) { h.brakeInertiaKgM2 = v; }},
    {"engine_per_brake", 1e-3, 1000., [](PullHeader& h, double v) { h.enginePerBrake = v; }},
    {"limiter_rpm", 100., 50000., [](PullHeader& h, double v) { h.limiterRpm = v; }},
    {"stoich", 1., 40., [](PullHeader& h, double v) { h.stoich = v; }},
};

Result<Done> setLoss(PullHeader& header, std::string_view value) {
    std::vector<std::string_view> cells;
    std::vector<std::string> scratch;
    splitCells(value, ',', cells, scratch);
    if (cells.empty() || cells.size() > 3)
        return Error{Message{"file.roller-loss-numbers"}};
    std::array<double, 3> loss{};
    for (std::size_t i = 0; i < cells.size(); ++i) {
        const Result<double> c = bounded("roller_loss_nm", trimmed(cells[i]), -1e4, 1e4);
        if (!c)
            return c.error();
        loss[i] = *c;
    }
    header.rollerLossNm = loss;
    return Done{};
}

} // namespace

Result<Done> setHeaderValue(PullHeader& h, std::string_view key, std::string_view value) {
    value = trimmed(value);
    // What would end its line in the file, or the key before its time, could not be read again.
    constexpr std::string_view kBreaks("\n\r\0", 3);
    if (value.find_first_of(kBreaks) != std::string_view::npos)
        return Error{Message{"file.line-break-in-value", {std::string(key.substr(0, 60))}}};
    if (key.find_first_of(kBreaks) != std::string_view::npos || key.find(':') != std::string_view::npos)
        return Error{Message{"file.key-not-a-word"}};
    const auto notOneOf = [&](const char* choices) {
        return Error{
            Message{"file.not-a-choice", {std::string(key), std::string(value.substr(0, 60)), std::string(choices)}}};
    };
    for (const KnownNumber& k : kNumberKeys)
        if (k.key == key) {
            const Result<double> number = bounded(key, value, k.low, k.high);
            if (!number)
                return number.error();
            k.put(h, *number);
            return Done{};
        }
    if (key == "roller_loss_nm")
        return setLoss(h, value);
    if (key == "id")
        h.id = value;
    else if (key == "job")
        h.job = value;
    else if (key == "machine")
        h.machine = value;
    else if (key == "setup")
        h.setup = value;
    else if (key == "note")
        h.note = value;
    else if (key == "corrected")
        h.corrected = std::string(value);
    else if (key == "kind") {
        if (value == "roller")
            h.kind = PullKind::Roller;
        else if (value == "brake")
            h.kind = PullKind::Brake;
        else if (value == "curve")
            h.kind = PullKind::Curve;
        else if (value == "road")
            h.kind = PullKind::Road;
        else if (value == "result")
            return Error{Message{"file.sheet-of-readings"}};
        else
            return notOneOf("roller, brake, curve, road");
    } else if (key == "measured_at") {
        if (value == "crank")
            h.measuredAt = MeasuredAt::Crank;
        else if (value == "hub")
            h.measuredAt = MeasuredAt::Hub;
        else if (value == "wheel")
            h.measuredAt = MeasuredAt::Wheel;
        else
            return notOneOf("crank, hub, wheel");
    } else if (key == header_key::direction.key && value != "out" && value != "back") {
        return notOneOf("out, back");
    } else if (key == header_key::rollout.key && value != "none" && value != "1ft") {
        return notOneOf("none, 1ft");
    } else if (key == header_key::speedFrom.key && value != "receiver" && value != "dial") {
        return notOneOf("receiver, dial");
    } else if (key == "strokes") {
        if (value != "2" && value != "4")
            return notOneOf("2, 4");
        h.strokes = value == "2" ? 2 : 4;
    } else if (key == "started") {
        const auto epoch = parseDateTime(value);
        if (!epoch)
            return Error{Message{"file.not-a-date", {std::string(value.substr(0, 60))}}};
        h.started = value;
        h.startedEpochS = epoch;
    } else {
        for (auto& [k, v] : h.other)
            if (k == key) {
                v = value;
                return Done{};
            }
        h.other.emplace_back(key, value);
    }
    return Done{};
}

} // namespace jr
