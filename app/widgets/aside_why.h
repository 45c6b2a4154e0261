// SPDX-License-Identifier: GPL-3.0-or-later
// Asks why a pull is set aside; the usual reasons are offered, any other may be written.
#pragma once

#include <QString>

class QWidget;

namespace jr::app {

/// Empty when the person thought better of it.
QString askWhyAside(QWidget* parent);

} // namespace jr::app
