// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <deque>

namespace jr {
namespace {

/// Depth and members of objects, by a walk over the text that knows strings and brackets and nothing else.
Result<Done> withinBounds(std::string_view text, const std::string& place, const JsonBounds& bounds) {
    std::vector<int> members; // commas seen in each open bracket; lists are counted too but not bounded
    std::vector<char> isObject;
    long line = 1;
    for (std::size_t i = 0; i < text.size(); ++i) {
        switch (text[i]) {
        case '\n':
            ++line;
            break;
        case '"':
            for (++i; i < text.size() && text[i] != '"'; ++i)
                if (text[i] == '\\')
                    ++i;
            break;
        case '{':
        case '[':
            if (static_cast<int>(members.size()) >= bounds.deepest)
                return Error{Message{"file.json-too-deep", {std::to_string(bounds.deepest)}}, place, line};
            members.push_back(0);
            isObject.push_back(text[i] == '{');
            break;
        case '}':
        case ']':
            if (!members.empty()) {
                members.pop_back();
                isObject.pop_back();
            }
            break;
        case ',':
            if (!members.empty() && isObject.back() && ++members.back() >= bounds.mostMembers)
                return Error{Message{"file.json-too-wide", {std::to_string(bounds.mostMembers)}}, place, line};
            break;
        default:
            break;
        }
    }
    return Done{};
}

/// Reads past everything and keeps the place of the first fault.
struct WhereItFails : Json::json_sax_t {
    std::size_t byte = 0;
    bool null() override { return true; }
    bool boolean(bool) override { return true; }
    bool number_integer(number_integer_t) override { return true; }
    bool number_unsigned(number_unsigned_t) override { return true; }
    bool number_float(number_float_t, const string_t&) override { return true; }
    bool string(string_t&) override { return true; }
    bool binary(binary_t&) override { return true; }
    bool start_object(std::size_t) override { return true; }
    bool key(string_t&) override { return true; }
    bool end_object() override { return true; }
    bool start_array(std::size_t) override { return true; }
    bool end_array() override { return true; }
    bool parse_error(std::size_t position, const std::string&, const Json::exception&) override {
        byte = position;
        return false;
    }
};

const Json* member(const Json& object, const char* key) {
    if (!object.is_object())
        return nullptr;
    const auto it = object.find(key);
    return it == object.end() ? nullptr : &*it;
}

} // namespace

Result<Json> readJson(std::string_view bytes, const std::string& place, const JsonBounds& bounds) {
    if (bytes.empty())
        return Error{Message{"file.not-whole-json"}, place}; // the common case of a sheet that was never written
    if (bytes.size() > bounds.mostBytes)
        return Error{Message{"file.json-too-large", {std::to_string(bounds.mostBytes >> 20)}}, place};
    if (const Result<Done> within = withinBounds(bytes, place, bounds); !within)
        return within.error();
    Json out = Json::parse(bytes, nullptr, false); // throws nothing: what is no JSON is discarded
    if (!out.is_discarded())
        return out;
    WhereItFails where;
    (void)Json::sax_parse(bytes, &where);
    const std::size_t at = std::min(bytes.size(), where.byte);
    return Error{Message{"file.not-whole-json"}, place,
                 1 + static_cast<long>(std::count(bytes.begin(), bytes.begin() + static_cast<long>(at), '\n'))};
}

Result<Json> readTornJson(std::string_view bytes, const std::string& place, const JsonBounds& bounds) {
    Result<Json> whole = readJson(bytes, place, bounds);
    if (whole || bytes.size() > bounds.mostBytes)
        return whole;
    // Places behind an element of a list or a member of the whole, and what is to be closed behind each. Only the last
    // few are tried: a file that is damaged in its middle is read up to there by the first that parses.
    constexpr std::size_t kTries = 64;
    std::deque<std::pair<std::size_t, std::string>> cuts;
    std::string open; // the closers of what is open, innermost last
    bool inText = false;
    for (std::size_t i = 0; i < bytes.size(); ++i) {
        const char c = bytes[i];
        if (inText) {
            if (c == '\\')
                ++i;
            else if (c == '"')
                inText = false;
            continue;
        }
        const auto cutAt = [&](std::size_t end) {
            cuts.emplace_back(end, std::string(open.rbegin(), open.rend()));
            if (cuts.size() > kTries)
                cuts.pop_front();
        };
        if (c == '"') {
            inText = true;
        } else if (c == ',' && open.size() == 1) {
            cutAt(i); // a member of the whole
        } else if (c == '{' || c == '[') {
            open += c == '{' ? '}' : ']';
            if (open.size() > static_cast<std::size_t>(bounds.deepest))
                return whole;
        } else if (c == '}' || c == ']') {
            if (open.empty() || open.back() != c)
                break; // damaged here
            open.pop_back();
            if (!open.empty() && (open.back() == ']' || c == ']'))
                cutAt(i + 1);
        }
    }
    for (; !cuts.empty(); cuts.pop_back()) {
        const auto& [end, closers] = cuts.back();
        if (Result<Json> part = readJson(std::string(bytes.substr(0, end)) + closers, place, bounds))
            return part;
    }
    return whole;
}

std::string writeJson(const Json& json, int indent) {
    return json.dump(indent, ' ', false, Json::error_handler_t::replace);
}

std::string textOf(const Json& object, const char* key) {
    const Json* m = member(object, key);
    return m && m->is_string() ? m->get<std::string>() : std::string();
}

std::optional<double> numberOf(const Json& object, const char* key) {
    const Json* m = member(object, key);
    return m && m->is_number() && std::isfinite(m->get<double>()) ? std::optional(m->get<double>()) : std::nullopt;
}

bool flagOf(const Json& object, const char* key) {
    const Json* m = member(object, key);
    return m && m->is_boolean() && m->get<bool>();
}

int wholeOf(const Json& object, const char* key, int least, int most, int otherwise) {
    const auto v = numberOf(object, key);
    return v ? static_cast<int>(std::clamp(std::round(*v), static_cast<double>(least), static_cast<double>(most)))
             : otherwise;
}

const Json& listOf(const Json& object, const char* key) {
    static const Json kNone = Json::array();
    const Json* m = member(object, key);
    return m && m->is_array() ? *m : kNone;
}

const Json& objectOf(const Json& object, const char* key) {
    static const Json kNone = Json::object();
    const Json* m = member(object, key);
    return m && m->is_object() ? *m : kNone;
}

std::vector<std::string> textsOf(const Json& object, const char* key) {
    std::vector<std::string> out;
    for (const Json& one : listOf(object, key))
        if (one.is_string())
            out.push_back(one.get<std::string>());
    return out;
}

std::vector<std::pair<std::string, std::string>> textMembersOf(const Json& object) {
    std::vector<std::pair<std::string, std::string>> out;
    if (object.is_object())
        for (const auto& [key, value] : object.items())
            if (value.is_string())
                out.emplace_back(key, value.get<std::string>());
    return out;
}

Json orNull(const std::optional<double>& value) {
    return value && std::isfinite(*value) ? Json(*value) : Json(nullptr);
}

} // namespace jr
