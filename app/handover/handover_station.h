// SPDX-License-Identifier: GPL-3.0-or-later
// Hand over: the sheet as it will print, and every export.
#pragma once

#include "app/handover/sheet_files.h"
#include "app/model/order_desk.h"
#include "app/theme/theme.h"
#include "app/widgets/station.h"
#include "archive/formats/hand_overs_sheet.h"

#include <QWidget>

class QLabel;
class QPushButton;

namespace jr::app {

class HandOverList;
class SheetView;

class HandoverStation : public Station {
    Q_OBJECT
public:
    HandoverStation(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    StationFace face() const override;

    /// Written in a thread once what is set now is worked out; whole or not at all. `then` hears how it went.
    void write(SheetFormat format, const QString& path, std::function<void(const Result<Done>&)> then);

    /// Freezes what the sheet says now under the job's next number and marks the job as handed over; `then` hears what
    /// was kept. What goes wrong is said.
    void give(std::function<void(const HandOver&)> then = {});

protected:
    void showEvent(QShowEvent* event) override;

signals:
    void message(const QString& text);

private:
    void refresh();
    void readBook();
    void save(const QString& what, const QString& suffix, SheetFormat format);
    void saveBundle();
    void writeBundleTo(const QString& path);
    void print();
    /// The sheet of what is set now, once that is worked out. Errors: another job was opened before.
    void whole(std::function<void(Result<Sheet>)> then);

    JobModel& m_model;
    OrderDesk m_desk;
    class StoryPicker* m_story;
    SheetView* m_sheet;
    std::optional<MachineBook> m_book; ///< of the open job, once it is read
    QPushButton* m_give;
    QPushButton* m_print;
    QPushButton* m_bundle;
    HandOverList* m_given;
    QLabel* m_since;     ///< what is otherwise since the chosen hand-over
    QPushButton* m_turn; ///< to the next page
    int m_page = 0;
    QPushButton* m_over; ///< whether the customer has it
    std::vector<QPushButton*> m_buttons;
};

} // namespace jr::app
