// SPDX-License-Identifier: GPL-3.0-or-later
// Asks why the base is taken again.
#pragma once

#include <QString>

class QWidget;

namespace jr::app {

/// Empty when it is not to be.
QString askWhyBaseAgain(QWidget* parent);

} // namespace jr::app
