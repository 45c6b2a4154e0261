// SPDX-License-Identifier: GPL-3.0-or-later
// What a capture holds that was never kept, because the program or the power went: offered at the next start. Looked
// for and taken in by the keeper.
#pragma once

#include "app/model/keeper.h"

#include <QStringList>

#include <functional>

namespace jr::app {

/// In words: "2 pulls of Stack length, long stack". Nothing is changed, but that a capture goes of which all is kept.
void lookForCaptures(Keeper& keeper, QObject* asker, const QString& folder,
                     std::function<void(const QStringList& pending)> then);

struct TakenIn {
    int pulls = 0;
    QStringList problems;
};

/// Takes them into the job they name (or a new one).
void takeInCaptures(Keeper& keeper, QObject* asker, const QString& folder, std::function<void(const TakenIn&)> then);

} // namespace jr::app
