// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/jobs/bring_back.h"

#include "app/widgets/asking.h"
#include "app/widgets/work_shown.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QLocale>
#include <QtConcurrent>

namespace jr::app {
namespace {

/// "6/6/26 8:14 PM, the newest": as the reader writes dates
QString stateWords(const CopyList& state, bool newest) {
    const QDateTime made = QDateTime::fromString(QString::fromStdString(state.made), Qt::ISODate).toLocalTime();
    const QString when =
        made.isValid() ? QLocale().toString(made, QLocale::ShortFormat) : QString::number(state.number);
    return newest ? BringBack::tr("%1, the newest").arg(when) : when;
}

/// The folder itself while it is empty, else a new one in it; one where a restore was cut off goes on.
QString emptyPlaceIn(const QString& folder) {
    if (!QDir(folder).exists() || QDir(folder).isEmpty() || isUnfinishedRestore(folder))
        return folder;
    const QString base = QDir(folder).filePath(
        BringBack::tr("Jolly Ram, brought back %1").arg(QDate::currentDate().toString(Qt::ISODate)));
    QString name = base;
    for (int n = 2; QFileInfo::exists(name) && !isUnfinishedRestore(name); ++n)
        name = base + QStringLiteral(" (%1)").arg(n);
    return name;
}

} // namespace

BringBack::BringBack(QWidget* over) : QObject(over), m_over(over) {}

void BringBack::begin() {
    askForFolder(m_over, tr("The second copy: the stick or disk it lies on, or its folder jolly-ram-copy-…"),
                 [this](const QString& chosen) { fromPlace(chosen); });
}

void BringBack::fromPlace(const QString& chosen) {
    const QStringList copies = copiesIn(chosen);
    if (copies.isEmpty()) {
        emit said(tr("No second copy lies in %1.").arg(QDir::toNativeSeparators(chosen)));
        return;
    }
    if (copies.size() == 1)
        return askState(copies.front());
    QStringList names;
    for (const QString& copy : copies)
        names << QFileInfo(copy).fileName();
    askToChoose(m_over, tr("Bring back"), tr("More than one archive was copied here. Which?"), names, 0, false,
                [this, copies, names](const QString& name) {
                    askState(copies[std::max(0, static_cast<int>(names.indexOf(name)))]);
                });
}

void BringBack::askState(const QString& copy) {
    QtConcurrent::run([copy] { return copyStates(copy); }).then(this, [this, copy](const Result<CopyStates>& states) {
        if (!states) {
            emit said(errorAtPlace(states.error()));
            return;
        }
        if (!states->damaged.empty()) // those of the other states come back all the same
            emit said(errorAtPlace(states->damaged.front()));
        if (states->states.size() == 1 && states->newestReads)
            return askWhere(copy, std::nullopt);
        QStringList words;
        std::vector<long> numbers;
        for (const CopyList& state : states->states) {
            words << stateWords(state, states->newestReads && words.isEmpty());
            numbers.push_back(state.number);
        }
        askToChoose(m_over, tr("Bring back"), tr("As it was when?"), words, 0, false,
                    [this, copy, words, numbers](const QString& chosen) {
                        const auto at = words.indexOf(chosen);
                        askWhere(copy, at < 0 ? std::nullopt : std::optional(numbers[static_cast<std::size_t>(at)]));
                    });
    });
}

void BringBack::askWhere(const QString& copy, std::optional<long> state) {
    askForFolder(m_over, tr("Where the records are to be from now on"),
                 [this, copy, state](const QString& folder) { into(copy, state, folder); });
}

void BringBack::into(const QString& copy, std::optional<long> state, const QString& folder) {
    const WorkShown shown = showWork(m_over, tr("Bringing the records back…"));
    const QString place = emptyPlaceIn(folder);
    QtConcurrent::run([copy, state, place, tick = shown.tick] {
        return bringBack(copy, state, place, tick);
    }).then(this, [this, close = shown.close](const Result<BroughtBack>& back) {
        close();
        if (!back) {
            emit said(errorAtPlace(back.error()));
            return;
        }
        QString words =
            plural(back->rebuilt.pullsTaken, tr("1 pull came back, held against its checksum. It is in %2 now."),
                   tr("%1 pulls came back, each held against its checksum. They are in %2 now."))
                .arg(QDir::toNativeSeparators(back->folder));
        if (!back->rebuilt.problems.empty())
            words += QLatin1Char(' ') + errorAtPlace(back->rebuilt.problems.front());
        emit broughtBack(back->folder);
        emit said(words);
    });
}

} // namespace jr::app
