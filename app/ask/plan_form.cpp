// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/plan_form.h"
#include "app/widgets/wrapping_row.h"

#include "app/words/plural.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QToolButton>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {
namespace {

QToolButton* switchButton(const QString& text, const QString& tip) {
    auto* button = new QToolButton;
    button->setText(text);
    button->setToolTip(plainTip(tip));
    button->setCheckable(true);
    button->setProperty("switch", true);
    return button;
}

} // namespace

PlanForm::PlanForm(JobModel& model, QWidget* parent) : QWidget(parent), m_model(model) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(5);
    auto* head = new WrappingRow;
    auto* title = new Words(tr("The plan"));
    title->setProperty("headline", true);
    head->addWidget(title);
    m_which = new QComboBox;
    m_which->addItems({tr("the two above"), tr("all setups"), tr("all, as a cross"), tr("all, as a sweep")});
    m_which->setAccessibleName(tr("Which setups the plan is for"));
    m_which->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    head->addWidget(m_which);
    layout->addLayout(head);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(1);
    m_repeatability = box(grid, 0, 0, tr("&repeats within"), 0.5, 0.01, 20., 2, QStringLiteral(" %"));
    m_pullMinutes = box(grid, 0, 1, tr("a &pull takes"), 6., 0.5, 600., 0, tr(" min"));
    m_changeMinutes = box(grid, 0, 2, tr("a s&wap takes"), 20., 0., 6000., 0, tr(" min"));
    layout->addLayout(grid);
    m_stops = new QWidget;
    auto* stops = new QGridLayout(m_stops);
    stops->setContentsMargins(0, 0, 0, 0);
    stops->setHorizontalSpacing(8);
    stops->setVerticalSpacing(1);
    m_fuelPerPull = box(stops, 0, 0, tr("&fuel a pull"), 0., 0., 5000., 0, tr(" ml"), tr("not counted"));
    m_tank = box(stops, 0, 1, tr("&tank"), 0., 0., 60000., 0, tr(" ml"), tr("not known"));
    m_inARow = box(stops, 1, 0, tr("pulls before it must c&ool"), 0., 0., 50., 0, {}, tr("any number"));
    m_coolMinutes = box(stops, 1, 1, tr("cooling takes"), 10., 0., 240., 0, tr(" min"));
    m_stops->hide();
    layout->addWidget(m_stops);
    auto* way = new WrappingRow;
    way->setSpacing(6);
    QToolButton* more = switchButton(tr("fuel, cooling"), tr("Count fuel and cool-down stops as well"));
    m_oneWay = switchButton(tr("no way &back"), tr("Porting, cutting: each setup is pulled once, and never again"));
    m_byHand = switchButton(tr("by &hand"), tr("Swap after every pull or two, and choose how many pulls"));
    for (QToolButton* button : {more, m_oneWay, m_byHand})
        way->addWidget(button);
    way->addStretch();
    layout->addLayout(way);
    m_reference = new QComboBox;
    m_reference->setAccessibleName(tr("What is put back between, to tell drift by"));
    m_reference->setToolTip(
        tr("A setup that can always be put back, such as an uncut spare: pulled before, between and "
           "after, it tells the drift. Judge uses it too."));
    m_reference->hide();
    layout->addWidget(m_reference);

    connect(more, &QToolButton::toggled, this, [this](bool on) {
        m_stops->setVisible(on);
        emit changed();
    });
    connect(m_which, &QComboBox::currentIndexChanged, this, &PlanForm::whichChanged);
    connect(m_oneWay, &QToolButton::toggled, this, [this](bool on) {
        m_reference->setVisible(on);
        if (on)
            m_byHand->setChecked(false);
        else if (!judgingSheetOf(m_model.sheet(sheet_kind::judging)).reference.empty())
            setReference({});
        emit whichChanged();
    });
    connect(m_byHand, &QToolButton::toggled, this, [this](bool on) {
        if (on)
            m_oneWay->setChecked(false);
        emit whichChanged();
    });
    connect(m_reference, &QComboBox::activated, this,
            [this](int at) { setReference(m_reference->itemData(at).toString().toStdString()); });
}

QDoubleSpinBox* PlanForm::box(QGridLayout* grid, int row, int column, const QString& name, double value, double least,
                              double most, int decimals, const QString& unit, const QString& zero) {
    auto* b = new QDoubleSpinBox;
    b->setRange(least, most);
    b->setDecimals(decimals);
    b->setValue(value);
    b->setSuffix(unit);
    b->setSpecialValueText(zero);
    b->setButtonSymbols(QAbstractSpinBox::NoButtons);
    auto* label = new Words(name);
    label->setBuddy(b);
    label->setProperty("muted", true);
    grid->addWidget(label, 2 * row, column);
    grid->addWidget(b, 2 * row + 1, column);
    connect(b, &QDoubleSpinBox::valueChanged, this, [this, b] {
        if (m_filling)
            return;
        m_typed = m_typed || b == m_repeatability;
        m_tankTyped = m_tankTyped || b == m_tank;
        emit changed();
    });
    return b;
}

PlanForm::Which PlanForm::which() const {
    return static_cast<Which>(m_which->currentIndex());
}
void PlanForm::setWhich(Which which) {
    m_which->setCurrentIndex(static_cast<int>(which));
}
bool PlanForm::oneWay() const {
    return severalOfThem() && m_oneWay->isChecked();
}
void PlanForm::setOneWay(bool oneWay) {
    m_oneWay->setChecked(oneWay);
}
bool PlanForm::byHand() const {
    return !severalOfThem() || m_byHand->isChecked();
}

std::string PlanForm::reference() const {
    return oneWay() ? m_reference->currentData().toString().toStdString() : std::string();
}

void PlanForm::setReference(const std::string& setupId) {
    JudgingSheet judging = judgingSheetOf(m_model.sheet(sheet_kind::judging));
    judging.reference = setupId;
    m_model.setSheet(sheet_kind::judging, sheetBody(judging), tr("choose the reference"));
    fillReferences();
    emit changed();
}

std::vector<std::string> PlanForm::setupNames() const {
    std::vector<std::string> out;
    const JobRecord& job = m_model.job();
    const ComparisonRecord& now = m_model.compare().now();
    if (const SetupRecord* base = job.setup(now.baseSetup))
        out.push_back(base->name);
    const std::string kept = reference();
    for (const SetupRecord& s : job.setups)
        if (s.id != now.baseSetup && s.id != kept && (which() != Which::TheTwo || s.id == now.withSetup))
            out.push_back(s.name);
    if (const SetupRecord* s = job.setup(kept))
        out.push_back(s->name);
    return out;
}

PlanOptions PlanForm::options() const {
    PlanOptions o;
    o.kind = which() == Which::Cross ? PlanKind::Cross : which() == Which::Sweep ? PlanKind::Sweep : PlanKind::Several;
    // Before there are two setups the plan is for two to come.
    const int named = static_cast<int>(setupNames().size()) - (reference().empty() ? 0 : 1);
    o.setups = which() == Which::TheTwo ? 2 : named;
    o.repeatabilityPct = m_repeatability->value();
    o.worthPct = m_model.compare().now().worthPct;
    o.pullMinutes = m_pullMinutes->value();
    o.changeMinutes = m_changeMinutes->value();
    if (m_fuelPerPull->value() > 0.) {
        o.fuelPerPullMl = m_fuelPerPull->value();
        if (m_tank->value() > 0.)
            o.tankMl = m_tank->value();
        constexpr double kRefuelMinutes = 10.; // common practice, no source
        o.refuelMinutes = kRefuelMinutes;
    }
    if (m_inARow->value() > 0.) {
        o.pullsInARow = static_cast<int>(m_inARow->value());
        o.coolMinutes = m_coolMinutes->value();
    }
    return o;
}

void PlanForm::fill() {
    m_filling = true;
    fillRepeatability();
    if (!m_tankTyped)
        m_tank->setValue(sheetNumber(machineSheetOf(m_model.sheet(sheet_kind::machine)), "tank_ml").value_or(0.));
    m_filling = false;
    m_oneWay->setVisible(severalOfThem());
    m_byHand->setVisible(severalOfThem());
    fillReferences();
}

/// From the pulls of this job where they tell, else from what this machine's jobs have shown; a typed one stays.
void PlanForm::fillRepeatability() {
    const auto& comparison = m_model.answers().comparison();
    const bool own = comparison && comparison->repeatabilityPct && !comparison->repeatabilityBorrowed;
    const auto past = own || m_typed ? std::nullopt : m_model.notes().past();
    if (own && !m_typed)
        m_repeatability->setValue(*comparison->repeatabilityPct);
    else if (past) // a test's pulls are of several fittings
        m_repeatability->setValue(
            100. * std::hypot(past->knowledge.pull->sd, past->knowledge.fitting ? past->knowledge.fitting->sd : 0.));
    m_from = m_typed ? tr("Repeatability typed in.")
             : own   ? tr("Repeatability from the pulls of this job so far.")
             : past  ? plural(past->knowledge.jobs, tr("Repeatability from 1 earlier job with this machine."),
                              tr("Repeatability from %1 earlier jobs with this machine."))
                     : tr("A guess until this bench has shown how well it repeats.");
}

/// The setups that could be put back between: neither side of the question.
void PlanForm::fillReferences() {
    const std::string kept = judgingSheetOf(m_model.sheet(sheet_kind::judging)).reference;
    const ComparisonRecord& now = m_model.compare().now();
    std::vector<std::pair<QString, QString>> items{{tr("Nothing is put back between"), QString()}};
    for (const SetupRecord& s : m_model.job().setups)
        if (s.id != now.baseSetup && s.id != now.withSetup)
            items.emplace_back(tr("Put back between: %1").arg(QString::fromStdString(s.name)),
                               QString::fromStdString(s.id));
    // Only when they are others: a list somebody has open must not be taken from under the pointer.
    bool same = m_reference->count() == static_cast<int>(items.size());
    for (int i = 0; same && i < m_reference->count(); ++i)
        same = m_reference->itemText(i) == items[static_cast<std::size_t>(i)].first &&
               m_reference->itemData(i).toString() == items[static_cast<std::size_t>(i)].second;
    if (!same) {
        m_reference->clear();
        for (const auto& [words, id] : items)
            m_reference->addItem(words, id);
    }
    const int at = kept.empty() ? 0 : m_reference->findData(QString::fromStdString(kept));
    m_reference->setCurrentIndex(std::max(at, 0));
    if (at > 0 && !m_oneWay->isChecked()) {
        const QSignalBlocker quiet(m_oneWay);
        m_oneWay->setChecked(true);
    }
    m_reference->setVisible(oneWay());
}

} // namespace jr::app
