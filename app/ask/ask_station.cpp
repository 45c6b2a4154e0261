// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/ask_station.h"

namespace jr::app {

AskStation::AskStation(const Theme& theme, JobModel& model, QWidget* parent) : PageStack(parent), m_model(model) {
    m_question = new QuestionPage(theme, model);
    m_order = new OrderPage(theme, model);
    m_rules = new RulesPage(theme, model);
    m_machine = new MachinePage(theme, model);
    m_book = new BookPage(theme, model);
    connect(m_book, &BookPage::jobWanted, this, &AskStation::jobWanted);
    m_hunt = new HuntPage(theme, model);
    addPage(tr("The question"), m_question);
    addPage(tr("The order"), m_order);
    addPage(tr("The rules"), m_rules);
    addPage(tr("The machine"), m_machine);
    addPage(tr("Its book"), m_book);
    addPage(tr("Fault hunt"), m_hunt);
    const auto needJob = [this, &model] {
        sayInstead(model.hasJob()
                       ? QString()
                       : tr("A question belongs to a job, and none is open. Begin one with its name (Ctrl+N), "
                            "open one on Jobs (Ctrl+0), or bring in pulls (Ctrl+I)."));
    };
    connect(&model, &JobModel::jobChanged, this, needJob);
    needJob();
}

void AskStation::arrive() {
    // A job without a setup has no question yet.
    if (m_model.hasJob() && m_model.job().setups.empty() && current() == Question)
        m_question->line().begin();
}

StationFace AskStation::face() const {
    return {tr("Ask"),
            QStringLiteral("message-circle-question"),
            QStringLiteral("Ctrl+1"),
            {QStringLiteral("ask.png"), QStringLiteral("ask-order-machine-hunt.png")}};
}

} // namespace jr::app
