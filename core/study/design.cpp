// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/study/design.h"

#include "core/units/leading_number.h"

#include <algorithm>
#include <map>
#include <set>

namespace jr {
namespace {

/// More parts than this are not tried together: a cross has four factors at most, and the choices double with each.
constexpr std::size_t kPartsTried = 8;

/// What a setup is, part by part, against another.
std::map<std::string, std::string> partsAgainst(const std::vector<SetupNode>& tree, const std::string& base,
                                                const std::string& id) {
    std::map<std::string, std::string> out;
    for (const PartChange& c : differenceOf(tree, base, id).changes)
        if (!c.belongs)
            out[partName(c)] = c.to;
    return out;
}

} // namespace

std::optional<FoundCross> findCross(const std::vector<SetupNode>& tree, const std::vector<std::string>& ids) {
    if (ids.size() < 3)
        return std::nullopt;
    // Parts against the setup of which all others know the least: the one first pulled.
    const std::string& base = ids.front();
    std::vector<std::map<std::string, std::string>> what;
    std::vector<std::string> parts;
    for (const std::string& id : ids) {
        what.push_back(partsAgainst(tree, base, id));
        for (const auto& [part, to] : what.back())
            if (std::find(parts.begin(), parts.end(), part) == parts.end())
                parts.push_back(part);
    }
    if (parts.size() > kPartsTried)
        parts.resize(kPartsTried);
    std::map<std::string, std::string> baseLevel;
    for (const std::string& id : ids)
        for (const PartChange& c : differenceOf(tree, base, id).changes)
            baseLevel.try_emplace(partName(c), c.from.empty() ? "without" : c.from);
    std::optional<FoundCross> best;
    for (unsigned mask = 1; mask < 1U << parts.size(); ++mask) {
        FoundCross cross;
        for (std::size_t f = 0; f < parts.size(); ++f)
            if (mask >> f & 1U)
                cross.factors.push_back(parts[f]);
        if (cross.factors.size() < 2 || cross.factors.size() > 4)
            continue;
        std::set<std::vector<std::string>> seen;
        std::map<std::string, std::string> high;
        for (std::size_t i = 0; i < ids.size(); ++i) {
            bool fits = true;
            Cell cell;
            for (const auto& [part, to] : what[i])
                fits = fits && std::find(cross.factors.begin(), cross.factors.end(), part) != cross.factors.end();
            for (const std::string& factor : cross.factors) {
                const auto to = what[i].find(factor);
                if (to != what[i].end()) // only the first other level makes a cross of two
                    fits = fits && high.try_emplace(factor, to->second).first->second == to->second;
                cell.levels.push_back(to == what[i].end() ? baseLevel[factor] : to->second);
            }
            if (fits && seen.insert(cell.levels).second) {
                cross.cells.push_back(cell);
                cross.setupIds.push_back(ids[i]);
            }
        }
        // A cross needs some cell in which two factors are changed at once.
        int together = 0;
        for (const Cell& cell : cross.cells) {
            int changed = 0;
            for (std::size_t f = 0; f < cross.factors.size(); ++f)
                changed += cell.levels[f] != baseLevel[cross.factors[f]];
            together += changed > 1;
        }
        if (together == 0 || cross.cells.size() < 3 || !crossDesign(cross.factors, cross.cells))
            continue;
        const auto full = [](const FoundCross& c) { return c.cells.size() == std::size_t(1) << c.factors.size(); };
        if (!best || std::pair(full(cross), cross.cells.size()) > std::pair(full(*best), best->cells.size()))
            best = cross;
    }
    return best;
}

std::vector<FoundSweep> findSweeps(const std::vector<SetupNode>& tree, const std::vector<std::string>& ids) {
    std::vector<FoundSweep> out;
    // From every setup: which others differ from it in one numbered part alone?
    for (const std::string& base : ids) {
        std::map<std::string, std::map<double, std::string>> families; // part -> point -> setup
        std::map<std::string, std::string> units;
        for (const std::string& id : ids) {
            const SetupDifference d = differenceOf(tree, base, id);
            if (d.changes.size() != 1)
                continue;
            const auto from = leadingNumber(d.changes.front().from), to = leadingNumber(d.changes.front().to);
            if (!from || !to)
                continue;
            const std::string part = partName(d.changes.front());
            families[part].try_emplace(from->first, base);
            families[part].try_emplace(to->first, id);
            units[part] = to->second;
        }
        for (const auto& [part, points] : families) {
            if (points.size() < 3)
                continue;
            FoundSweep sweep{part, units[part], {}, {}};
            for (const auto& [x, id] : points) {
                sweep.points.push_back(x);
                sweep.setupIds.push_back(id);
            }
            const auto known =
                std::find_if(out.begin(), out.end(), [&, name = part](const FoundSweep& s) { return s.part == name; });
            if (known == out.end())
                out.push_back(std::move(sweep));
            else if (known->points.size() < sweep.points.size())
                *known = std::move(sweep);
        }
    }
    return out;
}

} // namespace jr
