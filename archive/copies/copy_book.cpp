// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/copy_book.h"

#include "archive/copies/said_place.h"

#include "archive/disk/safe_file.h"
#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

#include <QDateTime>
#include <QDirIterator>
#include <QFileInfo>
#include <QUuid>

#include <algorithm>

namespace jr {
namespace {

constexpr std::int64_t kDayMs = 86'400'000, kOldAfterMs = 7 * kDayMs, kTrialEveryMs = 30 * kDayMs;

std::string bookPath(const QString& archiveFolder) {
    return (archiveFolder + QStringLiteral("/copies.json")).toStdString();
}

std::int64_t millisecondsOf(const std::string& iso) {
    const QDateTime at = QDateTime::fromString(QString::fromStdString(iso), Qt::ISODateWithMs);
    return at.isValid() ? at.toMSecsSinceEpoch() : 0;
}

std::int64_t changedMs(const QString& path) {
    constexpr std::int64_t kMsPerS = 1000, kNsPerMs = 1'000'000;
    const FileStamp stamp = stampOf(path.toStdString());
    return stamp.seconds * kMsPerS + stamp.nanoseconds / kNsPerMs;
}

} // namespace

std::string newCopyId() {
    return QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
}

CopyBook copyBookOf(const QString& archiveFolder) {
    CopyBook out;
    const std::string path = bookPath(archiveFolder);
    if (QFileInfo::exists(QString::fromStdString(path))) {
        const Result<std::string> bytes = readBytes(path, ReadBounds::mostJsonBytes);
        const Result<Json> json = bytes ? readJson(*bytes, path) : Result<Json>(bytes.error());
        if (json && json->is_object()) {
            out.archiveId = textOf(*json, "archive");
            out.named = textOf(*json, "place");
            out.notNowSince = textOf(*json, "not_now_since");
            out.made = textOf(*json, "made");
            out.tried = textOf(*json, "tried");
            out.number = static_cast<long>(numberOf(*json, "number").value_or(0.));
        } else {
            (void)setAway(path);
        }
    }
    if (out.archiveId.empty())
        out.archiveId = newCopyId();
    if (const std::optional<SaidPlace> said = saidPlaceOf(archiveFolder); said && said->archiveId == out.archiveId) {
        out.place = said->place;
        out.otherFileSystem = said->otherFileSystem;
        out.named.clear();
    }
    return out;
}

Result<Done> keepCopyBook(const QString& archiveFolder, const CopyBook& book) {
    return writeBytes(bookPath(archiveFolder), writeJson(Json{{"archive", book.archiveId},
                                                              {"place", book.place.empty() ? book.named : book.place},
                                                              {"not_now_since", book.notNowSince},
                                                              {"made", book.made},
                                                              {"number", book.number},
                                                              {"tried", book.tried}},
                                                         1) +
                                                   "\n");
}

CopyStanding copyStanding(const CopyBook& book, std::int64_t newestWorkMs, std::int64_t nowMs) {
    CopyStanding out;
    if (book.place.empty())
        return out;
    const std::int64_t made = millisecondsOf(book.made);
    if (made == 0) {
        out.state = CopyState::NeverMade;
        return out;
    }
    if (nowMs < made) {
        out.state = CopyState::ClockBack;
        return out;
    }
    out.days = static_cast<long>((nowMs - made) / kDayMs);
    out.state = newestWorkMs <= made         ? CopyState::Fresh
                : nowMs - made < kOldAfterMs ? CopyState::Behind
                                             : CopyState::Old;
    const std::int64_t tried = millisecondsOf(book.tried);
    out.trialDue = tried == 0 || nowMs - tried >= kTrialEveryMs;
    return out;
}

std::int64_t newestWorkMs(const QString& archiveFolder) {
    std::int64_t newest = changedMs(archiveFolder + QStringLiteral("/benches.json"));
    QDirIterator it(archiveFolder + QStringLiteral("/pulls"), QDir::Files | QDir::NoSymLinks,
                    QDirIterator::Subdirectories);
    while (it.hasNext())
        newest = std::max(newest, changedMs(it.next()));
    return newest;
}

} // namespace jr
