// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/figure/input_list.h"

#include "app/figure/input_unit.h"
#include "app/widgets/asking.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QLocale>
#include <QMenu>
#include <QToolButton>

namespace jr::app {

QString originWord(Origin origin) {
    switch (origin) {
    case Origin::Pulls:
        return InputList::tr("pulls");
    case Origin::Measured:
        return InputList::tr("measured");
    case Origin::Sheet:
        return InputList::tr("sheet");
    case Origin::Own:
        return InputList::tr("own runs");
    case Origin::Tried:
        return InputList::tr("tried");
    case Origin::Handbook:
        return InputList::tr("handbook");
    case Origin::Guess:
        break;
    }
    return InputList::tr("guess");
}

InputList::InputList(const JobModel& model, const std::vector<InputSpec>& specs, FigureInputs& inputs, QWidget* parent)
    : QWidget(parent), m_model(model), m_specs(specs), m_inputs(inputs) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(6);
    grid->setVerticalSpacing(3);
    grid->setColumnStretch(0, 1);
    for (std::size_t i = 0; i < m_specs.size(); ++i) {
        const InputSpec& spec = m_specs[i];
        Row row{};
        const int line = static_cast<int>(i);
        row.label = new Words;
        row.label->setWordWrap(true);
        grid->addWidget(row.label, line, 0);
        if (spec.words.isEmpty()) {
            row.field = new QLineEdit;
            row.field->setAlignment(Qt::AlignRight);
            row.field->setFixedWidth(76);
            grid->addWidget(row.field, line, 1);
            connect(row.field, &QLineEdit::editingFinished, this, [this, i] { take(i); });
        } else {
            row.words = new QComboBox;
            row.words->addItems(spec.words);
            row.words->setAccessibleName(spec.label);
            grid->addWidget(row.words, line, 1, 1, 2);
            connect(row.words, &QComboBox::activated, this, [this, i](int index) {
                if (typed)
                    typed(std::string(m_specs[i].kind.key), index);
            });
        }
        row.origin = new QToolButton;
        row.origin->setProperty("link", true);
        connect(row.origin, &QToolButton::clicked, this, [this, i] { offerOrigins(i); });
        row.origin->setVisible(spec.words.isEmpty());
        if (spec.words.isEmpty())
            grid->addWidget(row.origin, line, 2);
        m_rows.push_back(row);
    }
    grid->setRowStretch(static_cast<int>(m_specs.size()), 1); // few rows stand at the top
    nameRows();
    refresh();
    connect(&model, &JobModel::unitsChanged, this, [this] {
        nameRows();
        refresh();
    });
}

InputUnit InputList::unitOf(const InputSpec& spec) const {
    return InputUnit(spec, m_model.units().wording());
}

void InputList::nameRows() {
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const QString unit = unitOf(m_specs[i]).words();
        m_rows[i].label->setText(unit.isEmpty() ? m_specs[i].label : tr("%1 [%2]").arg(m_specs[i].label, unit));
        if (m_rows[i].field)
            m_rows[i].field->setAccessibleName(m_rows[i].label->text());
    }
}

/// Made when it is wanted: a hundred menus that nobody opens are dressed and kept for nothing.
void InputList::offerOrigins(std::size_t i) {
    auto* menu = new QMenu(this);
    for (const Origin o : {Origin::Measured, Origin::Handbook, Origin::Guess})
        menu->addAction(originWord(o), this, [this, i, o] {
            if (originWanted)
                originWanted(std::string(m_specs[i].kind.key), o);
        });
    QWidget* button = m_rows[i].origin;
    popUp(menu, button->mapToGlobal(QPoint(0, button->height())));
}

QString InputList::shown(const InputSpec& spec) const {
    return unitOf(spec).text(m_inputs.number(spec.kind.key));
}

void InputList::refresh() {
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const InputSpec& spec = m_specs[i];
        Row& row = m_rows[i];
        const FigureInput& input = m_inputs.at(spec.kind.key);
        if (row.words) {
            row.words->setCurrentIndex(static_cast<int>(input.value.value));
            continue;
        }
        const InputUnit unit = unitOf(spec);
        const QString text = QLocale().toString(unit.shown(input.value.value), 'f', unit.decimals());
        if (!(row.field->hasFocus() && row.field->isModified()) && row.field->text() != text)
            row.field->setText(text);
        const QString word =
            spec.kind.choice && input.origin == Origin::Handbook ? tr("usual") : originWord(input.origin);
        if (row.origin->text() != word) {
            row.origin->setText(word);
            row.origin->setAccessibleName(tr("%1 comes from: %2").arg(spec.label, word));
        }
    }
}

void InputList::take(std::size_t i) {
    Row& row = m_rows[i];
    if (!row.field->isModified())
        return;
    row.field->setModified(false);
    bool good = false;
    const QString text = row.field->text().trimmed();
    double value = QLocale().toDouble(text, &good);
    if (!good) // a decimal point is taken in every language
        value = QLocale::c().toDouble(text, &good);
    if (good && typed)
        typed(std::string(m_specs[i].kind.key), unitOf(m_specs[i]).kept(value));
    refresh();
}

void InputList::setShown(const std::string& key, bool shown) {
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        if (m_specs[i].kind.key == key) {
            m_rows[i].label->setVisible(shown);
            if (m_rows[i].field)
                m_rows[i].field->setVisible(shown);
            if (m_rows[i].words)
                m_rows[i].words->setVisible(shown);
            m_rows[i].origin->setVisible(shown && m_specs[i].words.isEmpty());
        }
}

QLineEdit* InputList::field(const std::string& key) const {
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        if (m_specs[i].kind.key == key)
            return m_rows[i].field;
    return nullptr;
}

} // namespace jr::app
