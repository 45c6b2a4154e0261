// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/store/open_half.h"

#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"

#include <QDir>
#include <QDirIterator>

#include <algorithm>

namespace jr {

std::vector<std::string> filesBelow(const QString& folder, const QString& ending, const std::string& part) {
    std::vector<std::string> out;
    QDirIterator it(folder + QLatin1Char('/') + QString::fromStdString(part), {QStringLiteral("*") + ending},
                    QDir::Files | QDir::NoSymLinks, QDirIterator::Subdirectories);
    const QDir root(folder);
    while (it.hasNext())
        out.push_back(root.relativeFilePath(it.next()).toStdString());
    std::sort(out.begin(), out.end());
    return out;
}

Result<LoosePull> readLoosePull(const QString& folder, const std::string& path) {
    const std::string absolute = folder.toStdString() + "/" + path;
    const Result<std::string> bytes = readBytes(absolute);
    if (!bytes)
        return bytes.error();
    Result<PullHeader> header = readPullHeader(*bytes, absolute);
    std::string idOfContents;
    if (!header || header->id.empty()) { // in another encoding, or without an id of its own
        const Result<Trace> trace = readPullFile(*bytes, absolute);
        if (!trace)
            return trace.error();
        header = trace->header;
        idOfContents = header->id.empty() ? contentId(writePullFile(*trace)) : header->id;
    }
    return LoosePull{path,          idOfContents.empty() ? header->id : idOfContents,
                     header->job,   header->machine,
                     header->setup, header->started,
                     sha256(*bytes)};
}

} // namespace jr
