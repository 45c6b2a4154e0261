// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/copy_thinning.h"

#include "archive/copies/copy_states.h"
#include "archive/disk/safe_file.h"

#include <QDate>
#include <QDateTime>
#include <QDir>
#include <QFile>

#include <algorithm>
#include <map>
#include <set>

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

int thinStates(const QString& copy, const CopyList& newest, std::int64_t nowS) {
    std::vector<QString> lists; // oldest first
    std::vector<std::int64_t> made;
    std::vector<long> numbers;
    for (const auto& [number, list] : earlierLists(copy)) {
        lists.push_back(list.path);
        made.push_back(list.madeS);
        numbers.push_back(number);
    }
    const std::vector<bool> stays = statesThatStay(made, nowS);
    if (std::find(stays.begin(), stays.end(), false) == stays.end())
        return 0;
    std::set<std::string> needed;
    const auto need = [&](const CopyList& state) {
        for (const auto& [path, file] : state.files)
            needed.insert(file.sha256);
    };
    need(newest);
    bool allRead = true;
    for (std::size_t i = 0; i < lists.size(); ++i) {
        if (!stays[i])
            continue;
        const Result<CopyList> state = copyState(copy, numbers[i]);
        allRead = allRead && state;
        if (!state)
            continue;
        need(*state);
        // Of an old copy it may count back over one that goes: it is told by itself first.
        const std::string path = lists[i].toStdString();
        if (!loadCopyList(path) && !writeBytes(path, copyListText(*state)))
            return 0;
    }
    int thinned = 0;
    for (std::size_t i = 0; i < lists.size(); ++i)
        if (!stays[i]) {
            if (!QFile::remove(lists[i]))
                return thinned;
            ++thinned;
        }
    // What a list that cannot be read needs, nobody knows: then nothing is thrown away.
    const QDir earlier(copy + QLatin1String(kEarlierLists)), kept(copy + QLatin1String(kEarlierFiles));
    if (!allRead || !earlier.entryList({QStringLiteral("*.set-away-*")}, QDir::Files).isEmpty())
        return thinned;
    for (const QString& name : kept.entryList(QDir::Files))
        if (!needed.contains(name.toStdString()) && !name.contains(QLatin1Char('.'))) // not one that was set away
            QFile::remove(kept.filePath(name));
    return thinned;
}

} // namespace jr
