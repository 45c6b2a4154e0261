// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/marks_page.h"

#include "app/road/side_words.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QHBoxLayout>
#include <QLocale>
#include <QPushButton>

#include <algorithm>
#include <cmath>

namespace jr::app {

MarksPage::MarksPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 8, 14, 10);
    across->setSpacing(14);
    m_panels = new MarkPanels(theme);
    across->addWidget(m_panels, 1);
    m_side = new SideWords(tr("Result at this mark"), QStringLiteral("Timed runs"));
    across->addWidget(m_side);
    connect(m_panels, &MarkPanels::chosenChanged, this, &MarksPage::say);
    connect(&model, &JobModel::unitsChanged, this, &MarksPage::say);
}

void MarksPage::addBelow(QWidget* widget) {
    m_side->addBelow(widget);
}

void MarksPage::setView(RoadViewPtr view) {
    m_view = std::move(view);
    m_panels->setView(m_view);
    say();
}

void MarksPage::say() {
    m_side->clear();
    if (!m_view)
        return;
    const RoadAnswers& a = m_view->answers;
    const auto words = [&](const Message& message) {
        return QString::fromStdString(said(message, m_model.units().wording()));
    };
    const QLocale l;
    if (m_panels->chosen() < a.marks.size()) {
        const Mark& mark = a.marks[m_panels->chosen()];
        m_side->setHeadline(markText(mark));
        if (const ValueComparison* at = m_view->at(m_panels->chosen())) {
            RoadCompared named = *a.compared;
            named.base = m_view->name(m_view->baseSetup).toStdString();
            named.with = m_view->name(m_view->withSetup).toStdString();
            Mark shown = mark;
            shown.text = markText(mark).toStdString();
            m_side->line(words(roadVerdict(named, shown, *at)), "strong");
        }
        for (const MarkOfSetup& row : a.setups) {
            if (row.mark != m_panels->chosen())
                continue;
            const QString mean =
                row.lowS ? tr("%1 s ± %2")
                               .arg(l.toString(row.meanS, 'f', 2), l.toString(0.5 * (*row.highS - *row.lowS), 'f', 2))
                         : tr("%1 s").arg(l.toString(row.meanS, 'f', 2));
            m_side->line(row.runs == 1 ? tr("%1: %2, one run").arg(m_view->name(row.setup), mean)
                                       : tr("%1: %2 in the mean of %3 runs, best %4 s")
                                             .arg(m_view->name(row.setup), mean)
                                             .arg(row.runs)
                                             .arg(l.toString(row.bestS, 'f', 2)));
        }
        double own = 0.;
        int timed = 0;
        for (const TimedRun& run : a.runs)
            if (const MarkTime* time = run.run.used() ? run.at(m_panels->chosen()) : nullptr) {
                own += time->uncertaintyS;
                ++timed;
            }
        if (timed > 0)
            m_side->line(
                tr("One run's own time is known within %1 s; %2.")
                    .arg(l.toString(own / timed, 'f', 2),
                         mark.standing()
                             ? (m_view->rollout == Rollout::OneFoot
                                    ? tr("the clock starts when the first foot is run")
                                    : tr("the clock starts with the first movement, which a soft clutch hides"))
                             : tr("between two speeds the start does not matter")),
                "muted");
    }
    if (a.restated)
        m_side->line(words(*a.restated), "muted");
    if (a.notRestated)
        m_side->line(words(*a.notRestated), "caution");
    if (a.problem && a.setups.size() > 0)
        m_side->line(tr("Not compared: %1.").arg(errorWords(*a.problem)), "muted");
    if (a.compared)
        for (const Caution& caution : a.compared->cautions)
            m_side->line(QString::fromStdString(said(caution, m_model.units().wording())), "caution");
    sayLeftOut();
    m_side->finish();
}

/// The runs that are not counted, and what is said of those that are.
void MarksPage::sayLeftOut() {
    const RoadAnswers& a = m_view->answers;
    int coasts = 0;
    for (const TimedRun& run : a.runs) {
        const int index = m_model.indexOf(run.name);
        if (run.run.leftOut == coastDownReason()) {
            ++coasts;
            continue;
        }
        if (index < 0 || (run.run.used() && run.run.flags.empty()))
            continue;
        const LoadedPull& pull = m_model.pulls()[static_cast<std::size_t>(index)];
        QStringList said_;
        if (run.run.leftOut)
            said_ << tr("left out: %1").arg(QString::fromStdString(said(*run.run.leftOut, m_model.units().wording())));
        for (const Flag& flag : run.run.flags)
            said_ << QString::fromStdString(said(flag.message, m_model.units().wording()));
        m_side->line(tr("Run %1 %2").arg(pull.record.number).arg(said_.join(QStringLiteral("; "))), "caution");
        const auto fix = std::find_if(run.run.flags.begin(), run.run.flags.end(), [](const Flag& f) {
            return f.kind == FlagKind::FixPoor || f.kind == FlagKind::FixLost;
        });
        const bool aside = pull.record.aside;
        if (!aside && fix != run.run.flags.end()) {
            const bool kept = run.run.used();
            auto* button = new QPushButton(kept ? tr("Leave it out again") : tr("Count it all the same"));
            button->setAccessibleName(tr("%1: run %2").arg(button->text()).arg(pull.record.number));
            connect(button, &QPushButton::clicked, this,
                    [this, index, flag = *fix, kept] { m_model.setOverruled(index, flag, !kept); });
            m_side->add(button);
        }
    }
    if (coasts > 0)
        m_side->line(plural(coasts, tr("1 coast-down has no time: it tells air and tyres (Thrust)."),
                            tr("%1 coast-downs have no time: they tell air and tyres (Thrust).")),
                     "muted");
}

QString MarksPage::words() const {
    return m_side->words();
}

} // namespace jr::app
