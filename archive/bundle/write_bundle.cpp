// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/bundle/bundle.h"

#include "archive/bundle/bundle_manifest.h"
#include "archive/disk/safe_file.h"
#include "core/version.h"

#include <QDateTime>
#include <QFile>
#include <QFileInfo>

#include <algorithm>
#include <map>
#include <set>

namespace jr {
namespace {

constexpr std::int64_t kZipBegins = 315'532'800; ///< 1980-01-01, the first day a zip can write

std::int64_t secondsOf(const std::string& iso) {
    const QDateTime at = QDateTime::fromString(QString::fromStdString(iso), Qt::ISODate);
    return at.isValid() ? at.toSecsSinceEpoch() : 0;
}

/// Of the newest thing in the job: the same job gives the same bundle, whenever it is written.
std::int64_t newestOf(const JobRecord& job, const std::vector<ClaimRecord>& claims) {
    std::int64_t newest = std::max(kZipBegins, secondsOf(job.created));
    for (const PullRecord& pull : job.pulls)
        newest = std::max(newest, secondsOf(pull.started));
    for (const AttachmentRecord& attachment : job.attachments)
        newest = std::max(newest, secondsOf(attachment.added));
    for (const ClaimRecord& claim : claims)
        for (const VerdictRecord& verdict : claim.history)
            newest = std::max(newest, secondsOf(verdict.made));
    return newest;
}

std::string readmeText(const JobRecord& job, const BundleManifest& manifest) {
    return "Jolly Ram: one job, to be handed on.\n\n"
           "Job:      " +
           job.name + "\nMachine:  " + (job.machine.empty() ? "not said" : job.machine) +
           "\nPulls:    " + std::to_string(job.pulls.size()) + "\nWritten:  by " + manifest.program +
           "\n\n"
           "Everything here is open. The pulls are tables of text (pulls/.../*.pull.csv): lines that begin with # say\n"
           "what was measured and how, then one row of headings with their units, then the figures. Any spreadsheet\n"
           "opens them. job.json holds the setups, what was changed, what was set aside and why, and notes. Pictures\n"
           "and files that belong to the job lie in photos and files. manifest.json lists all of them with their\n"
           "SHA-256 checksums.\n\n"
           "With Jolly Ram: Jobs, \"Take in a bundle...\", or\n"
           "    jolly-ram-cli archive import FOLDER THIS-FILE\n"
           "Unpacked into an empty folder, \"jolly-ram-cli archive rebuild FOLDER\" makes an archive of it.\n";
}

/// What goes into the zip, in its order: a name and how its bytes are got.
struct Piece {
    std::string name;
    std::function<Result<std::string>()> bytes;
};

Result<Done> readBackSame(const std::string& part, const std::string& path, const BundleManifest& manifest) {
    QFile file(QString::fromStdString(part));
    if (!file.open(QIODevice::ReadOnly))
        return bundleError("bundle.not-read-back", {}, path);
    Result<BundleReader> back = BundleReader::open(file, path);
    if (!back)
        return back.error();
    std::size_t seen = 0;
    if (const Result<Done> whole = back.value().each([&](const BundleFile&, std::string&&) -> Result<Done> {
            ++seen;
            return Done{};
        });
        !whole)
        return whole;
    return seen == manifest.files.size() ? Result<Done>(Done{})
                                         : Result<Done>(bundleError("bundle.not-read-back", {}, path));
}

} // namespace

Result<BundleWritten> writeBundle(const Archive& archive, const std::string& jobId, const std::string& path,
                                  const Progress& progress) {
    Result<JobRecord> read = archive.job(jobId);
    const Result<std::vector<ClaimRecord>> claims = archive.claims(jobId);
    const Result<std::vector<PackedTrace>> traces = archive.packedTraces(jobId);
    if (!read || !claims || !traces)
        return !read ? read.error() : !claims ? claims.error() : traces.error();
    JobRecord job = std::move(read).value();
    const std::string folder = "pulls/" + PathName::encoded(job.name).text().toStdString();
    const std::int64_t newest = newestOf(job, *claims);

    // Every pull in the job's one folder, under the name it has, wherever the archive keeps it.
    std::vector<Piece> pieces;
    std::map<std::string, const PackedTrace*> traceOfPull;
    for (const PackedTrace& trace : *traces)
        traceOfPull.emplace(trace.pullId, &trace);
    std::set<QString> names;
    for (PullRecord& pull : job.pulls) {
        std::string name = pull.mirror.substr(pull.mirror.rfind('/') + 1);
        if (!names.insert(QString::fromStdString(name).toCaseFolded()).second)
            name = PathName::encoded(pull.id).text().toStdString() + ".pull.csv";
        names.insert(QString::fromStdString(name).toCaseFolded());
        const std::string kept = std::exchange(pull.mirror, folder + "/" + name);
        pieces.push_back({pull.mirror, [&pull, kept, trace = traceOfPull[pull.id]]() -> Result<std::string> {
                              Result<std::string> text =
                                  trace ? pullFileTextOf(*trace) : Result<std::string>(std::string());
                              if (!text)
                                  return text;
                              if (text->empty() || (!pull.sha256.empty() && sha256(*text) != pull.sha256))
                                  return bundleError("bundle.not-what-was-kept", {}, kept);
                              return text;
                          }});
    }
    pieces.push_back({folder + "/job.json", [&]() -> Result<std::string> { return jobFileText(job, *claims); }});
    std::set<std::string> besides; // several notes may be about one picture
    for (const AttachmentRecord& attachment : job.attachments)
        if (!attachment.file.empty() && besides.insert(attachment.file).second)
            pieces.push_back({attachment.file, [&archive, &attachment]() -> Result<std::string> {
                                  const Result<InnerPath> at =
                                      InnerPath::below(archive.folder(), QString::fromStdString(attachment.file));
                                  return at ? readBytes(at->absolute().toStdString()) : Result<std::string>(at.error());
                              }});

    BundleWritten out;
    out.pulls = static_cast<int>(job.pulls.size());
    out.manifest.jobId = job.id;
    out.manifest.job = job.name;
    out.manifest.machine = job.machine;
    out.manifest.made = QDateTime::fromSecsSinceEpoch(newest, Qt::UTC).toString(Qt::ISODate).toStdString();
    out.manifest.program = "Jolly Ram " + std::string(programVersion());
    pieces.push_back({kReadmeName, [&]() -> Result<std::string> { return readmeText(job, out.manifest); }});
    std::sort(pieces.begin(), pieces.end(), [](const Piece& a, const Piece& b) { return a.name < b.name; });

    const int steps = 2 * static_cast<int>(pieces.size()); // written, then read back
    const Result<Done> done = writeInPieces(
        path,
        [&](const std::string& part) -> Result<Done> {
            QFile file(QString::fromStdString(part));
            if (!file.open(QIODevice::ReadWrite | QIODevice::NewOnly))
                return bundleError("zip.cannot-write", {}, path);
            Result<ZipWriter> zip = ZipWriter::begin(file, path);
            if (!zip)
                return zip.error();
            int at = 0;
            for (const Piece& piece : pieces) {
                const Result<std::string> bytes = piece.bytes();
                if (!bytes)
                    return bytes.error();
                if (const Result<Done> added = zip.value().add(piece.name, *bytes, newest); !added)
                    return added;
                out.manifest.files.push_back({piece.name, sha256(*bytes), bytes->size()});
                if (progress && !progress(++at, steps))
                    return bundleError("bundle.stopped", {}, path);
            }
            if (const Result<Done> listed = zip.value().add(kManifestName, manifestText(out.manifest), newest); !listed)
                return listed;
            if (const Result<Done> finished = zip.value().finish(); !finished)
                return finished;
            out.bytes = static_cast<std::uint64_t>(file.size());
            return file.flush() ? Result<Done>(Done{}) : Result<Done>(bundleError("zip.cannot-write", {}, path));
        },
        [&](const std::string& part) { return readBackSame(part, path, out.manifest); });
    if (!done)
        return done.error();
    if (progress)
        (void)progress(steps, steps);
    return out;
}

} // namespace jr
