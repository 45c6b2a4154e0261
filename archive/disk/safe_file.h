// SPDX-License-Identifier: GPL-3.0-or-later
// Files read within bounds and written so that a failure at any point leaves the old one whole: a temporary file beside
// it, synced, then put in its place by one rename. Every error of the system is looked at, the sync's too.
#pragma once

#include "core/result.h"

#include <cstdint>
#include <functional>
#include <string>
#include <string_view>

namespace jr {

/// Bounds of every reader of whole files; docs/formats.md names them.
struct ReadBounds {
    static constexpr std::size_t mostBytes = 256u << 20; ///< no pull is larger
    static constexpr std::size_t mostJsonBytes = 32u << 20;
    static constexpr int pipePatienceMs = 5000; ///< a pipe that nobody writes to
};

/// The bytes of a file. Errors: cannot be opened, is a folder, larger than `most`, a pipe with nothing in it.
Result<std::string> readBytes(const std::string& path, std::size_t most = ReadBounds::mostBytes);

/// The same of a plain file alone. Errors also: a pipe, a device: what is kept comes from a file, and nothing waits for
/// one who never writes.
Result<std::string> readFileBytes(const std::string& path, std::size_t most = ReadBounds::mostBytes);
bool isPlainFile(const std::string& path);

/// The same from the disk itself and not from what the system still has in memory of it, as far as it can be asked to
/// forget. For files that were just written and synced.
Result<std::string> readBytesFromDisk(const std::string& path, std::size_t most = ReadBounds::mostBytes);

/// Writes atomically, in place of what was there. A device or a pipe is written to. Errors: cannot be written; then
/// nothing has changed.
Result<Done> writeBytes(const std::string& path, std::string_view bytes);
/// The same, but never in place of another file. Errors also: a file of that name is there already.
Result<Done> writeNewBytes(const std::string& path, std::string_view bytes);

/// A file made ready beside its place, synced and read back, that takes its place in one step: what is to stand there
/// once something else (a transaction) has succeeded. Gone again when it is not put.
class PreparedFile {
public:
    static Result<PreparedFile> beside(const std::string& path, std::string_view bytes);
    Result<Done> put();
    const std::string& path() const { return m_path; } ///< where it is to stand
    ~PreparedFile();
    PreparedFile(PreparedFile&& other) noexcept;
    PreparedFile(const PreparedFile&) = delete;
    PreparedFile& operator=(const PreparedFile&) = delete;
    PreparedFile& operator=(PreparedFile&&) = delete;

private:
    PreparedFile(std::string part, std::string path) : m_part(std::move(part)), m_path(std::move(path)) {}
    std::string m_part, m_path;
};

/// For what is too large to be held at once: `write` makes a file at the place it is given, which is then put on the
/// disk; `readBack` looks at what came of it; only then does it take its place, in one step. Errors: theirs, or cannot
/// be written; then nothing has changed.
Result<Done> writeInPieces(const std::string& path, const std::function<Result<Done>(const std::string& part)>& write,
                           const std::function<Result<Done>(const std::string& part)>& readBack);

/// Moves a folder to a place where nothing stands, on the same disk, in one step. Errors: something stands there.
Result<Done> moveFolder(const std::string& from, const std::string& to);
/// The same for a file, on a disk that knows links.
Result<Done> moveFile(const std::string& from, const std::string& to);
/// Moves a file in one step, in place of what was there: also on disks that know no links (most sticks).
Result<Done> replaceFile(const std::string& from, const std::string& to);

/// Takes a file away so that a power cut does not bring it back. Errors: it is not there, or may not be removed.
Result<Done> removeForGood(const std::string& path);

/// Which file stands at a path, as far as the system tells without reading it: another file, or one written to since,
/// has another stamp.
struct FileStamp {
    std::uint64_t inode = 0;
    std::int64_t size = -1, seconds = 0, nanoseconds = 0;
    bool operator==(const FileStamp&) const = default;
};
FileStamp stampOf(const std::string& path);

/// A copy of a plain file with its bytes on the disk. Errors: cannot be read, cannot be written, is there already.
Result<Done> copyBytes(const std::string& from, const std::string& to);

/// Renames a file that is not what it should be: "NAME.set-away-1" and so on. Returns the new path.
Result<std::string> setAway(const std::string& path);

/// The folder and all above it that are missing. Errors: cannot be made.
Result<Done> makeFolder(const std::string& path);

/// Left-over temporary files in a folder, of writings that were cut off; only to be called where nobody else writes.
void removeUnfinished(const std::string& folder);

/// SHA-256 of some bytes, in hexadecimal digits.
std::string sha256(std::string_view bytes);

} // namespace jr
