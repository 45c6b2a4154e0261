// SPDX-License-Identifier: GPL-3.0-or-later
// The work order: who brings the machine and what they want, whether it is fit to run, the parts that came, hours and
// money, and what everybody guesses before the pull.
#pragma once

#include "app/ask/fit_drawing.h"
#include "app/ask/kit_card.h"
#include "app/ask/quote_card.h"
#include "app/model/order_desk.h"
#include "app/widgets/note_strip.h"

#include <QWidget>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace jr::app {

class OrderPage : public QWidget {
    Q_OBJECT
public:
    OrderPage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    OrderDesk& desk() { return m_desk; }
    QString fitWords() const;

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* buildWho();
    QWidget* buildFit();
    QWidget* buildGuesses();
    QLineEdit* line(const QString& name, const QString& hint, std::string WorkOrder::*member);
    QDoubleSpinBox* amount(const QString& name, const QString& unit, std::optional<double> WorkOrder::*member);
    void refresh();
    void fillGuesses(const WorkOrder& order);
    void fillMachines();
    void showLine();

    const Theme& m_theme;
    JobModel& m_model;
    OrderDesk m_desk;
    QLineEdit* m_name;
    QComboBox* m_machine;
    std::vector<std::pair<QLineEdit*, std::string WorkOrder::*>> m_lines;
    std::vector<std::pair<QDoubleSpinBox*, std::optional<double> WorkOrder::*>> m_amounts;
    FitDrawing* m_fit;
    QLabel* m_fitWords;
    QLineEdit* m_wrong;
    NoteStrip* m_photos;
    KitCard* m_kit;
    QuoteCard* m_quote;
    QLineEdit* m_who;
    QDoubleSpinBox* m_guess;
    QPushButton* m_open;
    QVBoxLayout* m_guesses;
    int m_turn = 0; ///< of the guesses' list
    bool m_filling = false;
};

} // namespace jr::app
