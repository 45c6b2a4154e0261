// SPDX-License-Identifier: GPL-3.0-or-later
// The stations down the left side, in working order.
#pragma once

#include "app/theme/theme.h"
#include "app/widgets/station.h"

#include <QWidget>

class QToolButton;
class QVBoxLayout;

namespace jr::app {

class Rail : public QWidget {
    Q_OBJECT
public:
    explicit Rail(const Theme& theme, QWidget* parent = nullptr);
    /// Its key is shown in the tip and works everywhere in the window.
    void addStation(const StationFace& face);
    void setCurrent(int index);

signals:
    void chosen(int index);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void dress();
    const Theme& m_theme;
    QVBoxLayout* m_layout;
    std::vector<std::pair<QToolButton*, QString>> m_buttons;
};

} // namespace jr::app
