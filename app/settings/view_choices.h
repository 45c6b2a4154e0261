// SPDX-License-Identifier: GPL-3.0-or-later
// What a person chose of how the window looks and sounds, and what a new job begins with; kept with the person's other
// settings. Units and language stand beside (archive/reader/reader_settings.h), because the command line reads them
// too.
#pragma once

#include "app/theme/theme.h"

#include <QString>

#include <string>
#include <vector>

namespace jr::app {

struct ViewChoices {
    Theme::Mode mode = Theme::Mode::FollowSystem;
    double textScale = 1.;
    bool strongContrast = false;
    bool onlyAlarms = false; ///< of the sounds, the guards' alarm alone
    std::string standard;    ///< a new job is compared by; empty: the program's usual one

    /// The text sizes there are.
    static const std::vector<double>& textScales();
};

ViewChoices keptViewChoices();
void keepViewChoices(const ViewChoices& choices);
/// The theme as chosen. What stands already keeps its text size.
void dress(Theme& theme, const ViewChoices& choices);

} // namespace jr::app
