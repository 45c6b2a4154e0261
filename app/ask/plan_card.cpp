// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/plan_card.h"

#include "app/widgets/method_link.h"
#include "app/widgets/paragraph_scroll.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"
#include "core/words/wording.h"

#include <QPushButton>
#include <QVBoxLayout>

namespace jr::app {
namespace {

constexpr std::size_t kOrderShown = 32; ///< pulls; the whole of it stands on the day strip

} // namespace

PlanCard::PlanCard(const Theme& theme, JobModel& model, QWidget* parent) : QFrame(parent), m_model(model) {
    setProperty("card", true);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 10, 14, 10);
    layout->setSpacing(6);
    m_form = new PlanForm(model);
    layout->addWidget(m_form);
    m_from = new Words;
    m_from->setProperty("muted", true);
    m_from->setWordWrap(true);
    layout->addWidget(m_from);
    m_lanes = new PlanLanes(theme);
    layout->addWidget(m_lanes);
    m_order = new Words;
    m_order->setWordWrap(true);
    m_order->setProperty("strong", true);
    layout->addWidget(m_order);
    m_words = new Words;
    m_words->setWordWrap(true);
    m_words->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    auto* scroll = new ParagraphScroll;
    scroll->paragraphs()->setContentsMargins(0, 0, 4, 0);
    scroll->paragraphs()->addWidget(m_words);
    scroll->paragraphs()->addWidget(methodLink(QStringLiteral("The plan"), this));
    scroll->paragraphs()->addStretch(1);
    layout->addWidget(scroll, 1);
    m_curve = new ReachCurve(theme);
    layout->addWidget(m_curve);
    auto* row = new WrappingRow;
    m_put = new QPushButton(tr("Put it on the &day strip"));
    m_put->setProperty("primary", true);
    m_takeOff = new QPushButton(tr("Take the plan off"));
    m_put->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    row->addWidget(m_put);
    row->addWidget(m_takeOff);
    layout->addLayout(row);
    const auto anew = [this] {
        m_chosen = 0;
        refresh();
    };
    connect(m_form, &PlanForm::changed, this, &PlanCard::refresh);
    connect(m_form, &PlanForm::whichChanged, this, anew);
    connect(m_curve, &ReachCurve::pullsChosen, this, [this](int n) {
        m_chosen = n;
        refresh();
    });
    connect(m_lanes, &PlanLanes::laneChosen, this, [this](int lane) {
        m_lanes->setChosen(lane);
        refresh();
    });
    connect(m_put, &QPushButton::clicked, this, &PlanCard::putOnDayStrip);
    connect(m_takeOff, &QPushButton::clicked, this,
            [this] { m_model.setSheet(sheet_kind::plan, {}, tr("take the plan off")); });
    connect(&model.answers(), &JobStudy::changed, this, &PlanCard::refresh);
    connect(&model, &JobModel::planChanged, this, &PlanCard::refresh);
    refresh();
}

QString PlanCard::text() const {
    return m_order->text() + QLatin1Char('\n') + m_words->text();
}

void PlanCard::refresh() {
    m_form->fill();
    m_from->setText(m_form->repeatabilityFrom());
    const bool byHand = m_form->byHand();
    m_lanes->setVisible(!byHand);
    m_order->setVisible(byHand);
    m_curve->setVisible(byHand && !m_form->stopsShown());
    if (!byHand && m_choicesOf && *m_choicesOf == choicesAskedOf()) {
        showChoices();
        return;
    }
    if (byHand && m_judged && m_judged->of == askedOf()) {
        showByHand(m_judged->plan.plan);
        return;
    }
    // At once by what the judge asked for last; tried anew beside the window.
    PlanOptions o = m_form->options();
    o.judgeFactor = m_judgeFactor;
    Result<Plan> plan = makePlan(o);
    if (plan && m_chosen > 0 && m_chosen != plan->pullsEach)
        plan = makePlan(o, m_chosen);
    if (byHand)
        showByHand(plan);
    else
        showPlan(plan);
    if (!plan || !isVisible()) // tried when the page is turned to
        return;
    if (byHand)
        tryByHand();
    else
        tryChoices();
}

/// A plan that can be put on the strip, or why there is none.
void PlanCard::showPlan(const Result<Plan>& plan) {
    m_possible = plan.ok();
    const std::size_t setups =
        static_cast<std::size_t>(m_form->options().setups) + (m_form->reference().empty() ? 0 : 1);
    m_put->setEnabled(m_possible && m_model.hasJob() && m_form->setupNames().size() == setups);
    m_put->setToolTip(m_put->isEnabled() ? QString() : tr("Name the setups first: add the changed one in the tree."));
    m_takeOff->setVisible(!m_model.sheet(sheet_kind::plan).empty());
    m_order->clear();
    if (!plan) {
        m_words->setText(errorWords(plan.error()));
        return;
    }
    m_plan = *plan;
    m_words->setText(QString::fromStdString(said(m_plan.words, m_model.units().wording())));
}

void PlanCard::showByHand(const Result<Plan>& plan) {
    showPlan(plan);
    if (!plan)
        return;
    PlanOptions o = m_form->options();
    o.judgeFactor = m_judgeFactor;
    m_curve->setPlan(o, m_plan.pullsEach);
    const std::vector<std::string> names = m_form->setupNames();
    const auto mark = [&](int setup) {
        if (setup < static_cast<int>(names.size()))
            for (const SetupRecord& s : m_model.job().setups)
                if (s.name == names[static_cast<std::size_t>(setup)])
                    return Theme::mark(s.mark).letter;
        return QString::fromStdString(setupLetter(setup));
    };
    QString order;
    for (std::size_t i = 0; i < m_plan.order.size() && i < kOrderShown; ++i)
        order += (i == 0                                   ? QString()
                  : m_plan.order[i] == m_plan.order[i - 1] ? QStringLiteral(" ")
                                                           : QStringLiteral(" · ")) +
                 mark(m_plan.order[i]);
    m_order->setText(m_plan.order.size() > kOrderShown ? order + QStringLiteral(" …") : order);
    m_words->setText(wordsByHand());
}

QString PlanCard::wordsByHand() const {
    const QLocale l;
    const QString hours = l.toString(m_plan.minutes.value_or(0.) / 60., 'f', 1);
    QString words = m_form->which() != PlanForm::Which::Sweep
                        ? tr("%1 pulls of each, base first and last, about %2 h.").arg(m_plan.pullsEach).arg(hours)
                        : tr("%1 pulls of each, base first and last, about %2 h. They show a fall of %3 % or more from "
                             "the best to the ends nine times in ten; a smaller one may go unseen.")
                              .arg(m_plan.pullsEach)
                              .arg(hours, l.toString(m_plan.smallestGainPct, 'f', 2));
    if (!m_plan.reachable)
        words += QLatin1Char(' ') +
                 tr("What you ask for cannot be shown in one sitting: make the bench repeat better first.");
    const auto stops = [&](const std::vector<int>& after, const QString& text) {
        QStringList list;
        for (int n : after)
            list << QString::number(n);
        if (!list.empty())
            words += QLatin1Char(' ') + text.arg(list.join(QStringLiteral(", ")));
    };
    if (m_plan.fuelMl)
        words += QLatin1Char(' ') + tr("Fuel: %1 l.").arg(l.toString(*m_plan.fuelMl / 1000., 'f', 1));
    stops(m_plan.refuelAfter, tr("Refuel after pull %1."));
    stops(m_plan.coolAfter, tr("Let it cool after pull %1."));
    if (m_judged && m_judged->of == askedOf() && m_judged->plan.chances.tests > 0)
        words +=
            QLatin1Char(' ') + QString::fromStdString(said(m_judged->plan.chances.words, m_model.units().wording()));
    return words;
}

PlanCard::Asked PlanCard::askedOf() const {
    const PlanOptions o = m_form->options();
    PlanChancesOptions likely;
    likely.known = m_model.known();
    likely.truth =
        m_form->repeatabilityTyped() || !likely.known.pull ? typedRepeatability(o.repeatabilityPct) : likely.known;
    likely.worthPct = o.worthPct;
    likely.pullMinutes = *o.pullMinutes;
    likely.changeMinutes = *o.changeMinutes;
    return {o, likely, m_chosen};
}

PlanChoiceOptions PlanCard::choicesAskedOf() const {
    const Asked of = askedOf();
    return {of.options, of.likely, m_form->oneWay(), !m_form->reference().empty()};
}

/// The plan by what the judge says of simulated tests, beside the window.
void PlanCard::tryByHand() {
    m_trial.start([this, of = askedOf()](const std::function<bool()>& abandoned) -> SideWork::Draw {
        const Result<JudgedPlan> plan = judgedPlan(of.options, of.likely, of.chosen, abandoned);
        if (!plan)
            return {};
        return [this, of, plan = *plan] {
            if (!(of == askedOf()))
                return; // something else was asked for since
            m_judgeFactor = plan.judgeFactor;
            m_judged = Judged{of, plan};
            refresh();
        };
    });
}

void PlanCard::tryChoices() {
    m_lanes->setWorking(true);
    m_trial.start([this, of = choicesAskedOf()](const std::function<bool()>& abandoned) -> SideWork::Draw {
        const Result<std::vector<PlanChoice>> choices = planChoices(of, abandoned);
        if (!choices)
            return {};
        return [this, of, found = *choices] {
            if (!(of == choicesAskedOf()))
                return; // something else was asked for since
            m_choicesOf = of;
            std::vector<int> marks;
            for (const std::string& name : m_form->setupNames())
                for (const SetupRecord& s : m_model.job().setups)
                    if (s.name == name)
                        marks.push_back(s.mark);
            m_lanes->setChoices(found, marks, of.plan);
            m_lanes->setChosen(0);
            refresh();
        };
    });
}

/// The chosen one of them is the plan. What stands on its lane is not said again.
void PlanCard::showChoices() {
    const auto& choices = m_lanes->choices();
    const int lane = std::clamp(m_lanes->chosen(), 0, static_cast<int>(choices.size()) - 1);
    showPlan(choices[static_cast<std::size_t>(lane)].plan);
    std::vector<Message> rest = m_plan.words;
    std::erase_if(rest, [](const Message& m) { return m.code == "plan.order" || m.code == "plan.minutes"; });
    m_words->setText(QString::fromStdString(said(rest, m_model.units().wording())));
}

void PlanCard::showEvent(QShowEvent* event) {
    QFrame::showEvent(event);
    refresh();
}

void PlanCard::putOnDayStrip() {
    if (!m_put->isEnabled())
        return;
    DayPlan day;
    day.setups = m_form->setupNames();
    day.order = m_plan.order;
    day.refuelAfter = m_plan.refuelAfter;
    day.coolAfter = m_plan.coolAfter;
    day.madeAfterPull = m_model.pulls().empty() ? 0 : m_model.pulls().back().record.number;
    day.text = said(m_plan.words, m_model.units().wording());
    m_model.setSheet(sheet_kind::plan, sheetBody(day), tr("put a plan on the day strip"));
}

} // namespace jr::app
