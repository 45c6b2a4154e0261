// SPDX-License-Identifier: GPL-3.0-or-later
// The desk: the air as thermometer, barometer and hygrometer with every standard's factor beside it, power and torque
// at a speed, and any unit into any other.
#pragma once

#include "app/figure/figure_page.h"
#include "core/air/air.h"

class QComboBox;
class QLineEdit;

namespace jr::app {

class DeskPage : public FigurePage {
    Q_OBJECT
public:
    DeskPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    /// What the converter shows, for tests.
    QString converted() const;
    void convertFrom(const QString& value, const QString& from, const QString& to);

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    bool canPin() const override { return false; }
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    Air air() const;
    QRectF gauge(const QRectF& area, int which) const; ///< thermometer, barometer, hygrometer
    void offerUnits();
    void showConverted();

    QLineEdit* m_value;
    QComboBox *m_from, *m_to;
    QLabel* m_result;
};

} // namespace jr::app
