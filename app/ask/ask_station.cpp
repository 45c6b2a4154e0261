// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/ask_station.h"

namespace jr::app {

AskStation::AskStation(const Theme& theme, JobModel& model, QWidget* parent) : PageStack(parent) {
    m_question = new QuestionPage(theme, model);
    m_machine = new MachinePage(theme, model);
    m_hunt = new HuntPage(theme, model);
    addPage(tr("The question"), m_question);
    addPage(tr("The machine"), m_machine);
    addPage(tr("Fault hunt"), m_hunt);
    const auto needJob = [this, &model] {
        sayInstead(model.hasJob() ? QString()
                                  : tr("A question belongs to a job, and none is open. Open one on Jobs (Ctrl+0), or "
                                       "bring in pulls (Ctrl+I)."));
    };
    connect(&model, &JobModel::jobChanged, this, needJob);
    needJob();
}

StationFace AskStation::face() const {
    return {tr("Ask"),
            QStringLiteral("message-circle-question"),
            QStringLiteral("Ctrl+1"),
            {QStringLiteral("ask.png"), QStringLiteral("ask-machine-hunt.png")}};
}

} // namespace jr::app
