// SPDX-License-Identifier: GPL-3.0-or-later
// Asks why a pull is set aside; the usual reasons are offered, any other may be written.
#pragma once

#include "app/widgets/asking.h"

namespace jr::app {

void askWhyAside(QWidget* over, TextAnswer then);

} // namespace jr::app
