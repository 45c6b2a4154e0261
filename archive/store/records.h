// SPDX-License-Identifier: GPL-3.0-or-later
// What the archive keeps, as plain values.
#pragma once

#include "core/judge/claim.h"
#include "core/plan/setup_tree.h"
#include "core/pull/flags.h"
#include "core/pull/trace.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace jr {

using SetupChange = PartChange;

struct SetupRecord {
    std::string id, name, parentId;
    int mark = 0;                     ///< 0…7: its shape, dash and colour everywhere
    std::vector<SetupChange> changes; ///< against its parent
};

struct PullRecord {
    std::string id, setupId, sittingId;
    int number = 0;      ///< in the order of the job, from 1
    std::string started; ///< ISO 8601; may be empty
    std::optional<double> startedEpochS;
    std::string source; ///< where it was imported from
    std::string mirror; ///< its pull file, relative to the archive
    std::string sha256; ///< of that file, in hexadecimal digits; empty when not known yet (an older archive)
    bool aside = false;
    std::string asideWhy;
    std::vector<FlagOverrule> overrules;
};

/// What the job compares and how; nothing in it is derived.
struct ComparisonRecord {
    std::string baseSetup, withSetup;
    std::string standard = "sae-j1349";
    double worthPct = 1.;
    std::string axis;               ///< "engine", "road", or empty: whichever the machine's drive asks for
    std::optional<double> from, to; ///< the working band, in the unit of `placesAxis`
    double detail = 0.;             ///< the same; 0: chosen from the data
    std::string placesAxis = "engine";

    bool operator==(const ComparisonRecord&) const = default;
};

/// A note or a photo that belongs to something: "setup:long stack", "pull:ID", "step:3", "job".
struct AttachmentRecord {
    std::string id, about;
    std::string file;  ///< relative to the archive; empty for a note
    std::string words; ///< the note, or what the photo shows
    std::string added; ///< ISO date and time
};

struct JobRecord {
    std::string id, name, machine, created;
    std::string folder;     ///< where its open files stand, relative to the archive
    long long revision = 0; ///< how often what its job file says has changed
    std::vector<SetupRecord> setups;
    std::vector<PullRecord> pulls; ///< in order of number
    std::optional<ComparisonRecord> comparison;
    std::map<std::string, std::string> sheets; ///< kind -> JSON (archive/formats/job_sheets.h)
    std::vector<AttachmentRecord> attachments; ///< oldest first

    /// The same setups as the planner's tree.
    std::vector<SetupNode> setupTree() const {
        std::vector<SetupNode> out;
        for (const SetupRecord& s : setups)
            out.push_back({s.id, s.name, s.parentId, s.changes});
        return out;
    }
    const SetupRecord* setup(const std::string& setupId) const {
        for (const SetupRecord& s : setups)
            if (s.id == setupId)
                return &s;
        return nullptr;
    }
};

/// One verdict over a claim; the history is only ever added to.
struct VerdictRecord {
    std::string made; ///< ISO date and time
    Verdict verdict = Verdict::Undecided;
    std::string reason, note; ///< the numbers it follows from; what a person argues
};

/// A claim chalked up before the test.
struct ClaimRecord {
    std::string id, said, source; ///< in the words of whoever said it; where from
    std::string created;          ///< ISO date and time; when empty, now
    Claim claim;
    std::optional<double> from, to; ///< its band, in the unit of `placesAxis`
    std::string placesAxis = "engine";
    std::string baseSetup, withSetup;   ///< ids
    std::vector<VerdictRecord> history; ///< oldest first
};

/// How far a job has come.
enum class JobState { Asked, Ready, Pulled, Judged, HandedOver };

/// A job as it stands in the list of all jobs, with what it is looked for by.
struct JobSummary {
    std::string id, name, machine, created;
    std::string lastPull; ///< when its newest pull began; may be empty
    int pulls = 0;
    int setups = 0; ///< that have pulls
    JobState state = JobState::Asked;
    std::string customer;
    std::vector<std::string> setupNames, parts; ///< parts: what its setups change
};

/// A bench as the archive knows it: what it says of itself, and what was typed in.
struct BenchRecord {
    std::string id, name, address;
    std::vector<std::pair<std::string, std::string>>
        facts; ///< header keys and others (limits, place, operator's notes)
};

/// One calibration: the header keys it stands for from its day on ("roller_inertia_kg_m2", "roller_loss_nm",
/// "load_newton_per_reading" …) and what it was found from.
struct CalibrationRecord {
    std::string id, benchId;
    std::string kind;      ///< load-cell | inertia | drag | drag-with-machine
    std::string made, due; ///< ISO dates; due may be empty
    std::vector<std::pair<std::string, std::string>> facts;
    std::string note; ///< residuals, weights, who
};

struct SavedMapping {
    std::string name, signature;
    std::string columns; ///< JSON: [{"column":0,"channel":"time","unit":"s"}]
};

/// How a pull is kept.
struct AddPullOptions {
    bool aside = false; ///< set aside from the start, e.g. a warm-up: in the same step, so that it never counts
    std::string asideWhy;
};

/// How safe the records are.
struct SafetyReport {
    int pulls = 0;
    int mirrored = 0; ///< of them with a whole pull file beside the database
    std::string lastCopyMade, lastCopyPlace;
    std::vector<std::string> unfinished; ///< files of an import that was cut off, not in the archive
    std::vector<Remark> problems;        ///< what a rebuild should put right, or a person
    std::vector<Remark> offered;         ///< pull files that do not say where they belong: to be brought in by hand
    std::vector<Remark> remarks;         ///< nothing wrong: second copies, what was set away
};

/// What a rebuild did.
struct Rebuilt {
    int filesWritten = 0, pullsTaken = 0;
    int tracesMended = 0;             ///< damaged in the database, put right from their whole file
    std::vector<std::string> setAway; ///< files that were not what they should be, and where they are now
    std::vector<Remark> offered;      ///< as in SafetyReport
    std::vector<Remark> problems;     ///< what a check would still say
    std::string databaseSetAway;      ///< the damaged database, when it was built anew from the open files
};

} // namespace jr
