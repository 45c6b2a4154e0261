// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/zip_file.h"

#include <minizip/unzip.h>
#include <minizip/zip.h>

#include <QDateTime>
#include <QIODevice>
#include <QString>
#include <QStringDecoder>
#include <QTimeZone>
#include <QtEndian>

#include <algorithm>
#include <set>

namespace jr {
namespace {

constexpr int kUsualLevel = 6;                                // zlib's own default
constexpr unsigned long kLockedFlag = 1;                      // APPNOTE 4.4.4, bit 0
constexpr unsigned long kUtf8Flag = 1UL << 11;                // APPNOTE 4.4.4, bit 11
constexpr unsigned long kMadeOnUnix = 3;                      // APPNOTE 4.4.2.2
constexpr unsigned long kKindMask = 0170000, kLink = 0120000; // of a Unix mode, in the upper half of the attributes
constexpr std::size_t kLongestName = 500;

std::string shortly(const std::string& name) {
    constexpr qsizetype kEnough = 200;
    return QString::fromStdString(name).left(kEnough).toStdString();
}

Error said(Message what, const std::string& place) {
    Error out{std::move(what)};
    out.file = place;
    return out;
}

Error noZip(const std::string& place) {
    return said(Message{"zip.none"}, place);
}

// The library reads and writes what it is given through these; the "name" it is to open is the device itself.
QIODevice* deviceOf(void* given) {
    return static_cast<QIODevice*>(given);
}
void* openDevice(void*, const void* device, int) {
    return const_cast<void*>(device);
}
uLong readDevice(void*, void* stream, void* into, uLong size) {
    const qint64 n = deviceOf(stream)->read(static_cast<char*>(into), static_cast<qint64>(size));
    return n < 0 ? 0 : static_cast<uLong>(n);
}
uLong writeDevice(void*, void* stream, const void* from, uLong size) {
    const qint64 n = deviceOf(stream)->write(static_cast<const char*>(from), static_cast<qint64>(size));
    return n < 0 ? 0 : static_cast<uLong>(n);
}
ZPOS64_T tellDevice(void*, void* stream) {
    return static_cast<ZPOS64_T>(deviceOf(stream)->pos());
}
long seekDevice(void*, void* stream, ZPOS64_T offset, int origin) {
    QIODevice* device = deviceOf(stream);
    const qint64 from = origin == ZLIB_FILEFUNC_SEEK_CUR   ? device->pos()
                        : origin == ZLIB_FILEFUNC_SEEK_END ? device->size()
                                                           : 0;
    return device->seek(from + static_cast<qint64>(offset)) ? 0 : -1;
}
int closeDevice(void*, void*) {
    return 0; // it is its owner's
}
int errorOfDevice(void*, void*) {
    return 0; // what could not be read or written is told by its length
}

zlib_filefunc64_def doorTo() {
    return {openDevice, readDevice, writeDevice, tellDevice, seekDevice, closeDevice, errorOfDevice, nullptr};
}

} // namespace

bool safeZipName(std::string_view name) {
    if (name.empty() || name.size() > kLongestName || name.front() == '/')
        return false;
    QStringDecoder utf8(QStringDecoder::Utf8, QStringDecoder::Flag::Stateless);
    const QString text = utf8(QByteArrayView(name.data(), static_cast<qsizetype>(name.size())));
    if (utf8.hasError())
        return false;
    for (const QChar c : text)
        if (c.unicode() < 0x20 || c.unicode() == 0x7F || c == QLatin1Char('\\') || c == QLatin1Char(':') ||
            c == QChar::ReplacementCharacter)
            return false;
    for (const QString& part : text.split(QLatin1Char('/')))
        if (part.isEmpty() || part == QLatin1String(".") || part == QLatin1String(".."))
            return false;
    return true;
}

struct ZipReader::State {
    State(std::string where, const ZipBounds& b) : place(std::move(where)), bounds(b) {}
    ~State() {
        if (zip)
            unzClose(zip);
    }
    State(const State&) = delete;
    State& operator=(const State&) = delete;

    /// The entry the zip stands at.
    Result<std::string> readHere(const ZipEntry& entry) {
        const auto damaged = [&] { return said(Message{"zip.damaged", {entry.name}}, place); };
        if (unzOpenCurrentFile(zip) != UNZ_OK)
            return damaged();
        std::string out;
        char buffer[65536];
        int n = 0;
        while ((n = unzReadCurrentFile(zip, buffer, sizeof buffer)) > 0) {
            out.append(buffer, static_cast<std::size_t>(n));
            if (out.size() > entry.bytes) {
                unzCloseCurrentFile(zip);
                return said(Message{"zip.more-than-said", {entry.name}}, place);
            }
        }
        const int closed = unzCloseCurrentFile(zip); // compares the checksum
        if (n < 0 || closed != UNZ_OK || out.size() != entry.bytes)
            return damaged();
        return out;
    }

    unzFile zip = nullptr;
    std::string place;
    ZipBounds bounds;
};

namespace {

/// Whether a zip's directory ends where the file does and begins where it says. The library is more lenient: it takes
/// one whose last bytes are missing, or, of one that was cut off, a zip that lies within it. Layout: APPNOTE 4.3.16.
bool endsWhereItSays(QIODevice& device) {
    constexpr qint64 kEnd = 22, kLongestRemark = 0xFFFF, kSizeAt = 12, kFromAt = 16, kRemarkAt = 20;
    constexpr quint32 kToldElsewhere = 0xFFFFFFFF; // in the record for zips of more than four gigabytes
    const qint64 size = device.size(), tail = std::min(size, kEnd + kLongestRemark);
    if (!device.seek(size - tail))
        return false;
    const QByteArray last = device.read(tail);
    for (qsizetype at = last.lastIndexOf("PK\5\6"); at >= 0; at = at > 0 ? last.lastIndexOf("PK\5\6", at - 1) : -1) {
        if (at + kEnd > last.size() ||
            at + kEnd + qFromLittleEndian<quint16>(last.constData() + at + kRemarkAt) != last.size())
            continue;
        const auto length = qFromLittleEndian<quint32>(last.constData() + at + kSizeAt);
        const auto from = qFromLittleEndian<quint32>(last.constData() + at + kFromAt);
        return from == kToldElsewhere || length == kToldElsewhere ||
               static_cast<qint64>(from) + static_cast<qint64>(length) == size - tail + at;
    }
    return false;
}

} // namespace

ZipReader::ZipReader(std::unique_ptr<State> state) : m_state(std::move(state)) {}
ZipReader::ZipReader(ZipReader&&) noexcept = default;
ZipReader::~ZipReader() = default;

Result<ZipReader> ZipReader::open(QIODevice& device, const std::string& place, const ZipBounds& bounds) {
    ZipReader out(std::make_unique<State>(place, bounds));
    if (!endsWhereItSays(device))
        return noZip(place);
    zlib_filefunc64_def door = doorTo();
    unzFile zip = out.m_state->zip = unzOpen2_64(&device, &door);
    if (!zip)
        return noZip(place);
    std::set<QString> seen;
    std::uint64_t together = 0;
    int step = unzGoToFirstFile(zip);
    for (; step == UNZ_OK; step = unzGoToNextFile(zip)) {
        unz_file_info64 info{};
        std::string name(kLongestName + 2, '\0');
        if (unzGetCurrentFileInfo64(zip, &info, name.data(), name.size(), nullptr, 0, nullptr, 0) != UNZ_OK)
            return noZip(place);
        name.resize(std::min<std::size_t>(info.size_filename, name.size()));
        const auto refuse = [&](const char* code) { return said(Message{code, {shortly(name)}}, place); };
        std::string path = name;
        const bool folder = path.ends_with('/');
        if (folder)
            path.pop_back();
        if (!safeZipName(path))
            return refuse("zip.name-leads-out");
        if (((info.external_fa >> 16) & kKindMask) == kLink)
            return refuse("zip.link");
        if ((info.flag & kLockedFlag) != 0)
            return refuse("zip.locked");
        // Also where only the case differs: on many disks the second would lie on the first.
        if (!seen.insert(QString::fromStdString(path).toCaseFolded()).second)
            return refuse("zip.twice");
        if (seen.size() > bounds.mostEntries)
            return said(Message{"zip.too-many", {Number{static_cast<double>(bounds.mostEntries)}}}, place);
        if (folder) {
            if (info.uncompressed_size != 0)
                return refuse("zip.folder-with-bytes");
            continue;
        }
        if (info.uncompressed_size > bounds.mostBytesOfOne)
            return refuse("zip.too-large-one");
        together += info.uncompressed_size;
        if (together > bounds.mostBytes)
            return said(Message{"zip.too-large", {Number{static_cast<double>(bounds.mostBytes >> 20)}}}, place);
        out.m_entries.push_back({path, info.uncompressed_size});
    }
    if (step != UNZ_END_OF_LIST_OF_FILE)
        return noZip(place);
    // A file cannot lie in a file.
    std::set<std::string> files;
    for (const ZipEntry& entry : out.m_entries)
        files.insert(QString::fromStdString(entry.name).toCaseFolded().toStdString());
    for (const std::string& name : files)
        for (std::size_t slash = name.find('/'); slash != std::string::npos; slash = name.find('/', slash + 1))
            if (files.contains(name.substr(0, slash)))
                return said(Message{"zip.file-is-folder", {name}}, place);
    return out;
}

Result<std::string> ZipReader::read(const std::string& name) {
    const auto entry =
        std::find_if(m_entries.begin(), m_entries.end(), [&](const ZipEntry& e) { return e.name == name; });
    constexpr int kAsWritten = 1; // capitals count
    if (entry == m_entries.end() || unzLocateFile(m_state->zip, name.c_str(), kAsWritten) != UNZ_OK)
        return said(Message{"zip.not-in-it", {name}}, m_state->place);
    return m_state->readHere(*entry);
}

Result<Done> ZipReader::each(const std::function<Result<Done>(const ZipEntry&, std::string&&)>& take) {
    unzFile zip = m_state->zip;
    std::size_t next = 0;
    for (int step = unzGoToFirstFile(zip); step == UNZ_OK && next < m_entries.size(); step = unzGoToNextFile(zip)) {
        std::string name(kLongestName + 2, '\0');
        unz_file_info64 info{};
        if (unzGetCurrentFileInfo64(zip, &info, name.data(), name.size(), nullptr, 0, nullptr, 0) != UNZ_OK)
            return noZip(m_state->place);
        name.resize(std::min<std::size_t>(info.size_filename, name.size()));
        if (name != m_entries[next].name)
            continue; // a folder
        Result<std::string> bytes = m_state->readHere(m_entries[next]);
        if (!bytes)
            return bytes.error();
        if (const Result<Done> taken = take(m_entries[next], std::move(bytes).value()); !taken)
            return taken;
        ++next;
    }
    return next == m_entries.size() ? Result<Done>(Done{}) : Result<Done>(noZip(m_state->place));
}

struct ZipWriter::State {
    explicit State(std::string where) : place(std::move(where)) {}
    ~State() {
        if (zip)
            zipClose(zip, nullptr);
    }
    State(const State&) = delete;
    State& operator=(const State&) = delete;
    Error cannot() const { return said(Message{"zip.cannot-write"}, place); }

    zipFile zip = nullptr;
    std::string place;
};

ZipWriter::ZipWriter(std::unique_ptr<State> state) : m_state(std::move(state)) {}
ZipWriter::ZipWriter(ZipWriter&&) noexcept = default;
ZipWriter::~ZipWriter() = default;

Result<ZipWriter> ZipWriter::begin(QIODevice& device, const std::string& place) {
    ZipWriter out(std::make_unique<State>(place));
    zlib_filefunc64_def door = doorTo();
    out.m_state->zip = zipOpen2_64(&device, APPEND_STATUS_CREATE, nullptr, &door);
    if (!out.m_state->zip)
        return out.m_state->cannot();
    return out;
}

Result<Done> ZipWriter::add(const std::string& name, std::string_view bytes, std::int64_t made) {
    const QDateTime when = QDateTime::fromSecsSinceEpoch(made, QTimeZone::utc());
    zip_fileinfo info{};
    info.tmz_date.tm_year = when.date().year();
    info.tmz_date.tm_mon = when.date().month() - 1;
    info.tmz_date.tm_mday = when.date().day();
    info.tmz_date.tm_hour = when.time().hour();
    info.tmz_date.tm_min = when.time().minute();
    info.tmz_date.tm_sec = when.time().second();
    constexpr unsigned long kFileThatAllMayRead = 0100644, kNeeds = 20; // APPNOTE 4.4.3.2: version 2.0
    info.external_fa = kFileThatAllMayRead << 16;
    constexpr int kCooked = 0, kOnlyWhatNeedsIt = 0; // not raw; zip64
    if (zipOpenNewFileInZip4_64(m_state->zip, name.c_str(), &info, nullptr, 0, nullptr, 0, nullptr, Z_DEFLATED,
                                kUsualLevel, kCooked, -MAX_WBITS, DEF_MEM_LEVEL, Z_DEFAULT_STRATEGY, nullptr, 0,
                                (kMadeOnUnix << 8) | kNeeds, kUtf8Flag, kOnlyWhatNeedsIt) != ZIP_OK)
        return m_state->cannot();
    const bool written = zipWriteInFileInZip(m_state->zip, bytes.data(), static_cast<unsigned>(bytes.size())) == ZIP_OK;
    const bool closed = zipCloseFileInZip(m_state->zip) == ZIP_OK;
    return written && closed ? Result<Done>(Done{}) : Result<Done>(m_state->cannot());
}

Result<Done> ZipWriter::finish() {
    const int closed = zipClose(std::exchange(m_state->zip, nullptr), nullptr);
    return closed == ZIP_OK ? Result<Done>(Done{}) : Result<Done>(m_state->cannot());
}

} // namespace jr
