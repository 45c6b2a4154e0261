// SPDX-License-Identifier: GPL-3.0-or-later
// English. Plain shop English, short (docs/judging.md, "Words"). Sorted by code; a test holds it so, and that every
// code the program uses stands here.
#include "core/words/language.h"

namespace jr {
namespace {

constexpr Sentence kSentences[] = {
// In order of code, a file each few letters.
#include "core/words/english_air_to_detail.inc"
#include "core/words/english_error.inc"
#include "core/words/english_files_to_outlook.inc"
#include "core/words/english_plan_to_weight.inc"
};

} // namespace

const Language& english() {
    static constexpr Language language{.id = "en", .sentences = kSentences};
    return language;
}

} // namespace jr
