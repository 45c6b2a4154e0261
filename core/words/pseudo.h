// SPDX-License-Identifier: GPL-3.0-or-later
// A language nobody speaks, for whoever adds a screen: English with every letter changed and every word two fifths
// longer, as other languages are. What stays in plain letters was never given to a catalogue; what is cut off would be
// cut off in German or Finnish too.
#pragma once

#include "core/words/language.h"

#include <string>

namespace jr {

/// "Pull" -> "Þúłłłł"; places like %1, numbers, signs and mnemonics stay.
std::string stretched(std::string_view english);
/// The core's sentences so; its id is "pseudo".
const Language& pseudoLanguage();

} // namespace jr
