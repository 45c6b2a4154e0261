// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/setup_rules.h"

#include "core/machine/crank_range.h"
#include "core/plan/lineage.h"
#include "core/units/leading_number.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <map>

namespace jr {
namespace {

constexpr std::string_view kKinds[] = {"part-stays", "size", "power", "power-to-weight", "noise"};

std::string lower(std::string_view text) {
    std::string out(text);
    std::transform(out.begin(), out.end(), out.begin(), [](unsigned char c) { return std::tolower(c); });
    return out;
}

/// With as many decimals as it was written with, three at most, in the reader's way of writing.
Number asWritten(double value) {
    constexpr int kMost = 3;
    int decimals = 0;
    for (double scale = 1.; decimals < kMost && std::abs(value * scale - std::round(value * scale)) > 1e-6;
         scale *= 10.)
        ++decimals;
    return {value, decimals};
}

RuleCheck kept(Message why) {
    return {RuleState::Kept, std::move(why)};
}
RuleCheck broken(Message why) {
    return {RuleState::Broken, std::move(why)};
}
RuleCheck notKnown(Message why) {
    return {RuleState::NotKnown, std::move(why)};
}

/// Whether somebody wrote down what the setup, and each one it comes from, changes.
bool changesAreWritten(const std::string& setupId, const std::vector<SetupNode>& tree) {
    for (const SetupNode* n : lineage(tree, setupId))
        if (!n->parentId.empty() && n->changes.empty())
            return false;
    return true;
}

RuleCheck checkPart(const SetupRule& rule, const std::string& setupId, const std::vector<SetupNode>& tree) {
    struct Way {
        std::string from, to;
    };
    std::map<int, Way> byCylinder; // 0: all of them
    for (const SetupNode* n : lineage(tree, setupId))
        for (const PartChange& c : n->changes)
            if (lower(c.part) == lower(rule.what))
                byCylinder.try_emplace(c.cylinder, Way{c.from, {}}).first->second.to = c.to;
    for (const auto& [cylinder, way] : byCylinder)
        if (way.from != way.to)
            return broken({"rule.part-changed", {rule.what, way.from, way.to}});
    if (!changesAreWritten(setupId, tree))
        return notKnown({"rule.changes-not-written"});
    return kept({"rule.part-kept", {rule.what}});
}

RuleCheck checkSize(const SetupRule& rule, const std::string& setupId, const std::vector<SetupNode>& tree,
                    const MachineSheet& machine) {
    const SheetField* line = findSheetField(rule.what);
    if (!line)
        return notKnown({"rule.no-such-line", {rule.what}});
    const Term words{std::string(line->words)}, unit{std::string(line->unit)};
    Sayings sizes; // "28"; where the cylinders differ "150; 155"
    bool known = true, outside = false;
    for (int cylinder = 1; cylinder <= (line->perCylinder ? machine.cylinders : 1); ++cylinder) {
        const std::optional<double> size = sizeOf(*line, cylinder, setupId, tree, machine);
        known = known && size;
        if (!size)
            continue;
        outside = outside || (rule.low && *size < *rule.low) || (rule.high && *size > *rule.high);
        const Message one{"rule.number", {asWritten(*size)}};
        if (std::find(sizes.messages.begin(), sizes.messages.end(), one) == sizes.messages.end())
            sizes.messages.push_back(one);
    }
    if (outside)
        return broken({"rule.size-is", {words, sizes, unit}});
    if (!known)
        return notKnown({"rule.size-not-written", {words}});
    if (!changesAreWritten(setupId, tree))
        return notKnown({"rule.changes-not-written"});
    return kept({"rule.size-is", {words, sizes, unit}});
}

/// How far from the crank: the further, the less power is left.
int distanceFromCrank(MeasuredAt at) {
    switch (at) {
    case MeasuredAt::Crank:
        return 0;
    case MeasuredAt::Hub:
        return 1;
    case MeasuredAt::Wheel:
        return 2;
    case MeasuredAt::Unknown:
        break;
    }
    return -1;
}

MeasuredAt placeNamed(std::string_view text) {
    for (MeasuredAt at : {MeasuredAt::Crank, MeasuredAt::Hub, MeasuredAt::Wheel})
        if (measuredAtText(at) == text)
            return at;
    return MeasuredAt::Unknown;
}

/// A margin against a limit, both of power; `shown` is what is said of what was measured.
RuleCheck againstLimit(double low, double high, double limit, Message shown) {
    if (high <= limit)
        return kept(std::move(shown));
    if (low > limit)
        return broken(std::move(shown));
    return notKnown({"rule.margin-reaches-over", {Sayings{{std::move(shown)}}}});
}

RuleCheck checkPower(const SetupRule& rule, const MachineSheet& machine, const MeasuredSetup& measured) {
    if (!measured.peakW || measured.pulls == 0)
        return notKnown({"rule.no-pulls"});
    if (measured.at == MeasuredAt::Unknown)
        return notKnown({"rule.place-unknown", {Term{rule.what}}});
    const Estimate& peak = *measured.peakW;
    if (std::isnan(peak.low) || std::isnan(peak.high)) // one pull, and nothing known of the scatter
        return notKnown({"rule.no-margin", {Power{peak.mid, 0.}}});
    const double limitW = rule.high.value_or(0.);
    const std::string at(measuredAtText(measured.at));
    const Message shown{"rule.power-is", {Power{peak.mid, peak.half()}, Power{peak.half(), peak.half()}, Term{at}}};
    const int here = distanceFromCrank(measured.at);
    const int there = distanceFromCrank(placeNamed(rule.what));
    if (there < 0)
        return notKnown({"rule.no-such-place", {rule.what}});
    if (here == there)
        return againstLimit(peak.low, peak.high, limitW, shown);
    if (here > there) {
        // There it makes more than what was measured here.
        if (peak.low > limitW)
            return broken(shown);
        if (measured.at != MeasuredAt::Wheel || there != 0)
            return notKnown({"rule.more-there", {Sayings{{shown}}, Term{rule.what}}});
        const CrankRange crank = crankRange(machine.kind, peak.low, peak.high);
        return againstLimit(crank.lowW, crank.highW, limitW,
                            {"rule.crank-is", {Sayings{{shown}}, Power{crank.lowW, 500.}, Power{crank.highW, 500.}}});
    }
    if (peak.high <= limitW) // there it makes less
        return kept(shown);
    return notKnown({"rule.less-there", {Sayings{{shown}}, Term{rule.what}}});
}

RuleCheck checkPowerToWeight(const SetupRule& rule, const std::string& setupId, const std::vector<SetupNode>& tree,
                             const MachineSheet& machine, const MeasuredSetup& measured) {
    const auto weight = sheetNumber(machine, "weight_kg");
    if (!weight)
        return notKnown({"rule.size-not-written", {Term{std::string(findSheetField("weight_kg")->words)}}});
    const double kg = *weight + ledgerOf(tree, setupId).netKg.value_or(0.);
    if (!(kg > 0.))
        return notKnown({"rule.size-not-written", {Term{std::string(findSheetField("weight_kg")->words)}}});
    SetupRule power = rule;
    power.high = rule.high.value_or(0.) * kg;
    RuleCheck out = checkPower(power, machine, measured);
    out.why = {"rule.for-its-weight", {Sayings{{out.why}}, Measure{kg, Measured::Mass, 1}}};
    return out;
}

RuleCheck checkNoise(const SetupRule& rule, const MeasuredSetup& measured) {
    if (!measured.levelDb)
        return notKnown(measured.levelWithoutPlace ? Message{"rule.noise-no-place"}
                                                   : Message{"rule.noise-not-measured", {rule.what}});
    const Message shown{"rule.noise-is", {Number{*measured.levelDb, 1}}};
    return *measured.levelDb <= rule.high.value_or(0.) ? kept(shown) : broken(shown);
}

} // namespace

const std::vector<RuleKind>& ruleKinds() {
    using enum RuleKind;
    static const std::vector<RuleKind> kinds{PartStays, Size, Power, PowerToWeight, Noise};
    return kinds;
}

std::string_view ruleKindText(RuleKind kind) {
    return kKinds[static_cast<std::size_t>(kind)];
}

RuleKind ruleKindOf(std::string_view text) {
    for (RuleKind kind : ruleKinds())
        if (ruleKindText(kind) == text)
            return kind;
    return RuleKind::PartStays;
}

Message ruleMessage(const SetupRule& rule) {
    switch (rule.kind) {
    case RuleKind::PartStays:
        return {"rule.part-stays", {rule.what}};
    case RuleKind::Size: {
        const SheetField* line = findSheetField(rule.what);
        const Term words{line ? std::string(line->words) : rule.what};
        const Term unit{line ? std::string(line->unit) : std::string()};
        if (rule.low && rule.high)
            return {"rule.size-between", {words, asWritten(*rule.low), asWritten(*rule.high), unit}};
        if (rule.low)
            return {"rule.size-from", {words, asWritten(*rule.low), unit}};
        return {"rule.size-to", {words, asWritten(rule.high.value_or(0.)), unit}};
    }
    case RuleKind::Power:
        return {"rule.power", {Power{rule.high.value_or(0.), 300.}, Term{rule.what}}};
    case RuleKind::PowerToWeight:
        return {"rule.power-to-weight", {Number{rule.high.value_or(0.) / 1000., 3}, Term{rule.what}}};
    case RuleKind::Noise:
        break;
    }
    const Number most{rule.high.value_or(0.), 1};
    return rule.atRpm > 0. ? Message{"rule.noise-at", {most, rule.what, Number{rule.atRpm}}}
                           : Message{"rule.noise", {most, rule.what}};
}

bool ruleIsKept(const Caution& said) {
    return said.message.code == "rule.said-kept" || said.message.code == "rule.said-both-keep";
}

std::optional<double> sizeOf(const SheetField& line, int cylinder, const std::string& setupId,
                             const std::vector<SetupNode>& tree, const MachineSheet& machine) {
    std::optional<double> out = sheetNumber(machine, line.key, cylinder);
    if (!out && line.key == "capacity_cm3")
        out = capacityCm3(machine);
    for (const SetupNode* n : lineage(tree, setupId))
        for (const PartChange& c : n->changes)
            if (lower(c.part) == lower(line.words) && (c.cylinder == 0 || c.cylinder == cylinder)) {
                const auto to = leadingNumber(c.to);
                out = to ? std::optional(to->first) : std::nullopt; // changed to no number: not known any more
            }
    if (line.key == "weight_kg" && out)
        out = *out + ledgerOf(tree, setupId).netKg.value_or(0.);
    return out;
}

RuleCheck checkRule(const SetupRule& rule, const std::string& setupId, const std::vector<SetupNode>& tree,
                    const MachineSheet& machine, const MeasuredSetup& measured) {
    switch (rule.kind) {
    case RuleKind::PartStays:
        return checkPart(rule, setupId, tree);
    case RuleKind::Size:
        return checkSize(rule, setupId, tree, machine);
    case RuleKind::Power:
        return checkPower(rule, machine, measured);
    case RuleKind::PowerToWeight:
        return checkPowerToWeight(rule, setupId, tree, machine, measured);
    case RuleKind::Noise:
        break;
    }
    return checkNoise(rule, measured);
}

} // namespace jr
