// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/road/side_words.h"

#include "app/widgets/clear_layout.h"
#include "app/widgets/method_link.h"
#include "app/widgets/paragraph_scroll.h"
#include "app/words/words.h"

#include <QVBoxLayout>

namespace jr::app {

SideWords::SideWords(const QString& headlineIs, const QString& method, QWidget* parent) : QFrame(parent) {
    setProperty("card", true);
    constexpr int kWide = 340;
    setFixedWidth(kWide);
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(16, 12, 12, 12);
    down->setSpacing(8);
    m_headline = new Words;
    m_headline->setWordWrap(true);
    m_headline->setProperty("headline", true);
    m_headline->setAccessibleName(headlineIs);
    down->addWidget(m_headline);
    auto* scroll = new ParagraphScroll;
    m_lines = scroll->paragraphs();
    m_lines->setContentsMargins(0, 0, 8, 0);
    m_lines->setSpacing(8);
    down->addWidget(scroll, 1);
    m_below = new QVBoxLayout;
    down->addLayout(m_below);
    down->addWidget(methodLink(method, this));
}

void SideWords::clear() {
    clearLayout(m_lines);
    m_headline->clear();
}

void SideWords::setHeadline(const QString& text) {
    m_headline->setText(text);
}

void SideWords::line(const QString& text, const char* property) {
    auto* label = new Words(text);
    label->setWordWrap(true);
    label->setTextInteractionFlags(Qt::TextSelectableByMouse);
    if (property)
        label->setProperty(property, true);
    m_lines->addWidget(label);
}

void SideWords::add(QWidget* widget) {
    m_lines->addWidget(widget);
}

void SideWords::finish() {
    m_lines->addStretch(1);
}

void SideWords::addBelow(QWidget* widget) {
    m_below->addWidget(widget);
}

QString SideWords::words() const {
    QStringList out{m_headline->text()};
    for (int i = 0; i < m_lines->count(); ++i)
        if (auto* label = qobject_cast<QLabel*>(m_lines->itemAt(i)->widget()))
            out << label->text();
    return out.join(QLatin1Char('\n'));
}

} // namespace jr::app
