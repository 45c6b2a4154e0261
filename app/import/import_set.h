// SPDX-License-Identifier: GPL-3.0-or-later
// What a handful of dropped files would become, decided without any widget: read, mapped, told apart into usable and
// not. Files are read in threads.
#pragma once

#include "archive/formats/foreign_log.h"
#include "archive/formats/receiver_log.h"
#include "archive/store/archive.h"
#include "core/pull/curve.h"
#include "core/pull/pull_fit.h"

#include <QFutureWatcher>
#include <QObject>
#include <QString>
#include <QStringList>

#include <map>
#include <optional>
#include <vector>

namespace jr::app {

/// One file on its way in.
struct ImportItem {
    QString path;
    bool isPullFile = false;
    QString problem;  ///< cannot be read at all
    std::string text; ///< decoded, for foreign logs
    std::optional<ReceiverLog> receiver; ///< where `text` is the table made of a receiver's file
    ForeignLayout layout;
    std::vector<ColumnMapping> mapping; ///< of a foreign log, as proposed and then changed by hand
    QString recognised;                 ///< name of the saved mapping that fitted
    PullHeader facts;                   ///< what a foreign log does not say of itself
    // Worked out by `workOut`:
    std::optional<Trace> trace;
    std::vector<LeftOutRow> leftOut;
    QStringList remarks;
    QString workProblem;  ///< read, but cannot become a pull as mapped
    QString curveProblem; ///< a pull, but not a curve yet (what is missing)
    std::shared_ptr<const PullFit> fit;
    std::optional<PullCurve> curve; ///< what it becomes, under the standard in force
    std::vector<RawPoint> points;   ///< of the trace, behind it

    bool usable() const { return trace.has_value(); }
};

/// Reads a file and works it out; a bad one carries its problem. `known` facts (inertia, radius, ratio …) are taken for
/// foreign logs.
ImportItem readItem(const QString& path, const std::vector<SavedMapping>& saved, const PullHeader& known,
                    const Standard& standard);
/// Reads the item's text with its mapping and facts as they stand now.
void workOut(ImportItem& item, const Standard& standard);

/// The files of one import, read and worked out in threads.
class ImportSet : public QObject {
    Q_OBJECT
public:
    explicit ImportSet(QObject* parent = nullptr);
    ~ImportSet() override;

    /// `readDone` follows; until then there are no items.
    void read(const QStringList& paths, const std::vector<SavedMapping>& saved, const PullHeader& known,
              const Standard& standard);
    /// `worked` follows, unless the item was changed again in between.
    void workAnew(std::size_t i);
    bool busy() const { return m_reader.isRunning() || m_working > 0; }

    std::vector<ImportItem>& items() { return m_items; }
    const std::vector<ImportItem>& items() const { return m_items; }
    int usableCount() const;

    static std::string mappingJson(const std::vector<ColumnMapping>& mapping);
    static std::vector<ColumnMapping> mappingFromJson(const std::string& json, std::size_t columns);

signals:
    void readDone();
    void worked(int index);

private:
    std::vector<ImportItem> m_items;
    const Standard* m_standard = nullptr; ///< one of the table
    QFutureWatcher<ImportItem> m_reader;
    std::map<std::size_t, quint64> m_newest; ///< turn of each item being worked out
    quint64 m_turns = 0;
    int m_working = 0;
};

} // namespace jr::app
