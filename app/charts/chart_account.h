// SPDX-License-Identifier: GPL-3.0-or-later
// What a chart shows, in words and figures, for whoever has it read aloud: its axes, the words on it, and every line at a
// few places. Made when it is asked for, so that drawing is not held up.
#pragma once

#include <QString>

class QCustomPlot;

namespace jr::app {

QString chartAccount(const QCustomPlot& plot);
/// From now on every chart of the program gives it to screen readers as its description.
void giveChartsAccounts();

} // namespace jr::app
