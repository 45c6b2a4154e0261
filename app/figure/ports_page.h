// SPDX-License-Identifier: GPL-3.0-or-later
// A two-stroke's ports: the timing circle and the unrolled cylinder beside it, bound together; squish, compression and
// what moves with a roof. Finding top centre stands on the same drawing.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/ports/ports_answer.h"

namespace jr::app {

class PortsPage : public FigurePage {
    Q_OBJECT
public:
    PortsPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const std::optional<PortsAnswer>& answer() const { return m_answer; }

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    struct Places {
        QPointF centre; ///< of the circle
        double radius;
        QRectF wall; ///< the unrolled cylinder from top to bottom centre
    };
    Places places(const QRectF& area) const;
    PortsAsked asked() const;
    bool findsTop() const { return n("show") > 0.5; }
    bool pistonPort() const { return n("intake_kind") > 0.5; }
    void sayTopCentre();
    void sayRoofs();
    void drawCircle(QPainter& painter, const Places& places) const;
    void drawWall(QPainter& painter, const Places& places) const;
    void drawTop(QPainter& painter, const QRectF& area) const;

    std::optional<PortsAnswer> m_answer;
};

} // namespace jr::app
