// SPDX-License-Identifier: GPL-3.0-or-later
// A cross (P12): what each part is worth alone, what they are worth together, and where along the rev range each effect
// works.
#pragma once

#include "app/charts/range_chart.h"
#include "app/judge/judge_page.h"
#include "core/judge/along_range.h"

namespace jr::app {

/// Alone, together, and the sum they do not make.
class TogetherBars : public QWidget {
    Q_OBJECT
public:
    TogetherBars(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setCross(const std::optional<Factorial>& cross, double marginW);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    const JobModel& m_model;
    std::optional<Factorial> m_cross;
    double m_marginW = 0.;
};

class CrossPage : public JudgePage {
    Q_OBJECT
public:
    CrossPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    const std::optional<Factorial>& cross() const { return m_cross; }
    const EffectsAlongRange& effects() const { return m_effects; }

protected:
    StudyDesk::Work work() override;

private:
    void show(const CrossAnswer& answer);
    void showNone(const QString& head, const QString& words);
    void drawEffects();

    TogetherBars* m_bars;
    RangeChart* m_chart;
    std::optional<Factorial> m_cross;
    EffectsAlongRange m_effects;
};

} // namespace jr::app
