// SPDX-License-Identifier: GPL-3.0-or-later
// Where this person said that an archive's second copy goes. It is kept with the person's own settings and not in the
// archive: a folder that came from somebody else may name any place as its own.
#pragma once

#include "core/result.h"

#include <QString>

#include <optional>
#include <string>

namespace jr {

struct SaidPlace {
    std::string archiveId;
    std::string place;
    /// When it was chosen it lay on another file system than the records.
    bool otherFileSystem = false;
};

/// Nothing: it was never said of an archive in this folder.
std::optional<SaidPlace> saidPlaceOf(const QString& archiveFolder);
/// Errors: the person's settings cannot be written.
Result<Done> keepSaidPlace(const QString& archiveFolder, const SaidPlace& said);

/// By which a copy knows again where it was made of: the archive's folder and, in a code, the machine.
struct CopyHome {
    std::string folder, machine;
    bool operator==(const CopyHome&) const = default;
};
CopyHome copyHomeOf(const QString& archiveFolder);

} // namespace jr
