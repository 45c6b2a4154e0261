// SPDX-License-Identifier: GPL-3.0-or-later
// The archive: a folder with a database and, beside it, the same again in open files. Raw traces are write-once; either
// half alone rebuilds the other.
//
// How it stays whole: every change is one transaction together with an open file made ready beside its place and read
// back; the transaction is committed, then the file takes its place in one step. A file that says more than the
// database (by its revision, its checksum, or because it is none of ours) is never replaced, it is set away by name
// first. One program writes at a time (writer_lock.h).
#pragma once

#include "archive/disk/path_name.h"
#include "archive/disk/safe_file.h"
#include "archive/store/database.h"
#include "archive/store/records.h"
#include "archive/store/writer_lock.h"
#include "core/plan/setup_files.h"

#include <QByteArray>
#include <QString>

#include <functional>
#include <map>
#include <memory>

namespace jr {

struct JobFile;
struct HandOver;
struct BenchFile;

/// Called now and then with what is done and how much there is; false stops the work at the next safe place.
using Progress = std::function<bool(int done, int all)>;

/// A pull's trace as it lies in the database.
struct PackedTrace {
    std::string pullId;
    QByteArray raw;
    std::string mirror;
};

/// Errors: damaged, or no pull file. Safe in any thread.
Result<Trace> traceOf(const PackedTrace& kept);
/// Its pull file, word for word as it was kept. Errors: damaged.
Result<std::string> pullFileTextOf(const PackedTrace& kept);

class Archive {
public:
    /// Opens the archive in `folder`, creating it when the folder is empty or missing. Errors leave everything as it
    /// was; `damaged` is set when it was the database's damage, which rebuildFolder() cures.
    static Result<std::unique_ptr<Archive>> open(const QString& folder, bool* damaged = nullptr);
    /// Whether a folder holds records of ours, either half of them. Opens nothing.
    static bool standsIn(const QString& folder);
    /// Rebuilds the archive in a folder: as rebuild(), and when the database is damaged a new one is made from the open
    /// files and what can still be read of the old, which is set away by name.
    /// Errors also: a restore into this folder has not ended.
    static Result<Rebuilt> rebuildFolder(const QString& folder, const Progress& progress = {});
    /// The same for the one that is bringing an archive back and holds the lock `mine`.
    static Result<Rebuilt> rebuildRestored(const QString& folder, WriterLock::Shared mine, const Progress& progress);

    const QString& folder() const { return m_folder; }
    /// Told what went well for the database but not for its open copy; a check says it too.
    void setRemarkListener(std::function<void(const Remark&)> listener) { m_remark = std::move(listener); }

    /// Newest first.
    Result<std::vector<JobSummary>> jobs() const;
    Result<std::string> createJob(const std::string& name, const std::string& machine);
    /// What a job is called and which machine it is about (empty: not said). Errors: no name.
    Result<Done> nameJob(const std::string& jobId, const std::string& name, const std::string& machine);
    /// Names of all machines, in order of the alphabet.
    Result<std::vector<std::string>> machines() const;
    Result<JobRecord> job(const std::string& jobId) const;

    /// Keeps a pull for good: database and mirror file together. Its setup and sitting are found or made from the
    /// header. Adding a pull whose id is already kept is no error and changes nothing; `wasHere` says so. Errors also:
    /// an id that is kept with other contents (a conflict: neither is changed). Returns the pull's id.
    Result<std::string> addPull(const std::string& jobId, const Trace& trace, const std::string& source,
                                const AddPullOptions& options, bool* wasHere = nullptr);
    Result<std::string> addPull(const std::string& jobId, const Trace& trace, const std::string& source,
                                bool* wasHere = nullptr) {
        return addPull(jobId, trace, source, AddPullOptions{}, wasHere);
    }
    Result<Trace> trace(const std::string& pullId) const;
    /// The traces of a job as they lie in the database, in the order of its pulls; `traceOf` reads one, in any thread.
    Result<std::vector<PackedTrace>> packedTraces(const std::string& jobId) const;

    Result<Done> setAside(const std::string& pullId, bool aside, const std::string& why);
    Result<Done> setOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules);
    Result<Done> setSetupChanges(const std::string& setupId, const std::string& parentId,
                                 const std::vector<SetupChange>& changes);
    /// A setup that may have no pulls yet. Errors: the job has one of that name.
    Result<std::string> createSetup(const std::string& jobId, const std::string& name, const std::string& parentId,
                                    const std::vector<SetupChange>& changes);
    /// Another name for a setup without pulls: those that were made carry its name in their files. Errors: it has
    /// pulls; no name; one the job has already.
    Result<Done> renameSetup(const std::string& setupId, const std::string& name);
    /// Errors: it has pulls, another setup comes from it, or a claim is about it.
    Result<Done> removeSetup(const std::string& setupId);
    /// As it was removed. Errors: as createSetup.
    Result<Done> putSetupBack(const std::string& jobId, const SetupRecord& setup);
    Result<std::vector<ClaimRecord>> claims(const std::string& jobId) const;
    /// New or changed (by id); its history is left alone. Returns the id.
    Result<std::string> saveClaim(const std::string& jobId, const ClaimRecord& claim);
    Result<Done> addVerdict(const std::string& claimId, const VerdictRecord& verdict);
    /// The sheets of one kind of all jobs, newest job first.
    /// Job id and body, newest job first.
    Result<std::vector<std::pair<std::string, std::string>>> sheetsOfKind(const std::string& kind) const;
    /// One of the job's sheets; an empty body takes it away.
    Result<Done> setSheet(const std::string& jobId, const std::string& kind, const std::string& body);
    /// Copies a file (a map, a drawing) into the archive and writes it down in the job's sheet of setup files, with its
    /// name and checksum; `about` says whose it is and what changed. Returns it as kept. Errors: no such file, larger
    /// than 64 MB, empty, or no place to copy it to.
    Result<SetupFile> keepFile(const std::string& jobId, const SetupFile& about, const QString& path);
    /// Whether the copy is still what was kept.
    Result<bool> fileIsWhole(const JobRecord& job, const SetupFile& file) const;
    /// Keeps a sheet as it was handed over (a zip, archive/formats/hand_overs_sheet.h) under the job's next number.
    /// Returns it as kept. Errors: as keepFile.
    Result<HandOver> keepHandOver(const std::string& jobId, const HandOver& about, const std::string& frozen);
    /// Errors: it is gone, or is not what was handed over any more.
    Result<std::string> frozenSheet(const JobRecord& job, const HandOver& handOver) const;
    /// Writes the copy out again. Errors: it is gone, is not what was kept any more, or cannot be written.
    Result<Done> giveFileBack(const JobRecord& job, const SetupFile& file, const QString& path) const;
    /// A note (no `photo`) or a picture, which is copied into the archive. Returns its id. Errors: not a picture,
    /// cannot be read or copied.
    Result<std::string> attach(const std::string& jobId, const std::string& about, const std::string& words,
                               const QString& photo = {});
    /// Puts it away or brings it back; the file stays in the archive either way.
    Result<Done> detach(const std::string& jobId, const std::string& attachmentId);
    Result<Done> attachAgain(const std::string& jobId, const AttachmentRecord& attachment);
    Result<Done> moveToSetup(const std::string& pullId, const std::string& setupId);
    Result<Done> setComparison(const std::string& jobId, const ComparisonRecord& comparison);

    // A job that comes from elsewhere (archive/bundle/).
    struct TakenIn {
        int pulls = 0, files = 0;
    };
    /// An empty folder inside the archive, on its own disk; whoever asked takes it away again. One that was left by a
    /// bad end goes with the next rebuild.
    Result<QString> placeToUnpack();
    /// Whether this pull is kept, in whatever job. Errors: its id is kept with other contents.
    Result<bool> keeps(const std::string& pullId, const Trace& trace) const;
    /// Moves a file to its place in the archive; false when the very same stands there already. Errors: another does.
    Result<bool> placeFile(const std::string& from, const std::string& inner);
    /// The same asked before anything is changed.
    Result<Done> mayPlaceFile(const std::string& from, const std::string& inner) const;
    /// `unpacked`/job is the job's folder with its job.json, `unpacked`/beside what lies elsewhere in an archive. All
    /// of it comes in or nothing; what is there is never written over.
    Result<TakenIn> takeInJob(const QString& unpacked, const std::string& name, const std::string& jobId);

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

    /// `thorough` also reads every pull, every mirror file and every job file and holds them against their checksums.
    Result<SafetyReport> check(bool thorough, const Progress& progress = {}) const;
    /// Of every pull's open file, by its path; what is not known is empty.
    Result<std::map<std::string, std::string>> pullChecksums() const;
    /// Notes that a copy was made elsewhere (archive/copies/).
    Result<Done> noteCopy(const QString& place);
    /// Copies database and open files into a new folder inside `place`. Returns the folder.
    Result<QString> copyTo(const QString& place);
    /// Makes the two halves whole from each other; see docs/archive.md for what it does with what.
    Result<Rebuilt> rebuild(const Progress& progress = {});

private:
    friend class Rebuilder;
    Archive(QString folder, std::unique_ptr<Database> db) : m_folder(std::move(folder)), m_db(std::move(db)) {}
    static Result<std::unique_ptr<Archive>> openDatabase(const QString& folder, const QString& file,
                                                         bool* damaged = nullptr);
    /// The lock of this archive's writer, held until the result goes; at once when this archive holds it already.
    Result<WriterLock> writing(const char* what) const;

    /// `work` in one transaction with the file it makes ready; `put` is called when that has taken its place.
    Result<Done> withOpenFile(const char* what, const std::function<Result<PreparedFile>()>& work,
                              const std::function<void(const std::string& path)>& put);
    /// One change to what the job file says: `work` and the file's new text in one transaction.
    Result<Done> change(const std::string& jobId, const std::function<Result<Done>()>& work);
    Result<Done> changeBenches(const std::function<Result<Done>()>& work);
    Result<PreparedFile> prepareJobFile(const std::string& jobId);
    Result<PreparedFile> prepareBenchFile() const;
    Result<std::string> jobFileText(const std::string& jobId) const;
    Result<std::string> benchFileText() const;
    /// The job's folder, chosen when it has none yet.
    Result<QString> folderOfJob(const std::string& jobId);
    Result<std::string> freeJobFolder(const std::string& name, const std::string& id) const;
    Result<QVariant> machineId(const std::string& machine);
    Result<QString> setupIdFor(const std::string& jobId, const std::string& setup);
    Result<QString> sittingIdFor(const std::string& jobId, const PullHeader& header);
    Result<Done> insertPull(const std::string& jobId, const PullRecord& pull, const std::string& text);
    /// Puts a new file into the job's folder of files; returns its place, relative to the archive.
    Result<std::string> putFile(const std::string& jobId, const std::string& name, const std::string& bytes);
    Result<std::string> bytesOfFile(const JobRecord& job, const SetupFile& file) const;
    Result<std::string> jobOfUnpulledSetup(const std::string& setupId) const;
    Result<Done> writeSetupChanges(const std::string& setupId, const std::string& parentId,
                                   const std::vector<SetupChange>& changes);
    Result<Done> writeOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules);
    Result<Done> writeJobNames(const std::string& jobId, const std::string& name, const std::string& machine);
    Result<Done> writeComparison(const std::string& jobId, const ComparisonRecord& comparison);
    Result<Done> writeClaim(const std::string& jobId, const ClaimRecord& claim);
    Result<Done> writeVerdict(const std::string& claimId, const VerdictRecord& verdict);
    /// An id as this job may use it: its own or a free one as it is; one that another job has becomes this job's own,
    /// the same whenever it is asked for. `table`: "claim" or "attachment".
    Result<std::string> idWithin(const std::string& jobId, const char* table, const std::string& id) const;
    Result<Done> writeAttachment(const std::string& jobId, const AttachmentRecord& attachment);
    Result<Done> writeSheet(const std::string& jobId, const std::string& kind, const std::string& body);
    /// Whether an id that is kept already is kept with these contents. Errors: it is not.
    Result<Done> sameAsKept(const std::string& pullId, const Trace& trace) const;
    Result<std::string> jobOfPull(const std::string& pullId) const;
    Result<Done> fillSheets(JobRecord& job) const;

    QString m_folder;
    std::unique_ptr<Database> m_db;
    std::function<void(const Remark&)> m_remark;
    mutable WriterLock::Shared m_lock;
    std::map<std::string, FileStamp> m_ours; ///< job files as this archive last put them: known without reading
};

} // namespace jr
