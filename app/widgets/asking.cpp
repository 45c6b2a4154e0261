// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/asking.h"

#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QInputDialog>
#include <QMenu>
#include <QSettings>

#include <memory>

namespace jr::app {
namespace {

const QString kTakenFrom = QStringLiteral("places/takenFrom"), kWrittenTo = QStringLiteral("places/writtenTo");

/// The folder kept under `key`, if it is still there; home otherwise.
QString placeKept(const QString& key) {
    const QString kept = QSettings().value(key).toString();
    return !kept.isEmpty() && QDir(kept).exists() ? kept : QDir::homePath();
}

void keepPlaceOf(const QString& key, const QString& file) {
    QSettings().setValue(key, QFileInfo(file).absolutePath());
}

void askFiles(QWidget* over, QFileDialog* dialog, std::function<void(const QStringList&)> then) {
    // What was chosen is read when the dialog says so: afterwards it is gone.
    auto chosen = std::make_shared<QStringList>();
    QObject::connect(dialog, &QFileDialog::filesSelected, over,
                     [chosen](const QStringList& files) { *chosen = files; });
    ask(over, dialog, [chosen, then = std::move(then)] {
        if (!chosen->isEmpty())
            then(*chosen);
    });
}

void askInWords(QWidget* over, QInputDialog* dialog, const QString& title, const QString& words, TextAnswer then) {
    dialog->setWindowTitle(title);
    dialog->setLabelText(words);
    auto answer = std::make_shared<QString>();
    QObject::connect(dialog, &QInputDialog::textValueSelected, over,
                     [answer](const QString& text) { *answer = text.trimmed(); });
    ask(over, dialog, [answer, then = std::move(then)] {
        if (!answer->isEmpty())
            then(*answer);
    });
}

} // namespace

void ask(QWidget* over, QDialog* dialog, std::function<void()> then) {
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    QObject::connect(
        dialog, &QDialog::accepted, over, [then = std::move(then)] { then(); }, Qt::QueuedConnection);
    dialog->open();
}

void askForFile(QWidget* over, const QString& title, const QString& kinds, TextAnswer then) {
    auto* dialog = new QFileDialog(over, title, placeKept(kTakenFrom), kinds);
    dialog->setFileMode(QFileDialog::ExistingFile);
    askFiles(over, dialog, [then = std::move(then)](const QStringList& files) {
        keepPlaceOf(kTakenFrom, files.front());
        then(files.front());
    });
}

void askForFiles(QWidget* over, const QString& title, const QString& kinds,
                 std::function<void(const QStringList&)> then) {
    auto* dialog = new QFileDialog(over, title, placeKept(kTakenFrom), kinds);
    dialog->setFileMode(QFileDialog::ExistingFiles);
    askFiles(over, dialog, [then = std::move(then)](const QStringList& files) {
        keepPlaceOf(kTakenFrom, files.front());
        then(files);
    });
}

void askForFolder(QWidget* over, const QString& title, TextAnswer then) {
    auto* dialog = new QFileDialog(over, title, QDir::homePath());
    dialog->setFileMode(QFileDialog::Directory);
    dialog->setOption(QFileDialog::ShowDirsOnly);
    askFiles(over, dialog, [then = std::move(then)](const QStringList& folders) { then(folders.front()); });
}

void askWhereToWrite(QWidget* over, const QString& title, const QString& name, const QString& ending, TextAnswer then) {
    auto* dialog = new QFileDialog(over, title, placeKept(kWrittenTo),
                                   ending.isEmpty() ? QString() : QStringLiteral("*.") + ending);
    dialog->setFileMode(QFileDialog::AnyFile);
    dialog->setAcceptMode(QFileDialog::AcceptSave);
    dialog->setDefaultSuffix(ending);
    dialog->selectFile(QString(name).replace(QLatin1Char('/'), QLatin1Char('-'))); // a name, and no path
    askFiles(over, dialog, [then = std::move(then)](const QStringList& files) {
        keepPlaceOf(kWrittenTo, files.front());
        then(files.front());
    });
}

void askToChoose(QWidget* over, const QString& title, const QString& words, const QStringList& choices, int current,
                 bool orWritten, TextAnswer then) {
    auto* dialog = new QInputDialog(over);
    dialog->setComboBoxItems(choices);
    dialog->setComboBoxEditable(orWritten);
    dialog->setTextValue(choices.value(current));
    askInWords(over, dialog, title, words, std::move(then));
}

void askForWords(QWidget* over, const QString& title, const QString& words, const QString& now, TextAnswer then) {
    auto* dialog = new QInputDialog(over);
    dialog->setTextValue(now);
    askInWords(over, dialog, title, words, std::move(then));
}

void popUp(QMenu* menu, const QPoint& where) {
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->popup(where);
}

} // namespace jr::app
