// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/machine_sheet.h"

#include <charconv>
#include <cmath>
#include <cstdio>

namespace jr {
namespace {

constexpr unsigned kFour = 1U << 0, kTwo = 1U << 1, kCvt = 1U << 2, kSled = 1U << 3, kHand = 1U << 4;
constexpr unsigned kAll = kFour | kTwo | kCvt | kSled | kHand, kTwoStrokes = kTwo | kCvt | kSled | kHand;
constexpr unsigned kGeared = kFour | kTwo, kBelt = kCvt | kSled, kWheels = kFour | kTwo | kCvt;
constexpr double kText = 1., kNone = 0.; // low above high: free text

using enum SheetGroup;

const std::vector<SheetField> kFields = {
    {"model", "model", "", Identity, kText, kNone, false, kAll},
    {"built", "built in", "", Identity, 1900., 2100., false, kAll},
    {"frame_number", "frame number", "", Identity, kText, kNone, false, kAll},
    {"engine_number", "engine number", "", Identity, kText, kNone, false, kAll},
    {"claimed_power_kw", "maker claims", "kW", Identity, 0.5, 350., false, kAll},
    {"claimed_at", "measured at (crank, wheel)", "", Identity, kText, kNone, false, kAll},
    {"capacity_cm3", "capacity", "cm³", Engine, 15., 3000., false, kAll},
    {"bore_mm", "bore", "mm", Engine, 20., 130., false, kAll},
    {"stroke_mm", "stroke", "mm", Engine, 15., 130., false, kAll},
    {"rod_mm", "connecting rod", "mm", Engine, 40., 250., false, kAll},
    {"compression", "compression", ":1", Engine, 5., 17., true, kAll},
    {"squish_mm", "squish", "mm", Engine, 0.3, 3., true, kTwoStrokes},
    {"exhaust_opens_deg", "exhaust opens after top", "°", Engine, 70., 125., true, kTwoStrokes},
    {"transfer_opens_deg", "transfers open after top", "°", Engine, 100., 140., true, kTwoStrokes},
    {"intake_open_deg", "intake open for", "°", Engine, 100., 230., true, kTwoStrokes},
    {"intake_duration_deg", "intake cam duration", "°", Engine, 180., 360., false, kFour | kCvt},
    {"exhaust_duration_deg", "exhaust cam duration", "°", Engine, 180., 360., false, kFour | kCvt},
    {"intake_lift_mm", "intake lift", "mm", Engine, 2., 16., false, kFour | kCvt},
    {"intake_lash_mm", "intake lash", "mm", Engine, 0.02, 0.6, true, kFour | kCvt},
    {"exhaust_lash_mm", "exhaust lash", "mm", Engine, 0.02, 0.6, true, kFour | kCvt},
    {"fuelling", "carburettor or injection", "", Mixture, kText, kNone, false, kAll},
    {"carburettor_mm", "carburettor bore", "mm", Mixture, 6., 60., false, kAll},
    {"main_jet", "main jet", "", Mixture, 20., 600., true, kAll},
    {"pilot_jet", "pilot jet", "", Mixture, 5., 150., true, kFour | kTwo | kCvt | kSled},
    {"needle", "needle", "", Mixture, kText, kNone, true, kFour | kTwo | kCvt | kSled},
    {"needle_clip", "needle clip from the top", "", Mixture, 1., 9., true, kFour | kTwo | kCvt | kSled},
    {"screw_turns", "mixture screw out", "turns", Mixture, 0., 6., true, kAll},
    {"float_mm", "float level", "mm", Mixture, 1., 40., true, kFour | kTwo | kCvt | kSled},
    {"choke", "choke", "", Mixture, kText, kNone, false, kAll},
    {"map_name", "map", "", Mixture, kText, kNone, false, kFour | kTwo | kCvt | kSled},
    {"advance_deg", "ignition advance", "°", Ignition, 0., 60., true, kAll},
    {"limiter_rpm", "limiter", "rpm", Ignition, 1000., 22000., false, kAll},
    {"plug", "spark plug", "", Ignition, kText, kNone, true, kAll},
    {"plug_gap_mm", "plug gap", "mm", Ignition, 0.2, 1.5, true, kAll},
    {"fuel", "fuel", "", Fuel, kText, kNone, false, kAll},
    {"fuel_density_kg_l", "fuel density", "kg/l", Fuel, 0.65, 0.9, false, kAll},
    {"oil_mix", "fuel to oil", ":1", Fuel, 14., 110., false, kTwoStrokes},
    {"tank_ml", "tank", "ml", Fuel, 50., 60000., false, kAll},
    {"primary_ratio", "primary ratio", "", Driveline, 1., 6., false, kGeared},
    {"gear_ratio", "ratio of the gear used", "", Driveline, 0.5, 4., false, kGeared},
    {"gear_ratios", "ratios of all gears", "", Driveline, kText, kNone, false, kGeared},
    {"front_sprocket", "front sprocket", "teeth", Driveline, 7., 30., false, kGeared | kSled},
    {"rear_sprocket", "rear sprocket", "teeth", Driveline, 20., 80., false, kGeared | kSled},
    {"wheel_radius_mm", "rolling radius of the wheel", "mm", Driveline, 90., 400., false, kWheels},
    {"flyweight_g", "flyweight", "g", Driveline, 2., 120., false, kBelt},
    {"cvt_spring", "clutch spring", "", Driveline, kText, kNone, false, kBelt},
    {"belt", "belt", "", Driveline, kText, kNone, false, kBelt},
    {"clutch", "clutch", "", Driveline, kText, kNone, false, kHand},
    {"tyre", "tyre", "", Driveline, kText, kNone, false, kWheels},
    {"tyre_pressure_kpa", "tyre pressure, cold", "kPa", Driveline, 60., 400., false, kWheels},
    {"weight_kg", "weight ready to run", "kg", Driveline, 2., 600., false, kAll},
    {"rider_kg", "rider, dressed", "kg", Driveline, 20., 250., false, kWheels | kSled},
    {"rpm_limit", "never above", "rpm", Limits, 1000., 22000., false, kAll},
    {"piston_speed_limit_m_s", "mean piston speed never above", "m/s", Limits, 8., 30., false, kAll},
    {"coolant_limit_c", "coolant never above", "°C", Limits, 60., 140., false, kFour | kTwo | kCvt | kSled},
    {"egt_limit_c", "exhaust never above", "°C", Limits, 400., 1100., true, kAll},
    {"afr_limit", "mixture never leaner than", ":1", Limits, 11., 18., true, kAll},
};

std::optional<double> numberFrom(std::string_view text) {
    double value = 0.;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(value))
        return std::nullopt;
    return value;
}

constexpr int kFigures = 4; // of a size that is told back

/// "40 mm", "12:1".
Sayings withUnit(double value, std::string_view unit) {
    const std::string_view gap = unit.empty() || unit.starts_with(":") || unit == "°" ? "" : " ";
    return {{{"machine.figure", {Written{value, kFigures}, std::string(gap), Term{std::string(unit)}}}}};
}

/// What readers have in units of their own, in one of a sheet's.
std::optional<Measured> measuredIn(std::string_view unit) {
    if (unit == "kPa")
        return Measured::GaugePressure;
    if (unit == "°C")
        return Measured::Temperature;
    if (unit == "kg")
        return Measured::Mass;
    return std::nullopt;
}

/// A number of a line in the reader's unit, and with it unless `bare`.
Argument figureOf(double value, const SheetField& field, bool bare = false) {
    if (const auto what = measuredIn(field.unit)) {
        constexpr double kHair = 1e-6; // what turning a unit leaves behind
        const int decimals = std::abs(value - std::round(value)) < kHair ? 0 : 1;
        return Measure{toSi(value, homeUnit(*what)), *what, decimals, false, !bare};
    }
    if (field.unit == "kW")
        return Power{1000. * value};
    if (bare)
        return Written{value, kFigures};
    return withUnit(value, field.unit);
}

/// A value typed in another unit falls into the window once it is turned: what it looks like, empty when like nothing.
Message otherUnit(const SheetField& field, double value) {
    struct Turn {
        std::string_view unit, typed, words;
        double factor;
    };
    static constexpr Turn kTurns[] = {
        {"mm", "in", "inches", 25.4}, {"mm", "cm", "centimetres", 10.},  {"kPa", "psi", "psi", 6.8947573},
        {"kPa", "bar", "bar", 100.},  {"cm³", "l", "litres", 1000.},     {"cm³", "cu in", "cubic inches", 16.387064},
        {"ml", "l", "litres", 1000.}, {"kg/l", "kg/m³", "kg/m³", 0.001}, {"rpm", "thousand rpm", "thousands", 1000.}};
    for (const Turn& turn : kTurns)
        if (const double turned = value * turn.factor;
            field.unit == turn.unit && turned >= field.low && turned <= field.high)
            return {"machine.looks-like",
                    {Term{std::string(turn.words)}, Written{value, kFigures}, std::string(turn.typed),
                     figureOf(turned, field)}};
    if (field.unit == "°C" && (value - 32.) / 1.8 >= field.low && (value - 32.) / 1.8 <= field.high)
        return {"machine.looks-like-fahrenheit", {figureOf((value - 32.) / 1.8, field)}};
    return {};
}

} // namespace

const std::vector<MachineKind>& machineKinds() {
    using enum MachineKind;
    static const std::vector<MachineKind> kinds{FourStroke, TwoStroke, Cvt, Sled, HandHeld};
    return kinds;
}

std::string_view machineKindId(MachineKind kind) {
    static constexpr std::string_view kIds[] = {"four-stroke", "two-stroke", "cvt", "sled", "hand-held"};
    return kIds[static_cast<std::size_t>(kind)];
}

std::string_view machineKindText(MachineKind kind) {
    static constexpr std::string_view kTexts[] = {"four-stroke motorcycle", "two-stroke motorcycle",
                                                  "scooter with a belt CVT", "snowmobile", "saw or other hand-held"};
    return kTexts[static_cast<std::size_t>(kind)];
}

std::optional<MachineKind> parseMachineKind(std::string_view id) {
    for (MachineKind kind : machineKinds())
        if (machineKindId(kind) == id)
            return kind;
    return std::nullopt;
}

std::string_view sheetGroupText(SheetGroup group) {
    static constexpr std::string_view kTexts[] = {"identity",     "engine",    "mixture", "ignition",
                                                  "fuel and oil", "driveline", "limits"};
    return kTexts[static_cast<std::size_t>(group)];
}

const std::vector<SheetField>& allSheetFields() {
    return kFields;
}

std::vector<const SheetField*> sheetFields(MachineKind kind) {
    std::vector<const SheetField*> out;
    for (const SheetField& field : kFields)
        if (field.of(kind))
            out.push_back(&field);
    return out;
}

const SheetField* findSheetField(std::string_view key) {
    for (const SheetField& field : kFields)
        if (field.key == key.substr(0, key.find('#')))
            return &field;
    return nullptr;
}

std::optional<Unit> readersUnit(const SheetField& field, const Wording& reader) {
    if (field.unit == "kW")
        return reader.power.symbol == field.unit ? std::nullopt : std::optional(reader.power);
    const auto what = measuredIn(field.unit);
    if (!what || readerUnit(*what, reader).symbol == homeUnit(*what).symbol)
        return std::nullopt;
    return readerUnit(*what, reader);
}

Message lineMessage(const SheetField& field, int cylinder) {
    const Term words{std::string(field.words)};
    if (cylinder > 0)
        return {"machine.line-of-cylinder", {words, std::to_string(cylinder)}};
    return {"machine.line", {words}};
}

Message valueMessage(const SheetField& field, const std::string& text) {
    if (text.empty())
        return {};
    const auto value = field.isNumber() ? numberFrom(text) : std::nullopt;
    return {"machine.value", {value ? figureOf(*value, field) : Argument{text}}};
}

std::string sheetKey(std::string_view key, int cylinder) {
    return std::string(key) + (cylinder > 0 ? "#" + std::to_string(cylinder) : "");
}

std::string sheetText(const MachineSheet& sheet, std::string_view key, int cylinder) {
    for (const std::string& k : {sheetKey(key, cylinder), std::string(key)})
        if (const auto found = sheet.values.find(k); found != sheet.values.end() && !found->second.empty())
            return found->second;
    return {};
}

std::optional<double> sheetNumber(const MachineSheet& sheet, std::string_view key, int cylinder) {
    return numberFrom(sheetText(sheet, key, cylinder));
}

std::optional<double> capacityCm3(const MachineSheet& sheet) {
    const auto bore = sheetNumber(sheet, "bore_mm"), stroke = sheetNumber(sheet, "stroke_mm");
    if (!bore || !stroke)
        return std::nullopt;
    return 3.14159265358979 / 4. * *bore * *bore * *stroke * sheet.cylinders / 1000.;
}

std::vector<SheetWarning> checkMachine(const MachineSheet& sheet, const Wording& reader) {
    std::vector<SheetWarning> out;
    for (const auto& [key, text] : sheet.values) {
        const SheetField* field = findSheetField(key);
        if (!field || !field->of(sheet.kind) || !field->isNumber() || text.empty())
            continue;
        const auto value = numberFrom(text);
        const Term name{std::string(field->words)};
        if (!value) {
            out.push_back({key, {"machine.no-number", {name, text}}});
        } else if (*value < field->low || *value > field->high) {
            std::vector<Argument> facts{name, figureOf(*value, *field), figureOf(field->low, *field, true),
                                        figureOf(field->high, *field)};
            // Whoever types in a unit of his own made no slip between the sheet's and another.
            const Message like = readersUnit(*field, reader) ? Message{} : otherUnit(*field, *value);
            if (!like.empty())
                facts.push_back(Sayings{{like}});
            out.push_back({key, {like.empty() ? "machine.outside" : "machine.outside-like", std::move(facts)}});
        }
    }
    const auto written = sheetNumber(sheet, "capacity_cm3"), worked = capacityCm3(sheet);
    if (written && worked && *worked > 0. && std::abs(*written / *worked - 1.) > 0.03)
        out.push_back(
            {"capacity_cm3",
             {"machine.capacity", {withUnit(*written, "cm³"), withUnit(std::round(*worked * 10.) / 10., "cm³")}}});
    for (int c = 1; c <= sheet.cylinders; ++c) {
        const auto exhaust = sheetNumber(sheet, "exhaust_opens_deg", c),
                   transfer = sheetNumber(sheet, "transfer_opens_deg", c);
        if (exhaust && transfer && *exhaust >= *transfer) {
            out.push_back({"transfer_opens_deg", {"machine.no-blowdown"}});
            break;
        }
    }
    const auto limit = sheetNumber(sheet, "rpm_limit"), limiter = sheetNumber(sheet, "limiter_rpm");
    if (limit && limiter && *limiter > *limit)
        out.push_back({"limiter_rpm", {"machine.limiter"}});
    return out;
}

std::vector<std::string> cylinderDifferences(const MachineSheet& sheet) {
    std::vector<std::string> out;
    for (const SheetField* field : sheetFields(sheet.kind)) {
        if (!field->perCylinder || sheet.cylinders < 2)
            continue;
        std::string list;
        bool differ = false;
        for (int c = 1; c <= sheet.cylinders; ++c) {
            const std::string text = sheetText(sheet, field->key, c);
            list += (c > 1 ? " / " : "") + (text.empty() ? std::string("–") : text);
            differ = differ || text != sheetText(sheet, field->key, 1);
        }
        if (differ)
            out.push_back(std::string(field->words) + " " + list);
    }
    return out;
}

} // namespace jr
