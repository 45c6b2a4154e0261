// SPDX-License-Identifier: GPL-3.0-or-later
// The question as a sentence with slots: does the one setup beat the other by so much between these speeds? A setup
// that is not there yet is made by writing its name into the slot.
#pragma once

#include "app/model/job_model.h"

#include <QWidget>

class QComboBox;
class QDoubleSpinBox;
class QLabel;

namespace jr::app {

class QuestionLine : public QWidget {
    Q_OBJECT
public:
    explicit QuestionLine(JobModel& model, QWidget* parent = nullptr);
    void refresh();
    /// The keyboard goes to what is to be tried.
    void begin();

private:
    QComboBox* slot(const QString& name, const QString& hint);
    QDoubleSpinBox* number(const QString& name, const QString& unit, double most, int decimals);
    QLabel* word(const QString& text);
    void takeBand();
    void takeSetup(bool base);
    void takeTyped(bool base);
    void chooseSide(bool base, const std::string& setupId);

    JobModel& m_model;
    QComboBox* m_with;
    QComboBox* m_base;
    QDoubleSpinBox* m_worth;
    QDoubleSpinBox* m_from;
    QDoubleSpinBox* m_to;
    QLabel* m_unit;
    QString m_asked; ///< a setup that is being made
    bool m_filling = false;
};

} // namespace jr::app
