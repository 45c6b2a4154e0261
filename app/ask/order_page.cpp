// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/order_page.h"

#include "app/model/display_units.h"
#include "app/widgets/clear_layout.h"
#include "app/words/plural.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>

namespace jr::app {

OrderPage::OrderPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model), m_desk(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 6, 14, 8);
    across->setSpacing(12);
    auto* left = new QVBoxLayout;
    left->setSpacing(10);
    left->addWidget(buildWho());
    left->addWidget(buildFit(), 1);
    m_quote = new QuoteCard(theme, m_desk);
    left->addWidget(m_quote);
    across->addLayout(left, 1);
    auto* right = new QVBoxLayout;
    right->setSpacing(10);
    m_kit = new KitCard(theme, m_desk);
    right->addWidget(m_kit, 1);
    right->addWidget(buildGuesses());
    auto* side = new QWidget;
    side->setLayout(right);
    side->setFixedWidth(330);
    right->setContentsMargins(0, 0, 0, 0);
    across->addWidget(side);
    connect(&m_desk, &OrderDesk::changed, this, &OrderPage::refresh);
}

QLineEdit* OrderPage::line(const QString& name, const QString& hint, std::string WorkOrder::*member) {
    auto* edit = new QLineEdit;
    edit->setPlaceholderText(hint);
    edit->setAccessibleName(name);
    m_lines.emplace_back(edit, member);
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, member, name] {
        m_desk.change(tr("write: %1").arg(name),
                      [&](WorkOrder& o) { o.*member = edit->text().trimmed().toStdString(); });
    });
    return edit;
}

QDoubleSpinBox* OrderPage::amount(const QString& name, const QString& unit, std::optional<double> WorkOrder::*member) {
    auto* box = new QDoubleSpinBox;
    constexpr double kMost = 1e6;
    box->setRange(0., kMost);
    box->setDecimals(0);
    box->setSuffix(unit);
    box->setSpecialValueText(QStringLiteral("–") + unit);
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setKeyboardTracking(false);
    box->setGroupSeparatorShown(true);
    box->setAccessibleName(name);
    m_amounts.emplace_back(box, member);
    connect(box, &QDoubleSpinBox::valueChanged, this, [this, member, name](double v) {
        if (!m_filling)
            m_desk.change(tr("write: %1").arg(name),
                          [&](WorkOrder& o) { o.*member = v > 0. ? std::optional(v) : std::nullopt; });
    });
    return box;
}

QWidget* OrderPage::buildWho() {
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* down = new QVBoxLayout(card);
    down->setContentsMargins(14, 10, 14, 10);
    down->setSpacing(6);
    QHBoxLayout* row = nullptr;
    const auto word = [&](const QString& text) {
        auto* label = new Words(text);
        label->setProperty("strong", true);
        row->addWidget(label);
    };
    const auto newRow = [&] {
        row = new QHBoxLayout;
        row->setSpacing(8);
        down->addLayout(row);
    };
    // Read as sentences: who wants what of which machine, and what they complain of.
    m_name = new QLineEdit;
    m_name->setAccessibleName(tr("Name of the job"));
    m_machine = new QComboBox;
    m_machine->setEditable(true);
    m_machine->setInsertPolicy(QComboBox::NoInsert);
    m_machine->setAccessibleName(tr("Machine of the job"));
    m_machine->lineEdit()->setPlaceholderText(tr("which machine"));
    m_machine->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    newRow();
    word(tr("Job"));
    row->addWidget(m_name, 3);
    word(tr("on"));
    row->addWidget(m_machine, 3);
    row->addWidget(amount(tr("Distance run"), tr(" km run"), &WorkOrder::distanceKm), 1);
    row->addWidget(amount(tr("Hours run"), tr(" h run"), &WorkOrder::hoursRun), 1);
    newRow();
    word(tr("For"));
    row->addWidget(line(tr("Customer"), tr("whose it is"), &WorkOrder::customer), 2);
    word(tr("who wants"));
    row->addWidget(line(tr("What they want"), tr("more pull out of corners, the same noise"), &WorkOrder::wants), 3);
    newRow();
    word(tr("and complains of"));
    row->addWidget(line(tr("What they complain of"), tr("stumbles as it opens; nothing"), &WorkOrder::complains), 1);
    connect(m_name, &QLineEdit::editingFinished, this,
            [this] { m_model.nameJob(m_name->text(), QString::fromStdString(m_model.job().machine)); });
    connect(m_machine->lineEdit(), &QLineEdit::editingFinished, this, [this] {
        if (!m_filling)
            m_model.nameJob(QString::fromStdString(m_model.job().name), m_machine->currentText());
    });
    return card;
}

QWidget* OrderPage::buildFit() {
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* down = new QVBoxLayout(card);
    down->setContentsMargins(14, 10, 14, 10);
    down->setSpacing(6);
    m_fitWords = new Words;
    m_fitWords->setProperty("headline", true);
    m_fitWords->setWordWrap(true);
    down->addWidget(m_fitWords);
    m_fit = new FitDrawing(m_theme);
    down->addWidget(m_fit, 1);
    auto* row = new QHBoxLayout;
    m_wrong = new QLineEdit;
    m_wrong->setAccessibleName(tr("What is wrong"));
    row->addWidget(m_wrong, 1);
    down->addLayout(row);
    m_photos = new NoteStrip(m_theme, m_model);
    down->addWidget(m_photos);
    connect(m_fit, &FitDrawing::looked, this, [this](const QString& key, Fit fit) {
        m_desk.setFit(key.toStdString(), fit, QSettings().value(QStringLiteral("who")).toString());
    });
    connect(m_fit, &FitDrawing::currentChanged, this, &OrderPage::showLine);
    connect(m_wrong, &QLineEdit::editingFinished, this, [this] { m_desk.setWrong(m_fit->current(), m_wrong->text()); });
    return card;
}

QWidget* OrderPage::buildGuesses() {
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* down = new QVBoxLayout(card);
    down->setContentsMargins(14, 10, 14, 10);
    down->setSpacing(6);
    auto* title = new Words(tr("What will it be worth?"));
    title->setProperty("strong", true);
    down->addWidget(title);
    auto* row = new QHBoxLayout;
    m_who = new QLineEdit;
    m_who->setPlaceholderText(tr("who guesses"));
    m_who->setAccessibleName(tr("Who guesses"));
    m_guess = new QDoubleSpinBox;
    m_guess->setRange(-99., 300.);
    m_guess->setDecimals(1);
    m_guess->setSuffix(tr(" %"));
    m_guess->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_guess->setAccessibleName(tr("Gain guessed, mean of the band"));
    auto* seal = new QPushButton(tr("&Seal it"));
    row->addWidget(m_who, 2);
    row->addWidget(m_guess, 1);
    row->addWidget(seal);
    down->addLayout(row);
    m_guesses = new QVBoxLayout;
    m_guesses->setSpacing(2);
    down->addLayout(m_guesses);
    m_open = new QPushButton(tr("&Open the guesses"));
    m_open->setToolTip(tr("Once there is a difference with its margin. No more are taken afterwards."));
    down->addWidget(m_open);
    const auto sealIt = [this] {
        m_desk.guess(m_who->text(), m_guess->value());
        m_who->clear();
        m_guess->setValue(0.); // nobody reads the last one off the field
    };
    connect(seal, &QPushButton::clicked, this, sealIt);
    connect(m_open, &QPushButton::clicked, &m_desk, &OrderDesk::openGuesses);
    return card;
}

void OrderPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    fillMachines();
    refresh();
}

void OrderPage::fillMachines() {
    if (!m_model.keeper())
        return;
    m_model.keeper()->ask(
        this, [](const Archive& archive) { return archive.machines(); },
        [this](const Result<std::vector<std::string>>& machines) {
            if (!machines || m_machine->lineEdit()->hasFocus())
                return;
            m_filling = true;
            m_machine->clear();
            for (const std::string& machine : *machines)
                m_machine->addItem(QString::fromStdString(machine));
            m_machine->setEditText(QString::fromStdString(m_model.job().machine));
            m_filling = false;
        });
}

QString OrderPage::fitWords() const {
    return m_fitWords->text();
}

void OrderPage::refresh() {
    if (!isVisible())
        return;
    const WorkOrder order = m_desk.order();
    m_filling = true;
    if (!m_name->hasFocus())
        m_name->setText(QString::fromStdString(m_model.job().name));
    if (!m_machine->lineEdit()->hasFocus())
        m_machine->setEditText(QString::fromStdString(m_model.job().machine));
    for (const auto& [edit, member] : m_lines)
        if (!edit->hasFocus()) {
            edit->setText(QString::fromStdString(order.*member));
            edit->setCursorPosition(0);
        }
    for (const auto& [box, member] : m_amounts)
        box->setValue((order.*member).value_or(0.));
    m_filling = false;
    const FitState state = fitState(order);
    m_fitWords->setText(
        state.fit() ? tr("Fit to run: all of it was looked at.")
        : state.wrong.empty()
            ? tr("Fit to run? %1 of %2 looked at.").arg(state.looked).arg(state.all)
            : plural(static_cast<int>(state.wrong.size()),
                     tr("Not fit to run: 1 thing is wrong. Nothing is charged before it is put right."),
                     tr("Not fit to run: %1 things are wrong. Nothing is charged before they are put right.")));
    m_fit->setLines(order.fit, machineSheetOf(m_model.sheet(sheet_kind::machine)).kind);
    m_kit->refresh();
    m_quote->fill(order);
    fillGuesses(order);
    showLine();
}

void OrderPage::showLine() {
    const std::string key = m_fit->current();
    for (const FitLine& line : m_desk.order().fit)
        if (line.key == key) {
            m_wrong->setPlaceholderText(tr("%1: what is wrong").arg(DisplayUnits::word(line.words)));
            m_wrong->setEnabled(line.fit == Fit::Wrong);
            if (!m_wrong->hasFocus())
                m_wrong->setText(QString::fromStdString(line.what));
        }
    m_photos->setAbout(key.empty() ? std::string() : "fit:" + key);
}

void OrderPage::fillGuesses(const WorkOrder& order) {
    clearLayout(m_guesses);
    ++m_turn;
    for (const QString& words : m_desk.guessWords()) {
        auto* label = new Words(words);
        label->setWordWrap(true);
        m_guesses->addWidget(label);
    }
    m_who->setEnabled(!order.outcome);
    m_guess->setEnabled(!order.outcome);
    m_open->setVisible(!order.guesses.empty() && !order.outcome);
    m_open->setEnabled(m_desk.canOpenGuesses());
    if (order.outcome)
        m_desk.tellRecords(this, [this, turn = ++m_turn](const QStringList& records) {
            if (turn != m_turn) // asked again since
                return;
            for (const QString& words : records) {
                auto* label = new Words(words);
                label->setWordWrap(true);
                label->setProperty("muted", true);
                m_guesses->addWidget(label);
            }
        });
}

} // namespace jr::app
