// SPDX-License-Identifier: GPL-3.0-or-later
// A setup's line of descent in the family tree.
#pragma once

#include "core/plan/setup_tree.h"

namespace jr {

/// From the root down to the setup; a circle of parents ends where it closes. Empty for an unknown id.
std::vector<const SetupNode*> lineage(const std::vector<SetupNode>& tree, const std::string& id);

} // namespace jr
