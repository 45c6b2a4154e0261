// SPDX-License-Identifier: GPL-3.0-or-later
// Asks why the base is taken again.
#pragma once

#include "app/widgets/asking.h"

namespace jr::app {

void askWhyBaseAgain(QWidget* over, TextAnswer then);

} // namespace jr::app
