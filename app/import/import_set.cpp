// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/import/import_set.h"

#include "app/words/words.h"
#include "archive/formats/json_text.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "core/road/timed_runs.h"
#include "core/words/wording.h"

#include <nlohmann/json.hpp>

#include <QCoreApplication>
#include <QFileInfo>
#include <QLocale>
#include <QtConcurrent>

#include <algorithm>

namespace jr::app {
namespace {

bool looksLikePullFile(const std::string& text) {
    Lines lines(text);
    const auto first = lines.next();
    return first && first->text.find("jolly-ram:") != std::string_view::npos && trimmed(first->text).starts_with("#");
}

} // namespace

ImportItem readItem(const QString& path, const std::vector<SavedMapping>& saved, const PullHeader& known,
                    const Standard& standard) {
    ImportItem item;
    item.path = path;
    const std::string name = path.toStdString();
    const Result<std::string> bytes = readBytes(name);
    if (!bytes) {
        item.problem = errorWords(bytes.error());
        return item;
    }
    Result<std::string> text = decodeText(*bytes);
    if (!text) {
        item.problem = errorWords(text.error());
        return item;
    }
    if (looksLikePullFile(*text)) {
        item.isPullFile = true;
        item.text = std::move(text).value();
    } else {
        if (auto receiver = readReceiverLog(*text, name)) {
            if (!*receiver) {
                item.problem = errorWords(receiver->error());
                return item;
            }
            item.receiver = std::move(*receiver).value();
            text = item.receiver->text;
        }
        Result<ForeignLayout> layout = lookAtLog(*text, name);
        if (!layout) {
            item.problem = errorWords(layout.error());
            return item;
        }
        item.layout = std::move(layout).value();
        item.text = std::move(text).value();
        item.mapping = proposedMapping(item.layout);
        for (const SavedMapping& m : saved)
            if (m.signature == item.layout.signature()) {
                item.mapping = ImportSet::mappingFromJson(m.columns, item.layout.columns.size());
                item.recognised = QString::fromStdString(m.name);
            }
        item.facts = known;
        item.facts.id.clear();
        item.facts.setup = QFileInfo(path).completeBaseName().toStdString();
        item.facts.started.clear();
        item.facts.startedEpochS.reset();
        // A receiver's file says when it was.
        if (item.receiver && !item.receiver->started.empty())
            if (const Result<Done> began = setHeaderValue(item.facts, "started", item.receiver->started); !began)
                item.facts.started.clear();
    }
    workOut(item, standard);
    return item;
}

ImportSet::ImportSet(QObject* parent) : QObject(parent) {
    connect(&m_reader, &QFutureWatcherBase::finished, this, [this] {
        if (m_reader.future().isCanceled())
            return;
        const QList<ImportItem> read = m_reader.future().results();
        m_items.assign(read.begin(), read.end());
        emit readDone();
    });
}

ImportSet::~ImportSet() {
    m_reader.disconnect(this);
    m_reader.cancel();
    m_reader.waitForFinished();
}

void ImportSet::read(const QStringList& paths, const std::vector<SavedMapping>& saved, const PullHeader& known,
                     const Standard& standard) {
    m_standard = &standard;
    m_reader.setFuture(QtConcurrent::mapped(
        paths, [saved, known, &standard](const QString& path) { return readItem(path, saved, known, standard); }));
}

void ImportSet::workAnew(std::size_t i) {
    const quint64 turn = m_newest[i] = ++m_turns;
    ++m_working;
    QtConcurrent::run([item = m_items[i], standard = m_standard]() mutable {
        workOut(item, *standard);
        return item;
    }).then(this, [this, i, turn](ImportItem item) {
        --m_working;
        if (m_newest[i] != turn)
            return;
        // What was typed in between stays.
        item.facts = m_items[i].facts;
        if (item.trace && !item.isPullFile)
            item.trace->header.setup = item.facts.setup;
        m_items[i] = std::move(item);
        emit worked(static_cast<int>(i));
    });
}

int ImportSet::usableCount() const {
    int n = 0;
    for (const ImportItem& item : m_items)
        n += item.usable();
    return n;
}

namespace {

/// What a run on the road comes to, in a line: it has no curve to show.
QString timesOf(const Trace& trace) {
    Result<RoadRun> run = roadRun(trace);
    if (!run)
        return errorWords(run.error());
    const std::vector<Mark> marks = usualMarks();
    const TimedRun timed = timedRun({}, std::move(run).value(), marks, Rollout::None);
    QStringList told;
    for (const MarkTime& time : timed.marks)
        told << QCoreApplication::translate("ImportSet", "%1 in %2 s")
                    .arg(QString::fromStdString(marks[time.mark].text), QLocale().toString(time.timeS, 'f', 2));
    if (timed.run.leftOut)
        told << saidHere(*timed.run.leftOut);
    return QCoreApplication::translate("ImportSet", "A run on the road: %1").arg(told.join(QStringLiteral(" · ")));
}

} // namespace

void workOut(ImportItem& item, const Standard& standard) {
    item.trace.reset();
    item.fit.reset();
    item.curve.reset();
    item.points.clear();
    item.leftOut.clear();
    item.remarks.clear();
    item.workProblem.clear();
    item.curveProblem.clear();
    const std::string name = QFileInfo(item.path).fileName().toStdString();
    if (item.isPullFile) {
        PullFileNotes notes;
        Result<Trace> trace = readPullFile(item.text, name, &notes);
        if (!trace) {
            item.workProblem = errorAtPlace(trace.error());
            return;
        }
        for (const Remark& m : notes.messages)
            item.remarks << errorAtPlace(m);
        item.trace = std::move(trace).value();
    } else {
        // One kind at a time: facts that belong to another kind of bench do no harm.
        Result<ForeignReading> reading = readForeignLog(item.text, name, item.layout, item.mapping, item.facts, false);
        if (!reading) {
            item.workProblem = errorAtPlace(reading.error());
            return;
        }
        if (item.receiver)
            tellByFile(reading.value(), *item.receiver);
        item.leftOut = reading->leftOut;
        for (const Message& r : reading->remarks)
            item.remarks << saidHere(r);
        item.trace = std::move(reading.value().trace);
        item.trace->header.id = contentId(item.text + item.path.toStdString());
    }
    if (item.trace->header.kind == PullKind::Road) {
        item.curveProblem = timesOf(*item.trace);
        return;
    }
    Result<PullFit> fit = fitPull(*item.trace);
    if (!fit) {
        item.curveProblem = errorWords(fit.error());
        return;
    }
    item.fit = std::make_shared<const PullFit>(std::move(fit).value());
    constexpr double kPointEveryS = 0.03; // close enough for a cloud, few enough to draw
    CurveOptions options = usualCurveOptions(*item.fit);
    options.standard = &standard;
    item.points = rawPoints(*item.fit, options.axis, kPointEveryS);
    if (Result<PullCurve> curve = curveOf(*item.fit, options))
        item.curve = std::move(curve).value();
    // A pressure that cannot be this bench's is asked about before the pull is kept.
    if (item.curve)
        for (const Caution& c : item.curve->cautions)
            if (c.kind == "pressure-reduced" || c.kind == "air-implausible")
                item.remarks.prepend(saidHere(c.message));
}

std::string ImportSet::mappingJson(const std::vector<ColumnMapping>& mapping) {
    Json out = Json::array();
    for (const ColumnMapping& m : mapping)
        out.push_back({{"column", m.column}, {"channel", channelText(m.channel)}, {"unit", m.unit}});
    return writeJson(out);
}

std::vector<ColumnMapping> ImportSet::mappingFromJson(const std::string& json, std::size_t columns) {
    std::vector<ColumnMapping> out;
    const Result<Json> list = readJson(json, "mapping");
    if (!list || !list->is_array())
        return out;
    for (const Json& m : *list) {
        const int column = wholeOf(m, "column", -1, 1 << 20, -1);
        const auto channel = parseChannelName(textOf(m, "channel"));
        const std::string unit = textOf(m, "unit");
        if (channel && column >= 0 && static_cast<std::size_t>(column) < columns)
            out.push_back({static_cast<std::size_t>(column), *channel, unit.empty() ? "1" : unit});
    }
    return out;
}

} // namespace jr::app
