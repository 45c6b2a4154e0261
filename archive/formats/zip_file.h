// SPDX-License-Identifier: GPL-3.0-or-later
// Zip files (APPNOTE.TXT of PKWARE, as ISO/IEC 21320-1 narrows it), read within bounds and written the same for the
// same input. What a stranger's zip says of itself is not believed: names that leave its folder, links, two entries of
// one name, entries that hold more than they say and what is locked are refused, by name.
#pragma once

#include "core/result.h"

#include <cstdint>
#include <functional>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

class QIODevice;

namespace jr {

struct ZipBounds {
    std::size_t mostEntries = 100'000;
    std::uint64_t mostBytesOfOne = std::uint64_t{256} << 20; ///< as ReadBounds::mostBytes: no pull is larger
    std::uint64_t mostBytes = std::uint64_t{4} << 30;        ///< unpacked, of all together
};

struct ZipEntry {
    std::string name; ///< UTF-8, '/' between folders
    std::uint64_t bytes = 0;
};

/// Whether a name in a zip may become a path below a folder: not empty, not absolute, without "." or "..", empty
/// components, backslashes, colons (drives, streams) or control characters; valid UTF-8, at most 500 bytes.
bool safeZipName(std::string_view name);

class ZipReader {
public:
    /// The device must be open and seekable, and outlive this. Errors: no zip, damaged, a bound of `bounds` passed, or
    /// a name that is refused. Folders are passed over.
    static Result<ZipReader> open(QIODevice& device, const std::string& place, const ZipBounds& bounds = {});
    const std::vector<ZipEntry>& entries() const { return m_entries; }
    /// One entry whole. Errors: none of this name; damaged (its checksum); longer than it says.
    Result<std::string> read(const std::string& name);
    /// All of them in the order they lie in, until `take` gives an error.
    Result<Done> each(const std::function<Result<Done>(const ZipEntry&, std::string&&)>& take);

    ZipReader(ZipReader&&) noexcept;
    ~ZipReader();

private:
    struct State;
    explicit ZipReader(std::unique_ptr<State> state);
    std::unique_ptr<State> m_state;
    std::vector<ZipEntry> m_entries;
};

class ZipWriter {
public:
    /// The device must be open for writing and seekable, and outlive this.
    static Result<ZipWriter> begin(QIODevice& device, const std::string& place);
    /// `made`: seconds since 1970, as the entry's date (zip has no zone: UTC is written). Errors: cannot be written.
    Result<Done> add(const std::string& name, std::string_view bytes, std::int64_t made);
    /// The directory at its end. Nothing is a zip before.
    Result<Done> finish();

    ZipWriter(ZipWriter&&) noexcept;
    ~ZipWriter();

private:
    struct State;
    explicit ZipWriter(std::unique_ptr<State> state);
    std::unique_ptr<State> m_state;
};

} // namespace jr
