// SPDX-License-Identifier: GPL-3.0-or-later
// What each column of a log becomes: its heading, what its cells read like, the channel and the unit chosen for it.
#pragma once

#include "app/import/import_set.h"

#include <QTableWidget>

namespace jr::app {

class ImportColumns : public QTableWidget {
    Q_OBJECT
public:
    explicit ImportColumns(QWidget* parent = nullptr);
    /// Hidden for what has no columns to choose: pull files, and what cannot be read. The item outlives its showing.
    void showItem(ImportItem* item);

signals:
    void mappingChanged(); ///< of the item shown

private:
    void columnChanged(int row);

    ImportItem* m_item = nullptr;
};

} // namespace jr::app
