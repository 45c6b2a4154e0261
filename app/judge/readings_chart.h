// SPDX-License-Identifier: GPL-3.0-or-later
// Readings drawn as they came: a row a setup, a dot a reading, and across the row its mean with the margin; under them
// the difference of the two sides about nothing. A dot is
// clicked, or reached by the arrow keys, to set it aside with Space.
#pragma once

#include "app/theme/theme.h"
#include "archive/formats/job_readings.h"

#include <QWidget>

#include <optional>
#include <vector>

namespace jr::app {

class ReadingsChart : public QWidget {
    Q_OBJECT
public:
    struct Row {
        QString name;
        int mark = 0;
        std::string setupId;
        std::optional<double> mean, low, high;
    };
    explicit ReadingsChart(const Theme& theme, QWidget* parent = nullptr);
    void setReadings(JobQuantity quantity, std::vector<Row> rows, std::optional<ValueComparison> compared);
    int current() const { return m_current; } ///< index of a reading; below 0: none

signals:
    void asideToggled(int reading);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    double xOf(double value) const;
    double yOf(std::size_t row) const;
    QPointF placeOf(int reading) const;
    int readingAt(const QPointF& point) const;
    QString wordsOf(int reading) const;
    void drawRow(QPainter& painter, std::size_t row) const;
    void drawDifference(QPainter& painter, double top) const;
    void moveCurrent(int by);

    const Theme& m_theme;
    JobQuantity m_quantity;
    std::vector<Row> m_rows;
    std::optional<ValueComparison> m_compared;
    double m_low = 0., m_high = 1.;
    int m_current = -1;
};

} // namespace jr::app
