// The archive: a folder with a database and, beside it, every pull as an open file. Raw traces are write-once; each
// save is one transaction and one atomic file; either half alone rebuilds the other.
#pragma once

#include "archive/store/database.h"
#include "archive/store/records.h"

#include <QString>

#include <nlohmann/json_fwd.hpp>

#include <functional>
#include <memory>

namespace jr {

class Archive {
public:
    /// Opens the archive in `folder`, creating it when the folder is empty or missing. Errors leave everything as it
    /// was.
    static Result<std::unique_ptr<Archive>> open(const QString& folder);

    const QString& folder() const { return m_folder; }

    Result<std::vector<JobSummary>> jobs() const;
    /// `id` only to make a job anew that was known by it.
    Result<std::string> createJob(const std::string& name, const std::string& machine, const std::string& id = {});
    Result<JobRecord> job(const std::string& jobId) const;

    /// Keeps a pull for good: database and mirror file together. Its setup and sitting are found or made from the
    /// header. Adding a pull whose id is already kept is no error and changes nothing; `wasHere` says so. Returns the
    /// pull's id.
    Result<std::string> addPull(const std::string& jobId, const Trace& trace, const std::string& source,
                                bool* wasHere = nullptr);
    Result<Trace> trace(const std::string& pullId) const;
    /// The traces of a job by pull id, in one go.
    Result<std::vector<std::pair<std::string, Trace>>> traces(const std::string& jobId) const;

    Result<Done> setAside(const std::string& pullId, bool aside, const std::string& why);
    Result<Done> setOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules);
    Result<Done> setSetupChanges(const std::string& setupId, const std::string& parentId,
                                 const std::vector<SetupChange>& changes);
    /// A setup that may have no pulls yet. Errors: the job has one of that name.
    Result<std::string> createSetup(const std::string& jobId, const std::string& name, const std::string& parentId,
                                    const std::vector<SetupChange>& changes);
    Result<std::vector<ClaimRecord>> claims(const std::string& jobId) const;
    /// New or changed (by id); its history is left alone. Returns the id.
    Result<std::string> saveClaim(const std::string& jobId, const ClaimRecord& claim);
    Result<Done> addVerdict(const std::string& claimId, const VerdictRecord& verdict);
    /// The sheets of one kind of all jobs, newest job first.
    Result<std::vector<std::string>> sheetsOfKind(const std::string& kind) const;
    /// One of the job's sheets; an empty body takes it away.
    Result<Done> setSheet(const std::string& jobId, const std::string& kind, const std::string& body);
    /// A note (no `photo`) or a picture, which is copied into the archive. Returns its id. Errors: not a picture,
    /// cannot be read or copied.
    Result<std::string> attach(const std::string& jobId, const std::string& about, const std::string& words,
                               const QString& photo = {});
    /// Puts it away or brings it back; the file stays in the archive either way.
    Result<Done> detach(const std::string& jobId, const std::string& attachmentId);
    Result<Done> attachAgain(const std::string& jobId, const AttachmentRecord& attachment);
    Result<Done> moveToSetup(const std::string& pullId, const std::string& setupId);
    Result<Done> setComparison(const std::string& jobId, const ComparisonRecord& comparison);

    Result<std::vector<SavedMapping>> mappings() const;
    Result<Done> saveMapping(const SavedMapping& mapping);

    Result<std::vector<BenchRecord>> benches() const;
    /// New or changed, by name. Returns its id.
    Result<std::string> saveBench(const BenchRecord& bench);
    /// Adds one to the history; older ones stay.
    Result<Done> addCalibration(const CalibrationRecord& calibration);
    /// Newest first.
    Result<std::vector<CalibrationRecord>> calibrations(const std::string& benchId) const;

    /// Notes what an import is about to do, so that a cut-off one can be told of. Returns its id.
    Result<std::string> beginImport(const std::vector<std::string>& files);
    Result<Done> endImport(const std::string& importId);
    /// Puts the news of a cut-off import away.
    Result<Done> forgetUnfinished();

    /// `thorough` also reads every pull and every mirror file.
    Result<SafetyReport> check(bool thorough) const;
    /// Copies database and pull files into a new folder inside `place`. Returns the folder.
    Result<QString> copyTo(const QString& place);
    /// Writes mirror files that are missing, and takes in pull files that are not in the database. Returns what was
    /// done.
    struct Rebuilt {
        int filesWritten = 0, pullsTaken = 0;
        std::vector<std::string> problems;
    };
    Result<Rebuilt> rebuild();

private:
    Archive(QString folder, std::unique_ptr<Database> db) : m_folder(std::move(folder)), m_db(std::move(db)) {}
    Result<Done> writeJobFile(const std::string& jobId) const;
    /// What only the job file says (setups and their changes, overrules, the comparison, claims) put back after a
    /// rebuild.
    Result<Done> restoreFromJobFile(const std::string& jobId, const nlohmann::ordered_json& about);
    Result<Done> writeBenchFile() const;
    Result<Done> readBenchFile();
    Result<std::string> jobOfPull(const std::string& pullId) const;
    Result<Done> fillSheets(JobRecord& job) const;
    /// The id a job file names, when no job here has it; else empty.
    std::string unusedJobId(const nlohmann::ordered_json& about) const;
    /// Where a job's pull files and its job file stand, below the archive.
    static QString jobFolder(const std::string& name, const std::string& id);

    QString m_folder;
    std::unique_ptr<Database> m_db;
};

} // namespace jr
