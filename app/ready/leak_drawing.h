// SPDX-License-Identifier: GPL-3.0-or-later
// Leak tests drawn as they went: from what was pumped to what was still held, over the minutes, with what may be lost
// shaded behind them.
#pragma once

#include "app/theme/theme.h"
#include "core/ready/leak_test.h"

#include <QWidget>

namespace jr::app {

class LeakDrawing : public QWidget {
    Q_OBJECT
public:
    LeakDrawing(const Theme& theme, QWidget* parent = nullptr);
    /// Those of one kind; `marks` of their setups.
    void show(std::vector<LeakTest> tests, std::vector<int> marks, const LeakWindow& window);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    std::vector<LeakTest> m_tests;
    std::vector<int> m_marks;
    LeakWindow m_window = usualLeakWindow(LeakKind::Intake);
};

} // namespace jr::app
