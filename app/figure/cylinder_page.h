// SPDX-License-Identifier: GPL-3.0-or-later
// The cylinder cut open: head, gasket, deck, dome to scale; compression full and trapped, what a gasket or a skim
// changes, mean pressure, piston speed and force.
#pragma once

#include "app/figure/figure_page.h"
#include "core/figure/cylinder/cylinder_answer.h"

namespace jr::app {

class CylinderPage : public FigurePage {
    Q_OBJECT
public:
    CylinderPage(const Theme& theme, JobModel& model, Pins& pins, QWidget* parent = nullptr);
    const std::optional<CylinderAnswer>& answer() const { return m_answer; }

protected:
    void fill(const FigureFacts& facts) override;
    void workOut() override;
    std::vector<Handle> handles(const QRectF& area) const override;
    void draw(QPainter& painter, const QRectF& area) override;

private:
    struct Places {
        double left, right, deckY, pxPerMm, bottomY; ///< small heights are drawn larger than the stroke
    };
    Places places(const QRectF& area) const;
    bool twoStroke() const;

    std::optional<CylinderAnswer> m_answer;
};

} // namespace jr::app
