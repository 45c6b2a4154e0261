// SPDX-License-Identifier: GPL-3.0-or-later
// Where a job begins: a name, and the machine where it is known already. One line above the list, opened by one key.
#pragma once

#include "app/model/job_model.h"

#include <QFrame>

class QComboBox;
class QLineEdit;
class QPushButton;

namespace jr::app {

class NewJob : public QFrame {
    Q_OBJECT
public:
    explicit NewJob(JobModel& model, QWidget* parent = nullptr);
    /// Shows itself, ready to be typed into.
    void begin();

signals:
    void made(const QString& jobId);
    void message(const QString& text);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void make();

    JobModel& m_model;
    QLineEdit* m_name;
    QComboBox* m_machine;
    QPushButton* m_make;
};

} // namespace jr::app
