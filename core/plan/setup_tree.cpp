// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/setup_tree.h"

#include "core/plan/lineage.h"

#include <algorithm>
#include <map>
#include <set>

namespace jr {
namespace {

const SetupNode* nodeOf(const std::vector<SetupNode>& tree, const std::string& id) {
    const auto it = std::find_if(tree.begin(), tree.end(), [&](const SetupNode& n) { return n.id == id; });
    return it == tree.end() ? nullptr : &*it;
}

struct Fitted {
    std::map<std::string, const PartChange*> parts; ///< by partName: the last change of each
    std::map<std::string, std::string> before;      ///< what the part was before its first change
};

Fitted fittedParts(const std::vector<SetupNode>& tree, const std::string& id) {
    Fitted out;
    for (const SetupNode* n : lineage(tree, id))
        for (const PartChange& c : n->changes) {
            out.before.try_emplace(partName(c), c.from);
            out.parts[partName(c)] = &c;
        }
    return out;
}

} // namespace

std::vector<const SetupNode*> lineage(const std::vector<SetupNode>& tree, const std::string& id) {
    std::vector<const SetupNode*> out;
    std::set<std::string> seen;
    for (const SetupNode* n = nodeOf(tree, id); n && seen.insert(n->id).second; n = nodeOf(tree, n->parentId))
        out.push_back(n);
    std::reverse(out.begin(), out.end());
    return out;
}

std::string partName(const PartChange& change) {
    return change.part + (change.cylinder > 0 ? " of cylinder " + std::to_string(change.cylinder) : "");
}

Message partMessage(const PartChange& change) {
    if (change.cylinder > 0)
        return {"setup.part-of-cylinder", {change.part, std::to_string(change.cylinder)}};
    return {"setup.part", {change.part}};
}

SetupDifference differenceOf(const std::vector<SetupNode>& tree, const std::string& a, const std::string& b) {
    const Fitted one = fittedParts(tree, a), two = fittedParts(tree, b);
    std::vector<std::string> order; // parts in the order they were changed
    for (const std::string& id : {b, a})
        for (const SetupNode* n : lineage(tree, id))
            for (const PartChange& c : n->changes)
                if (std::find(order.begin(), order.end(), partName(c)) == order.end())
                    order.push_back(partName(c));
    SetupDifference out;
    for (const std::string& part : order) {
        const auto inA = one.parts.find(part), inB = two.parts.find(part);
        const std::string from = inA != one.parts.end() ? inA->second->to : two.before.at(part);
        const std::string to = inB != two.parts.end() ? inB->second->to : one.before.at(part);
        if (from == to)
            continue;
        PartChange c = inB != two.parts.end() ? *inB->second : *inA->second;
        c.from = from;
        c.to = to;
        if (inB == two.parts.end())
            std::swap(c.weightOffKg, c.weightOnKg); // it comes off again
        out.independent += !c.belongs;
        out.changes.push_back(std::move(c));
    }
    // A change that belongs to another is only forgiven beside it.
    if (out.independent == 0 && !out.changes.empty())
        out.independent = static_cast<int>(out.changes.size());
    if (out.independent > 1) {
        const SetupNode* base = nodeOf(tree, a);
        std::vector<std::pair<std::string, Fitted>> others; // worked out once, not once a change
        for (const SetupNode& n : tree)
            if (n.id != a && n.id != b)
                others.emplace_back(n.id, fittedParts(tree, n.id));
        for (const PartChange& c : out.changes) {
            if (c.belongs)
                continue;
            const bool there = std::any_of(others.begin(), others.end(), [&](const auto& node) {
                const Fitted& f = node.second;
                // Exists already when it differs from `a` in that part alone.
                for (const PartChange& other : out.changes) {
                    const auto at = f.parts.find(partName(other));
                    const std::string has = at != f.parts.end() ? at->second->to : other.from;
                    if (has != (partName(other) == partName(c) ? other.to : other.from))
                        return false;
                }
                return true;
            });
            if (!there)
                out.separating.push_back(
                    {"setup.with-only",
                     {base ? Argument{base->name} : Argument{Term{"base"}}, Sayings{{partMessage(c)}}, c.to}});
        }
    }
    return out;
}

Message differenceMessage(const SetupDifference& difference) {
    if (difference.changes.empty())
        return {"setup.no-difference"};
    Sayings list;
    for (const PartChange& c : difference.changes) {
        if (c.from.empty())
            list.messages.push_back(
                {c.belongs ? "setup.put-on-belonging" : "setup.put-on", {Sayings{{partMessage(c)}}, c.to}});
        else if (c.to.empty())
            list.messages.push_back(
                {c.belongs ? "setup.taken-off-belonging" : "setup.taken-off", {Sayings{{partMessage(c)}}, c.from}});
        else
            list.messages.push_back(
                {c.belongs ? "setup.changed-belonging" : "setup.changed", {Sayings{{partMessage(c)}}, c.from, c.to}});
    }
    return {"setup.changes", {std::move(list)}};
}

SetupLedger ledgerOf(const std::vector<SetupNode>& tree, const std::string& id) {
    SetupLedger out;
    const auto add = [](std::optional<double>& sum, const std::optional<double>& v, double sign = 1.) {
        if (v)
            sum = sum.value_or(0.) + sign * *v;
    };
    for (const SetupNode* n : lineage(tree, id))
        for (const PartChange& c : n->changes) {
            add(out.netKg, c.weightOnKg);
            add(out.netKg, c.weightOffKg, -1.);
            add(out.price, c.price);
            add(out.hours, c.hours);
        }
    return out;
}

} // namespace jr
