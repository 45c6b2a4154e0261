// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/zip_file.h"

#include <quazip/quazip.h>
#include <quazip/quazipfile.h>
#include <quazip/quazipfileinfo.h>
#include <quazip/quazipnewinfo.h>

#include <QDateTime>
#include <QIODevice>
#include <QStringDecoder>
#include <QTimeZone>

#include <algorithm>
#include <set>

namespace jr {
namespace {

constexpr int kDeflated = 8, kUsualLevel = 6; // APPNOTE 4.4.5; zlib's own default
constexpr quint16 kLockedFlag = 1;            // APPNOTE 4.4.4, bit 0
constexpr std::size_t kLongestName = 500;

std::string shortly(const QString& name) {
    return name.left(200).toStdString();
}

Error said(Message what, const std::string& place) {
    Error out{std::move(what)};
    out.file = place;
    return out;
}

Error noZip(const std::string& place) {
    return said(Message{"zip.none"}, place);
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
    State(QIODevice& device, std::string where, const ZipBounds& b)
        : zip(&device), place(std::move(where)), bounds(b) {}
    /// The entry the zip stands at.
    Result<std::string> readHere(const ZipEntry& entry) {
        QuaZipFile file(&zip);
        const auto damaged = [&] { return said(Message{"zip.damaged", {entry.name}}, place); };
        if (!file.open(QIODevice::ReadOnly))
            return damaged();
        std::string out;
        char buffer[65536];
        for (;;) {
            const qint64 n = file.read(buffer, sizeof buffer);
            if (n < 0)
                return damaged();
            if (n == 0)
                break;
            out.append(buffer, static_cast<std::size_t>(n));
            if (out.size() > entry.bytes)
                return said(Message{"zip.more-than-said", {entry.name}}, place);
        }
        file.close(); // compares the checksum
        if (file.getZipError() != UNZ_OK || out.size() != entry.bytes)
            return damaged();
        return out;
    }
    QuaZip zip;
    std::string place;
    ZipBounds bounds;
};

ZipReader::ZipReader(std::unique_ptr<State> state) : m_state(std::move(state)) {}
ZipReader::ZipReader(ZipReader&&) noexcept = default;
ZipReader::~ZipReader() = default;

Result<ZipReader> ZipReader::open(QIODevice& device, const std::string& place, const ZipBounds& bounds) {
    ZipReader out(std::make_unique<State>(device, place, bounds));
    QuaZip& zip = out.m_state->zip;
    zip.setFileNameCodec("UTF-8");
    zip.setAutoClose(false); // the device is its owner's
    if (!zip.open(QuaZip::mdUnzip))
        return noZip(place);
    std::set<QString> seen;
    std::uint64_t together = 0;
    for (bool more = zip.goToFirstFile(); more; more = zip.goToNextFile()) {
        QuaZipFileInfo64 info;
        if (!zip.getCurrentFileInfo(&info))
            return noZip(place);
        const QString name = info.name;
        const auto refuse = [&](const char* code) { return said(Message{code, {shortly(name)}}, place); };
        QString path = name;
        const bool folder = path.endsWith(QLatin1Char('/'));
        if (folder)
            path.chop(1);
        if (!safeZipName(path.toStdString()))
            return refuse("zip.name-leads-out");
        if (info.isSymbolicLink())
            return refuse("zip.link");
        if ((info.flags & kLockedFlag) != 0)
            return refuse("zip.locked");
        // Also where only the case differs: on many disks the second would lie on the first.
        if (!seen.insert(path.toCaseFolded()).second)
            return refuse("zip.twice");
        if (seen.size() > bounds.mostEntries)
            return said(Message{"zip.too-many", {Number{static_cast<double>(bounds.mostEntries)}}}, place);
        if (folder) {
            if (info.uncompressedSize != 0)
                return refuse("zip.folder-with-bytes");
            continue;
        }
        if (info.uncompressedSize > bounds.mostBytesOfOne)
            return refuse("zip.too-large-one");
        together += info.uncompressedSize;
        if (together > bounds.mostBytes)
            return said(Message{"zip.too-large", {Number{static_cast<double>(bounds.mostBytes >> 20)}}}, place);
        out.m_entries.push_back({path.toStdString(), info.uncompressedSize});
    }
    if (zip.getZipError() != UNZ_OK)
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
    if (entry == m_entries.end() || !m_state->zip.setCurrentFile(QString::fromStdString(name), QuaZip::csSensitive))
        return said(Message{"zip.not-in-it", {name}}, m_state->place);
    return m_state->readHere(*entry);
}

Result<Done> ZipReader::each(const std::function<Result<Done>(const ZipEntry&, std::string&&)>& take) {
    QuaZip& zip = m_state->zip;
    std::size_t next = 0;
    for (bool more = zip.goToFirstFile(); more && next < m_entries.size(); more = zip.goToNextFile()) {
        if (zip.getCurrentFileName() != QString::fromStdString(m_entries[next].name))
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
    State(QIODevice& device, std::string where) : zip(&device), place(std::move(where)) {}
    Error cannot() const { return said(Message{"zip.cannot-write"}, place); }
    QuaZip zip;
    std::string place;
};

ZipWriter::ZipWriter(std::unique_ptr<State> state) : m_state(std::move(state)) {}
ZipWriter::ZipWriter(ZipWriter&&) noexcept = default;
ZipWriter::~ZipWriter() = default;

Result<ZipWriter> ZipWriter::begin(QIODevice& device, const std::string& place) {
    ZipWriter out(std::make_unique<State>(device, place));
    QuaZip& zip = out.m_state->zip;
    zip.setUtf8Enabled(true);
    zip.setZip64Enabled(false); // only what needs it; older readers stay able to open the rest
    zip.setAutoClose(false);
    if (!zip.open(QuaZip::mdCreate))
        return out.m_state->cannot();
    return out;
}

Result<Done> ZipWriter::add(const std::string& name, std::string_view bytes, std::int64_t made) {
    QuaZipNewInfo info(QString::fromStdString(name));
    info.dateTime = QDateTime::fromSecsSinceEpoch(made, QTimeZone::utc());
    info.setPermissions(QFileDevice::ReadOwner | QFileDevice::WriteOwner | QFileDevice::ReadGroup |
                        QFileDevice::ReadOther);
    QuaZipFile file(&m_state->zip);
    if (!file.open(QIODevice::WriteOnly, info, nullptr, 0, kDeflated, kUsualLevel))
        return m_state->cannot();
    const auto length = static_cast<qint64>(bytes.size());
    const bool written = file.write(bytes.data(), length) == length;
    file.close();
    if (!written || file.getZipError() != ZIP_OK)
        return m_state->cannot();
    return Done{};
}

Result<Done> ZipWriter::finish() {
    m_state->zip.close();
    if (m_state->zip.getZipError() != ZIP_OK)
        return m_state->cannot();
    return Done{};
}

} // namespace jr
