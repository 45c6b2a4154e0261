// SPDX-License-Identifier: GPL-3.0-or-later
// The customer's sheet without a window, for "jolly-ram-cli sheet": the same painter, the same words.
#pragma once

#include <QString>
#include <QStringList>

namespace jr::app {

struct SheetAsked {
    QString archive;
    QString job;         ///< by name or id
    QStringList out;     ///< files; what each is to be is told by its ending
    QString publicShape; ///< "upright" or "wide": a .png among `out` is the picture to show in public; empty: the sheet
};

/// Prints what was written as JSON on standard output, what went wrong on standard error. Returns the exit code of
/// docs/command-line.md.
int writeSheetsAsAsked(const SheetAsked& asked);

} // namespace jr::app
