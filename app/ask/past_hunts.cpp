// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/past_hunts.h"

#include "app/model/display_units.h"
#include "app/widgets/clear_layout.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"

#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace jr::app {

PastHunts::PastHunts(JobModel& model, QWidget* parent) : QScrollArea(parent), m_model(model) {
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    m_list = new QVBoxLayout(inner);
    m_list->setContentsMargins(0, 0, 8, 0);
    m_list->setSpacing(6);
    setWidget(inner);
}

void PastHunts::refresh() {
    list();
    look();
}

/// What it was the last times with such a machine, so that nobody hunts the same fault twice.
void PastHunts::look() {
    const std::string of = m_model.job().id + "\n" + m_model.job().machine;
    if (!m_model.keeper() || of == m_pastOf)
        return;
    m_pastOf = of;
    m_past.clear();
    const std::string model = sheetText(machineSheetOf(m_model.sheet(sheet_kind::machine)), "model");
    m_model.keeper()->ask(
        this,
        [open = m_model.job().id, machine = m_model.job().machine, model](const Archive& archive) {
            std::vector<PastHunt> out;
            const auto hunts = archive.sheetsOfKind(sheet_kind::faultHunt);
            const auto machines = archive.sheetsOfKind(sheet_kind::machine);
            const auto jobs = archive.jobs();
            if (!hunts || !machines || !jobs)
                return out;
            for (const auto& [job, body] : *hunts) {
                if (job == open)
                    continue;
                const auto summary =
                    std::find_if(jobs->begin(), jobs->end(), [&](const JobSummary& s) { return s.id == job; });
                if (summary == jobs->end())
                    continue;
                std::string its;
                for (const auto& [other, sheet] : *machines)
                    if (other == job)
                        its = sheetText(machineSheetOf(sheet), "model");
                const bool same = (!machine.empty() && summary->machine == machine) || (!model.empty() && its == model);
                FaultHunt hunt = faultHuntOf(body);
                if (same && !hunt.symptom.empty())
                    out.push_back({summary->name, summary->created.substr(0, 10), std::move(hunt)});
            }
            std::stable_sort(out.begin(), out.end(),
                             [](const PastHunt& a, const PastHunt& b) { return a.day > b.day; });
            return out;
        },
        [this, of](const std::vector<PastHunt>& past) {
            if (of != m_pastOf)
                return;
            m_past = past;
            list();
        });
}

QWidget* PastHunts::row(const PastHunt& past) {
    QStringList tried;
    for (const HuntSwap& s : past.hunt.swaps)
        if (!s.parts.empty())
            tried << tr("%1: %2").arg(QString::fromStdString(s.parts.front()),
                                      DisplayUnits::word(huntResultText(s.result)));
    Markup words = Markup::bold(QString::fromStdString(past.hunt.symptom));
    words += Markup(QLatin1Char('\n') + (past.hunt.found.empty()
                                             ? tr("not found yet")
                                             : tr("it was: %1").arg(QString::fromStdString(past.hunt.found))));
    if (!tried.isEmpty())
        words += QLatin1Char('\n') + tried.join(tr("; "));
    words += QStringLiteral("\n") + QString::fromStdString(past.job) + QStringLiteral(", ") +
             QString::fromStdString(past.day);
    auto* widget = new QWidget;
    auto* across = new QHBoxLayout(widget);
    across->setContentsMargins(0, 0, 0, 4);
    auto* label = new MarkedWords(words);
    label->setWordWrap(true);
    across->addWidget(label, 1);
    auto* take = new QPushButton(tr("Its suspects"));
    take->setAccessibleName(tr("Take over the suspects of: %1").arg(QString::fromStdString(past.hunt.symptom)));
    connect(take, &QPushButton::clicked, this, [this, hunt = past.hunt] {
        std::vector<std::string> names = hunt.suspects;
        if (!hunt.found.empty()) // what it was then is looked at first now
            names.insert(names.begin(), hunt.found);
        emit suspectsWanted(names);
    });
    across->addWidget(take, 0, Qt::AlignTop);
    return widget;
}

void PastHunts::list() {
    clearLayout(m_list);
    for (const PastHunt& past : m_past)
        m_list->addWidget(row(past));
    if (m_past.empty()) {
        auto* none = new Words(tr("None yet."));
        none->setProperty("muted", true);
        m_list->addWidget(none);
    }
    m_list->addStretch(1);
}

} // namespace jr::app
