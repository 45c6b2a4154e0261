// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/steady_table.h"

#include "app/words/words.h"

#include <QHeaderView>
#include <QLocale>

#include <algorithm>

namespace jr::app {

SteadyTable::SteadyTable(QWidget* parent) : QTableWidget(0, 5, parent) {
    setTabKeyNavigation(false); // Tab leaves the table, arrows walk in it
    setHorizontalHeaderLabels({tr("rpm"), QString(), tr("g/kWh"), tr("breathing"), tr("settled")});
    horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    verticalHeader()->hide();
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setAccessibleName(tr("Steady points: speed, torque, consumption, breathing, whether it had settled"));
}

void SteadyTable::showRun(const SteadyRun& run, const DisplayUnits& u) {
    setVisible(!run.points.empty());
    setColumnHidden(4, run.slices); // in a sweep nothing settles
    setToolTip(plainTip(run.slices
                            ? tr("Slices of half a second: a sweep has no steady points")
                            : tr("Settled: torque within 1 % and exhaust within %1 from the first half to the second")
                                  .arg(u.measured(kSettledExhaustK, Measured::TemperatureStep))));
    setHorizontalHeaderItem(1, new QTableWidgetItem(u.torqueSymbol()));
    const QLocale l;
    // At most ten rows tell the story; a long sweep is thinned evenly.
    constexpr std::size_t kRows = 10;
    const std::size_t every = std::max<std::size_t>(1, (run.points.size() + kRows - 1) / kRows);
    int row = 0;
    setRowCount(static_cast<int>((run.points.size() + every - 1) / every));
    for (std::size_t i = 0; i < run.points.size(); i += every, ++row) {
        const SteadyPoint& p = run.points[i];
        const QString settled = p.torqueSettled && p.exhaustSettled ? tr("yes")
                                : p.torqueSettled                   ? tr("exhaust not")
                                                                    : tr("torque not");
        const QString cells[] = {
            l.toString(p.rpm, 'f', 0), l.toString(u.torqueOf(p.torqueNm), 'f', 1),
            p.bsfcKgPerJ ? l.toString(*p.bsfcKgPerJ * kGramPerKWhPerKgPerJ, 'f', 0) : QStringLiteral("–"),
            p.breathing ? l.toString(100. * *p.breathing, 'f', 0) + QStringLiteral(" %") : QStringLiteral("–"),
            settled};
        for (int c = 0; c < columnCount(); ++c) {
            auto* item = new QTableWidgetItem(cells[c]);
            item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
            setItem(row, c, item);
        }
    }
}

} // namespace jr::app
