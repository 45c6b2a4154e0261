// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of the archive and how older archives become newer ones.
#pragma once

#include "archive/store/database.h"

namespace jr {

inline constexpr int kSchemaVersion = 8;
/// Written into every archive's header so that a stranger's database is never mistaken for ours ("JRam").
inline constexpr int kApplicationId = 0x4A52616D;

/// Creates or migrates. Errors: a stranger's database, an archive of a newer program, damage.
Result<Done> bringToSchema(Database& db);

} // namespace jr
