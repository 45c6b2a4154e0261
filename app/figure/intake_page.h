// SPDX-License-Identifier: GPL-3.0-or-later
// The intake to scale from filter to valve: runner length against speed by two schools, throat, bell, filter, wind.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/intake/intake_answer.h"

namespace jr::app {

class IntakePage : public FigurePage {
    Q_OBJECT
public:
    IntakePage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const std::optional<IntakeAnswer>& answer() const { return m_answer; }

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    struct Scale {
        double valveX, axisY, pxPerM;
        double x(double fromValveM) const { return valveX - fromValveM * pxPerM; }
        double m(double px) const { return (valveX - px) / pxPerM; }
    };
    Scale scale(const QRectF& area) const;
    double runnerM() const { return (n("stack_mm") + n("carburettor_mm") + n("port_mm")) / kMmPerM; }
    void sayFlowAndRoad();
    AlongScale speedScale(const QRectF& area) const;
    void drawSchools(QPainter& painter, const AlongScale& scale) const;
    void drawRunner(QPainter& painter, const QRectF& area, const Scale& scale) const;

    std::optional<IntakeAnswer> m_answer;
};

} // namespace jr::app
