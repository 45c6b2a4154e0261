// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/kit_card.h"

#include "app/widgets/clear_layout.h"
#include "app/widgets/same_focus.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QLineEdit>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

namespace jr::app {

KitCard::KitCard(const Theme& theme, OrderDesk& desk, QWidget* parent) : QFrame(parent), m_theme(theme), m_desk(desk) {
    setProperty("card", true);
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(14, 10, 14, 10);
    down->setSpacing(6);
    auto* title = new Words(tr("Parts that came"));
    title->setProperty("strong", true);
    down->addWidget(title);
    m_kitName = new QLineEdit;
    m_kitName->setPlaceholderText(tr("name of the kit, if they are one"));
    m_kitName->setAccessibleName(tr("Name of the kit"));
    down->addWidget(m_kitName);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    m_parts = new QVBoxLayout(inner);
    m_parts->setContentsMargins(0, 0, 6, 0);
    m_parts->setSpacing(3);
    scroll->setWidget(inner);
    down->addWidget(scroll, 1);
    m_newPart = new QLineEdit;
    m_newPart->setPlaceholderText(tr("one more part, then Enter"));
    m_newPart->setAccessibleName(tr("One more part"));
    down->addWidget(m_newPart);
    connect(m_kitName, &QLineEdit::editingFinished, this, [this] {
        m_desk.change(tr("name the kit"), [&](WorkOrder& o) { o.kitName = m_kitName->text().trimmed().toStdString(); });
    });
    connect(m_newPart, &QLineEdit::returnPressed, this, [this] {
        const QString part = m_newPart->text();
        m_newPart->clear();
        m_desk.addPart(part);
    });
}

QWidget* KitCard::partRow(std::size_t index, const KitLine& line) {
    auto* widget = new QWidget;
    auto* down = new QVBoxLayout(widget);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(2);
    auto* row = new QHBoxLayout;
    const QString part = QString::fromStdString(line.part);
    auto* name = new Words(part);
    name->setWordWrap(true);
    if (line.state == KitState::Missing || line.state == KitState::Substituted)
        name->setProperty("caution", true);
    else if (line.state == KitState::Here)
        name->setProperty("muted", true);
    row->addWidget(name, 1);
    auto* state = new QComboBox;
    state->addItems({tr("awaited"), tr("here"), tr("missing"), tr("substituted")});
    state->setCurrentIndex(static_cast<int>(line.state));
    state->setAccessibleName(tr("%1: has it come?").arg(part));
    connect(state, &QComboBox::activated, this, [this, index, line](int s) {
        m_desk.setPart(index, static_cast<KitState>(s), QString::fromStdString(line.instead));
    });
    row->addWidget(state);
    auto* away = new QToolButton;
    away->setText(QStringLiteral("×"));
    away->setAccessibleName(tr("Take %1 off the list").arg(part));
    connect(away, &QToolButton::clicked, this, [this, index] { m_desk.takePart(index); });
    row->addWidget(away);
    down->addLayout(row);
    if (line.state == KitState::Substituted) {
        auto* instead = new QLineEdit(QString::fromStdString(line.instead));
        instead->setPlaceholderText(tr("what came instead"));
        instead->setAccessibleName(tr("What came instead of %1").arg(part));
        connect(instead, &QLineEdit::editingFinished, this,
                [this, index, instead] { m_desk.setPart(index, KitState::Substituted, instead->text()); });
        down->addWidget(instead);
    }
    return widget;
}

void KitCard::refresh() {
    const WorkOrder order = m_desk.order();
    if (!m_kitName->hasFocus())
        m_kitName->setText(QString::fromStdString(order.kitName));
    const SameFocus keyboard(this);
    clearLayout(m_parts);
    for (std::size_t i = 0; i < order.kit.size(); ++i)
        m_parts->addWidget(partRow(i, order.kit[i]));
    m_parts->addStretch(1);
}

} // namespace jr::app
