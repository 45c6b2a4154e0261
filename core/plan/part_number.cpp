// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/part_number.h"

#include "core/units/leading_number.h"

#include <algorithm>

namespace jr {

std::optional<double> meanOfSlashed(std::string_view text) {
    double sum = 0.;
    int count = 0;
    for (std::size_t from = 0; from <= text.size();) {
        const std::size_t slash = std::min(text.find('/', from), text.size());
        const auto number = leadingNumber(std::string(text.substr(from, slash - from)));
        if (!number)
            break;
        sum += number->first;
        ++count;
        from = slash + 1;
    }
    return count > 0 ? std::optional(sum / count) : std::nullopt;
}

std::optional<double> partNumber(const std::vector<SetupNode>& tree, const std::string& setupId,
                                 std::initializer_list<std::string_view> words) {
    const auto meant = [&](const PartChange& change) {
        return std::any_of(words.begin(), words.end(),
                           [&](std::string_view word) { return change.part.find(word) != std::string::npos; });
    };
    std::string at = setupId;
    for (std::size_t steps = 0; !at.empty() && steps <= tree.size(); ++steps) {
        const auto setup = std::find_if(tree.begin(), tree.end(), [&](const SetupNode& s) { return s.id == at; });
        if (setup == tree.end())
            return std::nullopt;
        for (const PartChange& change : setup->changes)
            if (meant(change))
                if (const auto number = meanOfSlashed(change.to))
                    return number;
        if (setup->parentId.empty()) // the first of the family has what the others came from
            for (const SetupNode& child : tree)
                if (child.parentId == setup->id)
                    for (const PartChange& change : child.changes)
                        if (meant(change))
                            if (const auto number = meanOfSlashed(change.from))
                                return number;
        at = setup->parentId;
    }
    return std::nullopt;
}

} // namespace jr
