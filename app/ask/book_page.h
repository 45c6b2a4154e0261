// SPDX-License-Identifier: GPL-3.0-or-later
// The machine's own book: its visits, what each measured and how it was tuned, what was changed between them, what its
// maker claims and its kind usually shows, and what is to be looked at again.
#pragma once

#include "app/ask/visits_drawing.h"
#include "app/model/order_desk.h"
#include "core/machine/machine_book.h"

#include <QWidget>

class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace jr::app {

class BookPage : public QWidget {
    Q_OBJECT
public:
    BookPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    /// All that stands beside the drawing, for tests.
    QString text() const;
    VisitsDrawing& visits() { return *m_visits; }

signals:
    void jobWanted(const QString& id);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void read();
    void showBook(const MachineBook& book);
    void showVisit();
    void say(const QString& words, const char* property = nullptr);
    void sayAgainstBefore(std::size_t visit);
    void sayKind(const MachineBook::Entry& entry);
    void addLook();

    JobModel& m_model;
    OrderDesk m_desk;
    MachineBook m_book;
    VisitsDrawing* m_visits;
    QLabel* m_title;
    QVBoxLayout* m_said;
    QPushButton* m_open;
    QLineEdit* m_look;
    QDoubleSpinBox* m_lookKm;
    QDoubleSpinBox* m_lookHours;
};

} // namespace jr::app
