// SPDX-License-Identifier: GPL-3.0-or-later
// Whether a second copy is worth anything: it is laid out in a throw-away folder, made an archive again by a rebuild,
// and judged; every figure that comes out is held against the original's. The same program on the same pulls gives the
// same figures to the last digit, so any difference is one.
#pragma once

#include "archive/copies/second_copy.h"

namespace jr {

struct TrialOptions {
    QString throwAwayIn; ///< a folder for the trial's own; empty: the system's place for temporary files
    int mostJobsJudged =
        20; ///< the newest that compare two setups; of all jobs every pull is read and held against its sum
};

struct TrialRestore {
    long state = 0;
    std::string made;   ///< of the copy, ISO
    int pulls = 0;      ///< that came back and are what was measured
    int pullsSince = 0; ///< of the original, pulled after the copy was made
    int jobs = 0, jobsJudged = 0;
    int jobsChangedSince = 0; ///< worked on since: their figures are not held against each other
    long figures = 0;         ///< held against each other, all the same when `differences` is empty
    std::vector<Remark> differences;
    bool good() const { return differences.empty(); }
};

/// Takes away what trials left behind that were killed: customers' records in the place for temporary files. Those of
/// this person alone, and none that is going on. `place`: as TrialOptions::throwAwayIn.
void removeDeadTrials(const QString& place = {});

/// Opens both archives for itself, in any thread. Errors: the copy cannot be read or laid out; no room for the trial;
/// the rebuild failed; stopped. Nothing of the trial is left behind.
Result<TrialRestore> tryRestore(const QString& archiveFolder, const QString& copy, const TrialOptions& options = {},
                                const Progress& progress = {});

/// All that a job comes to, each figure by its name: of every pull its peaks, of the two setups that are compared their
/// difference with its margin over the whole range. Errors: the job cannot be read.
Result<std::vector<std::pair<Message, double>>> figuresOfJob(const Archive& archive, const std::string& jobId);

} // namespace jr
