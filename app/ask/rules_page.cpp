// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/rules_page.h"

#include "app/model/display_units.h"
#include "app/widgets/chart_words.h"
#include "app/widgets/method_link.h"
#include "app/words/words.h"
#include "archive/formats/job_readings.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/rules_sheet.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>
#include <set>

namespace jr::app {
namespace {

/// Where the microphone is put is not measured at the machine: three places where power can be.
QComboBox& powerPlaces(QComboBox& box) {
    box.addItem(RulesPage::tr("at the crank"), QStringLiteral("crank"));
    box.addItem(RulesPage::tr("at the hub"), QStringLiteral("hub"));
    box.addItem(RulesPage::tr("at the wheel"), QStringLiteral("wheel"));
    return box;
}

} // namespace

RulesPage::RulesPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(14, 6, 14, 8);
    down->setSpacing(8);
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* inCard = new QVBoxLayout(card);
    inCard->setContentsMargins(14, 10, 14, 10);
    auto* head = new QHBoxLayout;
    auto* title = new Words(tr("What the setups have to keep"));
    title->setProperty("headline", true);
    head->addWidget(title, 1);
    head->addWidget(methodLink(QStringLiteral("Rules a setup must keep"), this));
    inCard->addLayout(head);
    m_empty =
        new Words(tr("No rule yet. Write one below: a part that has to stay, a size of the class, the power a "
                     "licence allows, a noise limit with its place. Every setup is then held against it from what "
                     "is known, and what is not known is said here and on the sheet."));
    m_empty->setWordWrap(true);
    m_empty->setProperty("muted", true);
    inCard->addWidget(m_empty);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    m_board = new RulesBoard(theme);
    scroll->setWidget(m_board);
    inCard->addWidget(scroll, 1);
    auto* foot = new QHBoxLayout;
    m_words = new Words;
    m_words->setWordWrap(true);
    foot->addWidget(m_words, 1);
    m_take = new QPushButton(tr("Take this rule &away"));
    foot->addWidget(m_take);
    inCard->addLayout(foot);
    down->addWidget(card, 1);
    down->addWidget(buildForm());
    connect(m_board, &RulesBoard::chosenChanged, this, &RulesPage::sayChosen);
    connect(m_take, &QPushButton::clicked, this, [this] { takeRule(m_board->row()); });
    connect(&model.answers(), &JobStudy::changed, this, &RulesPage::refresh);
    for (auto signal : {&JobModel::jobChanged, &JobModel::unitsChanged})
        connect(&model, signal, this, &RulesPage::refresh);
    connect(&model, &JobModel::unitsChanged, this, &RulesPage::fitToKind);
    connect(&theme, &Theme::changed, this, &RulesPage::refresh);
    fitToKind();
}

QWidget* RulesPage::buildForm() {
    auto* form = new QFrame;
    form->setProperty("card", true);
    auto* down = new QVBoxLayout(form);
    down->setContentsMargins(14, 10, 14, 10);
    auto* title = new Words(tr("One more rule"));
    title->setProperty("strong", true);
    down->addWidget(title);
    auto* row = new QHBoxLayout;
    m_kind = new QComboBox;
    m_kind->addItem(tr("a part stays as it is"), static_cast<int>(RuleKind::PartStays));
    m_kind->addItem(tr("a size of the class"), static_cast<int>(RuleKind::Size));
    m_kind->addItem(tr("power at most"), static_cast<int>(RuleKind::Power));
    m_kind->addItem(tr("power for its weight at most"), static_cast<int>(RuleKind::PowerToWeight));
    m_kind->addItem(tr("noise at most"), static_cast<int>(RuleKind::Noise));
    m_kind->setAccessibleName(tr("What kind of rule"));
    row->addWidget(m_kind);
    m_what = new QComboBox;
    m_what->setMinimumContentsLength(18);
    m_what->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    row->addWidget(m_what, 2);
    const auto box = [&](const QString& name) {
        auto* b = new QDoubleSpinBox;
        b->setButtonSymbols(QAbstractSpinBox::NoButtons);
        b->setAccessibleName(name);
        b->setRange(0., 1e5);
        row->addWidget(b, 1);
        return b;
    };
    m_low = box(tr("At least"));
    m_high = box(tr("At most"));
    m_at = box(tr("At which engine speed"));
    m_at->setDecimals(0);
    m_at->setRange(0., 30000.);
    m_at->setPrefix(tr("at "));
    m_at->setSuffix(tr(" rpm"));
    m_at->setSpecialValueText(tr("any speed"));
    m_source = new QLineEdit;
    m_source->setPlaceholderText(tr("who says so"));
    m_source->setAccessibleName(tr("Who says so"));
    row->addWidget(m_source, 2);
    auto* add = new QPushButton(tr("A&dd it"));
    row->addWidget(add);
    down->addLayout(row);
    auto* local =
        new Words(tr("No class and no law is built in: write what applies where it is ridden. What the scrutineer or "
                     "the authority says comes first."));
    local->setProperty("muted", true);
    local->setWordWrap(true);
    down->addWidget(local);
    connect(m_kind, &QComboBox::currentIndexChanged, this, &RulesPage::fitToKind);
    connect(m_what, &QComboBox::currentIndexChanged, this, [this] {
        if (m_kind->currentIndex() == 1)
            if (const SheetField* line = findSheetField(m_what->currentData().toString().toStdString()))
                for (QDoubleSpinBox* b : {m_low, m_high})
                    b->setSuffix(line->unit.empty() ? QString()
                                                    : QLatin1Char(' ') + QString::fromUtf8(line->unit.data()));
    });
    connect(add, &QPushButton::clicked, this, &RulesPage::addFromForm);
    connect(m_source, &QLineEdit::returnPressed, this, &RulesPage::addFromForm);
    return form;
}

void RulesPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    fitToKind();
    refresh();
}

QString RulesPage::words() const {
    return m_words->text();
}

void RulesPage::fitToKind() {
    const auto kind = static_cast<RuleKind>(m_kind->currentData().toInt());
    const DisplayUnits& u = m_model.units();
    const bool size = kind == RuleKind::Size, noise = kind == RuleKind::Noise;
    const QString typed = m_what->isEditable() ? m_what->currentText() : QString();
    m_what->clear();
    m_what->setEditable(kind == RuleKind::PartStays || noise);
    m_low->setVisible(size);
    m_high->setVisible(kind != RuleKind::PartStays);
    m_at->setVisible(noise);
    m_low->setPrefix(tr("from "));
    m_high->setPrefix(tr("to "));
    for (QDoubleSpinBox* b : {m_low, m_high}) {
        b->setDecimals(kind == RuleKind::PowerToWeight ? 3 : 1);
        b->setSuffix({});
        b->setSpecialValueText(size ? (b == m_low ? tr("no least") : tr("no most")) : QString());
    }
    switch (kind) {
    case RuleKind::PartStays: {
        std::set<std::string> parts;
        for (const SetupRecord& s : m_model.job().setups)
            for (const SetupChange& c : s.changes)
                parts.insert(c.part);
        for (const std::string& part : parts)
            m_what->addItem(QString::fromStdString(part));
        m_what->setCurrentText(typed);
        m_what->lineEdit()->setPlaceholderText(tr("which part"));
        break;
    }
    case RuleKind::Size:
        for (const SheetField* f : sheetFields(machineSheetOf(m_model.sheet(sheet_kind::machine)).kind))
            if (f->isNumber())
                m_what->addItem(DisplayUnits::word(f->words), QString::fromUtf8(f->key.data()));
        break;
    case RuleKind::Power:
        powerPlaces(*m_what);
        m_high->setSuffix(QLatin1Char(' ') + u.powerSymbol());
        break;
    case RuleKind::PowerToWeight:
        powerPlaces(*m_what);
        m_high->setSuffix(tr(" kW/kg"));
        break;
    case RuleKind::Noise:
        for (const JobQuantity& q : jobReadingsOf(m_model.sheet(sheet_kind::readings)))
            if (QString::fromStdString(q.unit).startsWith(QLatin1String("dB"), Qt::CaseInsensitive))
                m_what->addItem(QString::fromStdString(q.quantity));
        m_what->setCurrentText(typed);
        m_what->lineEdit()->setPlaceholderText(tr("where the microphone stands"));
        m_high->setSuffix(tr(" dB"));
        break;
    }
    m_what->setAccessibleName(size    ? tr("Which size")
                              : noise ? tr("Where the microphone stands")
                                      : tr("What it is about"));
}

SetupRule RulesPage::ruleInForm() const {
    constexpr double kWPerKw = 1000.;
    SetupRule rule;
    rule.kind = static_cast<RuleKind>(m_kind->currentData().toInt());
    rule.what =
        (m_what->isEditable() ? m_what->currentText() : m_what->currentData().toString()).trimmed().toStdString();
    rule.source = m_source->text().trimmed().toStdString();
    const auto written = [](const QDoubleSpinBox& b) {
        return b.value() > 0. ? std::optional(b.value()) : std::nullopt;
    };
    switch (rule.kind) {
    case RuleKind::PartStays:
        break;
    case RuleKind::Size:
        rule.low = written(*m_low);
        rule.high = written(*m_high);
        break;
    case RuleKind::Power:
        if (const auto most = written(*m_high))
            rule.high = *most / m_model.units().powerOf(1.);
        break;
    case RuleKind::PowerToWeight:
        if (const auto most = written(*m_high))
            rule.high = *most * kWPerKw;
        break;
    case RuleKind::Noise:
        rule.high = written(*m_high);
        rule.atRpm = m_at->value();
        break;
    }
    return rule;
}

void RulesPage::addFromForm() {
    if (!m_model.hasJob()) {
        emit m_model.problem(tr("A rule belongs to a job, and none is open. Begin one (Ctrl+N)."));
        return;
    }
    const SetupRule rule = ruleInForm();
    if (rule.what.empty()) {
        m_what->setFocus();
        return;
    }
    if (rule.kind != RuleKind::PartStays && !rule.low && !rule.high) {
        m_high->setFocus();
        m_high->selectAll();
        return;
    }
    addRule(rule);
    m_source->clear();
    for (QDoubleSpinBox* b : {m_low, m_high, m_at})
        b->setValue(0.);
    m_kind->setFocus();
}

void RulesPage::addRule(const SetupRule& rule) {
    std::vector<SetupRule> rules = setupRulesOf(m_model.sheet(sheet_kind::rules));
    rules.push_back(rule);
    m_model.setSheet(sheet_kind::rules, sheetBody(rules), tr("add a rule"));
}

void RulesPage::takeRule(int row) {
    if (row < 0 || row >= static_cast<int>(m_rules.size()))
        return;
    // That which is shown: the sheet may be ahead of the study for a moment.
    std::vector<SetupRule> rules = setupRulesOf(m_model.sheet(sheet_kind::rules));
    const auto shown = std::find(rules.begin(), rules.end(), m_rules[static_cast<std::size_t>(row)]);
    if (shown == rules.end())
        return;
    rules.erase(shown);
    m_model.setSheet(sheet_kind::rules, rules.empty() ? std::string() : sheetBody(rules), tr("take a rule away"));
}

void RulesPage::refresh() {
    if (!isVisible())
        return;
    setEnabled(m_model.hasJob());
    const StudyPtr& study = m_model.answers().shown();
    m_rules = study->settings().rules.rules;
    m_shown = study->rules(); // worked out before the study was shown
    const Wording wording = m_model.units().wording();
    std::vector<RulesBoard::Row> rows;
    for (const SetupRule& r : m_rules)
        rows.push_back({QString::fromStdString(said(ruleMessage(r), wording)), QString::fromStdString(r.source)});
    std::vector<RulesBoard::Column> columns;
    for (const RulesOfSetup& one : m_shown) {
        const SetupRecord* setup = m_model.job().setup(one.setupId);
        RulesBoard::Column column{
            setup ? QString::fromStdString(setup->name) : QString(), setupMarkOf(m_model, one.setupId), {}};
        for (const RuleCheck& check : one.checks)
            column.states.push_back(check.state);
        columns.push_back(std::move(column));
    }
    m_board->show(std::move(rows), std::move(columns));
    m_empty->setVisible(m_rules.empty());
    m_take->setEnabled(!m_rules.empty());
    sayChosen();
}

void RulesPage::sayChosen() {
    const auto r = static_cast<std::size_t>(m_board->row()), c = static_cast<std::size_t>(m_board->column());
    if (r >= m_rules.size() || c >= m_shown.size()) {
        m_words->setText(m_rules.empty() ? QString() : tr("There is no setup yet: write one into the question."));
        return;
    }
    const SetupRecord* setup = m_model.job().setup(m_shown[c].setupId);
    const RuleCheck& check = m_shown[c].checks[r];
    const Wording wording = m_model.units().wording();
    m_words->setText(tr("%1 — %2: %3. %4")
                         .arg(setup ? QString::fromStdString(setup->name) : QString(),
                              QString::fromStdString(said(ruleMessage(m_rules[r]), wording)),
                              RulesBoard::stateWords(check.state), QString::fromStdString(said(check.why, wording))));
}

} // namespace jr::app
