// SPDX-License-Identifier: GPL-3.0-or-later
// A chart over engine or road speed in our dress: same margins everywhere so that charts line up, a cursor line, direct
// labels, a note that says what is drawn, and an axis that starts at zero unless a person zooms (and then says so).
#pragma once

#include "app/theme/theme.h"
#include "core/words/wording.h"

#include <qcustomplot.h>

namespace jr::app {

class RangeChart : public QCustomPlot {
    Q_OBJECT
public:
    static constexpr int kLeft = 66, kRight = 18;

    RangeChart(const Theme& theme, QWidget* parent = nullptr);

    /// What it is drawn over, and the unit its ticks read in; all coordinates stay places of the axis.
    void setAxis(CurveAxis axis, const Wording& wording);
    void setPlaceRange(double from, double to);
    double fromPlace() const { return xAxis->range().lower; }
    double toPlace() const { return xAxis->range().upper; }
    void setNote(const QString& text); ///< standard, detail, pulls, air
    void setValueLabel(const QString& text);
    void setCursor(double place); ///< NaN: none
    /// The range shown when nobody has zoomed; `low` is 0 for curves, symmetric for differences.
    void setNaturalRange(double low, double high);
    bool zoomed() const { return m_zoomed; }
    void showPlaceTicks(bool show);
    /// A label standing on the chart beside what it names, clear of lines and other labels (label_places.h).
    void addLabel(double place, double value, const QString& text, const QColor& color,
                  Qt::Alignment where = Qt::AlignLeft | Qt::AlignBottom);
    /// What lies between two lines over the same places.
    void addBand(const QVector<double>& places, const QVector<double>& low, const QVector<double>& high,
                 const QBrush& brush, const QPen& edge = Qt::NoPen);
    void clearDrawing(); ///< graphs and labels, not cursor and note

public slots:
    void dress(); ///< colours of the theme
    void resetZoom();

signals:
    void cursorMoved(double place);

protected:
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

    const Theme& m_theme;

private:
    struct Label {
        QCPItemText* item;
        double place, value;
        bool above;
    };
    void updateZoomNote();
    void placeOwnLabels();
    void nameAxis();

    std::vector<Label> m_labels;
    QCPItemStraightLine* m_cursor;
    QCPItemText* m_note;
    QCPItemText* m_zoomNote;
    QString m_valueLabel;
    CurveAxis m_axis = CurveAxis::EngineSpeed;
    QString m_axisLabel;
    bool m_ticksShown = true;
    double m_low = 0., m_high = 1.;
    bool m_zoomed = false;
    double m_cursorPlace = qQNaN();
};

} // namespace jr::app
