// Ready: the bench and its calibration, what belongs to this sitting, and what the crank may be making.
#pragma once

#include "app/ready/calibration_panel.h"
#include "app/ready/range_bars.h"

class QLabel;
class QLineEdit;
class QComboBox;
class QDoubleSpinBox;
class QSpinBox;
class QTableWidget;

namespace jr::app {

class ReadyStation : public QWidget {
    Q_OBJECT
public:
    ReadyStation(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    CalibrationPanel& calibration() { return *m_calibration; }
    QString historyText() const;

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void showBench(const BenchRecord& bench);
    void typedIn(int row); ///< a fact was written by hand: kept as a calibration of its own
    void showCrank();

    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    QComboBox* m_which;
    QLabel* m_words;
    QTableWidget* m_facts;
    QLabel* m_history;
    QLineEdit* m_gear;
    QLineEdit* m_tyre;
    QLineEdit* m_straps;
    QSpinBox* m_start;
    QSpinBox* m_end;
    std::vector<std::pair<QDoubleSpinBox*, double GuardLimits::*>> m_limits;
    QLabel* m_crankWords;
    RangeBars* m_crank;
    QComboBox* m_driveline;
    CalibrationPanel* m_calibration;
    std::vector<BenchRecord> m_benches;
    std::string m_shown; ///< id of the bench in view
    bool m_filling = false;
};

} // namespace jr::app
