// SPDX-License-Identifier: GPL-3.0-or-later
// The one way our JSON is read and written. What is read may have been edited by a person, cut off by a full disk or
// made by a stranger: its size, its depth and the members of an object are bounded before a parser sees it, errors name
// the place and the line, and the getters take a value of the wrong kind as not there. No exception leaves this file.
#pragma once

#include "core/result.h"

#include <nlohmann/json_fwd.hpp>

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace jr {

using Json = nlohmann::ordered_json;

struct JsonBounds {
    std::size_t mostBytes = 32u << 20;
    int deepest = 64;
    int mostMembers = 1000; ///< of one object; the parser looks each up among the others
};

/// Errors: too large, too deep, too many members, not JSON (with its line).
Result<Json> readJson(std::string_view bytes, const std::string& place, const JsonBounds& bounds = {});
/// What is left of a file that was cut off or is damaged further on: all up to the last whole element of a list or
/// member of the whole, what was open closed behind it; the whole of what readJson can read. For bringing back, never for going on as if nothing
/// were missing. Errors as readJson where not even one element is whole.
Result<Json> readTornJson(std::string_view bytes, const std::string& place, const JsonBounds& bounds = {});
/// As text; bytes that are not UTF-8 become U+FFFD. `indent` as the library has it, -1 for one line.
std::string writeJson(const Json& json, int indent = -1);

// Of an object's member; absent, null or of another kind is all the same.
std::string textOf(const Json& object, const char* key);
std::optional<double> numberOf(const Json& object, const char* key);
bool flagOf(const Json& object, const char* key);
/// Rounded and clamped.
int wholeOf(const Json& object, const char* key, int least, int most, int otherwise);
const Json& listOf(const Json& object, const char* key);   ///< an empty list when there is none
const Json& objectOf(const Json& object, const char* key); ///< an empty object when there is none
const Json& listOf(Json&&, const char*) = delete;          // would outlive what it points into
const Json& objectOf(Json&&, const char*) = delete;
std::vector<std::string> textsOf(const Json& object, const char* key);
/// Members that are texts.
std::vector<std::pair<std::string, std::string>> textMembersOf(const Json& object);
Json orNull(const std::optional<double>& value);

} // namespace jr
