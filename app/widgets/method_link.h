// SPDX-License-Identifier: GPL-3.0-or-later
// "How was this found?": opens the manual at the paragraph of the method that says it.
#pragma once

#include "app/words/words.h"

#include <QString>

class QWidget;

namespace jr::app {

/// A link to a heading of the method; `heading` as it stands in one of the documents.
QWidget* methodLink(const QString& heading, QWidget* parent);
/// The same as a word at the end of a rich text, for a label that follows it.
Markup methodWord(const QString& heading);
void followMethodWords(MarkedWords* label);

} // namespace jr::app
