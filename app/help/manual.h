// SPDX-License-Identifier: GPL-3.0-or-later
// The manual and the documents it names, as one text with headings: shown in the window, and written as HTML and PDF
// for the package from the same source (docs/).
#pragma once

#include "core/result.h"

#include <QString>
#include <QStringList>

#include <vector>

class QWidget;

namespace jr::app {

struct ManualHeading {
    QString document; ///< "manual", "judging"
    QString words;
    int level = 1;
};

/// The documents in reading order, the manual first.
const QStringList& manualDocuments();
QString manualText(const QString& document); ///< Markdown
const std::vector<ManualHeading>& manualHeadings();
QString documentOf(const QString& heading); ///< the first that has it, the manual before the others; empty: none

/// Opens the manual at a heading. Returns false when there is no such heading.
bool openManual(const QString& heading, QWidget* parent);

/// All documents as one file; what it becomes is told by the ending (.html, .pdf).
Result<Done> writeManual(const QString& path);

} // namespace jr::app
