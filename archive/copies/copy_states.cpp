// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/copy_states.h"

#include "archive/disk/copy_name.h"
#include "archive/disk/path_name.h"
#include "archive/disk/safe_file.h"

#include <QDateTime>
#include <QDir>

namespace jr {
namespace {

QString dateInName() {
    return QStringLiteral("yyyyMMdd'T'HHmmss");
}

Error stateError(std::string_view code, const std::string& place, std::vector<Argument> arguments = {}) {
    Error out{Message{code, std::move(arguments)}};
    out.file = place;
    return out;
}

/// The lists from the newest to older ones, each told by itself or, as old copies kept it, counted back.
class Backwards {
public:
    explicit Backwards(const QString& copy)
        : m_newest(loadCopyList(copy.toStdString() + kSecondCopyList)), m_earlier(earlierLists(copy)),
          m_next(m_earlier.rbegin()) {
        if (m_newest)
            m_state = *m_newest;
    }
    const Result<CopyList>& newest() const { return m_newest; }
    bool atEnd() const { return m_next == m_earlier.rend(); }
    long nextNumber() const { return m_next->first; }
    Result<CopyList> next() {
        const std::string path = m_next++->second.path.toStdString();
        const std::optional<CopyList> after = std::exchange(m_state, std::nullopt);
        Result<CopyList> list = loadCopyList(path);
        if (!list && list.error().message.code == "copy.no-list") {
            const Result<EarlierState> differences = loadEarlier(path);
            if (!differences)
                return differences.error();
            if (!after)
                return stateError("copy.damaged-list", path);
            list = stateBefore(*after, *differences);
        }
        if (list)
            m_state = *list;
        return list;
    }

private:
    Result<CopyList> m_newest;
    std::map<long, EarlierList> m_earlier;
    std::map<long, EarlierList>::const_reverse_iterator m_next;
    std::optional<CopyList> m_state; ///< the one told last; nothing when it cannot be
};

} // namespace

std::map<long, EarlierList> earlierLists(const QString& copy) {
    std::map<long, EarlierList> out;
    const QDir earlier(copy + QLatin1String(kEarlierLists));
    for (const QString& name : earlier.entryList({QStringLiteral("*-*.json")}, QDir::Files))
        if (const long number = name.section(QLatin1Char('-'), 0, 0).toLong(); number > 0) {
            QDateTime made = QDateTime::fromString(name.section(QLatin1Char('-'), 1).chopped(5), dateInName());
            made.setTimeSpec(Qt::UTC);
            out[number] = {earlier.filePath(name), made.isValid() ? made.toSecsSinceEpoch() : 0};
        }
    return out;
}

std::string earlierListName(const CopyList& state) {
    const QDateTime made = QDateTime::fromString(QString::fromStdString(state.made), Qt::ISODateWithMs);
    return QStringLiteral("/%1-%2.json")
        .arg(state.number, 6, 10, QLatin1Char('0'))
        .arg(made.toUTC().toString(dateInName()))
        .toStdString();
}

Result<CopyStates> copyStates(const QString& copy) {
    CopyStates out;
    const auto add = [&](const Result<CopyList>& list) {
        if (list)
            out.states.push_back({list->archive, list->home, list->number, list->made, list->program, {}});
        else
            out.damaged.push_back(list.error());
    };
    Backwards lists(copy);
    add(lists.newest());
    out.newestReads = lists.newest().ok();
    while (!lists.atEnd())
        add(lists.next());
    if (out.states.empty())
        return lists.newest().error();
    return out;
}

Result<CopyList> copyState(const QString& copy, long number) {
    Backwards lists(copy);
    if (lists.newest() && lists.newest()->number == number)
        return lists.newest();
    while (!lists.atEnd()) {
        const bool wanted = lists.nextNumber() == number;
        Result<CopyList> list = lists.next();
        if (wanted)
            return list;
    }
    if (!lists.newest())
        return lists.newest().error();
    return stateError("copy.no-state", copy.toStdString(), {std::to_string(number)});
}

Result<std::vector<Remark>> layOut(const QString& copy, const CopyList& state, const QString& into,
                                   const Progress& progress) {
    const std::string root = copy.toStdString();
    const int all = static_cast<int>(state.files.size());
    int at = 0;
    std::vector<Remark> missing;
    const auto isWhole = [](const Result<std::string>& bytes, const CopiedFile& file) {
        return bytes && sha256(*bytes) == file.sha256;
    };
    for (const auto& [path, file] : state.files) {
        if (progress && !progress(at++, all))
            return stateError("copy.stopped", into.toStdString());
        const Result<InnerPath> to = InnerPath::below(into, QString::fromStdString(path));
        if (!to)
            return to.error();
        const std::string absolute = to->absolute().toStdString();
        if (stampOf(absolute).size == static_cast<std::int64_t>(file.bytes) && isWhole(readBytes(absolute), file))
            continue; // of a restore that was cut off
        Result<std::string> bytes = readBytes(root + "/" + path);
        if (!isWhole(bytes, file))
            bytes = readBytes(root + kEarlierFiles + "/" + file.sha256);
        if (!isWhole(bytes, file)) {
            if (!QFileInfo(copy).isDir()) // a stick that is pulled out has lost nothing
                return stateError("copy.taken-out", root);
            missing.push_back(stateError("copy.file-damaged", path));
            continue;
        }
        if (const Result<Done> made = makeFolder(absolute.substr(0, absolute.rfind('/'))); !made)
            return made.error();
        if (const Result<Done> written = writeBytes(absolute, *bytes); !written)
            return written.error();
    }
    if (!state.files.empty() && missing.size() == state.files.size())
        return stateError("copy.nothing-whole", root);
    return missing;
}

} // namespace jr
