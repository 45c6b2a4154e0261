#include "app/judge/method_dialog.h"

#include <QDialog>
#include <QDialogButtonBox>
#include <QFile>
#include <QTextBlock>
#include <QTextBrowser>
#include <QTextDocument>
#include <QTimer>
#include <QToolButton>
#include <QVBoxLayout>

namespace jr::app {

QWidget* methodLink(const QString& heading, QWidget* parent) {
    auto* link = new QToolButton(parent);
    link->setText(QToolButton::tr("How was this found?"));
    link->setProperty("link", true);
    QObject::connect(link, &QToolButton::clicked, link, [heading, link] { openMethod(heading, link->window()); });
    return link;
}

bool openMethod(const QString& heading, QWidget* parent, bool show) {
    QFile file(QStringLiteral(":/docs/judging.md"));
    if (!file.open(QIODevice::ReadOnly))
        return false;
    auto* dialog = new QDialog(parent);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(QDialog::tr("How this is found"));
    dialog->resize(760, 640);
    auto* layout = new QVBoxLayout(dialog);
    auto* text = new QTextBrowser;
    text->setMarkdown(QString::fromUtf8(file.readAll()));
    layout->addWidget(text);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    QObject::connect(buttons, &QDialogButtonBox::rejected, dialog, &QDialog::close);
    layout->addWidget(buttons);
    for (QTextBlock block = text->document()->begin(); block.isValid(); block = block.next())
        if (block.blockFormat().headingLevel() > 0 && block.text() == heading) {
            if (!show) {
                delete dialog;
                return true;
            }
            dialog->show();
            // Once it is laid out: the end first, so that the heading comes to stand at the top.
            QTimer::singleShot(0, text, [text, position = block.position()] {
                text->moveCursor(QTextCursor::End);
                QTextCursor cursor(text->document());
                cursor.setPosition(position);
                text->setTextCursor(cursor);
                text->ensureCursorVisible();
            });
            return true;
        }
    delete dialog;
    return false;
}

} // namespace jr::app
