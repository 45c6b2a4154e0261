// SPDX-License-Identifier: GPL-3.0-or-later
// The three calibrations of a bench, each where its work is seen: dead weights on the load cell, inertia by two runs,
// drag by coasting down.
#pragma once

#include "app/model/bench_model.h"
#include "app/ready/fit_chart.h"

#include <QFrame>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace jr::app {

class CalibrationPanel : public QFrame {
    Q_OBJECT
public:
    CalibrationPanel(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    void setBench(const std::string& benchId, const PullHeader& header);
    void setKind(int kind); ///< 0 load cell, 1 inertia, 2 drag

    // For tests: the table of weights, and keeping what was found.
    QTableWidget& weights() { return *m_weights; }
    void keep();
    QString resultText() const;

signals:
    void kept();

private:
    QWidget* loadCellPage();
    QWidget* inertiaPage();
    QWidget* dragPage();
    void showPage(int page);
    void work();
    void workLoadCell();
    void workInertia();
    void workDrag();

    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    std::string m_benchId;
    PullHeader m_header;
    QComboBox* m_kind;
    std::vector<QWidget*> m_pages;
    QTableWidget* m_weights;
    QDoubleSpinBox* m_added;
    QComboBox* m_addedWhat;
    QLabel* m_plainWords;
    QLabel* m_loadedWords;
    QComboBox* m_dragWhat;
    FitChart* m_chart;
    QLabel* m_result;
    QPushButton* m_keep;
    std::shared_ptr<CoastDown> m_plain, m_loaded;
    std::optional<CalibrationRecord> m_found;
};

} // namespace jr::app
