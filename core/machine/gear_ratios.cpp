// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/gear_ratios.h"

#include "core/units/leading_number.h"

#include <algorithm>

namespace jr {

std::vector<double> gearRatiosOf(const MachineSheet& sheet) {
    const std::string text = sheetText(sheet, "gear_ratios");
    std::vector<double> out;
    constexpr const char* kBetween = ",/; ";
    for (std::size_t from = 0; from < text.size();) {
        const std::size_t end = std::min(text.find_first_of(kBetween, from), text.size());
        if (end > from)
            if (const auto number = leadingNumber(text.substr(from, end - from)))
                out.push_back(number->first);
        from = end + 1;
    }
    return out;
}

} // namespace jr
