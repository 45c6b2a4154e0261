// SPDX-License-Identifier: GPL-3.0-or-later
// Words on the screen. A label shows plain text, always: names come from strangers' files and benches, and a label that
// guesses would load what a name asks for. Where a word is to be bold or a link, it is built as Markup, which can only
// be made from pieces that are escaped as they go in. Every label of the window is one of these two
// (tests/app/test_plain_words.cpp looks for others).
#pragma once

#include "core/result.h"
#include "core/words/language.h"

#include <QColor>
#include <QLabel>

namespace jr::app {

/// A label of plain text.
class Words : public QLabel {
public:
    explicit Words(const QString& text = {}, QWidget* parent = nullptr);
};

/// Text with a little of our own dress. There is no way to put markup of somebody else's into it.
class Markup {
public:
    Markup() = default;
    Markup(const QString& text) : m_html(escaped(text)) {}
    static Markup bold(const QString& text);
    static Markup italic(const QString& text);
    static Markup coloured(const Markup& inner, const QColor& colour);
    static Markup link(const QString& target, const QString& words);
    static Markup gap(); ///< a space that stays
    Markup& operator+=(const Markup& more);
    friend Markup operator+(Markup a, const Markup& b) { return a += b; }
    bool isEmpty() const { return m_html.isEmpty(); }
    const QString& html() const { return m_html; }

private:
    static QString escaped(const QString& text); ///< line breaks stay
    QString m_html;
};

/// A label of markup.
class MarkedWords : public QLabel {
public:
    explicit MarkedWords(const Markup& text = {}, QWidget* parent = nullptr);
    void set(const Markup& text) { QLabel::setText(text.html()); }
    void setText(const QString&) = delete; ///< only markup goes into it; hold it by this type, not as a QLabel
};

/// The language the window is in, as its catalogue says it; for the core's sentences.
const Language& languageOfWindow();

/// What the core says, in the language of the window; for what has no units of the reader's in it.
QString saidHere(const Message& message);

/// Why something could not be done, in the language of the window.
QString errorWords(const Error& error);
/// The same with its file and line before it, as far as they are known.
QString errorAtPlace(const Error& error);

/// For a tool tip that is not a sentence of our own: shown as it stands.
QString plainTip(const QString& text);

} // namespace jr::app
