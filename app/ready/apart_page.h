// SPDX-License-Identifier: GPL-3.0-or-later
// Taken apart and put back: parts in the order they came off, each with side, orientation, torque, thread-lock and
// photo; what is still off stands above in the order it goes back.
#pragma once

#include "app/widgets/note_strip.h"
#include "core/ready/put_back.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QTableWidget;

namespace jr::app {

class ApartPage : public QWidget {
    Q_OBJECT
public:
    ApartPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    std::vector<PutBackStep> steps() const;
    QString stillOffWords() const;
    QTableWidget& table() { return *m_table; }
    void takeOff(const QString& part);
    /// The list of the newest earlier job with this machine that has one, everything off again.
    void takeOver();
    void putBack(int step, bool back);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void keep(const std::vector<PutBackStep>& steps, const QString& what);
    void cellTyped(int row, int column);

    const Theme& m_theme;
    JobModel& m_model;
    QLabel* m_off;
    QLabel* m_order;
    QTableWidget* m_table;
    QLineEdit* m_part;
    QPushButton* m_takeOver;
    QLabel* m_aboutStep;
    NoteStrip* m_notes;
    bool m_filling = false;
};

} // namespace jr::app
