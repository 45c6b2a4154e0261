// SPDX-License-Identifier: GPL-3.0-or-later
// What a receiver cannot know of a run, to be said by a person: rider, fuel, wind, slope, air, which way it went.
#pragma once

#include "app/model/job_model.h"
#include "core/road/ride_conditions.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QLineEdit;

namespace jr::app {

class ConditionsForm : public QWidget {
    Q_OBJECT
public:
    explicit ConditionsForm(const JobModel& model, QWidget* parent = nullptr);
    void show(const RideConditions& said);
    /// As it stands in the fields.
    RideConditions said() const { return m_said; }
    /// Which way is told by the places of a run that is yet to come.
    void setAsksWay(bool asks);
    QLineEdit* field(int index) const { return m_fields[index]; }

signals:
    void edited();

private:
    void take(int index);
    QString shownText(int index) const;
    void showField(int index);
    void showUnits();

    static constexpr int kFields = 7;
    const JobModel& m_model;
    RideConditions m_said;
    QLineEdit* m_fields[kFields];
    QLabel* m_units[kFields];
    QComboBox* m_way;
    QWidget* m_wayLabel;
};

} // namespace jr::app
