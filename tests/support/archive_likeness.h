// SPDX-License-Identifier: GPL-3.0-or-later
// What an archive says, as one text: two archives that say the same are alike, whatever their files look like.
#pragma once

#include "archive/store/archive.h"
#include "core/pull/trace.h"

#include <QString>

#include <string>

namespace testsupport {

/// A short roller pull of invented numbers; the same `number`, the same samples.
jr::Trace smallTrace(const std::string& id, const std::string& job, const std::string& machine,
                     const std::string& setup, int number);

/// A job with everything a job can have, apart from files. Returns its id.
std::string fullJob(jr::Archive& archive, const std::string& name, const std::string& machine, int pulls);

/// Jobs, setups and their changes, pulls with what was measured, set-asides, overrules, comparison, claims with their
/// history, sheets, notes, benches and calibrations. An error is part of the text.
std::string likenessOf(const QString& folder);

} // namespace testsupport
