// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/help/manual.h"

#include "app/theme/theme.h"
#include "app/words/words.h"
#include "core/words/language.h"

#include <QCoreApplication>
#include <QDialog>
#include <QDialogButtonBox>
#include <QFile>
#include <QListWidget>
#include <QPageLayout>
#include <QPdfWriter>
#include <QSaveFile>
#include <QSplitter>
#include <QTextBlock>
#include <QTextBrowser>
#include <QTextDocument>
#include <QTimer>
#include <QVBoxLayout>

#include <algorithm>
#include <map>

namespace jr::app {
namespace {

QString tr(const char* words) {
    return QCoreApplication::translate("Manual", words);
}

const QString kOriginal = QStringLiteral("en");

QString idOfWindowsLanguage() {
    const std::string_view id = languageOfWindow().id;
    return QString::fromUtf8(id.data(), static_cast<qsizetype>(id.size()));
}

/// Empty where there is none in that language.
QString textIn(const QString& document, const QString& language) {
    QFile file(language == kOriginal ? QStringLiteral(":/docs/%1.md").arg(document)
                                     : QStringLiteral(":/docs/%1.%2.md").arg(document, language));
    return file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()) : QString();
}

struct Heading {
    QString words;
    int level;
};
std::vector<Heading> headingsIn(const QString& markdown) {
    std::vector<Heading> out;
    QTextDocument text;
    text.setMarkdown(markdown);
    for (QTextBlock block = text.begin(); block.isValid(); block = block.next())
        if (const int level = block.blockFormat().headingLevel(); level > 0)
            out.push_back({block.text(), level});
    return out;
}

/// Where a heading begins in a text; below 0: nowhere.
int placeOf(const QTextDocument& text, const QString& heading) {
    for (QTextBlock block = text.begin(); block.isValid(); block = block.next())
        if (block.blockFormat().headingLevel() > 0 && block.text() == heading)
            return block.position();
    return -1;
}

void showAt(QTextBrowser* text, int position) {
    // Once it is laid out: the end first, so that the heading comes to stand at the top.
    QTimer::singleShot(0, text, [text, position] {
        text->moveCursor(QTextCursor::End);
        QTextCursor cursor(text->document());
        cursor.setPosition(position);
        text->setTextCursor(cursor);
        text->ensureCursorVisible();
    });
}

} // namespace

const QStringList& manualDocuments() {
    static const QStringList documents{QStringLiteral("manual"),       QStringLiteral("judging"),
                                       QStringLiteral("planning"),     QStringLiteral("curves-and-flags"),
                                       QStringLiteral("air"),          QStringLiteral("figure"),
                                       QStringLiteral("road"),         QStringLiteral("benches"),
                                       QStringLiteral("bench-lines"),  QStringLiteral("standin"),
                                       QStringLiteral("machine-book"), QStringLiteral("archive"),
                                       QStringLiteral("formats"),      QStringLiteral("command-line")};
    return documents;
}

QString manualText(const QString& document) {
    const QString here = textIn(document, idOfWindowsLanguage());
    return here.isEmpty() ? textIn(document, kOriginal) : here;
}

const std::vector<ManualHeading>& manualHeadings() {
    // Found once a language: the documents are built in and do not change.
    static std::map<QString, std::vector<ManualHeading>> known;
    auto& out = known[idOfWindowsLanguage()];
    if (!out.empty())
        return out;
    for (const QString& document : manualDocuments()) {
        const auto original = headingsIn(textIn(document, kOriginal)), here = headingsIn(manualText(document));
        for (std::size_t i = 0; i < original.size(); ++i)
            out.push_back({document, original[i].words,
                           here.size() == original.size() ? here[i].words : original[i].words, original[i].level});
    }
    return out;
}

QString documentOf(const QString& key) {
    const auto& headings = manualHeadings();
    const auto found = std::ranges::find(headings, key, &ManualHeading::key);
    return found == headings.end() ? QString() : found->document;
}

bool openManual(const QString& key, QWidget* parent) {
    const auto& headings = manualHeadings();
    const auto wanted = std::ranges::find(headings, key, &ManualHeading::key);
    if (wanted == headings.end())
        return false;
    const QString document = wanted->document, heading = wanted->words;
    auto* dialog = new QDialog(parent);
    dialog->setObjectName(QStringLiteral("manual"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Manual"));
    dialog->resize(1040, 700);
    auto* down = new QVBoxLayout(dialog);
    auto* across = new QSplitter;
    auto* list = new QListWidget;
    list->setAccessibleName(tr("Chapters"));
    auto* text = new QTextBrowser;
    text->setAccessibleName(tr("Manual"));
    text->setOpenExternalLinks(false);
    across->addWidget(list);
    across->addWidget(text);
    across->setStretchFactor(1, 1);
    across->setSizes({280, 760});
    down->addWidget(across, 1);
    for (const ManualHeading& h : manualHeadings()) {
        constexpr int kDeepest = 2; // smaller headings are found by Ctrl+K
        if (h.level > kDeepest)
            continue;
        auto* row = new QListWidgetItem(QString(2 * (h.level - 1), QChar(0x00A0)) + h.words, list);
        row->setData(Qt::UserRole, h.document);
        row->setData(Qt::UserRole + 1, h.words);
    }
    const auto show = [text](const QString& name, const QString& words) {
        if (text->property("document").toString() != name) {
            text->setMarkdown(manualText(name));
            text->setProperty("document", name);
        }
        showAt(text, std::max(0, placeOf(*text->document(), words)));
    };
    QObject::connect(list, &QListWidget::currentItemChanged, text, [show](QListWidgetItem* row) {
        if (row)
            show(row->data(Qt::UserRole).toString(), row->data(Qt::UserRole + 1).toString());
    });
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    QObject::connect(buttons, &QDialogButtonBox::rejected, dialog, &QDialog::close);
    down->addWidget(buttons);
    for (int i = 0; i < list->count(); ++i)
        if (list->item(i)->data(Qt::UserRole) == document && list->item(i)->data(Qt::UserRole + 1) == heading)
            list->setCurrentRow(i);
    show(document, heading);
    dialog->show();
    return true;
}

Result<Done> writeManual(const QString& path) {
    QTextDocument whole;
    whole.setDefaultFont(Theme::paperFont(Size::Body));
    QString text;
    for (const QString& document : manualDocuments())
        text += manualText(document) + QStringLiteral("\n\n");
    whole.setMarkdown(text);
    const QString title = manualHeadings().front().words;
    whole.setMetaInformation(QTextDocument::DocumentTitle, title);
    const bool pdf = path.endsWith(QLatin1String(".pdf"), Qt::CaseInsensitive);
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly))
        return Error{file.errorString().toStdString(), path.toStdString()};
    if (pdf) {
        QPdfWriter writer(&file);
        writer.setTitle(title);
        constexpr int kDotsPerInch = 96; // the text's own, so that it comes out as large as it is
        writer.setResolution(kDotsPerInch);
        writer.setPageSize(QPageSize(QPageSize::A4));
        writer.setPageMargins(QMarginsF(18, 16, 18, 16), QPageLayout::Millimeter);
        whole.print(&writer);
    } else {
        file.write(whole.toHtml().toUtf8());
    }
    if (!file.commit())
        return Error{file.errorString().toStdString(), path.toStdString()};
    return Done{};
}

} // namespace jr::app
