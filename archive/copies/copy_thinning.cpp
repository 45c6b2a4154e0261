// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/copy_thinning.h"

#include <QDate>
#include <QDateTime>

#include <map>

namespace jr {

std::vector<bool> statesThatStay(const std::vector<std::int64_t>& madeS, std::int64_t nowS) {
    constexpr std::int64_t kDayS = 86'400, kAllOfS = 7 * kDayS, kWeeklyS = 91 * kDayS;
    std::vector<bool> stays(madeS.size(), false);
    std::map<QString, std::size_t> lastOf; // of a week or a month
    for (std::size_t i = 0; i < madeS.size(); ++i) {
        const std::int64_t age = nowS - madeS[i];
        if (age <= kAllOfS) {
            stays[i] = true;
            continue;
        }
        const QDate day = QDateTime::fromSecsSinceEpoch(madeS[i], Qt::UTC).date();
        int weekYear = 0;
        const int week = day.weekNumber(&weekYear);
        const QString span = age <= kWeeklyS ? QStringLiteral("w%1-%2").arg(weekYear).arg(week)
                                             : QStringLiteral("m%1-%2").arg(day.year()).arg(day.month());
        const auto [last, fresh] = lastOf.emplace(span, i);
        if (!fresh && madeS[last->second] < madeS[i])
            last->second = i;
    }
    for (const auto& [span, index] : lastOf)
        stays[index] = true;
    return stays;
}

} // namespace jr
