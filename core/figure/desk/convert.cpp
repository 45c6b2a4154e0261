// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/figure/desk/convert.h"

namespace jr {
namespace {

/// What a spelling may mean: "kg" is a mass on the desk and a load on an old brake's scale.
std::vector<Unit> meaningsOf(std::string_view spelling) {
    std::vector<Unit> out;
    if (const auto unit = findWorkshopUnit(spelling))
        out.push_back(*unit);
    if (const auto unit = findUnit(spelling))
        out.push_back(*unit);
    return out;
}

} // namespace

Result<Converted> convert(double value, std::string_view from, std::string_view to) {
    const auto froms = meaningsOf(from), tos = meaningsOf(to);
    for (const auto& [spelling, meanings] : {std::pair{from, &froms}, std::pair{to, &tos}})
        if (meanings->empty())
            return Error(Message{"error.calc-unit", {std::string(spelling)}});
    for (const Unit& a : froms)
        for (const Unit& b : tos)
            if (a.quantity == b.quantity)
                return Converted{fromSi(toSi(value, a), b), std::string(b.symbol)};
    return Error(Message{"error.calc-units-differ", {std::string(from), std::string(to)}});
}

std::vector<std::string_view> unitsLike(std::string_view spelling) {
    std::vector<std::string_view> out;
    for (const Unit& meant : meaningsOf(spelling))
        for (const auto* table : {&workshopUnits(), &allUnits()})
            for (const Unit& other : *table)
                if (other.quantity == meant.quantity && other.symbol != meant.symbol)
                    out.push_back(other.symbol);
    return out;
}

} // namespace jr
