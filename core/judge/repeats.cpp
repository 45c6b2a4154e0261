// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/repeats.h"

namespace jr {

Error onBothSides(const std::string& id) {
    return id.empty() ? Error{Message{"error.both-sides"}} : Error{Message{"error.both-sides-named", {id}}};
}

Result<Repeats> findRepeats(const std::vector<std::size_t>& sizes,
                            const std::function<Sameness(const InSet&, const InSet&)>& compared,
                            const std::function<std::string(const InSet&)>& nameOf) {
    Repeats out;
    for (std::size_t set = 0; set < sizes.size(); ++set) {
        out.once.emplace_back();
        for (std::size_t place = 0; place < sizes[set]; ++place) {
            const InSet one{set, place};
            bool again = false;
            for (std::size_t earlier = 0; earlier <= set; ++earlier)
                for (const std::size_t other : out.once[earlier]) {
                    const Sameness is = compared(one, {earlier, other});
                    if (is == Sameness::Different)
                        continue;
                    const std::string name = nameOf(one);
                    if (is == Sameness::Contradicts)
                        return Error{Message{"error.same-id", {name}}};
                    if (earlier < set)
                        return onBothSides(name);
                    again = true;
                }
            if (again)
                ++out.repeated;
            else
                out.once.back().push_back(place);
        }
    }
    return out;
}

} // namespace jr
