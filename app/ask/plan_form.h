// SPDX-License-Identifier: GPL-3.0-or-later
// What a plan is made from: which setups, how the bench repeats, what a pull and a swap take, fuel and cooling, whether
// the change can be taken back.
#pragma once

#include "app/model/job_model.h"
#include "core/plan/plan.h"

#include <QWidget>

class QComboBox;
class QDoubleSpinBox;
class QGridLayout;
class QToolButton;

namespace jr::app {

class PlanForm : public QWidget {
    Q_OBJECT
public:
    enum class Which { TheTwo, Everything, Cross, Sweep };

    PlanForm(JobModel& model, QWidget* parent = nullptr);
    /// As the job, its machine's sheet and earlier jobs have it; what was typed stays.
    void fill();

    Which which() const;
    void setWhich(Which which);
    /// Setups against a base: such plans stand side by side.
    bool severalOfThem() const { return which() == Which::TheTwo || which() == Which::Everything; }
    bool oneWay() const;
    void setOneWay(bool oneWay);
    bool byHand() const;
    std::string reference() const; ///< id of the setup that is put back between; empty: none
    void setReference(const std::string& setupId);
    /// Names, base first, the reference last.
    std::vector<std::string> setupNames() const;
    /// `setups` without the reference.
    PlanOptions options() const;
    bool repeatabilityTyped() const { return m_typed; }
    /// Where the repeatability is from, in words.
    QString repeatabilityFrom() const { return m_from; }
    bool stopsShown() const { return m_stops->isVisible(); }

signals:
    void changed();
    void whichChanged();

private:
    QDoubleSpinBox* box(QGridLayout* grid, int row, int column, const QString& name, double value, double least,
                        double most, int decimals, const QString& unit, const QString& zero = {});
    void fillReferences();
    void fillRepeatability();

    JobModel& m_model;
    QComboBox* m_which;
    QWidget* m_stops; ///< fuel and cooling
    QDoubleSpinBox* m_repeatability;
    QDoubleSpinBox* m_pullMinutes;
    QDoubleSpinBox* m_changeMinutes;
    QDoubleSpinBox* m_fuelPerPull;
    QDoubleSpinBox* m_tank;
    QDoubleSpinBox* m_inARow;
    QDoubleSpinBox* m_coolMinutes;
    QToolButton* m_oneWay;
    QToolButton* m_byHand;
    QComboBox* m_reference;
    QString m_from;
    bool m_typed = false, m_tankTyped = false, m_filling = false;
};

} // namespace jr::app
