// SPDX-License-Identifier: GPL-3.0-or-later
// The list in a bundle, as text and back; for the files of this room alone.
#pragma once

#include "archive/bundle/bundle.h"

namespace jr {

inline constexpr char kManifestName[] = "manifest.json", kReadmeName[] = "README.txt";

std::string manifestText(const BundleManifest& manifest);
/// Errors: not JSON, not a list of a bundle, or of a newer kind than this program knows.
Result<BundleManifest> readManifest(std::string_view bytes, const std::string& place);

/// An error from a code, with the place it is about.
Error bundleError(std::string_view code, std::vector<Argument> arguments, const std::string& place);

} // namespace jr
