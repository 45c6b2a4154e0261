// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/bring_back.h"

#include <QDir>
#include <QFileInfo>

namespace jr {
namespace {

/// What was laid out and came to nothing is taken away again; a folder that was there stays.
void takeAway(const QString& folder, bool wasThere) {
    QDir(folder).removeRecursively();
    if (wasThere)
        QDir().mkpath(folder);
}

} // namespace

QStringList copiesIn(const QString& chosen) {
    if (isSecondCopy(chosen))
        return {QDir(chosen).absolutePath()};
    QStringList out;
    for (const QFileInfo& inside : QDir(chosen).entryInfoList(QDir::Dirs | QDir::NoDotAndDotDot, QDir::Name))
        if (isSecondCopy(inside.absoluteFilePath()))
            out << inside.absoluteFilePath();
    return out;
}

Result<BroughtBack> bringBack(const QString& copy, std::optional<long> number, const QString& into,
                              const Progress& progress) {
    const Result<std::vector<CopyList>> states = copyStates(copy);
    if (!states)
        return states.error();
    const Result<CopyList> state = copyState(copy, number.value_or(states->front().number));
    if (!state)
        return state.error();
    const QDir target(into);
    const bool wasThere = target.exists();
    if (wasThere && !target.isEmpty()) {
        Error notEmpty{Message{"copy.not-empty"}};
        notEmpty.file = into.toStdString();
        return notEmpty; // and nothing in it is touched
    }
    if (const Result<Done> laid = layOut(copy, *state, into, progress); !laid) {
        takeAway(into, wasThere);
        return laid.error();
    }
    Result<Rebuilt> rebuilt = Archive::rebuildFolder(into, progress);
    if (!rebuilt) {
        takeAway(into, wasThere);
        return rebuilt.error();
    }
    return BroughtBack{QDir(into).absolutePath(), state->number, state->made, std::move(rebuilt).value()};
}

} // namespace jr
