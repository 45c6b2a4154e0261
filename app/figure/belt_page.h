// SPDX-License-Identifier: GPL-3.0-or-later
// A belt's variator: weights round the drum as they sit, shift speed against mass by the rule and by this machine's own
// runs, the engine's best band beside it, shim and wear.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/belt/flyweights.h"
#include "core/figure/belt/variator.h"

namespace jr::app {

class BeltPage : public FigurePage {
    Q_OBJECT
public:
    BeltPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const FlyweightSet& drum() const { return m_drum; }
    /// Where the belt would hold the engine, rpm.
    const Ranged& held() const { return m_held; }
    const std::vector<RunWithWeight>& runs() const { return m_runs; }

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    struct Plot {
        QRectF box;
        double leastG, mostG, leastRpm, mostRpm;
        double x(double g) const { return box.left() + (g - leastG) / (mostG - leastG) * box.width(); }
        double g(double px) const { return leastG + (px - box.left()) / box.width() * (mostG - leastG); }
        double y(double rpm) const { return box.bottom() - (rpm - leastRpm) / (mostRpm - leastRpm) * box.height(); }
    };
    Plot plot(const QRectF& area) const;
    std::vector<double> weightsKg() const;
    Ranged heldAt(double weightKg) const;
    void sayVariator();
    void drawDrum(QPainter& painter, const QPointF& centre, double radius) const;

    FlyweightSet m_drum;
    Ranged m_held;
    std::vector<RunWithWeight> m_runs; ///< of this job's setups
};

} // namespace jr::app
