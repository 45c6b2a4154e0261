// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/question_page.h"
#include "app/widgets/asking.h"
#include "app/widgets/outlook_line.h"
#include "app/widgets/scrolled.h"
#include "app/widgets/weight_words.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QHeaderView>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QTableWidget>
#include <QToolButton>
#include <QVBoxLayout>

namespace jr::app {
namespace {

constexpr int kColumns = 9, kCylinder = 3;

} // namespace

QuestionPage::QuestionPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(14, 6, 14, 8);
    down->setSpacing(8);
    m_line = new QuestionLine(model);
    down->addWidget(m_line);
    down->addWidget(new OutlookLine(model));
    m_caution = new Words;
    m_caution->setProperty("caution", true);
    m_caution->setWordWrap(true);
    down->addWidget(m_caution);
    auto* cards = new Column;
    auto* across = new QHBoxLayout(cards);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(12);

    auto* family = new QFrame;
    family->setProperty("card", true);
    auto* left = new QVBoxLayout(family);
    left->setContentsMargins(12, 10, 12, 10);
    left->setSpacing(6);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    m_tree = new SetupTreeView(theme, model);
    scroll->setWidget(m_tree);
    left->addWidget(scroll, 3);
    auto* whatRow = new WrappingRow;
    auto* what = new Words(tr("What it changes against its parent"));
    what->setProperty("muted", true);
    auto* money = new QToolButton;
    money->setText(tr("weight, money"));
    money->setToolTip(tr("Show what came off and went on, what it cost, and notes"));
    money->setCheckable(true);
    money->setProperty("switch", true);
    m_weightUnit = new QComboBox;
    for (WeightUnit unit : weightUnits())
        m_weightUnit->addItem(weightSymbolWords(unit));
    m_weightUnit->setCurrentIndex(static_cast<int>(weightUnitChosen()));
    m_weightUnit->setAccessibleName(tr("What weights are written in"));
    m_weightUnit->hide();
    auto* files = new QToolButton;
    files->setText(tr("maps, files"));
    files->setToolTip(tr("Show the files kept with the setup instead of its notes"));
    files->setCheckable(true);
    files->setProperty("switch", true);
    whatRow->addWidget(what);
    whatRow->addStretch();
    whatRow->addWidget(m_weightUnit);
    whatRow->addWidget(money);
    whatRow->addWidget(files);
    left->addLayout(whatRow);
    m_changes = new QTableWidget(0, kColumns);
    nameColumns();
    m_changes->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    m_changes->horizontalHeader()->setSectionResizeMode(kCylinder, QHeaderView::ResizeToContents);
    const auto columns = [this](bool ledger) {
        for (int c = 1; c < kColumns; ++c)
            m_changes->setColumnHidden(c, (c > kCylinder) != ledger);
    };
    columns(false);
    connect(money, &QToolButton::toggled, this, columns);
    connect(money, &QToolButton::toggled, m_weightUnit, &QWidget::setVisible);
    connect(m_weightUnit, &QComboBox::activated, this, [this](int unit) {
        chooseWeightUnit(static_cast<WeightUnit>(unit));
        nameColumns();
        fillChanges();
        m_tree->update();
    });
    m_changes->verticalHeader()->hide();
    m_changes->setTabKeyNavigation(false); // Tab leaves the table, arrows walk in it
    m_changes->setAccessibleName(tr("Changes of the chosen setup"));
    m_changes->setToolTip(tr("Tick a part's box when the change before it forced it (rejetting for a carburettor): the "
                             "credit is then one."));
    left->addWidget(m_changes, 2);
    m_ledger = new Words;
    m_ledger->setProperty("muted", true);
    m_ledger->setWordWrap(true);
    left->addWidget(m_ledger);
    m_notes = new NoteStrip(theme, model);
    left->addWidget(m_notes);
    m_files = new SetupFilesStrip(theme, model);
    m_files->hide();
    left->addWidget(m_files);
    connect(files, &QToolButton::toggled, m_files, &QWidget::setVisible);
    connect(files, &QToolButton::toggled, m_notes, &QWidget::setHidden);
    auto* row = new WrappingRow;
    m_newName = new QLineEdit;
    m_newName->setPlaceholderText(tr("name of a new setup"));
    m_newName->setAccessibleName(tr("Name of a new setup"));
    auto* add = new QPushButton(tr("&Add it under the chosen one"));
    row->addWidget(m_newName);
    row->addWidget(add);
    left->addLayout(row);
    across->addWidget(family, 10);

    m_plan = new PlanCard(theme, model);
    across->addWidget(m_plan, 7);
    m_claims = new ClaimsBoard(theme, model);
    across->addWidget(m_claims, 7);
    down->addWidget(scrolled(cards), 1);

    connect(m_tree, &SetupTreeView::chosenChanged, this, &QuestionPage::fillChanges);
    connect(m_tree, &SetupTreeView::renameWanted, this, &QuestionPage::renameSetup);
    connect(m_tree, &SetupTreeView::removeWanted, this,
            [this](const QString& id) { m_model.removeSetup(id.toStdString()); });
    connect(m_changes, &QTableWidget::cellChanged, this, [this] {
        if (!m_filling)
            keepChanges();
    });
    const auto addSetup = [this] {
        if (m_newName->text().trimmed().isEmpty()) {
            m_newName->setFocus();
            return;
        }
        if (!m_model.hasJob()) {
            emit m_model.problem(tr("A setup belongs to a job, and none is open. Begin one (Ctrl+N), open one on Jobs "
                                    "(Ctrl+0) or bring in pulls (Ctrl+I); the name stays here."));
            m_newName->setFocus();
            return;
        }
        const QString name = m_newName->text().trimmed();
        m_model.addSetup(name, m_tree->chosen(), {}, [this, name](const std::string& id) {
            if (m_newName->text().trimmed() == name) // nothing else has been typed since
                m_newName->clear();
            m_tree->choose(id);
        });
    };
    connect(add, &QPushButton::clicked, this, addSetup);
    connect(m_newName, &QLineEdit::returnPressed, this, addSetup);
    connect(&model.answers(), &JobStudy::changed, this, &QuestionPage::refresh);
    for (auto signal : {&JobModel::jobChanged, &JobModel::pullsChanged})
        connect(&model, signal, this, &QuestionPage::refresh);
    connect(&theme, &Theme::changed, this, &QuestionPage::refresh);
}

void QuestionPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

QString QuestionPage::caution() const {
    return m_caution->isHidden() ? QString() : m_caution->text();
}

void QuestionPage::refresh() {
    if (!isVisible())
        return;
    m_line->refresh();
    const SetupDifference difference =
        differenceOf(m_model.job().setupTree(), m_model.compare().now().baseSetup, m_model.compare().now().withSetup);
    QString words;
    if (!m_model.compare().now().withSetup.empty() && difference.changes.empty())
        words = tr("It is not written down what the two differ in. Choose the changed setup below and write its part, "
                   "from and to.");
    else if (difference.independent > 1) {
        words = tr("More than one thing differs: %1. The credit belongs to all of them together.")
                    .arg(QString::fromStdString(said(differenceMessage(difference), m_model.units().wording())));
        if (!difference.separating.empty())
            words += QLatin1Char(' ') +
                     tr("To know which did it, pull also: %1.").arg(saidHere(difference.separating.front()));
    }
    m_caution->setText(words);
    m_caution->setVisible(!words.isEmpty());
    m_tree->refresh();
    fillChanges();
    m_plan->refresh();
    m_claims->refresh();
}

void QuestionPage::fillChanges() {
    if (m_changes->hasFocus() && m_changes->isPersistentEditorOpen(m_changes->currentItem()))
        return;
    m_filling = true;
    m_changes->setRowCount(0);
    const SetupRecord* setup = m_model.job().setup(m_tree->chosen());
    m_changes->setEnabled(setup && !setup->parentId.empty());
    const QLocale l;
    const auto number = [&](const std::optional<double>& v) { return v ? l.toString(*v, 'g', 6) : QString(); };
    const WeightUnit unit = weightUnitChosen();
    const auto weight = [&](const std::optional<double>& kg) {
        return kg ? number(weightFromKg(*kg, unit)) : QString();
    };
    if (setup) {
        const std::size_t rows = setup->changes.size() + (setup->parentId.empty() ? 0 : 1); // one empty row to write in
        m_changes->setRowCount(static_cast<int>(rows));
        for (std::size_t r = 0; r < rows; ++r) {
            const SetupChange c = r < setup->changes.size() ? setup->changes[r] : SetupChange{};
            const QString cells[] = {QString::fromStdString(c.part),
                                     QString::fromStdString(c.from),
                                     QString::fromStdString(c.to),
                                     c.cylinder > 0 ? QString::number(c.cylinder) : QString(),
                                     weight(c.weightOffKg),
                                     weight(c.weightOnKg),
                                     number(c.price),
                                     number(c.hours),
                                     QString::fromStdString(c.note)};
            for (int k = 0; k < kColumns; ++k)
                m_changes->setItem(static_cast<int>(r), k, new QTableWidgetItem(cells[k]));
            if (r > 0 && r < setup->changes.size())
                m_changes->item(static_cast<int>(r), 0)->setCheckState(c.belongs ? Qt::Checked : Qt::Unchecked);
        }
        m_notes->setAbout("setup:" + setup->name);
        m_files->setSetup(setup->id);
        sayLedger(*setup);
    } else {
        m_notes->setAbout({});
        m_files->setSetup({});
        m_ledger->setText(m_model.hasJob() ? tr("Write into the question what is to be tried: its family begins there.")
                                           : tr("Open a job, or bring in pulls, to see its setups."));
    }
    m_filling = false;
}

/// What is written at once, what its pulls made for the weight once the study has said it.
void QuestionPage::sayLedger(const SetupRecord& setup) {
    m_ledger->setText(ledgerWords(setup, {}));
    m_model.answers().ask(this, [this, id = setup.id](const StudyPtr& study) -> StudyDesk::Draw {
        return [this, id, peak = study->setupPeak(id)] {
            if (const SetupRecord* chosen = m_model.job().setup(id); chosen && m_tree->chosen() == id)
                m_ledger->setText(ledgerWords(*chosen, peak));
        };
    });
}

/// What it weighs, costs and makes for its weight (P6) against where its family began.
QString QuestionPage::ledgerWords(const SetupRecord& setup, const std::optional<Estimate>& peak) const {
    const QLocale l;
    const SetupLedger ledger = ledgerOf(m_model.job().setupTree(), setup.id);
    QStringList words;
    if (ledger.netKg && !setup.parentId.empty())
        words << tr("net %1").arg(weightText(*ledger.netKg, weightUnitChosen(), true));
    if (ledger.price && !setup.parentId.empty())
        words << tr("price %1").arg(l.toString(*ledger.price, 'f', 0));
    if (ledger.hours && !setup.parentId.empty())
        words << tr("%1 h of work").arg(l.toString(*ledger.hours, 'f', 1));
    if (const auto ratio =
            powerToWeightMessage(peak ? std::optional(peak->mid) : std::nullopt,
                                 movedWeight(machineSheetOf(m_model.sheet(sheet_kind::machine)), ledger)))
        words << QString::fromStdString(said(*ratio, m_model.units().wording()));
    if (const int heats = m_model.heatsOf(setup.id); heats > 0 && !setup.parentId.empty())
        words << plural(heats, tr("hot once so far"), tr("hot %1 times so far"));
    if (setup.parentId.empty())
        return (QStringList(tr("%1 is where the family begins").arg(QString::fromStdString(setup.name))) + words)
                   .join(QStringLiteral("; ")) +
               QLatin1Char('.');
    return words.isEmpty() ? tr("Nothing weighed or priced yet.")
                           : tr("Against the beginning: %1.").arg(words.join(QStringLiteral(", ")));
}

QString QuestionPage::ledger() const {
    return m_ledger->text();
}

void QuestionPage::nameColumns() {
    const QString unit = weightSymbolWords(weightUnitChosen());
    m_changes->setHorizontalHeaderLabels({tr("part"), tr("from"), tr("to"), tr("cyl."), tr("off %1").arg(unit),
                                          tr("on %1").arg(unit), tr("price"), tr("hours"), tr("note")});
}

void QuestionPage::renameSetup(const QString& setupId) {
    const SetupRecord* setup = m_model.job().setup(setupId.toStdString());
    if (!setup)
        return;
    askForWords(this, tr("Another name"), tr("What is it called?"), QString::fromStdString(setup->name),
                [this, setupId](const QString& name) { m_model.renameSetup(setupId.toStdString(), name); });
}

std::vector<SetupChange> QuestionPage::changesInTable() const {
    std::vector<SetupChange> out;
    const QLocale l;
    for (int r = 0; r < m_changes->rowCount(); ++r) {
        const auto cell = [&](int c) {
            return m_changes->item(r, c) ? m_changes->item(r, c)->text().trimmed() : QString();
        };
        const auto number = [&](int c) {
            bool good = false;
            const double v = l.toDouble(cell(c), &good);
            return good ? std::optional(v) : std::nullopt;
        };
        const auto weight = [&](int c) {
            const auto v = number(c);
            return v ? std::optional(kgFromWeight(*v, weightUnitChosen())) : std::nullopt;
        };
        if (cell(0).isEmpty())
            continue;
        SetupChange change{cell(0).toStdString(),
                           cell(1).toStdString(),
                           cell(2).toStdString(),
                           weight(4),
                           weight(5),
                           number(6),
                           number(7),
                           cell(8).toStdString()};
        change.cylinder = std::clamp(cell(3).toInt(), 0, 12);
        change.belongs = r > 0 && m_changes->item(r, 0) && m_changes->item(r, 0)->checkState() == Qt::Checked;
        out.push_back(std::move(change));
    }
    return out;
}

void QuestionPage::keepChanges() {
    const SetupRecord* setup = m_model.job().setup(m_tree->chosen());
    if (!setup || setup->parentId.empty())
        return;
    const std::vector<SetupChange> changes = changesInTable();
    // After the cell's editor has closed: keeping fills the table anew.
    QMetaObject::invokeMethod(
        this,
        [this, id = setup->id, parentId = setup->parentId, changes] { m_model.setSetupChanges(id, parentId, changes); },
        Qt::QueuedConnection);
}

} // namespace jr::app
