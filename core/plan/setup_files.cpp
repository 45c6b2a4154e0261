// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/setup_files.h"

#include "core/plan/lineage.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <string_view>

namespace jr {
namespace {

/// Whether a part's name says that it is what such a file changes.
bool namesAMap(const std::string& part) {
    static constexpr std::array<std::string_view, 6> kWords{"map", "ecu", "ignition", "fuelling", "injection", "file"};
    std::string low = part;
    std::transform(low.begin(), low.end(), low.begin(), [](unsigned char c) { return std::tolower(c); });
    return std::any_of(kWords.begin(), kWords.end(),
                       [&](std::string_view w) { return low.find(w) != std::string::npos; });
}

} // namespace

const SetupFile* fileInForce(const std::vector<SetupFile>& files, const std::string& setupId,
                             const std::vector<SetupNode>& tree) {
    const std::vector<const SetupNode*> line = lineage(tree, setupId);
    for (auto node = line.rbegin(); node != line.rend(); ++node) {
        const SetupFile* newest = nullptr;
        for (const SetupFile& f : files)
            if (f.setupId == (*node)->id && (!newest || f.kept >= newest->kept))
                newest = &f;
        if (newest)
            return newest;
    }
    return nullptr;
}

std::optional<Caution> fileCaution(const std::vector<SetupFile>& files, const std::string& baseId,
                                   const std::string& withId, const std::vector<SetupNode>& tree) {
    const SetupFile *base = fileInForce(files, baseId, tree), *with = fileInForce(files, withId, tree);
    if (!base || !with || base->sha256 == with->sha256)
        return std::nullopt;
    const std::vector<PartChange> changes = differenceOf(tree, baseId, withId).changes;
    if (std::any_of(changes.begin(), changes.end(), [](const PartChange& c) { return namesAMap(c.part); }))
        return std::nullopt;
    return Caution{"confounded", {"files.differ", {base->name, with->name}}};
}

Message fileMessage(const SetupFile& file) {
    constexpr std::size_t kShown = 8; // of the checksum's digits: enough to tell two files apart by eye
    std::vector<Argument> facts{file.name, file.sha256.substr(0, kShown)};
    if (!file.changed.empty())
        facts.push_back(file.changed);
    if (file.hours)
        facts.push_back(Number{*file.hours, 1});
    const std::string_view code = !file.changed.empty() && file.hours ? "files.changed-hours"
                                  : !file.changed.empty()             ? "files.changed"
                                  : file.hours                        ? "files.hours"
                                                                      : "files.plain";
    return {code, std::move(facts)};
}

} // namespace jr
