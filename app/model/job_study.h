// SPDX-License-Identifier: GPL-3.0-or-later
// What is known of the open job's pulls: its study, worked out on a desk of its own, and the answers that are shown.
// The study is laid anew at every change; what is shown stays until the new answers are there.
#pragma once

#include "app/model/compare_settings.h"
#include "app/model/study_desk.h"
#include "core/judge/comparison.h"

#include <QObject>
#include <QString>

#include <optional>
#include <vector>

namespace jr::app {

/// What is known of a job beside its pulls.
struct KnownOfJob {
    BenchKnowledge bench;
    std::string reference{};        ///< setup put back between the sides
    GaugeFacts gauges{};            ///< of the machine's sheet
    std::vector<Caution> besides{}; ///< said with each comparison
    RulesInForce rules{};           ///< what the setups have to keep
};

class JobStudy : public QObject {
    Q_OBJECT
public:
    explicit JobStudy(CompareSettings& settings, QObject* parent = nullptr);

    /// Asks the study of the pulls and settings as they are now, in its own thread (study_desk.h).
    void ask(QObject* asker, StudyDesk::Work work) const { m_desk.ask(asker, std::move(work)); }
    const StudyDesk& desk() const { return m_desk; }
    bool working() const { return m_desk.working(); }
    /// The study whose answers are shown. Never null.
    const StudyPtr& shown() const { return m_shown; }

    /// In force for everything shown: what was asked for, or none when the air of some pull is not known.
    const Standard& standard() const;
    /// What everything shown runs over.
    CurveAxis axis() const;
    /// Whether every counting pull tells its road speed, so that there is a choice.
    bool roadKnown() const { return m_roadKnown; }
    /// The detail in force: as set, or what the data make likely.
    double detail() const;
    /// The judged comparison of the sides now chosen, or why there is none.
    const std::optional<Comparison>& comparison() const { return m_comparison; }
    const QString& problem() const { return m_problem; }
    /// The pull's corrected curve under the standard and detail in force; null when it has none, or not yet.
    const PullCurve* curve(int pullIndex) const;
    /// The one band mean of each pull, W (core/study); NaN where unknown, or not yet.
    const std::vector<double>& bandMeansW() const { return m_bandMeans; }

    /// Nothing is known of these pulls yet, and why.
    void begin(std::size_t pulls, const QString& why);
    /// There are more pulls now, of which nothing is known yet.
    void expect(std::size_t pulls);
    /// The study from now on; `changed` when its answers are shown.
    void lay(std::vector<StudyPull> pulls, std::vector<SetupNode> tree, const KnownOfJob& known);

signals:
    void changed();
    void workingChanged(bool working);

private:
    void show(const StudyPtr& study);

    CompareSettings& m_settings;
    mutable StudyDesk m_desk;
    StudyPtr m_shown;
    std::optional<Comparison> m_comparison;
    QString m_problem;
    std::vector<double> m_bandMeans;
    bool m_roadKnown = false;
};

} // namespace jr::app
