// SPDX-License-Identifier: GPL-3.0-or-later
// Files kept with a job's setups: maps, drawings.
#include "archive/disk/safe_file.h"
#include "archive/formats/hand_overs_sheet.h"
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
        return Error{Message{"store.no-file"}, path.toStdString()};
    const Result<std::string> bytes = readBytes(path.toStdString(), kMostBytes);
    if (!bytes)
        return bytes.error();
    if (bytes->empty())
        return Error{Message{"file.empty"}, path.toStdString()};
    const Result<JobRecord> job = this->job(jobId);
    if (!job)
        return job.error();
    SetupFile file = about;
    file.id = newId();
    file.name = cleanedText(info.fileName().toStdString());
    file.sha256 = checksumOf(*bytes);
    file.bytes = static_cast<double>(bytes->size());
    file.kept = QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs).toStdString();
    const Result<std::string> inner =
        putFile(jobId, file.id + safeSuffix(info.suffix().toLower().toStdString()), *bytes); // what the checksum is of
    if (!inner)
        return Error{Message{"store.not-copied-in", {Sayings{{messageOf(inner.error())}}}}, path.toStdString()};
    const auto sheet = job->sheets.find(sheet_kind::setupFiles);
    std::vector<SetupFile> files = sheet == job->sheets.end() ? std::vector<SetupFile>{} : setupFilesOf(sheet->second);
    files.push_back(file);
    const Result<Done> kept = change(jobId, [&]() -> Result<Done> {
        const Result<Done> attached =
            writeAttachment(jobId, {file.id, "file:" + file.setupId, *inner, file.name, file.kept});
        return attached ? writeSheet(jobId, sheet_kind::setupFiles, sheetBody(files)) : attached;
    });
    if (!kept) {
        QFile::remove(m_folder + QLatin1Char('/') + q(*inner));
        return kept.error();
    }
    return file;
}

Result<std::string> Archive::putFile(const std::string& jobId, const std::string& name, const std::string& bytes) {
    const std::string inner = "files/" + PathName::encoded(jobId).shortened(8).text().toStdString() + "/" +
                              PathName::encoded(name).text().toStdString();
    const Result<InnerPath> target = InnerPath::below(m_folder, q(inner));
    if (!target)
        return target.error();
    Result<Done> put = makeFolder(QFileInfo(target->absolute()).path().toStdString());
    if (put)
        put = writeNewBytes(target->absolute().toStdString(), bytes);
    if (!put)
        return put.error();
    return inner;
}

Result<HandOver> Archive::keepHandOver(const std::string& jobId, const HandOver& about, const std::string& frozen) {
    if (frozen.empty() || frozen.size() > kMostBytes)
        return Error{Message{"store.frozen-sheet-size"}, about.headline};
    const Result<JobRecord> job = this->job(jobId);
    if (!job)
        return job.error();
    const auto sheet = job->sheets.find(sheet_kind::handOvers);
    std::vector<HandOver> all = sheet == job->sheets.end() ? std::vector<HandOver>{} : handOversOf(sheet->second);
    HandOver one = about;
    one.id = newId();
    one.number = 1;
    for (const HandOver& before : all)
        one.number = std::max(one.number, before.number + 1);
    one.sha256 = checksumOf(frozen);
    one.made = QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs).toStdString();
    const Result<std::string> inner = putFile(jobId, one.id + ".hand-over.zip", frozen);
    if (!inner)
        return Error{Message{"store.not-kept", {Sayings{{messageOf(inner.error())}}}}, about.headline};
    all.push_back(one);
    const Result<Done> kept = change(jobId, [&]() -> Result<Done> {
        const Result<Done> attached =
            writeAttachment(jobId, {one.id, "hand-over:" + std::to_string(one.number), *inner, one.headline, one.made});
        return attached ? writeSheet(jobId, sheet_kind::handOvers, sheetBody(all)) : attached;
    });
    if (!kept) {
        QFile::remove(m_folder + QLatin1Char('/') + q(*inner));
        return kept.error();
    }
    return one;
}

Result<std::string> Archive::frozenSheet(const JobRecord& job, const HandOver& handOver) const {
    SetupFile asFile;
    asFile.id = handOver.id;
    asFile.name = handOver.headline;
    const Result<std::string> bytes = bytesOfFile(job, asFile);
    if (!bytes)
        return bytes.error();
    if (checksumOf(*bytes) != handOver.sha256)
        return Error{Message{"handover.not-as-handed", {std::to_string(handOver.number)}}};
    return *bytes;
}

Result<std::string> Archive::bytesOfFile(const JobRecord& job, const SetupFile& file) const {
    const auto copy = std::find_if(job.attachments.begin(), job.attachments.end(),
                                   [&](const AttachmentRecord& a) { return a.id == file.id; });
    if (copy == job.attachments.end())
        return Error{Message{"store.no-copy-of-file"}, file.name};
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
        return Error{Message{"store.file-changed"}, file.name};
    return writeBytes(path.toStdString(), *bytes);
}

} // namespace jr
