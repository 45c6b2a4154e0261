// SPDX-License-Identifier: GPL-3.0-or-later
// How old the second copy is and where it lies, and what can be done about it.
#pragma once

#include "app/model/copy_desk.h"
#include "app/theme/theme.h"

#include <QWidget>

class QLabel;
class QProgressBar;
class QPushButton;

namespace jr::app {

class CopyCard : public QWidget {
    Q_OBJECT
public:
    CopyCard(const Theme& theme, CopyDesk& desk, QWidget* parent = nullptr);
    void choosePlace();

private:
    void refresh();
    QString words() const;
    bool amber() const;

    CopyDesk& m_desk;
    QLabel* m_state;
    QProgressBar* m_progress;
    QPushButton* m_main;   ///< choose a place, copy now, or stop
    QPushButton* m_second; ///< not now, or try a restore
    QPushButton* m_place;  ///< another place
};

} // namespace jr::app
