// SPDX-License-Identifier: GPL-3.0-or-later
// German, as it is spoken in a workshop. Sorted by code, and as complete as the English: a test holds both.
#include "core/words/language.h"

namespace jr {
namespace {

constexpr Sentence kGermanSentences[] = {
// In order of code, a file each few letters.
#include "core/words/german_air_to_detail.inc"
#include "core/words/german_error.inc"
#include "core/words/german_files_to_outlook.inc"
#include "core/words/german_plan_to_weight.inc"
};

constexpr TradeWord kGermanTrade[] = {
#include "core/words/german_trade.inc"
};

} // namespace

const Language& german() {
    static constexpr Language language{.id = "de", .sentences = kGermanSentences, .trade = kGermanTrade};
    return language;
}

} // namespace jr
