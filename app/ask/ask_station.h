// SPDX-License-Identifier: GPL-3.0-or-later
// Ask: the question with its setups, plan and claims; the order; the rules; the machine and its book; the fault hunt.
#pragma once

#include "app/ask/book_page.h"
#include "app/ask/hunt_page.h"
#include "app/ask/machine_page.h"
#include "app/ask/order_page.h"
#include "app/ask/question_page.h"
#include "app/ask/rules_page.h"
#include "app/widgets/page_stack.h"

namespace jr::app {

class AskStation : public PageStack {
    Q_OBJECT
public:
    enum Page { Question, Order, Rules, Machine, Book, FaultHunt };

    AskStation(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    StationFace face() const override;
    void arrive() override;
    QuestionPage& question() { return *m_question; }
    OrderPage& order() { return *m_order; }
    RulesPage& rules() { return *m_rules; }
    BookPage& book() { return *m_book; }
    MachinePage& machine() { return *m_machine; }
    HuntPage& hunt() { return *m_hunt; }

signals:
    void jobWanted(const QString& id);

private:
    JobModel& m_model;
    QuestionPage* m_question;
    OrderPage* m_order;
    RulesPage* m_rules;
    MachinePage* m_machine;
    BookPage* m_book;
    HuntPage* m_hunt;
};

} // namespace jr::app
