// SPDX-License-Identifier: GPL-3.0-or-later
// What the setups of the job have to keep: a class, a licence, a noise limit. Each setup stands against each rule.
#pragma once

#include "app/ask/rules_board.h"
#include "app/model/job_model.h"

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace jr::app {

class RulesPage : public QWidget {
    Q_OBJECT
public:
    RulesPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    RulesBoard& board() { return *m_board; }
    /// What the chosen square says.
    QString words() const;
    void addRule(const SetupRule& rule);
    void takeRule(int row);

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* buildForm();
    void refresh();
    void sayChosen();
    void fitToKind();
    void addFromForm();
    SetupRule ruleInForm() const;

    const Theme& m_theme;
    JobModel& m_model;
    RulesBoard* m_board;
    QLabel *m_empty, *m_words;
    QPushButton* m_take;
    QComboBox *m_kind, *m_what;
    QDoubleSpinBox *m_low, *m_high, *m_at;
    QLineEdit* m_source;
    std::vector<RulesOfSetup> m_shown;
    std::vector<SetupRule> m_rules;
};

} // namespace jr::app
