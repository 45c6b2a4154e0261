// SPDX-License-Identifier: GPL-3.0-or-later
// The leak tests of the job: what is due, a clock, what was pumped and still held, and what was tested so far.
#pragma once

#include "app/model/bench_model.h"
#include "app/ready/leak_drawing.h"

#include <QElapsedTimer>
#include <QTimer>
#include <QWidget>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QToolButton;
class QVBoxLayout;

namespace jr::app {

class MeasuredBox;

class LeakPage : public QWidget {
    Q_OBJECT
public:
    LeakPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    LeakKind kind() const { return m_kind; }
    void setKind(LeakKind kind);
    /// Of the setup that is on now.
    void write(double startKpa, double heldKpa, double minutes, const QString& where);
    QString dueWords() const;

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* buildForm();
    QWidget* buildSide();
    void writeFromForm();
    void clock();
    void refresh();
    void take(std::size_t index);
    void setWindow(double LeakWindow::*member, double value);

    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    LeakKind m_kind = LeakKind::Intake;
    LeakDrawing* m_drawing;
    QToolButton *m_intake, *m_crankcase;
    QComboBox* m_on;
    QLabel *m_due, *m_calm; ///< what is to be tested; that nothing is
    MeasuredBox *m_start, *m_held;
    QDoubleSpinBox* m_minutes;
    QLineEdit* m_where;
    QPushButton* m_clock;
    QVBoxLayout* m_list;
    QDoubleSpinBox* m_leastMinutes;
    std::vector<std::pair<MeasuredBox*, double LeakWindow::*>> m_windows;
    QElapsedTimer m_since;
    QTimer m_tick;
    bool m_filling = false;
};

} // namespace jr::app
