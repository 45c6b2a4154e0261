// SPDX-License-Identifier: GPL-3.0-or-later
// A four-stroke's cams: both lift curves over the crank with their overlap shaded, events on a circle, the room between
// valves and piston; a centre, both cams or the lash taken by the hand.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/cam/cam_answer.h"
#include "core/figure/cam/ends_of_range.h"

class QPushButton;

namespace jr::app {

class CamPage : public FigurePage {
    Q_OBJECT
public:
    CamPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const CamFigures& figures() const { return m_figures; }
    /// Valve clearances as lines of the walk-round on Ready.
    void putClearancesOnReady();

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    struct Plot {
        QRectF box;
        double fromDeg, toDeg, highestMm;
        double x(double deg) const { return box.left() + (deg - fromDeg) / (toDeg - fromDeg) * box.width(); }
        double deg(double px) const { return fromDeg + (px - box.left()) / box.width() * (toDeg - fromDeg); }
        double y(double mm) const { return box.bottom() - mm / highestMm * box.height(); }
    };
    Plot plot(const QRectF& area) const;
    template <class Value>
    LobeSetting lobe(bool intake, const Value& value) const;
    LobeSetting lobeNow(bool intake) const;
    LobeSetting lobeBefore(bool intake) const; ///< as the machine has it, before a hand moved anything
    LiftCurve intake() const { return liftCurveOf(lobeNow(true)); }
    LiftCurve exhaust() const { return liftCurveOf(lobeNow(false)); }
    void sayRoom();
    void sayEnds();
    void drawCircle(QPainter& painter, const QPointF& centre, double radius) const;

    CamEvents m_events;
    CamFigures m_figures;
    QPushButton* m_toReady;
};

} // namespace jr::app
