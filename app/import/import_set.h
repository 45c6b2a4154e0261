// SPDX-License-Identifier: GPL-3.0-or-later
// What a handful of dropped files would become, decided without any widget: read, mapped, told apart into usable and
// not.
#pragma once

#include "archive/formats/foreign_log.h"
#include "archive/store/archive.h"
#include "core/pull/pull_fit.h"

#include <QString>
#include <QStringList>

#include <optional>
#include <vector>

namespace jr::app {

/// One file on its way in.
struct ImportItem {
    QString path;
    bool isPullFile = false;
    QString problem;  ///< cannot be read at all
    std::string text; ///< decoded, for foreign logs
    ForeignLayout layout;
    std::vector<ColumnMapping> mapping; ///< of a foreign log, as proposed and then changed by hand
    QString recognised;                 ///< name of the saved mapping that fitted
    PullHeader facts;                   ///< what a foreign log does not say of itself
    // Worked out by `work`:
    std::optional<Trace> trace;
    std::vector<LeftOutRow> leftOut;
    QStringList remarks;
    QString workProblem;  ///< read, but cannot become a pull as mapped
    QString curveProblem; ///< a pull, but not a curve yet (what is missing)
    std::shared_ptr<const PullFit> fit;

    bool usable() const { return trace.has_value(); }
};

class ImportSet {
public:
    /// Reads all files; bad ones carry their problem. `known` facts (inertia, radius, ratio …) are taken for foreign
    /// logs.
    ImportSet(const QStringList& paths, const std::vector<SavedMapping>& saved, const PullHeader& known);

    std::vector<ImportItem>& items() { return m_items; }
    const std::vector<ImportItem>& items() const { return m_items; }
    int usableCount() const;

    /// Reads item `i` with its mapping and facts as they stand now.
    void work(std::size_t i);

    static std::string mappingJson(const std::vector<ColumnMapping>& mapping);
    static std::vector<ColumnMapping> mappingFromJson(const std::string& json, std::size_t columns);

private:
    std::vector<ImportItem> m_items;
};

} // namespace jr::app
