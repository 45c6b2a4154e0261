// SPDX-License-Identifier: GPL-3.0-or-later
// What was given into the customer's hands, newest first: each as it was then, to be given out again, and held against
// what would come out today.
#pragma once

#include "app/model/job_model.h"
#include "archive/formats/hand_overs_sheet.h"

#include <QWidget>

#include <functional>

class QLabel;
class QListWidget;
class QPushButton;

namespace jr::app {

struct FrozenSheet;

class HandOverList : public QWidget {
    Q_OBJECT
public:
    explicit HandOverList(JobModel& model, QWidget* parent = nullptr);
    void refresh();
    /// Its frozen sheet, read from the archive.
    void read(const HandOver& one, std::function<void(const HandOver&, const Result<FrozenSheet>&)> then);

signals:
    void message(const QString& text);
    /// What is otherwise now, a line each.
    void compared(const QStringList& changes);

private:
    void giveOutAgain();
    void giveOut(const HandOver& one, const QString& path);
    void compare();
    const HandOver* chosen() const;

    JobModel& m_model;
    std::vector<HandOver> m_all; ///< newest first
    QLabel* m_none;
    QListWidget* m_list;
    QPushButton* m_again;
    QPushButton* m_since;
};

} // namespace jr::app
