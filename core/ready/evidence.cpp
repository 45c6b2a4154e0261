// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/evidence.h"

namespace jr {
namespace {

constexpr std::string_view kPrefix = "eye:";

} // namespace

std::vector<std::string> usualPlacesToLook(MachineKind machine) {
    std::vector<std::string> out{"spark plug"};
    const bool twoStroke = machine != MachineKind::FourStroke;
    if (twoStroke) {
        out.insert(out.end(), {"wash in the pipe", "hot spot of the pipe", "piston crown", "transfers and skirt"});
    } else {
        out.insert(out.end(), {"header colour", "piston crown", "valve seats"});
    }
    out.push_back("debris in filter or oil");
    if (machine == MachineKind::Cvt || machine == MachineKind::Sled)
        out.push_back("belt faces");
    return out;
}

std::string evidenceText(const EvidenceAbout& about) {
    return std::string(kPrefix) + about.setupId + ":" + about.place;
}

std::optional<EvidenceAbout> evidenceAbout(std::string_view text) {
    if (!text.starts_with(kPrefix))
        return std::nullopt;
    text.remove_prefix(kPrefix.size());
    const std::size_t colon = text.find(':');
    if (colon == std::string_view::npos || colon == 0 || colon + 1 == text.size())
        return std::nullopt;
    return EvidenceAbout{std::string(text.substr(0, colon)), std::string(text.substr(colon + 1))};
}

} // namespace jr
