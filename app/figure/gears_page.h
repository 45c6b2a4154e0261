// SPDX-License-Identifier: GPL-3.0-or-later
// Gears and shifts: thrust of all gears over road speed from the judged curve with its margin, resistance under it, a
// handle on each shift, the limiter as it is and as it might be.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/gears/gears_answer.h"

namespace jr::app {

class GearsPage : public FigurePage {
    Q_OBJECT
public:
    GearsPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const std::optional<GearsAnswer>& answer() const { return m_answer; }

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    static constexpr std::size_t kMostGears = 6;
    static constexpr const char* kShiftKeys[kMostGears - 1] = {"shift_1_rpm", "shift_2_rpm", "shift_3_rpm",
                                                               "shift_4_rpm", "shift_5_rpm"};
    static std::vector<InputSpec> gearsInputs();
    struct Plot {
        QRectF box;
        double mostMPerS, mostN;
        double x(double v) const { return box.left() + v / mostMPerS * box.width(); }
        double v(double px) const { return (px - box.left()) / box.width() * mostMPerS; }
        double y(double newton) const { return box.bottom() - newton / mostN * box.height(); }
    };
    Plot plot(const QRectF& area) const;
    AlongScale strip(const QRectF& area) const; ///< of engine speed, with the limiters
    GearsAsked askedOf(const std::function<double(const char*)>& n) const;
    GearsAsked asked() const;
    void offerGearing();
    std::size_t gearCount() const { return static_cast<std::size_t>(n("gears")) + 2; }
    bool ownCurve() const { return m_facts.pulls.rpm.size() >= 2; }
    QString road(double mPerS, int decimals = 0) const;
    void sayShifts();
    void sayLimiter();
    void drawFan(QPainter& painter, const Plot& plot) const;
    void drawStrip(QPainter& painter, const AlongScale& scale) const;

    GearsAsked m_asked;
    std::optional<GearsAnswer> m_answer;
};

} // namespace jr::app
