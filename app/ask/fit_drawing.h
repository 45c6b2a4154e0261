// SPDX-License-Identifier: GPL-3.0-or-later
// Fit to run: the machine from the side, each thing to look at where it sits. A press (or Space) says good, another one
// wrong, a third takes it back.
#pragma once

#include "app/theme/theme.h"
#include "core/ready/work_order.h"

#include <QWidget>

namespace jr::app {

class FitDrawing : public QWidget {
    Q_OBJECT
public:
    explicit FitDrawing(const Theme& theme, QWidget* parent = nullptr);
    void setLines(const std::vector<FitLine>& lines, MachineKind machine);
    /// The line the keyboard is on; empty when there is none.
    std::string current() const;

signals:
    void currentChanged();
    void looked(const QString& key, jr::Fit fit);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    struct Label {
        QRectF words;
        QPointF spot; ///< on the machine
    };
    std::vector<Label> places() const;
    QRectF machinePlace() const;
    void choose(int index);
    void turn(int index);
    void paintMachine(QPainter& painter, const QRectF& place) const;
    void paintMark(QPainter& painter, const QPointF& at, Fit fit) const;

    const Theme& m_theme;
    std::vector<FitLine> m_lines;
    MachineKind m_machine = MachineKind::FourStroke;
    int m_current = 0;
};

} // namespace jr::app
