// SPDX-License-Identifier: GPL-3.0-or-later
// Mixture (P10): both sides over engine speed against the target window, how choppy, how far the cylinders lie apart,
// and what another mixture would be worth.
#pragma once

#include "app/judge/judge_page.h"
#include "app/judge/sides_mixture.h"
#include "core/mixture/mixture_finding.h"

namespace jr::app {

class MixturePage : public JudgePage {
    Q_OBJECT
public:
    MixturePage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    const std::optional<MixtureWhatIf>& whatIf() const { return m_whatIf; }

protected:
    StudyDesk::Work work() override;

private:
    void show(const MixtureAnswer& answer, const Study& study);

    QDoubleSpinBox* m_rich;
    QDoubleSpinBox* m_lean;
    SidesMixture* m_chart;
    std::optional<MixtureWhatIf> m_whatIf;
    bool m_filling = false;
};

} // namespace jr::app
