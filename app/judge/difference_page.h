// SPDX-License-Identifier: GPL-3.0-or-later
// The difference: the gain ribbon first, what each stretch may be called, then the two curves; the result in sentences
// beside them.
#pragma once

#include "app/judge/curves_chart.h"
#include "app/judge/gain_ribbon.h"
#include "app/judge/sides_mixture.h"
#include "app/judge/speed_map.h"
#include "app/widgets/call_strip.h"

#include <array>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QStackedWidget;
class QVBoxLayout;

namespace jr::app {

class MarkedWords;

class DifferencePage : public QWidget {
    Q_OBJECT
public:
    DifferencePage(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    /// The charts' switches; the station puts them beside the names of its pages.
    QWidget* switches() { return m_switches; }

    void setCursor(double place);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void fillSides();
    void showCursor(double place);
    std::array<RangeChart*, 5> charts() const;
    void arrangeCharts();
    void showQuoted(double place);
    QWidget* buildSide();
    void showKnown(const Comparison& comparison);
    void keepKnown(const QString& what, const std::function<void(JudgingSheet&)>& change);

    const Theme& m_theme;
    JobModel& m_model;
    QWidget* m_switches;
    QStackedWidget* m_pages;
    QLabel* m_empty;
    GainRibbon* m_ribbon;
    CallStrip* m_strip;
    CurvesChart* m_curves;
    CurvesChart* m_torque; ///< under the power, when all is shown together
    SidesMixture* m_mixture;
    SpeedMap* m_map; ///< engine over road speed, on a belt
    MarkedWords* m_readout;
    QComboBox* m_base;
    QComboBox* m_with;
    QDoubleSpinBox* m_worth;
    QDoubleSpinBox* m_repeatability;
    QLabel* m_repeatabilityLabel;
    QCheckBox* m_history; ///< whether earlier jobs count
    MarkedWords* m_headline;
    MarkedWords* m_bandMean;
    QVBoxLayout* m_account;
    int m_staying = 0;               ///< of its paragraphs: the headline, the mean and the outlook
    MarkedWords* m_quoted = nullptr; ///< in the account, as long as there is a comparison
    MarkedWords* m_sound = nullptr;
    double m_cursor = qQNaN();
    CurveAxis m_cursorAxis = CurveAxis::EngineSpeed;
    int m_school = 0; ///< 0 average, 1 median, 2 best of
    enum class Shown { Power, Torque, Together } m_shown = Shown::Power;
    bool m_filling = false;
};

} // namespace jr::app
