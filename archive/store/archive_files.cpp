// SPDX-License-Identifier: GPL-3.0-or-later
// Files kept with a job's setups: maps, drawings.
#include "archive/disk/safe_file.h"
#include "archive/formats/setup_files_sheet.h"
#include "archive/store/archive.h"
#include "archive/store/archive_words.h"

#include <QCryptographicHash>
#include <QDateTime>
#include <QFile>
#include <QFileInfo>

#include <algorithm>
#include <cctype>

namespace jr {
namespace {

constexpr std::size_t kMostBytes = 64U * 1024U * 1024U;

std::string checksumOf(const std::string& bytes) {
    return QCryptographicHash::hash(QByteArrayView(bytes.data(), static_cast<qsizetype>(bytes.size())),
                                    QCryptographicHash::Sha256)
        .toHex()
        .toStdString();
}

/// A stranger's suffix as part of a path: a few plain letters and digits, or none.
std::string safeSuffix(const std::string& suffix) {
    constexpr std::size_t kLongest = 8;
    const bool plain =
        !suffix.empty() && suffix.size() <= kLongest &&
        std::all_of(suffix.begin(), suffix.end(), [](unsigned char c) { return c < 128 && std::isalnum(c); });
    return plain ? "." + suffix : std::string();
}

} // namespace

Result<SetupFile> Archive::keepFile(const std::string& jobId, const SetupFile& about, const QString& path) {
    const QFileInfo info(path);
    if (!info.isFile())
        return Error{"there is no such file", path.toStdString()};
    const Result<std::string> bytes = readBytes(path.toStdString(), kMostBytes);
    if (!bytes)
        return bytes.error();
    if (bytes->empty())
        return Error{"the file is empty", path.toStdString()};
    const Result<JobRecord> job = this->job(jobId);
    if (!job)
        return job.error();
    SetupFile file = about;
    file.id = newId();
    file.name = cleanedText(info.fileName().toStdString());
    file.sha256 = checksumOf(*bytes);
    file.bytes = static_cast<double>(bytes->size());
    file.kept = QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs).toStdString();
    const std::string inner = "files/" + PathName::encoded(jobId).shortened(8).text().toStdString() + "/" + file.id +
                              safeSuffix(info.suffix().toLower().toStdString());
    const Result<InnerPath> target = InnerPath::below(m_folder, q(inner));
    if (!target)
        return target.error();
    const std::string written = target->absolute().toStdString();
    Result<Done> copied = makeFolder(QFileInfo(target->absolute()).path().toStdString());
    if (copied)
        copied = writeBytes(written, *bytes); // the very bytes the checksum is of
    if (!copied)
        return Error{"could not be copied into the archive: " + copied.error().reason, path.toStdString()};
    const auto sheet = job->sheets.find(sheet_kind::setupFiles);
    std::vector<SetupFile> files = sheet == job->sheets.end() ? std::vector<SetupFile>{} : setupFilesOf(sheet->second);
    files.push_back(file);
    const Result<Done> kept = change(jobId, [&]() -> Result<Done> {
        const Result<Done> attached =
            writeAttachment(jobId, {file.id, "file:" + file.setupId, inner, file.name, file.kept});
        return attached ? writeSheet(jobId, sheet_kind::setupFiles, sheetBody(files)) : attached;
    });
    if (!kept) {
        QFile::remove(q(written));
        return kept.error();
    }
    return file;
}

Result<std::string> Archive::bytesOfFile(const JobRecord& job, const SetupFile& file) const {
    const auto copy = std::find_if(job.attachments.begin(), job.attachments.end(),
                                   [&](const AttachmentRecord& a) { return a.id == file.id; });
    if (copy == job.attachments.end())
        return Error{"the archive has no copy of it", file.name};
    const Result<InnerPath> path = InnerPath::below(m_folder, q(copy->file));
    if (!path)
        return path.error();
    return readBytes(path->absolute().toStdString(), kMostBytes);
}

Result<bool> Archive::fileIsWhole(const JobRecord& job, const SetupFile& file) const {
    const Result<std::string> bytes = bytesOfFile(job, file);
    if (!bytes)
        return bytes.error();
    return checksumOf(*bytes) == file.sha256;
}

Result<Done> Archive::giveFileBack(const JobRecord& job, const SetupFile& file, const QString& path) const {
    const Result<std::string> bytes = bytesOfFile(job, file);
    if (!bytes)
        return bytes.error();
    if (checksumOf(*bytes) != file.sha256)
        return Error{"the copy is not what was kept any more; nothing was written", file.name};
    return writeBytes(path.toStdString(), *bytes);
}

} // namespace jr
