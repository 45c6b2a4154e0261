// SPDX-License-Identifier: GPL-3.0-or-later
// The usual slips when figures are typed: another unit, and another reference. What looks like one is asked about with
// the value that was probably meant; nobody is stopped.
#pragma once

#include "core/figure/inputs.h"
#include "core/words/message.h"

#include <optional>

namespace jr {

struct Slip {
    Message question; ///< "2.13: inches? That is 54.1 mm."
    double meant = 0.;
};

/// Of a value that lies outside what the input may be: in inches, as a duration where an opening is asked for, after
/// where before is, in centimetres or thousands. Nothing when it looks like none of them.
std::optional<Slip> slipOf(const InputKind& kind, double typed);

/// Of a value that may be, but looks like another reference beside its neighbour: cam events so wide at a stated lift
/// that they were read at the seat; a jet so far from its neighbours that it is numbered the other way. `statedMm` is
/// the lift events are stated at.
std::optional<Message> looksLikeSeatEvents(double durationDeg, double statedMm);
std::optional<Message> looksLikeOtherNumbering(double jet, bool byBore, double carburettorMm);

} // namespace jr
