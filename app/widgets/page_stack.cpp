// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/page_stack.h"
#include "app/widgets/wrapping_row.h"

#include "app/words/words.h"

#include <QHBoxLayout>
#include <QShortcut>
#include <QStackedWidget>
#include <QStyle>
#include <QToolButton>
#include <QVBoxLayout>

namespace jr::app {

PageStack::PageStack(QWidget* parent) : Station(parent) {
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(0);
    auto* bar = new QWidget;
    m_row = new WrappingRow(bar);
    m_row->setContentsMargins(14, 4, 14, 2);
    m_row->setSpacing(2);
    m_row->addStretch();
    down->addWidget(bar);
    m_stack = new QStackedWidget;
    down->addWidget(m_stack, 1);
    m_instead = new Words;
    m_instead->setAlignment(Qt::AlignCenter);
    m_instead->setWordWrap(true);
    m_instead->setProperty("strong", true);
    m_instead->setContentsMargins(60, 0, 60, 0);
    m_instead->hide();
    down->addWidget(m_instead, 1);
    const auto walk = [this](const QKeySequence& key, int step) {
        auto* shortcut = new QShortcut(key, this);
        shortcut->setContext(Qt::WidgetWithChildrenShortcut);
        connect(shortcut, &QShortcut::activated, this, [this, step] { show((current() + count() + step) % count()); });
    };
    walk(QKeySequence(Qt::CTRL | Qt::Key_PageDown), 1);
    walk(QKeySequence(Qt::CTRL | Qt::Key_PageUp), -1);
}

void PageStack::addPage(const QString& name, QWidget* page) {
    const int index = count();
    auto* button = new QToolButton;
    button->setText(name);
    button->setCheckable(true);
    button->setAutoExclusive(true);
    button->setProperty("page", true);
    m_row->insertWidget(index, button);
    m_buttons.push_back(button);
    m_stack->addWidget(page);
    connect(button, &QToolButton::clicked, this, [this, index] { show(index); });
    if (index == 0)
        button->setChecked(true);
    // Many names in one row stand closer, so that what is at its right end has room.
    constexpr std::size_t kMany = 10;
    if (m_buttons.size() > kMany)
        for (QToolButton* b : m_buttons) {
            b->setProperty("narrow", true);
            b->style()->polish(b);
        }
}

QStringList PageStack::pages() const {
    QStringList out;
    for (int i = 0; i < count(); ++i)
        out << pageName(i);
    return out;
}

int PageStack::current() const {
    return m_stack->currentIndex();
}

void PageStack::show(int index) {
    if (index < 0 || index >= count())
        return;
    m_buttons[static_cast<std::size_t>(index)]->setChecked(true);
    m_stack->setCurrentIndex(index);
    emit shown(index);
}

void PageStack::setPageName(int index, const QString& name) {
    m_buttons[static_cast<std::size_t>(index)]->setText(name);
}

void PageStack::sayInstead(const QString& words) {
    m_instead->setText(words);
    m_instead->setVisible(!words.isEmpty());
    m_stack->setVisible(words.isEmpty());
    for (QToolButton* button : m_buttons)
        button->setEnabled(words.isEmpty());
}

QString PageStack::pageName(int index) const {
    return m_buttons[static_cast<std::size_t>(index)]->text();
}

void PageStack::addCorner(QWidget* widget) {
    m_row->addWidget(widget);
}

} // namespace jr::app
