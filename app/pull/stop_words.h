// SPDX-License-Identifier: GPL-3.0-or-later
// What the Pull station says of STOP: the button named after what it can do on this bench, and how a stop stands. Never
// more than is so: nothing is "cut" before the bench has answered.
#pragma once

#include "bench/bench_orders.h"
#include "core/words/wording.h"

#include <QString>

namespace jr::app {

QString stopButtonWords(const StopStatus& status);
/// Empty while no stop stands.
QString stopBannerWords(const StopStatus& status, const Wording& reader);

} // namespace jr::app
