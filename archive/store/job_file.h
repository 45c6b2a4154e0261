// SPDX-License-Identifier: GPL-3.0-or-later
// job.json beside a job's pull files: all that the pull files themselves do not say, so that a folder of them rebuilds
// the job. Read into plain values in which anything of a wrong kind is simply not there.
#pragma once

#include "archive/store/records.h"
#include "core/result.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace jr {

struct JobFileSetup {
    std::string id, name, parent; ///< parent by name
    int mark = 0;
    std::vector<SetupChange> changes;
};

struct JobFilePull {
    std::string id, setup, file, sha256, why;
    int number = 0;
    bool aside = false;
    std::vector<FlagOverrule> overrules;
};

struct JobFileClaim {
    ClaimRecord claim; ///< base and with by setup name
};

struct JobFile {
    std::string id, job, machine, created;
    long long revision = 0;
    bool whole = false;   ///< its checksum is there and right, or it is of an older program that wrote none
    bool checked = false; ///< its checksum is there and right
    bool torn = false;    ///< only what is left of one that was cut off or damaged
    std::vector<JobFileSetup> setups;
    std::vector<JobFilePull> pulls;
    std::optional<ComparisonRecord> comparison; ///< sides by setup name
    std::vector<JobFileClaim> claims;
    std::map<std::string, std::string> sheets;
    std::vector<AttachmentRecord> attachments;
};

std::string jobFileText(const JobRecord& job, const std::vector<ClaimRecord>& claims);
/// Errors: cannot be read, not JSON, not a job file.
Result<JobFile> readJobFile(std::string_view bytes, const std::string& place);
/// Of one that was cut off or damaged what is left of it. For bringing back alone.
Result<JobFile> readTornJobFile(std::string_view bytes, const std::string& place);
Result<JobFile> loadJobFile(const std::string& path);

/// The text with a member "checksum" in front of its last brace: the SHA-256 of all the rest.
std::string withChecksumMember(std::string text);
enum class ChecksumState { None, Right, Wrong };
ChecksumState checksumMember(std::string_view text);

} // namespace jr
