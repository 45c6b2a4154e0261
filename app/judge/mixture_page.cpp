// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/mixture_page.h"
#include "app/words/words.h"
#include "core/judge/sweep.h"

#include <QDoubleSpinBox>
#include <QHBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {

MixturePage::MixturePage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Mixture"), parent) {
    auto* row = new QHBoxLayout;
    auto* label = new Words(tr("&Target"));
    const auto box = [&](const QString& name) {
        auto* b = new QDoubleSpinBox;
        b->setRange(9., 17.);
        b->setDecimals(1);
        b->setSingleStep(0.1);
        b->setSuffix(tr(":1"));
        b->setButtonSymbols(QAbstractSpinBox::NoButtons);
        b->setKeyboardTracking(false);
        b->setAccessibleName(name);
        row->addWidget(b);
        connect(b, &QDoubleSpinBox::valueChanged, this, [this] {
            if (m_filling)
                return;
            keepJudging(tr("set the mixture's window"), [this](JudgingSheet& sheet) {
                sheet.target = MixtureTarget{m_rich->value(), std::max(m_lean->value(), m_rich->value() + 0.1)};
            });
        });
        return b;
    };
    row->addWidget(label);
    m_rich = box(tr("Rich end of the target window"));
    row->addWidget(new Words(tr("to")));
    m_lean = box(tr("Lean end of the target window"));
    label->setBuddy(m_rich);
    row->addStretch(1);
    tools()->addLayout(row);
    m_chart = new SidesMixture(theme, model);
    drawings()->addWidget(m_chart, 1);
}

StudyDesk::Work MixturePage::work() {
    const MixtureTarget target = mixtureTargetOf(m_model);
    m_filling = true;
    m_rich->setValue(target.richAfr);
    m_lean->setValue(target.leanAfr);
    m_filling = false;
    return [this, target](const StudyPtr& study) -> StudyDesk::Draw {
        const MixtureAnswer& answer = study->mixture(target);
        return [this, study, &answer] { show(answer, *study); };
    };
}

void MixturePage::show(const MixtureAnswer& answer, const Study& study) {
    m_whatIf = answer.whatIf;
    m_chart->draw();
    if (!answer.recorded) {
        headline(tr("No mixture was recorded."));
        say(tr("A channel afr or lambda, one a cylinder, is looked at here."), "muted");
        return;
    }
    double worstInside = 1.;
    QString worst;
    // What is said alike of several pulls is said once.
    std::vector<std::pair<QStringList, QString>> told; // pulls, words
    std::vector<bool> danger;
    for (const std::string& id : study.pulledSetups()) {
        if (id != study.settings().baseSetup && id != study.settings().withSetup)
            continue;
        for (std::size_t i : study.countingPulls(id)) {
            const auto& found = answer.found[i];
            if (!found || !found->known)
                continue;
            const QString head = tr("pull %1, %2").arg(study.pulls()[i].number).arg(setupName(id));
            if (found->insideShare < worstInside) {
                worstInside = found->insideShare;
                worst = head;
            }
            const QString words = QString::fromStdString(said(found->account, m_model.units().wording()));
            const auto alike =
                std::find_if(told.begin(), told.end(), [&](const auto& one) { return one.second == words; });
            if (alike != told.end()) {
                alike->first << head;
                continue;
            }
            told.emplace_back(QStringList{head}, words);
            danger.push_back(found->leanUnderLoadS > 0. || found->notFiringS > 0.);
        }
    }
    if (!worst.isEmpty())
        worst[0] = worst[0].toUpper();
    headline(worst.isEmpty() || worstInside > 0.9
                 ? tr("Inside its window nearly all the time")
                 : tr("%1: only %2 % of the time inside").arg(worst, QLocale().toString(100. * worstInside, 'f', 0)));
    for (std::size_t k = 0; k < told.size(); ++k) {
        QString head = told[k].first.join(QStringLiteral(" · "));
        head[0] = head[0].toUpper();
        say(Markup::bold(head) + Markup(QLatin1Char('\n') + told[k].second), danger[k] ? "caution" : nullptr);
    }
    if (answer.best)
        say(tr("The mixture was stepped on purpose (%1). As air to fuel: %2")
                .arg(QString::fromStdString(answer.bestPart),
                     QString::fromStdString(said(answer.best->advice, m_model.units().wording()))),
            "strong");
    if (answer.whatIf)
        say(tr("What if? %1").arg(QString::fromStdString(said(answer.whatIf->message, m_model.units().wording()))),
            answer.best ? "muted" : "strong");
    else if (answer.whatIfProblem)
        say(tr("What another mixture is worth cannot be told: %1.").arg(errorWords(*answer.whatIfProblem)),
            "muted");
    say(tr("A mixture that is right on the bench may be too lean to hold for minutes: that is a judgement for whoever "
           "answers for the engine."),
        "muted");
}

} // namespace jr::app
