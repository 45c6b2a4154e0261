// SPDX-License-Identifier: GPL-3.0-or-later
// The bench and its calibration, and what the crank may be making.
#pragma once

#include "app/ready/calibration_panel.h"
#include "app/ready/range_bars.h"

class QLabel;
class QComboBox;
class QTableWidget;

namespace jr::app {

class MarkedWords;

class BenchPage : public QWidget {
    Q_OBJECT
public:
    BenchPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    CalibrationPanel& calibration() { return *m_calibration; }
    QString historyText() const;

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    /// A bench of the archive with its calibrations, newest first.
    struct KnownBench {
        BenchRecord bench;
        std::vector<CalibrationRecord> history;
    };
    void showBenches(std::vector<KnownBench> benches);
    void showBench(const KnownBench& known);
    void typedIn(int row); ///< a fact was written by hand: kept as a calibration of its own
    void showCrank();

    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    QComboBox* m_which;
    QLabel* m_words;
    QTableWidget* m_facts;
    MarkedWords* m_history;
    QLabel* m_crankWords;
    RangeBars* m_crank;
    QComboBox* m_driveline;
    CalibrationPanel* m_calibration;
    std::vector<KnownBench> m_benches;
    std::string m_shown; ///< id of the bench in view
    bool m_filling = false;
};

} // namespace jr::app
