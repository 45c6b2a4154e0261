// SPDX-License-Identifier: GPL-3.0-or-later
// Setups as a family tree: each is its parent plus changes. What two of them differ in, and what would separate the
// changes.
#pragma once

#include "core/words/message.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct PartChange {
    std::string part, from, to;
    std::optional<double> weightOffKg{}, weightOnKg{}; ///< on one scale (P6)
    std::optional<double> price{}, hours{};
    std::string note{};
    bool belongs = false; ///< forced by the change before it (rejetting a carburettor swap): the credit is one
    int cylinder = 0;     ///< 0: the whole machine, or all of them
};

/// "main jet", or "main jet of cylinder 2": what a part is known by.
std::string partName(const PartChange& change);
/// The same for people.
Message partMessage(const PartChange& change);

struct SetupNode {
    std::string id, name, parentId;
    std::vector<PartChange> changes; ///< against the parent
};

struct SetupDifference {
    std::vector<PartChange> changes; ///< net, from a to b; a part changed and changed back is none
    int independent = 0;             ///< changes that do not belong to another: more than one, and the credit is shared
    /// Setups nobody has made yet, each with one of the changes alone, that would say which did it.
    std::vector<Message> separating;
};

/// What `b` has that `a` has not. Setups without a common ancestor are compared by all their parts. Unknown ids have no
/// changes.
SetupDifference differenceOf(const std::vector<SetupNode>& tree, const std::string& a, const std::string& b);

/// "intake stack from 60 mm to 120 mm; main jet from 150 to 155 (belongs to it)".
Message differenceMessage(const SetupDifference& difference);

/// Net weight (on less off), money and hours of a setup against the root of its family; nullopt where nothing was
/// entered.
struct SetupLedger {
    std::optional<double> netKg, price, hours;
};
SetupLedger ledgerOf(const std::vector<SetupNode>& tree, const std::string& id);

} // namespace jr
