// SPDX-License-Identifier: GPL-3.0-or-later
// The manual and the documents it names, as one text with headings: shown in the window, and written as HTML and PDF
// for the package from the same source (docs/). A document that is there in the window's language (manual.de.md) is
// shown in it; its headings are those of the English one, one for one, and are asked for by these.
#pragma once

#include "core/result.h"

#include <QString>
#include <QStringList>

#include <vector>

class QWidget;

namespace jr::app {

struct ManualHeading {
    QString document; ///< "manual", "judging"
    QString key;      ///< in English: by this it is asked for
    QString words;    ///< in the window's language
    int level = 1;
};

/// The documents in reading order, the manual first.
const QStringList& manualDocuments();
/// Markdown, in the window's language where there is one in it.
QString manualText(const QString& document);
const std::vector<ManualHeading>& manualHeadings();
QString documentOf(const QString& key); ///< the first that has it, the manual before the others; empty: none

/// Opens the manual at a heading. Returns false when there is no such heading.
bool openManual(const QString& key, QWidget* parent);

/// All documents as one file; what it becomes is told by the ending (.html, .pdf).
Result<Done> writeManual(const QString& path);

} // namespace jr::app
