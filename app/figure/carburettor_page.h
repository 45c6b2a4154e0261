// SPDX-License-Identifier: GPL-3.0-or-later
// Carburettor and injection: the throttle's travel as a bar with the circuits that rule each part of it, the mixture
// and the jet that brings it where it is wanted, today's air against the day it was right.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/carburettor/carburettor_answer.h"

namespace jr::app {

class CarburettorPage : public FigurePage {
    Q_OBJECT
public:
    CarburettorPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const std::optional<CarburettorAnswer>& answer() const { return m_answer; }

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    struct Places {
        QRectF throttle, mixture, air;
    };
    static Places places(const QRectF& area);
    bool injection() const { return n("kind") > 0.5; }
    void sayInjection();
    void sayRest();
    void sayCylinders();
    void sayAdjustment();
    Adjustment adjustment() const;
    void drawThrottle(QPainter& painter, const QRectF& box) const;
    void drawAdjustment(QPainter& painter, const QRectF& box) const;
    void drawInjector(QPainter& painter, const QRectF& box) const;
    void drawMixture(QPainter& painter, const QRectF& box) const;
    void drawAir(QPainter& painter, const QRectF& box) const;

    std::optional<CarburettorAnswer> m_answer;
    std::optional<Ranged> m_ownExponent; ///< of this machine's pulls with three setups or more
    InjectionAnswer m_injection; ///< of a machine that is injected
};

} // namespace jr::app
