// SPDX-License-Identifier: GPL-3.0-or-later
// What a fallible function returns: the value, or what went wrong in words a person can act on.
#pragma once

#include "core/words/message.h"

#include <cassert>
#include <string>
#include <utility>
#include <variant>

namespace jr {

/// Why something could not be done. `file` and `line` are set where the cause is in a file (line counts from 1, 0 =
/// none).
struct Error {
    std::string reason; ///< in English, as logs and scripts see it
    std::string file{};
    long line = 0;
    Message message{}; ///< what `reason` was said from, so that it can be said in the reader's language; empty where
                       ///< it came from outside in words

    Error(std::string words, std::string inFile = {}, long atLine = 0)
        : reason(std::move(words)), file(std::move(inFile)), line(atLine) {}
    Error(const char* words) : reason(words) {}
    explicit Error(Message said, std::string inFile = {}, long atLine = 0);

    /// "FILE:LINE", as much of it as is known.
    std::string place() const { return line > 0 ? file + (file.empty() ? "line " : ":") + std::to_string(line) : file; }
    /// "FILE:LINE: reason", as much of it as is known.
    std::string text() const { return place().empty() ? reason : place() + ": " + reason; }
};

/// What is to be said of a file, or of a line in it, that is no failure of the call: a problem a check found, a row
/// that was left out, a unit taken for granted. In the same parts, so that it is said in the reader's language.
using Remark = Error;

/// What went wrong as a message, to be said inside another.
Message messageOf(const Error& error);
/// The same with its file and line before it, as far as they are known.
Message messageAtPlace(const Error& error);

template <class T>
class [[nodiscard]] Result {
public:
    Result(T value) : m_state(std::move(value)) {}
    Result(Error error) : m_state(std::move(error)) {}

    bool ok() const { return std::holds_alternative<T>(m_state); }
    explicit operator bool() const { return ok(); }

    const T& value() const& {
        assert(ok());
        return std::get<T>(m_state);
    }
    T& value() & {
        assert(ok());
        return std::get<T>(m_state);
    }
    T&& value() && {
        assert(ok());
        return std::get<T>(std::move(m_state));
    }
    const T* operator->() const { return &value(); }
    const T& operator*() const { return value(); }

    const Error& error() const {
        assert(!ok());
        return std::get<Error>(m_state);
    }

private:
    std::variant<T, Error> m_state;
};

/// For functions that only succeed or fail.
struct Done {};

} // namespace jr
