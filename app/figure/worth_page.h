// SPDX-License-Identifier: GPL-3.0-or-later
// Weight, money, sound: a balance with what came off and went on, what a watt of each setup cost, and how loud it is
// where it matters.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/worth/worth_answer.h"

namespace jr::app {

class WorthPage : public FigurePage {
    Q_OBJECT
public:
    WorthPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const std::optional<WorthAnswer>& answer() const { return m_answer; }
    const std::vector<Buy>& buys() const { return m_buys; }

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    struct Places {
        QRectF balance, buys, sound;
    };
    static Places places(const QRectF& area);
    void saySound();
    void offerWeight(const WorthAsked& asked);
    void sayCurve();
    void sayBuys();
    void drawBalance(QPainter& painter, const QRectF& box) const;
    void drawBuys(QPainter& painter, const QRectF& box) const;
    void drawSound(QPainter& painter, const QRectF& box) const;

    std::optional<WorthAnswer> m_answer;
    std::vector<Buy> m_buys;
    std::optional<double> m_limitDb; ///< of the job's rules
};

} // namespace jr::app
