// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/steps_page.h"

#include "app/words/plural.h"
#include "app/words/words.h"

#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace jr::app {

StepsPage::StepsPage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Steps, combinations, sweeps"), parent) {
    addMetric();
    m_stair = new StepStair(theme, model);
    drawings()->addWidget(m_stair, 1);
}

StudyDesk::Work StepsPage::work() {
    return [this, metric = metric()](const StudyPtr& study) -> StudyDesk::Draw {
        const Result<LadderAnswer>* answer = study->pulledSetups().size() < 2 ? nullptr : &study->ladder(metric);
        return [this, study, answer] { show(answer, *study); };
    };
}

void StepsPage::show(const Result<LadderAnswer>* answer, const Study& study) {
    m_ladder.reset();
    if (!answer || !*answer) {
        m_stair->setLadder({}, {});
        headline(answer ? tr("The steps cannot be set beside one another.") : tr("No steps yet."));
        say(answer ? errorWords(answer->error())
                   : tr("Pull a second setup: steps stand here in the order they were first pulled."),
            "muted");
        return;
    }
    const std::vector<std::string>& ids = (*answer)->setupIds;
    m_ladder = (*answer)->ladder;
    const std::vector<StepNote> notes = notesOf(ids, study.tree());
    m_stair->setLadder(*m_ladder, notes);
    const LadderStep& last = m_ladder->steps.back();
    const double margin = last.totalLow ? 0.5 * (*last.totalHigh - *last.totalLow) : 0.;
    headline(plural(static_cast<int>(ids.size()) - 1, tr("%1 in one step").arg(power(last.total, margin, true)),
                    power(last.total, margin, true) + tr(" in all over %1 steps")));
    say(tr("Read as %1; each step against the one before it; the margins hold for all steps together.")
            .arg(metricWords()),
        "muted");
    for (std::size_t i = 1; i < ids.size(); ++i) {
        const LadderStep& s = m_ladder->steps[i];
        const bool clear = s.gainLow && s.gainHigh && (*s.gainLow > 0. || *s.gainHigh < 0.);
        const double gm = s.gainLow ? 0.5 * (*s.gainHigh - *s.gainLow) : 0.;
        const QString name = QString::fromStdString(s.name);
        QString words = !s.gainLow ? tr("%1: %2, no margin known.").arg(name, power(s.gain, 0., true))
                        : !clear   ? tr("%1: %2, give or take %3: this test cannot tell it from nothing.")
                                       .arg(name, power(s.gain, gm, true), power(gm, gm))
                        : s.gain > 0.
                            ? tr("%1 gains %2, give or take %3.").arg(name, power(s.gain, gm), power(gm, gm))
                            : tr("%1 loses %2, give or take %3.").arg(name, power(-s.gain, gm), power(gm, gm));
        const SetupDifference d = differenceOf(study.tree(), ids[i - 1], ids[i]);
        if (!d.changes.empty())
            words +=
                QLatin1Char(' ') +
                tr("It changed %1.").arg(QString::fromStdString(said(differenceMessage(d), m_model.units().wording())));
        say(words);
        if (notes[i].shared)
            say(tr("%1 changed more than one thing at once: the credit is shared (hatched).").arg(name), "caution");
    }
    sayCautions((*answer)->cautions);
}

/// What each step weighed, cost and took, and whether its credit is shared.
std::vector<StepNote> StepsPage::notesOf(const std::vector<std::string>& ids,
                                         const std::vector<SetupNode>& tree) const {
    std::vector<StepNote> notes;
    for (std::size_t i = 0; i < ids.size(); ++i) {
        StepNote note;
        const SetupRecord* setup = m_model.job().setup(ids[i]);
        note.mark = setup ? setup->mark : 0;
        if (i > 0) {
            note.shared = differenceOf(tree, ids[i - 1], ids[i]).independent > 1;
            const SetupLedger a = ledgerOf(tree, ids[i - 1]), b = ledgerOf(tree, ids[i]);
            const auto less = [](const std::optional<double>& x, const std::optional<double>& y) {
                return x || y ? std::optional(x.value_or(0.) - y.value_or(0.)) : std::nullopt;
            };
            note.kg = less(b.netKg, a.netKg);
            note.price = less(b.price, a.price);
            note.hours = less(b.hours, a.hours);
        }
        notes.push_back(note);
    }
    return notes;
}

} // namespace jr::app
