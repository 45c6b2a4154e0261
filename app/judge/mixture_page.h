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
    void fill() override;

private:
    QDoubleSpinBox* m_rich;
    QDoubleSpinBox* m_lean;
    SidesMixture* m_chart;
    std::optional<MixtureWhatIf> m_whatIf;
    std::map<std::pair<const PullFit*, std::pair<double, double>>, MixtureFinding> m_found; ///< by pull and target
    std::vector<std::shared_ptr<const PullFit>> m_kept; ///< so that no address comes to mean another pull
    std::string m_foundOf;
    bool m_filling = false;
};

} // namespace jr::app
