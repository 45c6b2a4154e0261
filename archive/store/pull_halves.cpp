// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/store/pull_halves.h"

#include "archive/disk/path_name.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "archive/store/archive_words.h"

#include <QFileInfo>

namespace jr {
namespace {

/// A text that has no checksum yet is whole when it reads as the pull it should be.
bool readsAs(const std::string& text, const std::string& pullId) {
    const Result<Trace> trace = readPullFile(text, "");
    return trace && trace->header.id == pullId;
}

} // namespace

Result<PullHalves> readHalves(const Database& db, const QString& folder, const std::string& pullId) {
    const auto row = db.query(QStringLiteral("SELECT mirror, sha256, raw FROM pull WHERE id = ?"), {q(pullId)});
    if (!row)
        return row.error();
    if (row->empty())
        return Error{Message{"store.no-pull"}, pullId};
    PullHalves out;
    out.id = pullId;
    out.mirror = s(row->front()[0]);
    out.sha256 = s(row->front()[1]);
    out.text = unpacked(row->front()[2].toByteArray());
    const Result<InnerPath> path = InnerPath::below(folder, q(out.mirror));
    if (path) {
        out.absolute = path->absolute().toStdString();
        const QFileInfo info(path->absolute());
        out.fileThere = info.exists() || info.isSymLink();
        if (info.isFile())
            if (Result<std::string> bytes = readBytes(out.absolute))
                out.file = std::move(bytes).value();
    } else {
        out.pathProblem = path.error().text();
    }
    const bool bothSame = !out.text.empty() && out.text == out.file;
    const auto whole = [&](const std::string& text) {
        if (text.empty())
            return false;
        if (!out.sha256.empty() && sha256(text) == out.sha256)
            return true;
        // Two halves that say the same are whole; then it is the checksum that was damaged, or there was none yet.
        return bothSame || (out.sha256.empty() && readsAs(text, pullId));
    };
    out.traceWhole = whole(out.text);
    out.fileWhole = whole(out.file) && (!out.traceWhole || out.file == out.text);
    return out;
}

} // namespace jr
