// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/machine_page.h"

#include "app/ask/sheet_unit.h"
#include "app/model/display_units.h"
#include "app/widgets/asking.h"
#include "app/widgets/clear_layout.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/machine_book_sheets.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QVBoxLayout>

namespace jr::app {

MachinePage::MachinePage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 6, 14, 8);
    across->setSpacing(12);

    auto* sheetCard = new QFrame;
    sheetCard->setProperty("card", true);
    auto* left = new QVBoxLayout(sheetCard);
    left->setContentsMargins(14, 10, 8, 10);
    auto* head = new QHBoxLayout;
    m_kind = new QComboBox;
    for (MachineKind kind : machineKinds())
        m_kind->addItem(DisplayUnits::word(machineKindText(kind)), QString::fromUtf8(machineKindId(kind).data()));
    m_kind->setAccessibleName(tr("Kind of machine"));
    m_cylinders = new QSpinBox;
    m_cylinders->setRange(1, 12);
    m_cylinders->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_cylinders->setPrefix(tr("cylinders: "));
    m_cylinders->setAccessibleName(tr("Number of cylinders"));
    m_copy = new QPushButton(tr("&Copy from another machine…"));
    head->addWidget(m_kind);
    head->addWidget(m_cylinders);
    head->addStretch(1);
    head->addWidget(m_copy);
    left->addLayout(head);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    m_lines = new QWidget;
    scroll->setWidget(m_lines);
    left->addWidget(scroll, 1);
    across->addWidget(sheetCard, 8);

    auto* side = new QFrame;
    side->setProperty("card", true);
    auto* right = new QVBoxLayout(side);
    right->setContentsMargins(14, 10, 14, 10);
    m_said = new Words;
    m_said->setProperty("headline", true);
    m_said->setWordWrap(true);
    right->addWidget(m_said);
    m_sketch = new CylinderSketch(theme);
    right->addWidget(m_sketch, 3);
    m_warnings = new QVBoxLayout;
    m_warnings->setSpacing(6);
    right->addLayout(m_warnings);
    right->addStretch(1);
    across->addWidget(side, 4);

    connect(m_kind, &QComboBox::activated, this, [this] {
        MachineSheet s = sheet();
        s.kind = parseMachineKind(m_kind->currentData().toString().toStdString()).value_or(s.kind);
        keep(s, tr("change the kind of machine"));
    });
    connect(m_cylinders, &QSpinBox::valueChanged, this, [this](int n) {
        if (m_filling)
            return;
        MachineSheet s = sheet();
        s.cylinders = n;
        keep(s, tr("change the number of cylinders"));
    });
    connect(m_copy, &QPushButton::clicked, this, &MachinePage::copyFrom);
    connect(&model, &JobModel::jobChanged, this, &MachinePage::refresh);
    connect(&model, &JobModel::unitsChanged, this, [this] {
        m_built = {-1, -1}; // every line with its unit anew
        refresh();
    });
    connect(&model, &JobModel::sheetChanged, this, [this](const QString& kind) {
        if (kind == QLatin1String(sheet_kind::machine))
            refresh();
    });
}

void MachinePage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

MachineSheet MachinePage::sheet() const {
    return machineSheetOf(m_model.sheet(sheet_kind::machine));
}

QLineEdit* MachinePage::field(const std::string& key) const {
    const auto found = m_fields.find(key);
    return found == m_fields.end() ? nullptr : found->second;
}

QString MachinePage::warnings() const {
    QStringList out;
    for (int i = 0; i < m_warnings->count(); ++i)
        if (const auto* label = qobject_cast<QLabel*>(m_warnings->itemAt(i)->widget()))
            out << label->text();
    return out.join(QLatin1Char('\n'));
}

void MachinePage::keep(const MachineSheet& sheet, const QString& what) {
    if (m_filling)
        return;
    // What pulls were made with stays what it was.
    int next = 1;
    for (const LoadedPull& p : m_model.pulls())
        next = std::max(next, p.record.number + 1);
    const TuneHistory history = withChange(tuneHistoryOf(m_model.sheet(sheet_kind::machine)), sheet, next);
    m_model.setSheet(sheet_kind::machine, sheetBody(history), what);
}

void MachinePage::build(const MachineSheet& s) {
    if (m_built == std::pair(static_cast<int>(s.kind), s.cylinders))
        return;
    m_built = {static_cast<int>(s.kind), s.cylinders};
    m_fields.clear();
    delete m_lines->layout();
    qDeleteAll(m_lines->findChildren<QWidget*>(Qt::FindDirectChildrenOnly));
    // Two columns of groups; a line that each cylinder has its own of gets one field a cylinder.
    auto* columns = new QHBoxLayout(m_lines);
    columns->setContentsMargins(0, 4, 8, 4);
    columns->setSpacing(18);
    QGridLayout* grids[2];
    for (QGridLayout*& grid : grids) {
        grid = new QGridLayout;
        grid->setHorizontalSpacing(6);
        grid->setVerticalSpacing(5);
        auto* down = new QVBoxLayout;
        down->addLayout(grid);
        down->addStretch(1);
        columns->addLayout(down, 1);
    }
    std::optional<SheetGroup> group;
    for (const SheetField* f : sheetFields(s.kind)) {
        QGridLayout* grid = grids[f->group == SheetGroup::Identity || f->group == SheetGroup::Engine ||
                                          f->group == SheetGroup::Ignition || f->group == SheetGroup::Limits
                                      ? 0
                                      : 1];
        if (group != f->group) {
            group = f->group;
            QString heading = DisplayUnits::word(sheetGroupText(f->group));
            heading[0] = heading[0].toUpper();
            auto* title = new Words(heading);
            title->setProperty("strong", true);
            grid->addWidget(title, grid->rowCount(), 0, 1, 3);
        }
        const int row = grid->rowCount();
        const QString words = DisplayUnits::word(f->words);
        auto* name = new Words(words);
        grid->addWidget(name, row, 0);
        auto* cells = new QWidget;
        auto* cellRow = new QHBoxLayout(cells);
        cellRow->setContentsMargins(0, 0, 0, 0);
        cellRow->setSpacing(4);
        const int many = f->perCylinder ? s.cylinders : 1;
        const SheetUnit unit(*f, m_model.units().wording());
        for (int c = 1; c <= many; ++c) {
            const std::string key = sheetKey(f->key, f->perCylinder && s.cylinders > 1 ? c : 0);
            auto* edit = new QLineEdit;
            edit->setAccessibleName(many > 1 ? tr("%1, cylinder %2").arg(words).arg(c) : words);
            edit->setMinimumWidth(48);
            edit->setMaximumWidth(f->isNumber() ? (many > 2 ? 56 : 84) : 400);
            m_fields[key] = edit;
            cellRow->addWidget(edit);
            connect(edit, &QLineEdit::editingFinished, this, [this, key, edit, unit, words] {
                MachineSheet now = sheet();
                const QString text = edit->text().trimmed(), kept = QString::fromStdString(sheetText(now, key));
                if (text == kept || text == unit.shown(kept))
                    return;
                now.values[key] = unit.kept(text).toStdString();
                keep(now, tr("write %1").arg(words));
            });
        }
        if (f->isNumber() || many > 1)
            cellRow->addStretch(1);
        // What is written in words has no unit: it has that room as well.
        grid->addWidget(cells, row, 1, 1, f->isNumber() ? 1 : 2);
        if (f->isNumber())
            grid->addWidget(new Words(unit.words()), row, 2);
    }
}

void MachinePage::refresh() {
    if (!isVisible())
        return;
    const MachineSheet s = sheet();
    m_filling = true;
    setEnabled(m_model.hasJob());
    m_kind->setCurrentIndex(static_cast<int>(s.kind));
    m_cylinders->setValue(s.cylinders);
    build(s);
    for (const auto& [key, edit] : m_fields) {
        QString text = QString::fromStdString(sheetText(s, key));
        if (text.isEmpty()) // written before it was known that the cylinders differ
            text = QString::fromStdString(sheetText(s, key.substr(0, key.find('#'))));
        if (const SheetField* f = findSheetField(key))
            text = SheetUnit(*f, m_model.units().wording()).shown(text);
        if (!edit->hasFocus() || edit->text().isEmpty())
            edit->setText(text);
        edit->setProperty("wrong", false);
    }
    m_filling = false;
    m_said->setText(!m_model.hasJob()               ? tr("No job is open.")
                    : m_model.job().machine.empty() ? tr("This job's machine")
                                                    : QString::fromStdString(m_model.job().machine));
    m_sketch->setSheet(s);
    clearLayout(m_warnings);
    const auto say = [this](const QString& text, const char* property) {
        auto* label = new Words(text);
        label->setWordWrap(true);
        label->setProperty(property, true);
        m_warnings->addWidget(label);
    };
    for (const SheetWarning& w : checkMachine(s, m_model.units().wording())) {
        say(QString::fromStdString(jr::said(w.message, m_model.units().wording())), "caution");
        if (QLineEdit* edit = field(w.key))
            edit->setProperty("wrong", true);
    }
    for (const auto& [key, edit] : m_fields)
        edit->style()->polish(edit);
    for (const std::string& d : cylinderDifferences(s))
        say(tr("The cylinders differ: %1").arg(QString::fromStdString(d)), "muted");
    if (m_warnings->count() == 0)
        say(s.values.empty()
                ? tr("Write what is known; a line left empty is no harm. What cannot be right is asked about here.")
                : tr("Nothing written here looks wrong."),
            "muted");
}

void MachinePage::copyFrom() {
    if (!m_model.keeper())
        return;
    struct Sheets {
        QStringList names;
        std::vector<std::string> bodies;
    };
    m_model.keeper()->ask(
        this,
        [open = m_model.job().id](const Archive& archive) {
            Sheets out;
            if (const auto jobs = archive.jobs())
                for (const JobSummary& j : *jobs)
                    if (const auto job = archive.job(j.id); job && j.id != open)
                        if (const auto found = job->sheets.find(sheet_kind::machine); found != job->sheets.end()) {
                            out.names << tr("%1 (%2)").arg(
                                QString::fromStdString(j.machine.empty() ? j.name : j.machine),
                                QString::fromStdString(j.name));
                            out.bodies.push_back(found->second);
                        }
            return out;
        },
        [this](const Sheets& sheets) { copyOne(sheets.names, sheets.bodies); });
}

void MachinePage::copyOne(const QStringList& names, const std::vector<std::string>& bodies) {
    if (names.empty()) {
        emit m_model.problem(tr("No other job of this archive has a machine sheet yet."));
        return;
    }
    askToChoose(this, tr("Copy a machine's sheet"), tr("Which machine is it like?"), names, 0, false,
                [this, names, bodies](const QString& chosen) {
                    if (names.contains(chosen))
                        keep(machineSheetOf(bodies[static_cast<std::size_t>(names.indexOf(chosen))]),
                             tr("copy a machine's sheet"));
                });
}

} // namespace jr::app
