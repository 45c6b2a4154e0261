// SPDX-License-Identifier: GPL-3.0-or-later
// A sweep (P13): power over a length, a jet, a weight or a timing; where the best is, how sure, which point next; and
// the best value at each engine speed.
#pragma once

#include "app/judge/judge_page.h"
#include "core/judge/along_range.h"

class QCheckBox;
class QComboBox;

namespace jr::app {

/// Points with their margins, the fitted line with its band, the interval of the best.
class SweepChart : public QWidget {
    Q_OBJECT
public:
    SweepChart(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setSweep(const std::optional<Sweep>& sweep, std::vector<double> points, const QString& name);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    const JobModel& m_model;
    std::optional<Sweep> m_sweep;
    std::vector<double> m_points;
    QString m_name;
};

/// The best value over engine speed: a dot where it stands inside what was tried, an arrow where it lies at the edge.
class BestChart : public QWidget {
    Q_OBJECT
public:
    BestChart(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setBest(std::vector<BestAtSpeed> best, std::vector<double> points, const QString& name);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    const JobModel& m_model;
    std::vector<BestAtSpeed> m_best;
    std::vector<double> m_points;
    QString m_name;
};

class SweepPage : public JudgePage {
    Q_OBJECT
public:
    SweepPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    const std::optional<Sweep>& sweepShown() const { return m_sweep; }
    const std::vector<BestAtSpeed>& best() const { return m_best; }

protected:
    StudyDesk::Work work() override;

private:
    void offer(const std::vector<FoundSweep>& sweeps, const std::string& shown);
    void show(const SweepAnswer& answer);
    void showNone(const QString& head, const QString& words);

    QComboBox* m_which;
    QCheckBox* m_cut;
    QComboBox* m_harm; ///< which way can hurt
    SweepChart* m_chart;
    BestChart* m_bestChart;
    std::optional<Sweep> m_sweep;
    std::vector<BestAtSpeed> m_best;
};

} // namespace jr::app
