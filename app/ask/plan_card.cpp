// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/plan_card.h"

#include "app/theme/plural.h"
#include "app/theme/words.h"
#include "app/widgets/method_dialog.h"
#include "core/words/wording.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {
namespace {

constexpr std::size_t kOrderShown = 32; ///< pulls; the whole of it stands on the day strip

} // namespace
PlanCard::PlanCard(const Theme& theme, JobModel& model, QWidget* parent)
    : QFrame(parent), m_theme(theme), m_model(model) {
    setProperty("card", true);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 10, 14, 10);
    layout->setSpacing(6);
    auto* head = new QHBoxLayout;
    auto* title = new Words(tr("The plan"));
    title->setProperty("headline", true);
    head->addWidget(title);
    m_which = new QComboBox;
    m_which->addItems({tr("the two above"), tr("all setups"), tr("all, as a cross"), tr("all, as a sweep")});
    m_which->setAccessibleName(tr("Which setups the plan is for"));
    head->addWidget(m_which, 1);
    auto* more = new QToolButton;
    more->setText(tr("fuel, cooling"));
    more->setToolTip(tr("Count fuel and cool-down stops as well"));
    more->setCheckable(true);
    more->setProperty("switch", true);
    head->addWidget(more);
    layout->addLayout(head);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(5);
    m_repeatability = box(grid, tr("pulls &repeat within"), 0.5, 0.01, 20., 2, QStringLiteral(" %"));
    m_pullMinutes = box(grid, tr("&minutes a pull"), 6., 0.5, 600., 0, tr(" min"));
    m_changeMinutes = box(grid, tr("m&inutes a change"), 20., 0., 6000., 0, tr(" min"));
    layout->addLayout(grid);
    m_stops = new QWidget;
    auto* stops = new QGridLayout(m_stops);
    stops->setContentsMargins(0, 0, 0, 0);
    stops->setHorizontalSpacing(8);
    stops->setVerticalSpacing(5);
    m_fuelPerPull = box(stops, tr("&fuel a pull"), 0., 0., 5000., 0, tr(" ml"), tr("not counted"));
    m_tank = box(stops, tr("&tank"), 0., 0., 60000., 0, tr(" ml"), tr("not known"));
    m_inARow = box(stops, tr("pulls before it must c&ool"), 0., 0., 50., 0, {}, tr("any number"));
    m_coolMinutes = box(stops, tr("cooling takes"), 10., 0., 240., 0, tr(" min"));
    m_stops->hide();
    layout->addWidget(m_stops);
    m_from = new Words;
    m_from->setProperty("muted", true);
    m_from->setWordWrap(true);
    layout->addWidget(m_from);
    m_order = new Words;
    m_order->setWordWrap(true);
    m_order->setProperty("strong", true);
    layout->addWidget(m_order);
    m_words = new Words;
    m_words->setWordWrap(true);
    layout->addWidget(m_words);
    m_curve = new ReachCurve(theme);
    layout->addWidget(m_curve, 1);
    auto* row = new QHBoxLayout;
    m_put = new QPushButton(tr("Put it on the &day strip"));
    m_put->setProperty("primary", true);
    m_takeOff = new QPushButton(tr("Take the plan off"));
    row->addWidget(m_put, 1);
    row->addWidget(m_takeOff);
    layout->addLayout(row);
    layout->addWidget(methodLink(QStringLiteral("The plan"), this));
    connect(more, &QToolButton::toggled, this, [this](bool on) {
        m_stops->setVisible(on);
        m_curve->setVisible(!on);
    });
    connect(m_curve, &ReachCurve::pullsChosen, this, [this](int n) {
        m_chosen = n;
        refresh();
    });
    connect(m_which, &QComboBox::currentIndexChanged, this, [this] {
        m_chosen = 0;
        refresh();
    });
    connect(m_put, &QPushButton::clicked, this, &PlanCard::putOnDayStrip);
    connect(m_takeOff, &QPushButton::clicked, this,
            [this] { m_model.setSheet(sheet_kind::plan, {}, tr("take the plan off")); });
    connect(&model.answers(), &JobStudy::changed, this, &PlanCard::refresh);
    connect(&model, &JobModel::planChanged, this, &PlanCard::refresh);
    refresh();
}

QDoubleSpinBox* PlanCard::box(QGridLayout* grid, const QString& name, double value, double least, double most,
                              int decimals, const QString& unit, const QString& zero) {
    auto* b = new QDoubleSpinBox;
    b->setRange(least, most);
    b->setDecimals(decimals);
    b->setValue(value);
    b->setSuffix(unit);
    b->setSpecialValueText(zero);
    b->setButtonSymbols(QAbstractSpinBox::NoButtons);
    auto* label = new Words(name);
    label->setBuddy(b);
    const int row = grid->rowCount();
    grid->addWidget(label, row, 0);
    grid->addWidget(b, row, 1);
    connect(b, &QDoubleSpinBox::valueChanged, this, [this, b] {
        if (m_filling)
            return;
        m_typed = m_typed || b == m_repeatability;
        m_tankTyped = m_tankTyped || b == m_tank;
        refresh();
    });
    return b;
}

QString PlanCard::text() const {
    return m_order->text() + QLatin1Char('\n') + m_words->text();
}

void PlanCard::setWhich(int which) {
    m_which->setCurrentIndex(which);
}

std::vector<std::string> PlanCard::setupNames() const {
    std::vector<std::string> out;
    const JobRecord& job = m_model.job();
    const SetupRecord* base = job.setup(m_model.compare().now().baseSetup);
    if (base)
        out.push_back(base->name);
    for (const SetupRecord& s : job.setups)
        if (s.id != m_model.compare().now().baseSetup &&
            (m_which->currentIndex() > 0 || s.id == m_model.compare().now().withSetup))
            out.push_back(s.name);
    return out;
}

PlanOptions PlanCard::options() const {
    PlanOptions o;
    o.kind = m_which->currentIndex() == 2   ? PlanKind::Cross
             : m_which->currentIndex() == 3 ? PlanKind::Sweep
                                            : PlanKind::Several;
    // Before there are two setups the plan is for two to come.
    o.setups = m_which->currentIndex() == 0 ? 2 : static_cast<int>(setupNames().size());
    o.repeatabilityPct = m_repeatability->value();
    o.worthPct = m_model.compare().now().worthPct;
    o.judgeFactor = m_judgeFactor;
    o.pullMinutes = m_pullMinutes->value();
    o.changeMinutes = m_changeMinutes->value();
    if (m_fuelPerPull->value() > 0.) {
        o.fuelPerPullMl = m_fuelPerPull->value();
        if (m_tank->value() > 0.)
            o.tankMl = m_tank->value();
        o.refuelMinutes = 10.;
    }
    if (m_inARow->value() > 0.) {
        o.pullsInARow = static_cast<int>(m_inARow->value());
        o.coolMinutes = m_coolMinutes->value();
    }
    return o;
}

void PlanCard::refresh() {
    // From the pulls of this job where they tell, else from what this machine's jobs have shown; a typed one stays.
    const auto& comparison = m_model.answers().comparison();
    const bool own = comparison && comparison->repeatabilityPct && !comparison->repeatabilityBorrowed;
    const auto past = own || m_typed ? std::nullopt : m_model.notes().past();
    m_filling = true;
    if (own && !m_typed)
        m_repeatability->setValue(*comparison->repeatabilityPct);
    else if (past)
        // A test's pulls are of several fittings.
        m_repeatability->setValue(
            100. * std::hypot(past->knowledge.pull->sd, past->knowledge.fitting ? past->knowledge.fitting->sd : 0.));
    if (!m_tankTyped)
        m_tank->setValue(sheetNumber(machineSheetOf(m_model.sheet(sheet_kind::machine)), "tank_ml").value_or(0.));
    m_filling = false;
    m_from->setText(m_typed ? tr("Repeatability typed in.")
                    : own   ? tr("Repeatability from the pulls of this job so far.")
                    : past  ? plural(past->knowledge.jobs, tr("Repeatability from 1 earlier job with this machine."),
                                     tr("Repeatability from %1 earlier jobs with this machine."))
                            : tr("A guess until this bench has shown how well it repeats."));
    const PlanOptions o = options();
    if (m_judged && m_judged->of == askedOf()) {
        showPlan(m_judged->plan.plan);
        return;
    }
    // At once by what the judge asked for last; tried anew in the worker.
    Result<Plan> plan = makePlan(o);
    if (plan && m_chosen > 0 && m_chosen != plan->pullsEach)
        plan = makePlan(o, m_chosen);
    showPlan(plan);
    if (plan)
        tryPlan();
}

void PlanCard::showPlan(const Result<Plan>& plan) {
    const PlanOptions o = options();
    m_possible = plan.ok();
    m_put->setEnabled(m_possible && m_model.hasJob() && static_cast<int>(setupNames().size()) == o.setups);
    m_put->setToolTip(m_put->isEnabled() ? QString() : tr("Name the setups first: add the changed one in the tree."));
    m_takeOff->setVisible(!m_model.sheet(sheet_kind::plan).empty());
    if (!plan) {
        m_order->clear();
        m_words->setText(errorWords(plan.error()));
        return;
    }
    m_plan = *plan;
    m_curve->setPlan(o, m_plan.pullsEach);
    showOrder();
}

PlanCard::Asked PlanCard::askedOf() const {
    PlanOptions o = options();
    o.judgeFactor = 1.;
    PlanChancesOptions likely;
    likely.known = m_model.known();
    likely.truth = m_typed || !likely.known.pull ? typedRepeatability(m_repeatability->value()) : likely.known;
    likely.worthPct = o.worthPct;
    likely.pullMinutes = m_pullMinutes->value();
    likely.changeMinutes = m_changeMinutes->value();
    return {o, likely, m_chosen};
}

/// The plan by what the judge says of simulated tests, in the worker.
void PlanCard::tryPlan() {
    if (!isVisible()) // when the page is turned to
        return;
    m_model.answers().ask(this, [this, of = askedOf()](const StudyPtr& study) -> StudyDesk::Draw {
        const Result<JudgedPlan> plan =
            judgedPlan(of.options, of.likely, of.chosen, [&] { return study->abandoned(); });
        if (!plan || study->abandoned())
            return [] {};
        return [this, of, plan = *plan] {
            if (!(of == askedOf()))
                return; // something else was asked for since
            m_judgeFactor = plan.judgeFactor;
            m_judged = Judged{of, plan};
            showPlan(plan.plan);
        };
    });
}

void PlanCard::showOrder() {
    const std::vector<std::string> names = setupNames();
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
    const QLocale l;
    const QString hours = l.toString(m_plan.minutes.value_or(0.) / 60., 'f', 1);
    QString words = m_which->currentIndex() <= 2
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
    m_words->setText(words);
}

void PlanCard::showEvent(QShowEvent* event) {
    QFrame::showEvent(event);
    refresh();
}

void PlanCard::putOnDayStrip() {
    if (!m_put->isEnabled())
        return;
    DayPlan day;
    day.setups = setupNames();
    day.order = m_plan.order;
    day.refuelAfter = m_plan.refuelAfter;
    day.coolAfter = m_plan.coolAfter;
    day.madeAfterPull = m_model.pulls().empty() ? 0 : m_model.pulls().back().record.number;
    day.text = said(m_plan.words);
    m_model.setSheet(sheet_kind::plan, sheetBody(day), tr("put a plan on the day strip"));
}

} // namespace jr::app
