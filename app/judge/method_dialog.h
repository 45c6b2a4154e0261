// "How was this found?": opens the paragraph of docs/judging.md that says it.
#pragma once

#include <QString>

class QWidget;

namespace jr::app {

/// A link to a heading of the method; `heading` as it stands there.
QWidget* methodLink(const QString& heading, QWidget* parent);
/// Opens the method at that heading. Returns false when there is no such heading.
bool openMethod(const QString& heading, QWidget* parent, bool show = true);

} // namespace jr::app
