// SPDX-License-Identifier: GPL-3.0-or-later
// The guards as bars side by side: mixture and exhaust of every cylinder, coolant and intake, each with its limit drawn
// on it. As many rows as they need at the width there is; it never shrinks.
#pragma once

#include "app/model/display_units.h"
#include "app/theme/theme.h"
#include "bench/pull_cutter.h"

#include <QStringList>
#include <QWidget>

namespace jr::app {

class GuardRow : public QWidget {
    Q_OBJECT
public:
    GuardRow(const Theme& theme, QWidget* parent = nullptr);
    void show(const LiveFigures& figures, const GuardLimits& limits, const Procedure& procedure,
              const DisplayUnits& units);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {0, sizeHint().height()}; }
    /// Every guard as its words stand there: "mixture 2 13.1:1".
    QStringList words() const;

protected:
    void resizeEvent(QResizeEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    struct Bar {
        QString name, text;
        double share;              ///< of the bar's length
        double limitFrom, limitTo; ///< the good window as shares; limitFrom 0: none below
        bool out;
    };
    int cellWidth() const; ///< the least a name and its figure can be read at
    int columns() const;

    const Theme& m_theme;
    std::vector<Bar> m_bars;
    int m_columns = 0; ///< as it is laid out
};

} // namespace jr::app
