// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/pull_head.h"

#include "archive/formats/error_at.h"
#include "archive/formats/pull_file.h"

#include <set>

namespace jr {
namespace {

constexpr std::string_view kMagic = "jolly-ram";
constexpr std::size_t kMostHeaderKeys = 1000;

} // namespace

Result<Line> readHead(Lines& lines, const std::string& fileName, PullHeader& header, const KeyTaker& own) {
    const auto fail = [&](long line, Message why) { return Error{std::move(why), fileName, line}; };
    std::optional<Line> line = lines.next();
    if (!line)
        return fail(0, Message{"file.empty"});
    {
        std::string_view first = trimmed(line->text);
        if (!first.starts_with("#"))
            return fail(1, Message{"file.not-pull"});
        first = trimmed(first.substr(1));
        const std::size_t colon = first.find(':');
        if (colon == std::string_view::npos || trimmed(first.substr(0, colon)) != kMagic)
            return fail(1, Message{"file.not-pull"});
        const std::string_view version = trimmed(first.substr(colon + 1));
        if (version != "pull 1")
            return fail(1, Message{"file.pull-version", {std::string(version.substr(0, 40))}});
    }
    std::set<std::string, std::less<>> seen;
    bool kindGiven = false;
    while ((line = lines.next())) {
        std::string_view text = trimmed(line->text);
        if (text.empty())
            continue;
        if (text.front() != '#')
            break;
        text = trimmed(text.substr(1));
        if (seen.size() >= kMostHeaderKeys || header.other.size() >= kMostHeaderKeys)
            return fail(line->number, Message{"file.headers-many", {std::to_string(kMostHeaderKeys)}});
        const std::size_t colon = text.find(':');
        if (colon == std::string_view::npos) {
            if (!text.empty())
                header.other.emplace_back("", std::string(text));
            continue;
        }
        const std::string_view key = trimmed(text.substr(0, colon));
        if (key.empty()) { // a remark that begins with a colon, and no key
            header.other.emplace_back("", std::string(text));
            continue;
        }
        if (!seen.insert(std::string(key)).second)
            return fail(line->number, Message{"file.key-twice", {std::string(key.substr(0, 60))}});
        kindGiven = kindGiven || key == "kind";
        const std::string_view value = text.substr(colon + 1);
        const std::optional<Result<Done>> taken = own ? own(key, trimmed(value)) : std::nullopt;
        const Result<Done> set = taken ? *taken : setHeaderValue(header, key, value);
        if (!set)
            return errorAt(set.error(), fileName, line->number);
    }
    if (!line)
        return fail(0, Message{"file.ends-before-columns"});
    if (!kindGiven)
        return fail(0, Message{"file.kind-missing"});
    return *line;
}

} // namespace jr
