// The stations down the left side, in working order.
#pragma once

#include "app/theme/theme.h"

#include <QWidget>

class QToolButton;
class QVBoxLayout;

namespace jr::app {

class Rail : public QWidget {
    Q_OBJECT
public:
    explicit Rail(const Theme& theme, QWidget* parent = nullptr);
    /// `key` is shown in the tip and works everywhere in the window.
    void addStation(const QString& name, const QString& icon, const QString& key);
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
