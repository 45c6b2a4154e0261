// SPDX-License-Identifier: GPL-3.0-or-later
// The question as a sentence with slots, the setups as a family tree with their changes, the plan, and the claims.
#pragma once

#include "app/ask/claims_board.h"
#include "app/ask/plan_card.h"
#include "app/ask/question_line.h"
#include "app/ask/setup_files_strip.h"
#include "app/ask/setup_tree_view.h"
#include "app/widgets/note_strip.h"

class QComboBox;
class QTableWidget;
class QPushButton;

namespace jr::app {

class QuestionPage : public QWidget {
    Q_OBJECT
public:
    QuestionPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    QuestionLine& line() { return *m_line; }
    PlanCard& plan() { return *m_plan; }
    ClaimsBoard& claims() { return *m_claims; }
    SetupTreeView& tree() { return *m_tree; }
    SetupFilesStrip& files() { return *m_files; }
    QString ledger() const;
    QTableWidget& changes() { return *m_changes; }
    void keepChanges();
    QString caution() const;

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void fillChanges();
    std::vector<SetupChange> changesInTable() const;
    void sayLedger(const SetupRecord& setup);
    QString ledgerWords(const SetupRecord& setup, const std::optional<Estimate>& peakW) const;
    void nameColumns();
    void renameSetup(const QString& setupId);

    const Theme& m_theme;
    JobModel& m_model;
    QuestionLine* m_line;
    QLabel* m_caution;
    SetupTreeView* m_tree;
    QTableWidget* m_changes;
    QLineEdit* m_newName;
    QLabel* m_ledger;
    NoteStrip* m_notes;
    SetupFilesStrip* m_files;
    QComboBox* m_weightUnit;
    PlanCard* m_plan;
    ClaimsBoard* m_claims;
    bool m_filling = false;
};

} // namespace jr::app
