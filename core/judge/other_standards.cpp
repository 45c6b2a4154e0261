// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/other_standards.h"

#include <algorithm>

namespace jr {
namespace {

/// The same pulls under another standard; nothing where it cannot be applied to each.
std::optional<std::vector<std::vector<CurvedPull>>> under(const std::vector<std::vector<CurvedPull>>& sets,
                                                          const Standard& standard) {
    std::vector<std::vector<CurvedPull>> out;
    for (const auto& set : sets) {
        out.emplace_back();
        for (const CurvedPull& pull : set) {
            if (!pull.curve->measured || !pull.curve->factor)
                return std::nullopt;
            auto curve = std::make_shared<const PullCurve>(underStandard(*pull.fit, pull.curve->measured, standard));
            if (!curve->factor)
                return std::nullopt;
            out.back().push_back({pull.fit, std::move(curve), pull.fitting});
        }
    }
    return out;
}

CallKind callAt(const std::vector<Call>& calls, double place) {
    for (const Call& call : calls)
        if (place >= call.from - 1e-6 && place <= call.to + 1e-6)
            return call.kind;
    return CallKind::Open;
}

} // namespace

std::vector<OtherCall> callsUnderOtherStandards(const Comparison& c, const std::vector<std::vector<CurvedPull>>& sets,
                                                const CompareOptions& options) {
    std::vector<OtherCall> out;
    for (const Standard& standard : allStandards()) {
        if (standard.id == "none" || standard.id == c.standard->id)
            continue;
        const auto pulls = under(sets, standard);
        if (!pulls)
            continue;
        CompareOptions quietly = options;
        quietly.standard = &standard;
        quietly.lookFurther = false;
        const Result<std::vector<Comparison>> other = compareSets(*pulls, quietly, 0);
        if (!other || other->front().place != c.place)
            continue;
        // A call ends a little earlier or later under any standard: only what is as wide as the detail is worth a word.
        OtherCall widest{&standard, CallKind::Open, 0., 0.};
        for (const Call& call : other->front().calls) {
            std::optional<double> from;
            for (double place : c.place) {
                if (place < call.from - 1e-6 || place > call.to + 1e-6 || callAt(c.calls, place) == call.kind) {
                    from.reset();
                    continue;
                }
                if (!from)
                    from = place;
                if (place - *from > widest.to - widest.from)
                    widest = {&standard, call.kind, *from, place};
            }
        }
        if (widest.to - widest.from >= c.detail.at(0.5 * (widest.from + widest.to)))
            out.push_back(widest);
    }
    return out;
}

std::vector<Caution> standardCautions(const std::vector<OtherCall>& calls, CurveAxis axis) {
    std::vector<Caution> out;
    std::vector<OtherCall> left = calls;
    while (!left.empty()) {
        const OtherCall first = left.front();
        std::vector<std::string> names;
        const auto alike = [&](const OtherCall& other) {
            return other.kind == first.kind && other.from == first.from && other.to == first.to;
        };
        for (const OtherCall& other : left)
            if (alike(other))
                names.emplace_back(other.standard->label);
        std::erase_if(left, alike);
        const char* code = first.kind == CallKind::Gain   ? "sides.standard-gain"
                           : first.kind == CallKind::Loss ? "sides.standard-loss"
                           : first.kind == CallKind::Same ? "sides.standard-same"
                                                          : "sides.standard-open";
        out.push_back(
            {"correction-doubt", {code, {Place{first.from, axis, false}, Place{first.to, axis}, Names{names}}}});
    }
    return out;
}

} // namespace jr
