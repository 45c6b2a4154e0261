// SPDX-License-Identifier: GPL-3.0-or-later
// A bundle into an archive. It is unpacked into a folder of its own inside the archive first, every byte held against
// its checksum and every pull read; only what is whole goes on from there.
#include "archive/bundle/bundle.h"

#include "archive/bundle/bundle_manifest.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>

#include <algorithm>
#include <map>

namespace jr {
namespace {

/// The unpacked bundle; gone with this.
struct Unpacked {
    QString root;
    std::map<std::string, std::string> pulls; ///< id -> its file, absolute
    Unpacked() = default;
    Unpacked(const Unpacked&) = delete;
    Unpacked& operator=(const Unpacked&) = delete;
    ~Unpacked() {
        if (!root.isEmpty()) // an empty name is the folder the program was started in
            QDir(root).removeRecursively();
    }
};

Result<Done> unpack(BundleReader& bundle, const std::string& place, Unpacked& out, const Progress& progress) {
    std::map<std::string, const JobFilePull*> listed; // by the name of the file
    for (const JobFilePull& pull : bundle.jobFile().pulls)
        listed.emplace(pull.file.substr(pull.file.rfind('/') + 1), &pull);
    const std::string root = out.root.toStdString();
    int at = 0;
    const int all = static_cast<int>(bundle.manifest().files.size());
    return bundle.each([&](const BundleFile& file, std::string&& bytes) -> Result<Done> {
        if (progress && !progress(++at, all))
            return bundleError("bundle.stopped", {}, place);
        if (file.path == kReadmeName)
            return Done{};
        std::string target = root + "/beside/" + file.path;
        if (file.path.rfind(bundle.folder() + "/", 0) == 0) {
            const std::string name = file.path.substr(bundle.folder().size() + 1);
            target = root + "/job/" + name;
            if (name != "job.json") {
                const Result<Trace> pull = readPullFile(bytes, file.path);
                if (!pull)
                    return pull.error();
                const auto known = listed.find(name);
                if (known == listed.end() || (!pull->header.id.empty() && known->second->id != pull->header.id))
                    return bundleError("bundle.pull-not-listed", {file.path}, place);
                if (!out.pulls.emplace(known->second->id, target).second)
                    return bundleError("bundle.pull-twice", {file.path}, place);
            }
        }
        if (const Result<Done> made = makeFolder(target.substr(0, target.rfind('/'))); !made)
            return made;
        return writeNewBytes(target, bytes);
    });
}

/// What the job here lacks: setups by their names, pulls and notes by their ids. Nothing that is here is changed.
class Addition {
public:
    Addition(Archive& archive, const BundleReader& bundle, const Unpacked& unpacked, BundleTaken& out)
        : m_archive(archive), m_file(bundle.jobFile()), m_unpacked(unpacked), m_out(out) {}

    Result<Done> run(const std::string& place) {
        const Result<JobRecord> here = m_archive.job(m_file.id);
        if (!here)
            return here.error();
        for (const AttachmentRecord& attachment : m_file.attachments) // said before the first change
            if (!attachment.file.empty())
                if (const Result<Done> may = m_archive.mayPlaceFile(beside(attachment), attachment.file); !may)
                    return may;
        for (const auto step : {&Addition::setups, &Addition::pulls, &Addition::attachments})
            if (const Result<Done> done = (this->*step)(*here, place); !done)
                return done;
        return Done{};
    }

private:
    Result<Done> setups(const JobRecord& here, const std::string&) {
        std::map<std::string, std::string> ids;
        for (const SetupRecord& setup : here.setups)
            ids[setup.name] = setup.id;
        // A parent comes before what was made of it, whatever their order in the file.
        bool grew = true;
        while (grew) {
            grew = false;
            for (const JobFileSetup& setup : m_file.setups) {
                if (ids.contains(setup.name) || (!setup.parent.empty() && !ids.contains(setup.parent)))
                    continue;
                const Result<std::string> id =
                    m_archive.createSetup(m_file.id, setup.name, ids[setup.parent], setup.changes);
                if (!id)
                    return id.error();
                ids[setup.name] = *id;
                grew = true;
            }
        }
        return Done{};
    }

    Result<Done> pulls(const JobRecord&, const std::string& place) {
        for (const JobFilePull& listed : m_file.pulls) {
            const auto file = m_unpacked.pulls.find(listed.id);
            if (file == m_unpacked.pulls.end())
                continue; // lost before the bundle was made
            Result<Trace> trace = loadPullFile(file->second);
            if (!trace)
                return trace.error();
            trace.value().header.id = listed.id;
            if (!listed.setup.empty())
                trace.value().header.setup = listed.setup;
            bool wasHere = false;
            const Result<std::string> id =
                m_archive.addPull(m_file.id, *trace, place, AddPullOptions{listed.aside, listed.why}, &wasHere);
            if (!id) {
                if (!wasHere)
                    return id.error();
                m_out.conflicts.push_back(id.error());
                continue;
            }
            ++(wasHere ? m_out.pullsHere : m_out.pullsTaken);
            if (!wasHere && !listed.overrules.empty())
                if (const Result<Done> ruled = m_archive.setOverrules(*id, listed.overrules); !ruled)
                    return ruled;
        }
        return Done{};
    }

    Result<Done> attachments(const JobRecord& here, const std::string&) {
        for (const AttachmentRecord& attachment : m_file.attachments) {
            if (std::any_of(here.attachments.begin(), here.attachments.end(),
                            [&](const AttachmentRecord& a) { return a.id == attachment.id; }))
                continue;
            if (!attachment.file.empty()) {
                const Result<bool> placed = m_archive.placeFile(beside(attachment), attachment.file);
                if (!placed)
                    return placed.error();
                m_out.filesTaken += *placed ? 1 : 0;
            }
            if (const Result<Done> kept = m_archive.attachAgain(m_file.id, attachment); !kept)
                return kept;
        }
        return Done{};
    }

    std::string beside(const AttachmentRecord& attachment) const {
        return (m_unpacked.root + QStringLiteral("/beside/")).toStdString() + attachment.file;
    }

    Archive& m_archive;
    const JobFile& m_file;
    const Unpacked& m_unpacked;
    BundleTaken& m_out;
};

} // namespace

Result<BundleTaken> takeInBundle(Archive& archive, const std::string& path, const Progress& progress) {
    QFile device(QString::fromStdString(path));
    if (!isPlainFile(path) || !device.open(QIODevice::ReadOnly) || device.isSequential())
        return bundleError("bundle.cannot-open", {}, path);
    Result<BundleReader> bundle = BundleReader::open(device, path);
    if (!bundle)
        return bundle.error();
    const JobFile& job = bundle->jobFile();
    BundleTaken out;
    out.jobId = job.id;
    out.job = job.job;

    Unpacked unpacked;
    const Result<QString> place = archive.placeToUnpack();
    if (!place)
        return place.error();
    unpacked.root = *place;
    if (const Result<Done> whole = unpack(bundle.value(), path, unpacked, progress); !whole)
        return whole.error();

    out.jobWasHere = archive.job(job.id).ok();
    if (out.jobWasHere) {
        if (const Result<Done> added = Addition(archive, *bundle, unpacked, out).run(path); !added)
            return added.error();
        return out;
    }
    // A pull whose id is kept in another job stays there; with other contents it is a conflict, and said.
    for (const auto& [id, file] : unpacked.pulls) {
        const Result<Trace> trace = loadPullFile(file);
        if (!trace)
            return trace.error();
        const Result<bool> here = archive.keeps(id, *trace);
        if (!here)
            out.conflicts.push_back(here.error());
        else if (*here)
            ++out.pullsHere;
        // Beside the one that is kept it would be a second file of one id, which no rebuild could settle.
        if (!here || *here)
            if (const Result<Done> gone = removeForGood(file); !gone)
                return gone.error();
    }
    const Result<Archive::TakenIn> taken = archive.takeInJob(unpacked.root, job.job, job.id);
    if (!taken)
        return taken.error();
    out.pullsTaken = taken->pulls;
    out.filesTaken = taken->files;
    return out;
}

} // namespace jr
