// SPDX-License-Identifier: GPL-3.0-or-later
// The steps of brake work: speed, torque, consumption, breathing, and what had not settled.
#pragma once

#include "app/model/display_units.h"
#include "core/mixture/steady_points.h"

#include <QTableWidget>

namespace jr::app {

class SteadyTable : public QTableWidget {
    Q_OBJECT
public:
    explicit SteadyTable(QWidget* parent = nullptr);
    /// Hidden where there is none.
    void showRun(const SteadyRun& run, const DisplayUnits& units);
};

} // namespace jr::app
