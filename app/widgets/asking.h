// SPDX-License-Identifier: GPL-3.0-or-later
// What a person is asked in a window of its own: a file, a folder, a choice, a word. None of these waits: the program
// goes on (a bench is heard, a pull is kept, a second start is answered) and the answer comes when it comes. An event
// loop inside an event loop would be run from within whatever called it, and that may be gone when it ends; so nothing
// of the window calls exec() (tests/test_layers.cpp).
#pragma once

#include <QString>
#include <QStringList>

#include <functional>

class QDialog;
class QMenu;
class QPoint;
class QWidget;

namespace jr::app {

/// `dialog` stands over its parent until it is answered, and is deleted then. `then` is called once it was accepted,
/// out of no signal of the dialog's; never when it was left, or when `over` is gone by then.
void ask(QWidget* over, QDialog* dialog, std::function<void()> then);

using TextAnswer = std::function<void(const QString&)>;

/// The folder a file was last taken from is offered first; `kinds` as "Pictures (*.png *.jpg);;All files (*)".
void askForFile(QWidget* over, const QString& title, const QString& kinds, TextAnswer then);
void askForFiles(QWidget* over, const QString& title, const QString& kinds,
                 std::function<void(const QStringList&)> then);
void askForFolder(QWidget* over, const QString& title, TextAnswer then);
/// A place to write to: `name` in the folder last written to. What is written without an ending gets `ending` ("pdf");
/// a file that stands there already is asked about.
void askWhereToWrite(QWidget* over, const QString& title, const QString& name, const QString& ending, TextAnswer then);

/// One of `choices`, or with `orWritten` any other words; trimmed, and never empty.
void askToChoose(QWidget* over, const QString& title, const QString& words, const QStringList& choices, int current,
                 bool orWritten, TextAnswer then);
void askForWords(QWidget* over, const QString& title, const QString& words, const QString& now, TextAnswer then);

/// `menu` stands at a point of the screen until something is chosen of it or not, and is deleted then.
void popUp(QMenu* menu, const QPoint& where);

} // namespace jr::app
