// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/question_line.h"

#include "app/words/words.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QHBoxLayout>
#include <QLineEdit>

namespace jr::app {

QuestionLine::QuestionLine(JobModel& model, QWidget* parent) : QWidget(parent), m_model(model) {
    // A sentence with slots, read from left to right.
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    word(tr("Does"));
    m_with = slot(tr("Changed setup"), tr("the new part"));
    word(tr("beat"));
    m_base = slot(tr("Base setup"), JobModel::asItStands());
    word(tr("by"));
    m_worth = number(tr("Gain that would matter"), QStringLiteral(" %"), 20., 1);
    word(tr("from"));
    m_from = number(tr("From this speed"), QString(), 30000., 0);
    word(tr("to"));
    m_to = number(tr("To this speed"), QString(), 30000., 0);
    m_unit = word(tr("rpm?"));
    row->addStretch(1);
    m_from->setSpecialValueText(tr("lowest"));
    m_to->setSpecialValueText(tr("highest"));
    m_from->setSingleStep(100);
    m_to->setSingleStep(100);
    for (bool base : {false, true}) {
        QComboBox* box = base ? m_base : m_with;
        connect(box, &QComboBox::activated, this, [this, base] { takeSetup(base); });
        connect(box->lineEdit(), &QLineEdit::editingFinished, this, [this, base] { takeTyped(base); });
    }
    connect(m_worth, &QDoubleSpinBox::valueChanged, this, [this](double v) {
        if (!m_filling && v > 0.)
            m_model.compare().setWorthPct(v);
    });
    connect(&model, &JobModel::problem, this, [this] { m_asked.clear(); }); // it may be tried again
    connect(m_from, &QDoubleSpinBox::valueChanged, this, &QuestionLine::takeBand);
    connect(m_to, &QDoubleSpinBox::valueChanged, this, &QuestionLine::takeBand);
}

QLabel* QuestionLine::word(const QString& text) {
    auto* label = new Words(text);
    label->setStyleSheet(Theme::textStyle(22, true));
    layout()->addWidget(label);
    return label;
}

QComboBox* QuestionLine::slot(const QString& name, const QString& hint) {
    auto* box = new QComboBox;
    box->setEditable(true);
    box->setInsertPolicy(QComboBox::NoInsert);
    box->setAccessibleName(name);
    box->lineEdit()->setPlaceholderText(hint);
    box->setStyleSheet(Theme::textStyle(17));
    box->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    constexpr int kRoomForHint = 176;
    box->setMinimumWidth(kRoomForHint);
    layout()->addWidget(box);
    return box;
}

QDoubleSpinBox* QuestionLine::number(const QString& name, const QString& unit, double most, int decimals) {
    auto* box = new QDoubleSpinBox;
    box->setAccessibleName(name);
    box->setRange(0., most);
    box->setDecimals(decimals);
    box->setSuffix(unit);
    box->setStyleSheet(Theme::textStyle(17));
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setKeyboardTracking(false);
    layout()->addWidget(box);
    return box;
}

void QuestionLine::begin() {
    m_with->lineEdit()->setFocus(Qt::OtherFocusReason);
    m_with->lineEdit()->selectAll();
}

void QuestionLine::takeBand() {
    if (m_filling)
        return;
    const auto end = [this](double v) {
        return v > 0. ? std::optional(placeFromShown(v, m_model.answers().axis(), m_model.units().wording()))
                      : std::nullopt;
    };
    m_model.compare().setBand(end(m_from->value()), end(m_to->value()));
}

void QuestionLine::takeSetup(bool base) {
    const QComboBox* box = base ? m_base : m_with;
    chooseSide(base, box->currentData().toString().toStdString());
}

void QuestionLine::chooseSide(bool base, const std::string& setupId) {
    if (base)
        m_model.compare().setBaseSetup(setupId);
    else
        m_model.compare().setWithSetup(setupId);
}

/// A name that is written in: the setup of that name, or a new one. What is tried hangs below the base; a base comes
/// first where there is none yet.
void QuestionLine::takeTyped(bool base) {
    if (m_filling || !m_model.hasJob())
        return;
    QComboBox* box = base ? m_base : m_with;
    const QString name = box->currentText().trimmed();
    const auto& setups = m_model.job().setups;
    const auto known = [&](const QString& wanted) {
        const auto found = std::find_if(setups.begin(), setups.end(), [&](const SetupRecord& s) {
            return QString::fromStdString(s.name).compare(wanted, Qt::CaseInsensitive) == 0;
        });
        return found == setups.end() ? std::string() : found->id;
    };
    if (name.isEmpty()) {
        refresh();
        return;
    }
    if (const std::string id = known(name); !id.empty()) {
        chooseSide(base, id);
        return;
    }
    if (name == m_asked) // it is being made: Enter and leaving the slot say the same
        return;
    m_asked = name;
    const auto take = [this, base](const std::string& id) {
        m_asked.clear();
        chooseSide(base, id);
    };
    const ComparisonRecord& now = m_model.compare().now();
    if (base || !setups.empty()) {
        const std::string parent = setups.empty()          ? std::string()
                                   : now.baseSetup.empty() ? setups.front().id
                                                           : now.baseSetup;
        m_model.addSetup(name, parent, {}, take);
        return;
    }
    m_model.addSetup(JobModel::asItStands(), {}, {}, [this, name, take](const std::string& baseId) {
        chooseSide(true, baseId);
        m_model.addSetup(name, baseId, {}, take);
    });
}

void QuestionLine::refresh() {
    m_filling = true;
    for (auto [box, chosen] : {std::pair{m_with, &m_model.compare().now().withSetup},
                               std::pair{m_base, &m_model.compare().now().baseSetup}}) {
        const bool typing = box->lineEdit()->hasFocus() && box->lineEdit()->isModified();
        const QString typed = box->currentText();
        box->clear();
        for (const SetupRecord& s : m_model.job().setups)
            box->addItem(QString::fromStdString(s.name), QString::fromStdString(s.id));
        box->setCurrentIndex(box->findData(QString::fromStdString(*chosen)));
        if (box->currentIndex() < 0)
            box->setEditText({});
        if (typing) {
            box->setEditText(typed);
            box->lineEdit()->setModified(true);
        }
    }
    m_worth->setValue(m_model.compare().now().worthPct);
    const CurveAxis axis = m_model.answers().axis();
    const Wording wording = m_model.units().wording();
    m_unit->setText(QString::fromStdString(axisSymbol(axis, wording)) + QLatin1Char('?'));
    const auto shown = [&](std::optional<double> place) { return place ? placeShown(*place, axis, wording) : 0.; };
    m_from->setValue(shown(m_model.compare().from()));
    m_to->setValue(shown(m_model.compare().to()));
    m_filling = false;
}

} // namespace jr::app
