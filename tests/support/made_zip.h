// SPDX-License-Identifier: GPL-3.0-or-later
// A zip of names and contents, as our own writer makes it; empty where it cannot.
#pragma once

#include "archive/formats/zip_file.h"

#include <QBuffer>

#include <string>
#include <utility>
#include <vector>

namespace testsupport {

inline constexpr std::int64_t kMadeAt = 1'700'000'000;

/// `files`: pairs of a name and its bytes, in the order they are to lie in.
template <class Files = std::vector<std::pair<std::string, std::string>>>
QByteArray zipOf(const Files& files) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::ReadWrite);
    auto zip = jr::ZipWriter::begin(buffer, "made");
    for (const auto& [name, text] : files)
        if (!zip || !zip.value().add(name, text, kMadeAt))
            return {};
    return zip && zip.value().finish() ? bytes : QByteArray();
}

} // namespace testsupport
