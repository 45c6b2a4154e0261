// SPDX-License-Identifier: GPL-3.0-or-later
// Where a person's records are: the folder chosen last, or the system's usual one.
#pragma once

#include <QString>

namespace jr::app {

struct RecordsPlace {
    QString folder;
    /// The folder was chosen once and the records are not in it now: a disk that is not plugged in, or a mount point
    /// left empty by one. No reason to begin new records there.
    bool away = false;
};

RecordsPlace recordsPlace();
/// Kept once the records in it were opened.
void keepRecordsPlace(const QString& folder);

} // namespace jr::app
