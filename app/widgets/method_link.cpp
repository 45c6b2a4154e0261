// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/method_dialog.h"

#include <QDialog>
#include <QDialogButtonBox>
#include <QFile>
#include <QTextBlock>
#include <QTextBrowser>
#include <QTextDocument>
#include <QTimer>
#include <QToolButton>
#include <QUrl>
#include <QVBoxLayout>

namespace jr::app {
namespace {

constexpr const char* kDocuments[] = {"judging", "planning", "curves-and-flags", "air", "benches", "figure", "road"};
const QString kScheme = QStringLiteral("method:");

} // namespace

QWidget* methodLink(const QString& heading, QWidget* parent) {
    auto* link = new QToolButton(parent);
    link->setText(QToolButton::tr("How was this found?"));
    link->setProperty("link", true);
    QObject::connect(link, &QToolButton::clicked, link, [heading, link] { openMethod(heading, link->window()); });
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
            openMethod(QUrl::fromPercentEncoding(link.mid(kScheme.size()).toLatin1()), label->window());
    });
}

bool openMethod(const QString& heading, QWidget* parent, bool show) {
    for (const char* name : kDocuments) {
        QFile file(QStringLiteral(":/docs/%1.md").arg(QLatin1String(name)));
        if (!file.open(QIODevice::ReadOnly))
            continue;
        const QString words = QString::fromUtf8(file.readAll());
        QTextDocument look;
        look.setMarkdown(words);
        int position = -1;
        for (QTextBlock block = look.begin(); block.isValid() && position < 0; block = block.next())
            if (block.blockFormat().headingLevel() > 0 && block.text() == heading)
                position = block.position();
        if (position < 0)
            continue;
        if (!show)
            return true;
        auto* dialog = new QDialog(parent);
        dialog->setAttribute(Qt::WA_DeleteOnClose);
        dialog->setWindowTitle(QDialog::tr("How this is found"));
        dialog->resize(760, 640);
        auto* layout = new QVBoxLayout(dialog);
        auto* text = new QTextBrowser;
        text->setMarkdown(words);
        layout->addWidget(text);
        auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
        QObject::connect(buttons, &QDialogButtonBox::rejected, dialog, &QDialog::close);
        layout->addWidget(buttons);
        dialog->show();
        // Once it is laid out: the end first, so that the heading comes to stand at the top.
        QTimer::singleShot(0, text, [text, position] {
            text->moveCursor(QTextCursor::End);
            QTextCursor cursor(text->document());
            cursor.setPosition(position);
            text->setTextCursor(cursor);
            text->ensureCursorVisible();
        });
        return true;
    }
    return false;
}

} // namespace jr::app
