// SPDX-License-Identifier: GPL-3.0-or-later
// Files that belong to a setup (P31): the map its engine ran with, a drawing, a flow sheet. Each is kept whole with its
// checksum, what was changed in it, and the hours that took.
#pragma once

#include "core/plan/setup_tree.h"

#include <optional>
#include <string>
#include <vector>

namespace jr {

struct SetupFile {
    std::string id;      ///< of the copy in the archive
    std::string setupId; ///< whose it is
    std::string name;    ///< as it was called where it came from
    std::string sha256;  ///< in hexadecimal digits
    double bytes = 0.;
    std::string changed;         ///< in words, against the one before
    std::optional<double> hours; ///< spent on it
    std::string kept;            ///< ISO date and time
    bool operator==(const SetupFile&) const = default;
};

/// The newest file of a setup, its own or, where it has none, that of the setup it comes from; null without any.
const SetupFile* fileInForce(const std::vector<SetupFile>& files, const std::string& setupId,
                             const std::vector<SetupNode>& tree);

/// Two sides that ran with different files though no change of a map stands between them: the credit is shared, and it
/// is not written what else differs. Nothing where either has none, they are the same, or the change is written.
std::optional<Caution> fileCaution(const std::vector<SetupFile>& files, const std::string& baseId,
                                   const std::string& withId, const std::vector<SetupNode>& tree);

/// "street 3.map (checksum 3f9a12c0): richer above 7000; 1.5 h".
Message fileMessage(const SetupFile& file);

} // namespace jr
