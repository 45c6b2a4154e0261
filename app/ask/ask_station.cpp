#include "app/ask/ask_station.h"

namespace jr::app {

AskStation::AskStation(const Theme& theme, JobModel& model, QWidget* parent) : PageStack(parent) {
    m_question = new QuestionPage(theme, model);
    m_machine = new MachinePage(theme, model);
    m_hunt = new HuntPage(theme, model);
    addPage(tr("The question"), m_question);
    addPage(tr("The machine"), m_machine);
    addPage(tr("Fault hunt"), m_hunt);
}

} // namespace jr::app
