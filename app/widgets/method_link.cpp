// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/method_link.h"

#include "app/help/manual.h"

#include <QToolButton>
#include <QUrl>

namespace jr::app {
namespace {

const QString kScheme = QStringLiteral("method:");

} // namespace

QWidget* methodLink(const QString& heading, QWidget* parent) {
    auto* link = new QToolButton(parent);
    link->setText(QToolButton::tr("How was this found?"));
    link->setProperty("link", true);
    QObject::connect(link, &QToolButton::clicked, link, [heading, link] { openManual(heading, link->window()); });
    return link;
}

Markup methodWord(const QString& heading) {
    return Markup(QStringLiteral(" ")) +
           Markup::link(kScheme + QString::fromLatin1(QUrl::toPercentEncoding(heading)), QToolButton::tr("how?"));
}

void followMethodWords(MarkedWords* label) {
    label->setTextInteractionFlags(Qt::TextBrowserInteraction); // by mouse and by keyboard
    QObject::connect(label, &QLabel::linkActivated, label, [label](const QString& link) {
        if (link.startsWith(kScheme))
            openManual(QUrl::fromPercentEncoding(link.mid(kScheme.size()).toLatin1()), label->window());
    });
}

} // namespace jr::app
