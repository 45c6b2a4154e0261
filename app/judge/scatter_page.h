// SPDX-License-Identifier: GPL-3.0-or-later
// Scatter and drift (P16): every pull in order with limits, the drift with its margin, coolant, intake and weather
// under it, and what the odd one may come from.
#pragma once

#include "app/judge/judge_page.h"
#include "core/judge/run_chart.h"

namespace jr::app {

class RunPicture : public QWidget {
    Q_OBJECT
public:
    RunPicture(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setRun(RunChart chart, std::vector<RunPull> pulls, std::vector<int> marks);
    int pullAt(const QPointF& point) const; ///< index into the run, or -1

signals:
    void pullChosen(int index);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    double x(std::size_t index) const;
    void drawStrip(QPainter& p, const QRectF& area, const QString& name, std::optional<double> RunPull::*member,
                   int decimals);

    const Theme& m_theme;
    const JobModel& m_model;
    RunChart m_chart;
    std::vector<RunPull> m_pulls;
    std::vector<int> m_marks;
};

class ScatterPage : public JudgePage {
    Q_OBJECT
public:
    ScatterPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    const RunChart& run() const { return m_run; }

protected:
    StudyDesk::Work work() override;

private:
    void show(const ScatterAnswer& answer, const Study& study);

    RunPicture* m_picture;
    RunChart m_run;
    std::vector<int> m_indices; ///< into the job's pulls
};

} // namespace jr::app
