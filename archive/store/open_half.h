// SPDX-License-Identifier: GPL-3.0-or-later
// The open half of an archive as it lies on the disk: pull files and job files, wherever below `pulls` they are. Links
// are not followed.
#pragma once

#include "archive/store/job_file.h"
#include "core/pull/trace.h"
#include "core/result.h"

#include <QString>

#include <functional>
#include <string>
#include <vector>

namespace jr {

/// A pull file that no record names, with what its head says.
struct LoosePull {
    std::string path; ///< relative to the archive
    std::string id, job, machine, setup, started, sha256;
};

/// All files below `folder`/`part` with this ending, relative to `folder`, sorted.
std::vector<std::string> filesBelow(const QString& folder, const QString& ending, const std::string& part = "pulls");

/// Reads a pull file as far as it must be read to say whose it is; one without an id is known by its contents. Errors:
/// as readPullFile.
Result<LoosePull> readLoosePull(const QString& folder, const std::string& path);

} // namespace jr
