// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/time_steps_page.h"

#include "app/road/side_words.h"
#include "app/road/time_steps_drawing.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLocale>

#include <cmath>

namespace jr::app {
namespace {

QString shownSeconds(double s, int decimals = 2) {
    return QLocale().toString(s, 'f', decimals);
}

} // namespace

TimeStepsPage::TimeStepsPage(const Theme& theme, JobModel& model, QWidget* parent) : QWidget(parent), m_model(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 8, 14, 10);
    across->setSpacing(14);
    m_drawing = new TimeStepsDrawing(theme);
    across->addWidget(m_drawing, 1);
    m_side = new SideWords(tr("What the steps came to"), QStringLiteral("Steps by time"));
    m_choice = new QComboBox;
    m_choice->setAccessibleName(tr("Mark by which the steps are told"));
    m_side->addBelow(m_choice);
    across->addWidget(m_side);
    connect(m_choice, &QComboBox::activated, this,
            [this] { setMark(m_choice->currentData().toString().toStdString()); });
}

void TimeStepsPage::setMark(const std::string& mark) {
    if (mark == m_mark)
        return;
    m_mark = mark;
    emit markChanged();
}

void TimeStepsPage::setView(RoadViewPtr view) {
    m_view = std::move(view);
    const QSignalBlocker quiet(m_choice);
    m_choice->clear();
    if (m_view)
        for (const Mark& mark : m_view->answers.marks)
            m_choice->addItem(markText(mark), QString::fromStdString(mark.text));
    if (m_view && m_view->steps)
        m_choice->setCurrentIndex(m_choice->findData(QString::fromStdString(m_view->steps->mark.text)));
    m_drawing->setView(m_view);
    say();
}

void TimeStepsPage::sayStep(const TimeStep& step) {
    const QString name = m_view->name(step.setupId);
    const bool told = step.wonLowS && step.wonHighS && (*step.wonLowS > 0. || *step.wonHighS < 0.);
    const double half = step.wonLowS ? 0.5 * (*step.wonHighS - *step.wonLowS) : 0.;
    QString text = !step.wonLowS ? tr("%1: %2 s, no margin known.").arg(name, shownSeconds(step.wonS))
                   : !told       ? tr("%1: %2 s won, give or take %3: these runs cannot tell it from nothing.")
                                 .arg(name, shownSeconds(step.wonS), shownSeconds(half))
                   : step.wonS > 0.
                       ? tr("%1 wins %2 s, give or take %3.").arg(name, shownSeconds(step.wonS), shownSeconds(half))
                       : tr("%1 loses %2 s, give or take %3.").arg(name, shownSeconds(-step.wonS), shownSeconds(half));
    if (step.pricePerTenth)
        text += QLatin1Char(' ') + tr("A tenth of it cost %1.").arg(QLocale().toString(*step.pricePerTenth, 'f', 0));
    m_side->line(text);
    if (step.shared)
        m_side->line(tr("%1 changed more than one thing at once: the credit is shared.").arg(name), "caution");
}

void TimeStepsPage::saySweep(const SweepByTime& swept) {
    const QString part = QString::fromStdString(swept.found.part);
    const Sweep& s = swept.sweep;
    const QString best = QLocale().toString(s.bestX, 'g', 4);
    m_side->line(s.shape == SweepShape::Flat ? tr("%1: no step of it is told from another by time.").arg(part)
                 : s.bestLow && s.bestHigh   ? tr("%1: the shortest time near %2 (%3 to %4).")
                                                 .arg(part, best, QLocale().toString(*s.bestLow, 'g', 4),
                                                      QLocale().toString(*s.bestHigh, 'g', 4))
                                           : tr("%1: the shortest time near %2.").arg(part, best),
                 "strong");
    if (s.shape != SweepShape::Flat && !s.inside)
        m_side->line(tr("That is the end of what was tried: the best may lie beyond."), "caution");
}

void TimeStepsPage::sayCross(const StepsByTime& steps) {
    if (!steps.cross)
        return;
    for (const FactorialEffect& effect : steps.cross->effects) {
        const double half = effect.low && effect.high ? 0.5 * (*effect.high - *effect.low) : 0.;
        const QString term = QString::fromStdString(effect.term);
        m_side->line(effect.term.find('*') == std::string::npos
                         ? tr("%1: %2 s in the mean, give or take %3.")
                               .arg(term, shownSeconds(effect.effect), shownSeconds(half))
                         : tr("%1 together: %2 s beyond their sum, give or take %3.")
                               .arg(term, shownSeconds(effect.effect), shownSeconds(half)));
    }
}

void TimeStepsPage::sayPlan() {
    if (!m_view->plan)
        return;
    const PlannedRuns& plan = *m_view->plan;
    m_side->line(plan.reachable
                     ? tr("A run repeats within %1 s. To see %2 s ride %3 of each of two setups, base first and last.")
                           .arg(shownSeconds(plan.oneRunSdS), shownSeconds(plan.worthS))
                           .arg(plan.runsEach)
                     : tr("A run repeats within %1 s: %2 s cannot be seen in a day's riding.")
                           .arg(shownSeconds(plan.oneRunSdS), shownSeconds(plan.worthS)),
                 "muted");
    if (plan.smallestS > 0.)
        m_side->line(tr("As many as were ridden show %1 s.").arg(shownSeconds(plan.smallestS)), "muted");
}

void TimeStepsPage::say() {
    m_side->clear();
    if (!m_view)
        return;
    if (!m_view->steps) {
        m_side->setHeadline(tr("No steps yet"));
        if (m_view->noSteps)
            m_side->line(errorWords(*m_view->noSteps), "muted");
        sayPlan();
        m_side->finish();
        return;
    }
    const StepsByTime& steps = *m_view->steps;
    const TimeStep& last = steps.steps.back();
    const double half = last.inAllLowS ? 0.5 * (*last.inAllHighS - *last.inAllLowS) : 0.;
    m_side->setHeadline(last.wonInAllS >= 0.
                            ? tr("%1 s won in all, ± %2").arg(shownSeconds(last.wonInAllS), shownSeconds(half))
                            : tr("%1 s lost in all, ± %2").arg(shownSeconds(-last.wonInAllS), shownSeconds(half)));
    m_side->line(tr("By the time to %1; each step against the one before it; the margins hold for all steps together.")
                     .arg(markText(steps.mark)),
                 "muted");
    for (std::size_t i = 1; i < steps.steps.size(); ++i)
        sayStep(steps.steps[i]);
    for (const SweepByTime& swept : steps.sweeps)
        saySweep(swept);
    sayCross(steps);
    for (const Caution& caution : steps.cautions)
        m_side->line(QString::fromStdString(said(caution, m_model.units().wording())), "caution");
    sayPlan();
    m_side->finish();
}

QString TimeStepsPage::words() const {
    return m_side->words();
}

} // namespace jr::app
