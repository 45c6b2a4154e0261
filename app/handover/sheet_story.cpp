// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_story.h"

#include <QCoreApplication>

#include <algorithm>

namespace jr::app {
namespace {

QString tr(const char* words) {
    return QCoreApplication::translate("SheetStory", words);
}

struct Named {
    const char* id;
    const char* words;
};
/// In the order of SheetStory.
constexpr Named kStories[] = {
    {"difference", QT_TRANSLATE_NOOP("SheetStory", "one part, before and after")},
    {"all-setups", QT_TRANSLATE_NOOP("SheetStory", "all setups against the first")},
    {"steps", QT_TRANSLATE_NOOP("SheetStory", "step by step")},
    {"cross", QT_TRANSLATE_NOOP("SheetStory", "two parts, alone and together")},
    {"sweep", QT_TRANSLATE_NOOP("SheetStory", "one size, tried through")},
    {"brake-table", QT_TRANSLATE_NOOP("SheetStory", "a table by engine speed")},
    {"road", QT_TRANSLATE_NOOP("SheetStory", "times on the road")},
    {"fault", QT_TRANSLATE_NOOP("SheetStory", "a fault and what it was")},
    {"repair", QT_TRANSLATE_NOOP("SheetStory", "a repair, before and after")},
};
/// In the order of SheetPart.
constexpr Named kParts[] = {
    {"asked", QT_TRANSLATE_NOOP("SheetStory", "what was asked for")},
    {"gain", QT_TRANSLATE_NOOP("SheetStory", "gain over the range")},
    {"curves", QT_TRANSLATE_NOOP("SheetStory", "both curves")},
    {"stretches", QT_TRANSLATE_NOOP("SheetStory", "stretch by stretch")},
    {"readings", QT_TRANSLATE_NOOP("SheetStory", "what was read off")},
    {"road-runs", QT_TRANSLATE_NOOP("SheetStory", "times on the road")},
    {"done", QT_TRANSLATE_NOOP("SheetStory", "what was done")},
    {"figures", QT_TRANSLATE_NOOP("SheetStory", "peaks and how it was judged")},
    {"air", QT_TRANSLATE_NOOP("SheetStory", "air and correction")},
    {"crank", QT_TRANSLATE_NOOP("SheetStory", "range at the crank")},
    {"claim", QT_TRANSLATE_NOOP("SheetStory", "the maker's claim beside it")},
    {"cautions", QT_TRANSLATE_NOOP("SheetStory", "cautions")},
    {"margin", QT_TRANSLATE_NOOP("SheetStory", "“what is this margin?”")},
    {"next", QT_TRANSLATE_NOOP("SheetStory", "what to do next")},
    {"order", QT_TRANSLATE_NOOP("SheetStory", "the order")},
    {"weights", QT_TRANSLATE_NOOP("SheetStory", "weights and money")},
    {"maps", QT_TRANSLATE_NOOP("SheetStory", "maps and files")},
    {"rules", QT_TRANSLATE_NOOP("SheetStory", "rules that are kept")},
    {"look-again", QT_TRANSLATE_NOOP("SheetStory", "to look at again")},
    {"book", QT_TRANSLATE_NOOP("SheetStory", "the machine's own book")},
    {"not-shown", QT_TRANSLATE_NOOP("SheetStory", "what it does not show")},
};

static_assert(std::size(kStories) == static_cast<std::size_t>(SheetStory::Repair) + 1);
static_assert(std::size(kParts) == static_cast<std::size_t>(SheetPart::NotShown) + 1);

template <class Enum>
std::vector<Enum> all(std::size_t count) {
    std::vector<Enum> out;
    for (std::size_t i = 0; i < count; ++i)
        out.push_back(static_cast<Enum>(i));
    return out;
}

} // namespace

const std::vector<SheetStory>& sheetStories() {
    static const std::vector<SheetStory> stories = all<SheetStory>(std::size(kStories));
    return stories;
}

const std::vector<SheetPart>& sheetParts() {
    static const std::vector<SheetPart> parts = all<SheetPart>(std::size(kParts));
    return parts;
}

std::string storyId(SheetStory story) {
    return kStories[static_cast<std::size_t>(story)].id;
}

std::string partId(SheetPart part) {
    return kParts[static_cast<std::size_t>(part)].id;
}

QString storyWords(SheetStory story) {
    return tr(kStories[static_cast<std::size_t>(story)].words);
}

QString partWords(SheetPart part) {
    return tr(kParts[static_cast<std::size_t>(part)].words);
}

bool isUsual(SheetStory story, SheetPart part) {
    switch (part) {
    case SheetPart::Gain:
    case SheetPart::Stretches:
    case SheetPart::Done:
    case SheetPart::Figures:
        return story == SheetStory::Difference || story == SheetStory::Repair;
    case SheetPart::Curves:
        return story == SheetStory::Difference || story == SheetStory::Repair || story == SheetStory::BrakeTable;
    case SheetPart::Readings:
    case SheetPart::RoadRuns:
        return story == SheetStory::Difference || story == SheetStory::Repair || story == SheetStory::Road;
    case SheetPart::AirOfDay:
        return story != SheetStory::Road && story != SheetStory::Fault;
    case SheetPart::Crank: // a range out of rules of thumb is told to whoever asks for it
    case SheetPart::Next:
        return false;
    default:
        return true;
    }
}

SheetChoice sheetChoiceOf(const PaperSheet& kept) {
    SheetChoice out;
    for (const SheetStory story : sheetStories())
        if (storyId(story) == kept.story)
            out.story = story;
    const auto named = [](const std::vector<std::string>& ids, SheetPart part) {
        return std::find(ids.begin(), ids.end(), partId(part)) != ids.end();
    };
    for (const SheetPart part : sheetParts())
        if (named(kept.added, part) || (isUsual(out.story, part) && !named(kept.leftOff, part)))
            out.parts.insert(part);
    return out;
}

PaperSheet paperOf(const SheetChoice& choice) {
    PaperSheet out{storyId(choice.story), {}, {}};
    for (const SheetPart part : sheetParts())
        if (choice.parts.contains(part) != isUsual(choice.story, part))
            (choice.parts.contains(part) ? out.added : out.leftOff).push_back(partId(part));
    return out;
}

} // namespace jr::app
