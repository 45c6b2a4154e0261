// SPDX-License-Identifier: GPL-3.0-or-later
// The parts kit, checked in part by part.
#pragma once

#include "app/model/order_desk.h"
#include "app/theme/theme.h"

#include <QFrame>

class QLineEdit;
class QVBoxLayout;

namespace jr::app {

class KitCard : public QFrame {
    Q_OBJECT
public:
    KitCard(const Theme& theme, OrderDesk& desk, QWidget* parent = nullptr);
    void refresh();

private:
    QWidget* partRow(std::size_t index, const KitLine& line);

    const Theme& m_theme;
    OrderDesk& m_desk;
    QLineEdit* m_kitName;
    QVBoxLayout* m_parts;
    QLineEdit* m_newPart;
};

} // namespace jr::app
