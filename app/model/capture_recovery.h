// SPDX-License-Identifier: GPL-3.0-or-later
// What a capture holds that was never kept, because the program or the power went: at the next start it goes into the
// job it names, or is offered where nobody can tell. Looked for and taken in by the keeper.
#pragma once

#include "app/model/keeper.h"

#include <QStringList>

#include <functional>
#include <string_view>

namespace jr::app {

struct LeftInCaptures {
    QStringList settled; ///< kept now, in words: "2 pulls of Stack length, long stack"
    QStringList pending; ///< what nobody can tell the job of, and what cannot be read: to be looked at by a person
};
/// What a capture says the job of, by id, is kept there; a capture goes of which all is kept.
void settleCaptures(Keeper& keeper, QObject* asker, const QString& folder,
                    std::function<void(const LeftInCaptures&)> then);

struct TakenIn {
    int pulls = 0;
    QStringList problems;
};

/// Words of a capture for why a pull is set aside, and how such a pull is kept.
namespace aside_word {
inline constexpr std::string_view stranger = "stranger", warmUp = "warm-up", beddingIn = "bedding-in";
}
AddPullOptions asideFor(std::string_view word);

/// Takes each into the job it names by id; without one into the job of that name and machine, when there is but one, or
/// into a new one. What the sitting said of it holds: a warm-up is set aside.
void takeInCaptures(Keeper& keeper, QObject* asker, const QString& folder, std::function<void(const TakenIn&)> then);

} // namespace jr::app
