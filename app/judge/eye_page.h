// SPDX-License-Identifier: GPL-3.0-or-later
// Evidence by eye: a row for each place one looks at, a column for each setup in the order of its sweep, in each square
// what was photographed and written there, oldest first; what the pulls say stands above.
#pragma once

#include "app/judge/judge_page.h"
#include "core/ready/evidence.h"

class QGridLayout;
class QLineEdit;
class QPushButton;

namespace jr::app {

class EyePage : public JudgePage {
    Q_OBJECT
public:
    EyePage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    /// Of what is chosen above: setup and place.
    void write(const QString& words, const QString& photo = {});
    void choose(const QString& setup, const QString& place);
    int shownCount() const { return m_shown; } ///< photos and notes in the squares

protected:
    StudyDesk::Work work() override;

private:
    struct Column {
        std::string setupId;
        QString name, mean; ///< mean: of its pulls, in words; empty without any
        int mark = 0;
    };
    void fillChoices();
    void lay(const std::vector<Column>& columns);
    QWidget* square(const Column& column, const std::string& place);
    QWidget* item(const AttachmentRecord& attachment);
    void sideBySide(const std::string& place, const std::vector<Column>& columns);

    QGridLayout* m_grid;
    QComboBox* m_setup;
    QComboBox* m_place;
    QLineEdit* m_words;
    int m_shown = 0;
};

} // namespace jr::app
