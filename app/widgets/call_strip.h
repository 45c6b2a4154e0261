// SPDX-License-Identifier: GPL-3.0-or-later
// Names each stretch of the range in words, shape and hatching, under the gain ribbon; the working band is dragged on
// it.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class CallStrip : public QWidget {
    Q_OBJECT
public:
    CallStrip(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void setPlaceRange(double from, double to);
    QSize sizeHint() const override { return {600, 74}; }

    static QString word(CallKind kind);

signals:
    void bandChosen(std::optional<double> from, std::optional<double> to);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    double x(double place) const;
    double placeAt(double px) const;
    double bandFrom() const;
    double bandTo() const;
    void moveGrip(int grip, double place);

    const Theme& m_theme;
    const JobModel& m_model;
    double m_from = 2000., m_to = 10000.;
    int m_grip = -1;   ///< 0 lower, 1 upper while dragging
    int m_keyGrip = 0; ///< which the keyboard moves
    double m_drag = 0.;
};

} // namespace jr::app
