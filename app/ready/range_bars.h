// SPDX-License-Identifier: GPL-3.0-or-later
// Ranges side by side on one scale: an estimate is shown as an estimate, with its range.
#pragma once

#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

struct RangeBar {
    QString name, basis;
    double low, high;
};

class RangeBars : public QWidget {
    Q_OBJECT
public:
    RangeBars(const Theme& theme, QWidget* parent = nullptr);
    /// `mark` is drawn as a line through all (what was measured).
    void setBars(std::vector<RangeBar> bars, double mark, const QString& markName, const QString& unit);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    std::vector<RangeBar> m_bars;
    double m_mark = 0.;
    QString m_markName, m_unit;
};

} // namespace jr::app
