// SPDX-License-Identifier: GPL-3.0-or-later
// Every prediction of the job on one line each: its range as a bar, what was measured with its margin over it, and the
// verdict in words and shape. What the machine has taught stands beneath.
#pragma once

#include "app/model/pins.h"
#include "app/theme/theme.h"

#include <QWidget>

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace jr::app {

/// The lines themselves; walked by arrow keys.
class PinsBoard : public QWidget {
    Q_OBJECT
public:
    PinsBoard(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    void setPins(std::vector<Prediction> pins, std::map<std::string, Grade> grades);
    int chosen() const { return m_chosen; }
    const std::vector<Prediction>& pins() const { return m_pins; }

signals:
    void chosenChanged();
    void opened(const QString& page);

protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;

private:
    void choose(int line);
    void paintLine(QPainter& painter, int line, const QRectF& box) const;

    const Theme& m_theme;
    JobModel& m_model;
    std::vector<Prediction> m_pins;
    std::map<std::string, Grade> m_grades;
    int m_chosen = 0;
};

class PinsPage : public QWidget {
    Q_OBJECT
public:
    PinsPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    void refresh();
    QString words() const;
    PinsBoard& board() { return *m_board; }

signals:
    void pageWanted(const QString& id);

private:
    void sayChosen();

    JobModel& m_model;
    Pins& m_pins;
    PinsBoard* m_board;
    QLabel *m_head, *m_words, *m_learnt;
    QPushButton *m_open, *m_off;
};

} // namespace jr::app
