// SPDX-License-Identifier: GPL-3.0-or-later
// A two-stroke's expansion pipe, to scale: stretched by hand, tuned by exhaust duration, speed and the gas'
// temperature.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/pipe/pipe_answer.h"

namespace jr::app {

class PipePage : public FigurePage {
    Q_OBJECT
public:
    PipePage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const PipeAnswer& answer() const { return m_answer; }

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    struct Scale {
        double left, pxPerM, axisY;
        double x(double m) const { return left + m * pxPerM; }
        double m(double px) const { return (px - left) / pxPerM; }
    };
    Scale scale(const QRectF& area) const;
    PipeShape shape() const;
    void offerShape(const PipeShape& shape);
    bool stretched() const; ///< something was moved by hand
    double jointY(const Scale& scale, std::size_t piece) const;
    void sayNextCut();
    void drawSpeeds(QPainter& painter, const QRectF& strip) const;

    PipeAnswer m_answer;
};

} // namespace jr::app
