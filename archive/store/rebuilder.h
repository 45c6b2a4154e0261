// SPDX-License-Identifier: GPL-3.0-or-later
// Makes the two halves of an archive whole from each other.
//
// What it holds to: no open file is deleted, ever (one that is not what it should be is renamed, by name and said);
// nothing is written over before it has been read to the end; a job comes into the database in one transaction, with
// everything its files say, or not at all. So a rebuild that is cut off anywhere and run again ends where one that was
// never cut off ends.
#pragma once

#include "archive/store/archive.h"
#include "archive/store/open_half.h"

#include <map>
#include <set>

namespace jr {

class Rebuilder {
public:
    Rebuilder(Archive& archive, const Progress& progress) : m_archive(archive), m_progress(progress) {}
    Result<Rebuilt> run();
    /// Only the job whose open files lie in `folder` ("pulls/JOB"). Returns the number of its pulls that came in.
    Result<int> bringInFolder(const std::string& folder);

private:
    /// What is to be brought into the database of one job.
    struct Share {
        const JobFile* file = nullptr; ///< null: only its pull files speak of it
        std::string folder;            ///< of its job file
        std::string name, machine;     ///< for a job that is made anew
        bool known = false;            ///< the database has it
        std::vector<LoosePull> pulls;
    };

    Result<Done> benches();
    Result<Done> databaseHalf();
    Result<Done> mend(const std::string& pullId);
    Result<Done> readJobFiles();
    /// Whose job a file is that names none, as files did before jobs had ids there.
    Result<std::string> ownerOf(const JobFile& file);
    Result<Done> looseFiles();
    Result<bool> knownAlready(const LoosePull& pull);
    void findJob(LoosePull pull);
    Result<Done> bringIn(const std::string& jobId, const Share& share);
    Result<Done> bringInPulls(const std::string& jobId, const Share& share);
    Result<Done> bringInSetups(const std::string& jobId, const JobFile& file);
    Result<Done> bringInRest(const std::string& jobId, const JobFile& file);
    Result<Done> keepLost(const std::string& jobId, const Share& share);
    Result<Done> openFilesOfJobs();
    Result<std::string> folderFor(const Share& share, const std::string& jobId);
    bool goOn(int more = 1);
    /// Open files of the part that is looked at.
    std::vector<std::string> openFiles(const QString& ending) const;

    Archive& m_archive;
    const Progress& m_progress;
    Rebuilt m_out;
    int m_done = 0, m_all = 0;
    std::map<std::string, std::string> m_byChecksum;                   ///< loose files: checksum -> path
    std::map<std::string, std::pair<std::string, JobFile>> m_jobFiles; ///< job id -> its folder and file
    std::map<std::string, std::vector<std::string>> m_listed; ///< pull id -> ids of the jobs whose files list it
    std::map<std::string, Share> m_shares;                    ///< job id -> what is to be brought in
    std::map<std::string, std::string> m_taken;               ///< pull id -> path, in this run
    std::set<std::string> m_mirrors;                          ///< files that records name
    bool m_stopped = false;
    std::string m_within; ///< only what lies below; empty: all
};

} // namespace jr
