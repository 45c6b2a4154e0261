// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/import/import_columns.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QHeaderView>

#include <algorithm>

namespace jr::app {

ImportColumns::ImportColumns(QWidget* parent) : QTableWidget(0, 4, parent) {
    setTabKeyNavigation(false); // Tab leaves the table, arrows walk in it
    setHorizontalHeaderLabels({tr("Column"), tr("reads like"), tr("is"), tr("in")});
    verticalHeader()->hide();
    horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    setColumnWidth(0, 150);
    setColumnWidth(3, 84);
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setSelectionMode(QAbstractItemView::NoSelection);
    setAccessibleName(tr("What each column becomes"));
}

void ImportColumns::showItem(ImportItem* item) {
    m_item = item;
    setRowCount(0);
    setVisible(item && !item->isPullFile && item->problem.isEmpty());
    if (!item || item->isPullFile || !item->problem.isEmpty())
        return;
    setRowCount(static_cast<int>(item->layout.columns.size()));
    for (int row = 0; row < rowCount(); ++row) {
        const ForeignColumn& column = item->layout.columns[static_cast<std::size_t>(row)];
        setItem(row, 0,
                new QTableWidgetItem(
                    QString::fromStdString(column.heading) +
                    (column.unitText.empty()
                         ? QString()
                         : QStringLiteral(" [") + QString::fromStdString(column.unitText) + QLatin1Char(']'))));
        QStringList examples;
        for (const std::string& e : column.examples)
            examples << QString::fromStdString(e);
        setItem(row, 1, new QTableWidgetItem(examples.join(QStringLiteral("   "))));
        auto* is = new QComboBox;
        is->addItem(tr("kept as it is"), QString());
        for (const ChannelInfo& info : allChannels())
            if (info.id != ChannelId::Other)
                for (int n = info.numbered ? 1 : 0; n <= (info.numbered ? 4 : 0); ++n) {
                    const ChannelName name{info.id, n};
                    is->addItem(saidHere(channelMessage(name)), QString::fromStdString(channelText(name)));
                }
        auto* in = new QComboBox;
        std::string unit = column.unit ? std::string(column.unit->symbol) : std::string();
        for (const ColumnMapping& m : item->mapping)
            if (m.column == static_cast<std::size_t>(row)) {
                is->setCurrentIndex(is->findData(QString::fromStdString(channelText(m.channel))));
                unit = m.unit;
                for (const Unit& u : allUnits())
                    if (unitFits(m.channel.id, u))
                        in->addItem(QString::fromUtf8(u.symbol.data()));
            }
        in->setCurrentIndex(in->findText(QString::fromStdString(unit)));
        setCellWidget(row, 2, is);
        setCellWidget(row, 3, in);
        setRowHeight(row, 34);
        connect(is, &QComboBox::activated, this, [this, row] { columnChanged(row); });
        connect(in, &QComboBox::activated, this, [this, row] { columnChanged(row); });
    }
    constexpr int kLeast = 150;
    int widest = kLeast; // what channels are called is as long as the language makes it
    for (int row = 0; row < rowCount(); ++row)
        widest = std::max(widest, cellWidget(row, 2)->sizeHint().width());
    setColumnWidth(2, widest);
}

void ImportColumns::columnChanged(int row) {
    ImportItem* item = m_item;
    const auto* is = qobject_cast<QComboBox*>(cellWidget(row, 2));
    const auto* in = qobject_cast<QComboBox*>(cellWidget(row, 3));
    std::erase_if(item->mapping, [&](const ColumnMapping& m) { return m.column == static_cast<std::size_t>(row); });
    if (const auto channel = parseChannelName(is->currentData().toString().toStdString())) {
        // A channel belongs to one column: the newer choice wins.
        std::erase_if(item->mapping, [&](const ColumnMapping& m) {
            return m.channel.id == channel->id && m.channel.number == channel->number;
        });
        std::string unit = in->currentText().toStdString();
        const auto given = findUnit(unit);
        if (!given || !unitFits(channel->id, *given)) {
            const auto written = findUnit(item->layout.columns[static_cast<std::size_t>(row)].unitText);
            unit.clear();
            for (const Unit& u : allUnits())
                if (unit.empty() && unitFits(channel->id, u))
                    unit = u.symbol;
            if (written && unitFits(channel->id, *written))
                unit = written->symbol;
        }
        item->mapping.push_back({static_cast<std::size_t>(row), *channel, unit});
        std::sort(item->mapping.begin(), item->mapping.end(),
                  [](const auto& a, const auto& b) { return a.column < b.column; });
    }
    emit mappingChanged();
}

} // namespace jr::app
