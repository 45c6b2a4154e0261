// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/pseudo.h"

#include <array>
#include <cmath>
#include <deque>
#include <vector>

namespace jr {
namespace {

/// A letter like each of a to z, and of A to Z, that no English word has.
constexpr std::array<std::string_view, 26> kSmall{"á", "ƀ", "ç", "đ", "é", "ƒ", "ğ", "ħ", "í", "ĵ", "ķ", "ł", "ɱ",
                                                  "ñ", "ó", "þ", "ʠ", "ř", "š", "ť", "ú", "ṽ", "ŵ", "ẋ", "ý", "ž"};
constexpr std::array<std::string_view, 26> kLarge{"Á", "Ɓ", "Ç", "Đ", "É", "Ƒ", "Ğ", "Ħ", "Í", "Ĵ", "Ķ", "Ł", "Ḿ",
                                                  "Ñ", "Ó", "Þ", "Ɋ", "Ř", "Š", "Ť", "Ú", "Ṽ", "Ŵ", "Ẋ", "Ý", "Ž"};
constexpr double kLonger = 0.4;

bool isSmall(char c) {
    return c >= 'a' && c <= 'z';
}
bool isLarge(char c) {
    return c >= 'A' && c <= 'Z';
}

} // namespace

std::string stretched(std::string_view english) {
    std::string out;
    std::size_t at = 0;
    while (at < english.size()) {
        std::size_t letters = 0;
        std::string_view last;
        while (at < english.size() && (isSmall(english[at]) || isLarge(english[at]))) {
            last = isSmall(english[at]) ? kSmall[static_cast<std::size_t>(english[at] - 'a')]
                                        : kLarge[static_cast<std::size_t>(english[at] - 'A')];
            out += last;
            ++at;
            ++letters;
        }
        for (double more = kLonger * static_cast<double>(letters); more >= 0.5; more -= 1.)
            out += last;
        while (at < english.size() && !isSmall(english[at]) && !isLarge(english[at]))
            out += english[at++];
    }
    return out;
}

const Language& pseudoLanguage() {
    static std::deque<std::string> texts; // the tables only point at their texts
    const auto kept = [](std::string_view english) -> std::string_view {
        return english.empty() ? english : std::string_view(texts.emplace_back(stretched(english)));
    };
    static const std::vector<Sentence> sentences = [&] {
        std::vector<Sentence> out;
        for (const Sentence& s : english().sentences)
            out.push_back({s.code, kept(s.text), kept(s.one)});
        return out;
    }();
    static const std::vector<TradeWord> trade = [&] {
        std::vector<TradeWord> out;
        for (const TradeWord& w : german().trade) // the same words as in any other language
            out.push_back({w.english, kept(w.english)});
        return out;
    }();
    static const Language language{.id = "pseudo", .sentences = sentences, .trade = trade};
    return language;
}

} // namespace jr
