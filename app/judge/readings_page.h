// SPDX-License-Identifier: GPL-3.0-or-later
// Results that are no pulls: what people read off again and again is put down here a line at a time, drawn as it comes,
// and judged by the same model as pulls.
#pragma once

#include "app/judge/judge_page.h"
#include "app/judge/readings_chart.h"
#include "archive/formats/job_readings.h"

class QLineEdit;
class QPushButton;

namespace jr::app {

class ReadingsPage : public JudgePage {
    Q_OBJECT
public:
    ReadingsPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);

    void choose(const QString& quantity, const QString& unit, Better better); ///< what is read, as if typed
    bool putDown(const QString& value, const QString& setup, const QString& note = {});
    int takeFrom(const QStringList& files); ///< sheets of readings; how many readings came in
    ReadingsChart& chart() { return *m_chart; }

protected:
    StudyDesk::Work work() override;

private:
    std::vector<JobQuantity> kept() const;
    void keep(const std::vector<JobQuantity>& all, const QString& what);
    JobQuantity* chosenIn(std::vector<JobQuantity>& all) const;
    void fillChoices();
    void showKept(const QString& quantity);
    void toggleAside(int reading);

    QComboBox* m_quantity;
    QLineEdit* m_unit;
    QComboBox* m_better;
    QComboBox* m_setup;
    QLineEdit* m_value;
    QLineEdit* m_note;
    QPushButton* m_put;
    QLabel* m_problem;
    ReadingsChart* m_chart;
    std::string m_job; ///< the fields are of
    bool m_filling = false;
};

} // namespace jr::app
