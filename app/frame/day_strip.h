// SPDX-License-Identifier: GPL-3.0-or-later
// The spine of a job: one tile per pull in true order along a time line, with gaps where the spanners were out.
// Clicking, arrows or dragging across tiles picks pulls everywhere in the program.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

namespace day_strip_size {
inline constexpr double kMargin = 14., kTop = 24., kTileHeight = 62., kGap = 8.;
}

class DayStrip : public QWidget {
    Q_OBJECT
public:
    DayStrip(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {900, 112}; }
    QRectF tile(int index) const;                                       ///< for tests and the picture
    int baselines() const { return static_cast<int>(m_events.size()); } ///< times the base was taken again
    int ghosts() const { return static_cast<int>(m_ghosts.size()); }    ///< planned pulls still to come
    QString nextWords() const { return m_next; }

signals:
    void pullOpened(int index); ///< Enter or double click: look at this pull

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    bool event(QEvent* event) override;

private:
    void layOut();
    int at(const QPointF& point) const;
    void ensureVisible(int index);
    void drawTile(QPainter& painter, int index) const;
    double barScale() const; ///< share of power that fills a bar
    void drawDrift(QPainter& painter) const;
    QString nextLine() const; ///< with how often the plan was departed from
    void drawPlan(QPainter& painter) const;
    void drawFittings(QPainter& painter) const;
    void drawBaselines(QPainter& painter) const;
    void chooseEra(const QPoint& where);
    QRectF event(std::size_t index) const;
    void drawOutlook(QPainter& painter, const std::vector<std::pair<double, double>>& dayWords) const;
    QString describePlan() const;
    QString describePull(int index) const;

    const Theme& m_theme;
    JobModel& m_model;
    std::vector<double> m_left;   ///< of each tile, before scrolling
    std::vector<double> m_events; ///< left edge of each "base again"
    Baselines m_baselines;
    int m_era = kAllEras;                         ///< in force; once a change, not once a tile
    std::vector<std::pair<double, int>> m_ghosts; ///< left edge and mark of each planned pull
    QString m_next;
    QStringList m_departures;
    double m_tileWidth = 78., m_wide = 0., m_scroll = 0.;
    int m_dragFrom = -1, m_dragTo = -1;
};

} // namespace jr::app
