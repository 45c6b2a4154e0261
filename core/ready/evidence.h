// SPDX-License-Identifier: GPL-3.0-or-later
// Evidence by eye (P35): what was seen at a place of the engine after each step, as a photo or in words, so that it can
// stand beside the curve. Places: common practice, no source; own ones can be added.
#pragma once

#include "core/machine/machine_sheet.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

/// Where one looks: "spark plug", "wash in the pipe", "hot spot of the pipe", "piston crown", "debris in the filter" …
/// as far as the kind of machine has it.
std::vector<std::string> usualPlacesToLook(MachineKind machine);

/// What a note or photo is about, when it is evidence: which setup, and where on the engine.
struct EvidenceAbout {
    std::string setupId, place;
};
/// "eye:SETUP:PLACE", as attachments are kept.
std::string evidenceText(const EvidenceAbout& about);
std::optional<EvidenceAbout> evidenceAbout(std::string_view text);

} // namespace jr
