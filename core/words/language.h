// SPDX-License-Identifier: GPL-3.0-or-later
// One table a language: every sentence the program says about pulls, by the code of the message it is made from.
#pragma once

#include <span>
#include <string_view>

namespace jr {

struct Sentence {
    std::string_view code;
    std::string_view text;  ///< %1, %2 … stand for the message's arguments
    std::string_view one{}; ///< where the first count is one; empty: the same
};

/// A word of the trade that stands in a table of the core, in another language.
struct TradeWord {
    std::string_view english, here;
};

struct Language {
    std::string_view id; ///< "en"
    std::string_view listComma = ", ", listSemicolon = "; ";
    std::span<const Sentence> sentences; ///< sorted by code
    std::span<const TradeWord> trade{};  ///< sorted by the English word

    /// In this language; a word that is not in its table as it is.
    std::string_view word(std::string_view english) const;
    /// Null when the language does not have it.
    const Sentence* find(std::string_view code) const;
};

const Language& english();
const Language& german();
/// "en", "de"; null when the program does not speak it.
const Language* findLanguage(std::string_view id);

} // namespace jr
