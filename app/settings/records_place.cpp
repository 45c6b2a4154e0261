// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/settings/records_place.h"

#include "archive/reader/reader_settings.h"
#include "archive/store/archive.h"

#include <QSettings>
#include <QStandardPaths>

namespace jr::app {
namespace {

constexpr char kFolder[] = "records/folder";

} // namespace

RecordsPlace recordsPlace() {
    const QString chosen = personsSettings()->value(QLatin1String(kFolder)).toString();
    if (!chosen.isEmpty())
        return {chosen, !Archive::standsIn(chosen)};
    return {QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/archive"), false};
}

void keepRecordsPlace(const QString& folder) {
    personsSettings()->setValue(QLatin1String(kFolder), folder);
}

} // namespace jr::app
