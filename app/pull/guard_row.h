// SPDX-License-Identifier: GPL-3.0-or-later
// The guards as bars: mixture and exhaust of every cylinder, coolant and intake, each with its limit drawn on it.
#pragma once

#include "app/model/display_units.h"
#include "app/theme/theme.h"
#include "bench/pull_cutter.h"

#include <QWidget>

namespace jr::app {

class GuardRow : public QWidget {
    Q_OBJECT
public:
    GuardRow(const Theme& theme, QWidget* parent = nullptr);
    void show(const LiveFigures& figures, const GuardLimits& limits, const Procedure& procedure,
              const DisplayUnits& units);
    QSize sizeHint() const override { return {300, 26 * rows() + 8}; }
    QSize minimumSizeHint() const override { return {240, 26 * rows() + 8}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Bar {
        QString name, text;
        double share;              ///< of the bar's length
        double limitFrom, limitTo; ///< the good window as shares; limitFrom 0: none below
        bool out;
    };
    int rows() const { return std::max(2, static_cast<int>(m_bars.size())); }

    const Theme& m_theme;
    std::vector<Bar> m_bars;
};

} // namespace jr::app
