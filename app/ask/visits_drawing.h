// SPDX-License-Identifier: GPL-3.0-or-later
// The visits of a machine along a line: each as what it made against the first one, with the margin of two days, and
// how many lines of its sheet were changed on the way from one to the next. Arrow keys or a press choose a visit.
#pragma once

#include "app/theme/theme.h"

#include <QWidget>

#include <optional>
#include <vector>

namespace jr::app {

struct VisitMark {
    QString title, day;
    std::optional<double> pct, lowPct, highPct; ///< against the first visit that measured; nothing: it did not
    int changes = 0;                            ///< of the sheet since the visit before
    bool open = false;                          ///< it is the job on the table
};

class VisitsDrawing : public QWidget {
    Q_OBJECT
public:
    explicit VisitsDrawing(const Theme& theme, QWidget* parent = nullptr);
    void setVisits(std::vector<VisitMark> visits, int chosen);
    int chosen() const { return m_chosen; }

signals:
    void chosenChanged(int index);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QPointF at(std::size_t visit, double pct) const;
    double reach() const; ///< of the scale above and below, in per cent
    void choose(int index);

    const Theme& m_theme;
    std::vector<VisitMark> m_visits;
    int m_chosen = -1;
};

} // namespace jr::app
