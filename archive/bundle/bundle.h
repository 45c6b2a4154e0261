// SPDX-License-Identifier: GPL-3.0-or-later
// A job as one file that any archive takes in and that opens without this program: a zip of the job's open files as
// they lie in the archive, with a list of them and their checksums.
//
//     manifest.json          which job, by which program, every other file with its bytes and SHA-256
//     README.txt             what this is, for somebody who has no Jolly Ram
//     pulls/JOB/job.json     as docs/archive.md
//     pulls/JOB/….pull.csv   as docs/formats.md
//     photos/ files/         what the job keeps beside its pulls: pictures, maps, what was handed over
//
// Unpacked into an empty folder it is the open half of an archive, and a rebuild makes an archive of it.
#pragma once

#include "archive/formats/zip_file.h"
#include "archive/store/archive.h"
#include "archive/store/job_file.h"

namespace jr {

inline constexpr char kBundleEnding[] = ".jolly-ram.zip";

struct BundleFile {
    std::string path, sha256;
    std::uint64_t bytes = 0;
};

struct BundleManifest {
    std::string jobId, job, machine;
    std::string made; ///< ISO date and time, UTC: of the newest thing in it, so that the same job gives the same file
    std::string program;           ///< "Jolly Ram 0.1.0"
    std::vector<BundleFile> files; ///< sorted by path; all but itself
};

struct BundleWritten {
    BundleManifest manifest;
    int pulls = 0;
    std::uint64_t bytes = 0; ///< of the zip
};

/// Writes a job's bundle, reads it back and only then puts it in its place. Errors: no such job; a file of it is not
/// what was kept (a rebuild comes first); cannot be written; does not read back; `progress` stopped it. Then nothing is
/// written.
Result<BundleWritten> writeBundle(const Archive& archive, const std::string& jobId, const std::string& path,
                                  const Progress& progress = {});

/// A bundle that was opened: its list held against what lies in it, its job file read.
class BundleReader {
public:
    /// Errors: as ZipReader; no list or a list of another version; a file that is not on the list or not in the zip; no
    /// job file or a damaged one; a pull that the job file does not name.
    static Result<BundleReader> open(QIODevice& device, const std::string& place, const ZipBounds& bounds = {});
    const BundleManifest& manifest() const { return m_manifest; }
    const JobFile& jobFile() const { return m_job; }
    const std::string& folder() const { return m_folder; } ///< "pulls/JOB"
    /// Every file on the list with its bytes, once its checksum is found true. Errors: damaged; `take`'s.
    Result<Done> each(const std::function<Result<Done>(const BundleFile&, std::string&&)>& take);

private:
    BundleReader(ZipReader zip, std::string place) : m_zip(std::move(zip)), m_place(std::move(place)) {}
    ZipReader m_zip;
    std::string m_place;
    BundleManifest m_manifest;
    JobFile m_job;
    std::string m_folder;
};

/// What became of a bundle that was taken in.
struct BundleTaken {
    std::string jobId, job;
    bool jobWasHere = false; ///< then nothing that was here is changed; what it lacked is added
    int pullsTaken = 0, pullsHere = 0, filesTaken = 0;
    std::vector<Remark> conflicts; ///< pulls whose id is kept here with other contents: left out
};

/// Takes a bundle into an archive: all of it is unpacked and checked beside the records first, then it comes in whole
/// or not at all. Nothing that is there is written over. Errors: as BundleReader; a file of another job stands where
/// one of it belongs; cannot be written; `progress` stopped it.
Result<BundleTaken> takeInBundle(Archive& archive, const std::string& path, const Progress& progress = {});

} // namespace jr
