// SPDX-License-Identifier: GPL-3.0-or-later
// The day a moment at the bench belongs to: a sitting that goes on past midnight is still of the evening it began.
#pragma once

#include <QDateTime>

namespace jr {

inline QDate sittingDay(const QDateTime& when) {
    constexpr int kDayBeginsHour = 4;
    return when.addSecs(-3600 * kDayBeginsHour).date();
}

} // namespace jr
