// SPDX-License-Identifier: GPL-3.0-or-later
// Names and paths that came from somebody else: ids and names out of pull files, job files and databases. Nothing of
// theirs becomes a path but through these two types, and both are made only by functions that encode or refuse.
#pragma once

#include "core/result.h"

#include <QString>

#include <string_view>

namespace jr {

/// One component of a path, safe on any file system: letters, digits, '-', '.' and '_', not beginning with a dot, never
/// empty, at most sixty characters.
class PathName {
public:
    /// Any text; what may not stand in a name becomes '_'. "/../../x" becomes "_.._.._x".
    static PathName encoded(std::string_view text);
    const QString& text() const { return m_text; }
    /// Its first so many characters.
    PathName shortened(qsizetype most) const { return PathName(m_text.left(most)); }

private:
    explicit PathName(QString text) : m_text(std::move(text)) {}
    QString m_text;
};

/// A place below a folder. What a record says of where its file lies is held to that.
class InnerPath {
public:
    /// `relative` to `folder`. Errors: empty, absolute, with "." or ".." or an empty component, with a control
    /// character; or leading out of the folder over a link (checked as far as the path exists).
    static Result<InnerPath> below(const QString& folder, const QString& relative);
    const QString& absolute() const { return m_absolute; }
    const QString& relative() const { return m_relative; }

private:
    InnerPath(QString absolute, QString relative) : m_absolute(std::move(absolute)), m_relative(std::move(relative)) {}
    QString m_absolute, m_relative;
};

} // namespace jr
