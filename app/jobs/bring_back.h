// SPDX-License-Identifier: GPL-3.0-or-later
// The day the second copy is for: from the stick to an archive that is open, in the window. Which copy, which state of
// it, where to; then it is laid out, read back and made whole in a worker that can be stopped.
#pragma once

#include "archive/copies/bring_back.h"

#include <QObject>

class QWidget;

namespace jr::app {

class BringBack : public QObject {
    Q_OBJECT
public:
    /// What is asked stands over this widget.
    explicit BringBack(QWidget* over);
    void begin();                          ///< asks where the copy lies
    void fromPlace(const QString& chosen); ///< a copy, or the place it lies in
    /// Into this folder, or into a new one inside it where it is not empty. `state` nothing: the newest.
    void into(const QString& copy, std::optional<long> state, const QString& folder);

signals:
    void said(const QString& words);
    void broughtBack(const QString& folder); ///< an archive stands there now, and may be opened

private:
    void askState(const QString& copy);
    void askWhere(const QString& copy, std::optional<long> state);

    QWidget* m_over;
};

} // namespace jr::app
