// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/power_to_weight.h"

#include <array>

namespace jr {
namespace {

struct UnitRow {
    std::string_view symbol;
    double kg;
    int decimals;
};
constexpr std::array<UnitRow, 3> kUnits{{{"kg", 1., 3}, {"lb", 0.45359237, 2}, {"g", 0.001, 0}}};

const UnitRow& rowOf(WeightUnit unit) {
    return kUnits[static_cast<std::size_t>(unit)];
}

} // namespace

const std::vector<WeightUnit>& weightUnits() {
    static const std::vector<WeightUnit> units{WeightUnit::Kilogram, WeightUnit::Pound, WeightUnit::Gram};
    return units;
}

std::string_view weightSymbol(WeightUnit unit) {
    return rowOf(unit).symbol;
}

WeightUnit weightUnitOf(std::string_view symbol) {
    for (WeightUnit unit : weightUnits())
        if (weightSymbol(unit) == symbol)
            return unit;
    return WeightUnit::Kilogram;
}

double weightFromKg(double kg, WeightUnit unit) {
    return kg / rowOf(unit).kg;
}

double kgFromWeight(double weight, WeightUnit unit) {
    return weight * rowOf(unit).kg;
}

int weightDecimals(WeightUnit unit) {
    return rowOf(unit).decimals;
}

std::optional<MovedWeight> movedWeight(const MachineSheet& machine, const SetupLedger& ledger) {
    const auto weight = sheetNumber(machine, "weight_kg"), rider = sheetNumber(machine, "rider_kg");
    if (!weight)
        return std::nullopt;
    const MovedWeight out{*weight + ledger.netKg.value_or(0.) + rider.value_or(0.), rider.has_value()};
    return out.kg > 0. ? std::optional(out) : std::nullopt;
}

std::optional<Message> powerToWeightMessage(std::optional<double> peakW, const std::optional<MovedWeight>& moved) {
    if (!peakW || !moved)
        return std::nullopt;
    constexpr double kWPerKw = 1000.;
    return Message{moved->withRider ? "weight.power-with-rider" : "weight.power-without-rider",
                   {Number{*peakW / kWPerKw / moved->kg, 3}, Measure{moved->kg, Measured::Mass, 1}}};
}

} // namespace jr
