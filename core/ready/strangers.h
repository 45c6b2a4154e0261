// SPDX-License-Identifier: GPL-3.0-or-later
// Whose pulls these are: before a pull joins a job (or a folder of recorded pulls) its machine, its bench and the kind
// of bench are held against those that are there. Another machine's pull is no second setup, and two benches never
// agree.
#pragma once

#include "core/pull/trace.h"
#include "core/words/message.h"

#include <string>
#include <vector>

namespace jr {

/// Where a pull comes from, as far as it says; an empty word says nothing and clashes with nothing.
struct PullOrigin {
    std::string machine, bench;
    PullKind kind = PullKind::Roller;
};
PullOrigin originOf(const PullHeader& header);

/// What of `coming` is not the job's: one sentence for each, none when it belongs. `jobMachine` may be empty. Only
/// pulls on a bench are looked at; names are the same but for case and blanks.
std::vector<Message> strangersTo(const std::string& jobMachine, const std::vector<PullOrigin>& there,
                                 const PullOrigin& coming);

} // namespace jr
