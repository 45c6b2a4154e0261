// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/rail.h"

#include "app/words/words.h"

#include <QPainter>
#include <QToolButton>
#include <QVBoxLayout>

namespace jr::app {

Rail::Rail(const Theme& theme, QWidget* parent) : QWidget(parent), m_theme(theme) {
    setFixedWidth(92);
    m_layout = new QVBoxLayout(this);
    m_layout->setContentsMargins(6, 74, 6, 6);
    m_layout->setSpacing(4);
    m_layout->addStretch(1);
    connect(&theme, &Theme::changed, this, &Rail::dress);
}

void Rail::addStation(const StationFace& face) {
    auto* button = new QToolButton;
    button->setText(face.name);
    button->setToolTip(plainTip(QStringLiteral("%1 (%2)").arg(face.name, face.key)));
    button->setShortcut(QKeySequence(face.key));
    button->setCheckable(true);
    button->setAutoExclusive(true);
    button->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
    button->setIconSize({26, 26});
    button->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Preferred);
    constexpr int kLeast = 46, kUsual = 62; // px; a low screen has ten of them as well
    button->setMinimumHeight(kLeast);
    button->setMaximumHeight(kUsual);
    const int index = static_cast<int>(m_buttons.size());
    m_layout->insertWidget(index, button);
    m_buttons.emplace_back(button, face.icon);
    connect(button, &QToolButton::clicked, this, [this, index] { emit chosen(index); });
    dress();
}

void Rail::setCurrent(int index) {
    for (std::size_t i = 0; i < m_buttons.size(); ++i)
        m_buttons[i].first->setChecked(static_cast<int>(i) == index);
}

void Rail::dress() {
    const Tokens& t = m_theme.tokens();
    setStyleSheet(QStringLiteral("QToolButton { %4 color: %1; border-radius: 10px; } QToolButton:checked "
                                 "{ background: %2; color: %3; }")
                      .arg(t.ink.name(), t.accent.name(), t.onAccent.name(), Theme::textStyle(13)));
    for (auto& [button, icon] : m_buttons)
        button->setIcon(m_theme.icon(icon));
    update();
}

void Rail::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Tokens& t = m_theme.tokens();
    p.fillRect(rect(), t.panel);
    p.setPen(t.line);
    p.drawLine(width() - 1, 0, width() - 1, height());
    p.drawPixmap(QPoint(width() / 2 - 23, 14), m_theme.pixmap(QStringLiteral("mark"), 46, t.accent));
}

} // namespace jr::app
