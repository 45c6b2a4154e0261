// SPDX-License-Identifier: GPL-3.0-or-later
// All setups against the base at once: one gain ribbon each in one scale, the bands held for all of them together.
#pragma once

#include "app/judge/judge_page.h"

namespace jr::app {

/// Small multiples of the gain ribbon, one row a setup.
class RibbonStack : public QWidget {
    Q_OBJECT
public:
    RibbonStack(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setComparisons(std::vector<Comparison> comparisons, std::vector<int> marks);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void drawRow(QPainter& p, const QRectF& row, std::size_t index, double reachW);

    const Theme& m_theme;
    const JobModel& m_model;
    std::vector<Comparison> m_comparisons;
    std::vector<int> m_marks;
};

class ManyPage : public JudgePage {
    Q_OBJECT
public:
    ManyPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    const std::vector<Comparison>& comparisons() const { return m_comparisons; }

protected:
    StudyDesk::Work work() override;

private:
    void show(const std::vector<Comparison>& comparisons, const Study& study);

    RibbonStack* m_stack;
    std::vector<Comparison> m_comparisons;
};

} // namespace jr::app
