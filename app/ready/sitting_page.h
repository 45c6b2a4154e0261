// SPDX-License-Identifier: GPL-3.0-or-later
// How this sitting is run, the same for every pull: gear, speeds, ramp, rest, fans and temperature windows, and the
// guards. Every pull carries it and is held to it.
#pragma once

#include "app/model/bench_model.h"
#include "app/theme/theme.h"

#include <QWidget>

class QDoubleSpinBox;
class QGridLayout;
class QLabel;
class QLineEdit;
class QVBoxLayout;

namespace jr::app {

class MeasuredBox;

class SittingPage : public QWidget {
    Q_OBJECT
public:
    SittingPage(const Theme& theme, JobModel& job, BenchModel& bench, QWidget* parent = nullptr);
    QDoubleSpinBox* procedureField(double Procedure::*member) const;
    QLineEdit* keyField(const QString& key) const;
    MeasuredBox* tyreField() const { return m_tyre; }

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    QGridLayout* card(QVBoxLayout* into, const QString& title, const QString& words);
    void line(QGridLayout* grid, const QString& name, const QString& key, const QString& hint);
    void tyreLine(QGridLayout* grid);
    void figure(QGridLayout* grid, const QString& name, double Procedure::*member, double least, double most,
                const QString& unit = {}, const QString& zero = {});
    /// The upper end of a window, on the line of its lower end.
    void upTo(QGridLayout* grid, const QString& name, double Procedure::*member, double least, double most,
              const QString& unit = {});
    /// Without a unit of its own it is a temperature, in the reader's.
    QDoubleSpinBox* procedureBox(double Procedure::*member, double least, double most, const QString& unit);
    void limit(QGridLayout* grid, const QString& name, double GuardLimits::*member, double least, double most,
               int decimals, const QString& unit = {});
    QDoubleSpinBox* numberBox(double least, double most, int decimals, const QString& unit);
    void whenTyped(QDoubleSpinBox* box, std::function<void(double)> take);

    const Theme& m_theme;
    JobModel& m_job;
    BenchModel& m_bench;
    std::vector<std::pair<QLineEdit*, QString>> m_keys;
    std::vector<std::pair<QDoubleSpinBox*, double Procedure::*>> m_figures;
    std::vector<std::pair<QDoubleSpinBox*, double GuardLimits::*>> m_limits;
    MeasuredBox* m_tyre;
    QLabel* m_departed;
    bool m_filling = false;
};

} // namespace jr::app
