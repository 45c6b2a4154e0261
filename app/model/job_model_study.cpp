// SPDX-License-Identifier: GPL-3.0-or-later
// The open job's study: made anew at every change, worked out on its desk, shown when it is answered.
#include "app/model/job_model.h"

#include <limits>

namespace jr::app {

const Standard& JobModel::standardAsked() const {
    const Standard* s = findStandard(m_settings.standard);
    return s ? *s : *findStandard("sae-j1349");
}

const Standard& JobModel::standard() const {
    return m_shown->pulls().empty() ? standardAsked() : m_shown->standard();
}

std::vector<int> JobModel::sidePulls(bool base) const {
    std::vector<int> out;
    for (int i = 0; i < static_cast<int>(m_pulls.size()); ++i) {
        const LoadedPull& p = m_pulls[static_cast<std::size_t>(i)];
        if (p.fit && !p.record.aside && p.record.setupId == (base ? m_settings.baseSetup : m_settings.withSetup) &&
            (m_picked.empty() || m_picked.contains(i)))
            out.push_back(i);
    }
    return out;
}

double JobModel::detailInForce() const {
    if (m_settings.detailRpm > 0.)
        return m_settings.detailRpm;
    return m_shown->pulls().empty() ? 0. : m_shown->detailRpm(); // known: what is shown was worked out with it
}

const PullCurve* JobModel::curve(int index) const {
    if (index < 0 || index >= static_cast<int>(m_shown->pulls().size()))
        return nullptr;
    return m_shown->curve(static_cast<std::size_t>(index)).get(); // the study keeps it
}

StudyPtr JobModel::makeStudy() const {
    std::vector<StudyPull> pulls;
    for (int i = 0; i < static_cast<int>(m_pulls.size()); ++i) {
        const LoadedPull& p = m_pulls[static_cast<std::size_t>(i)];
        pulls.push_back({p.record.id, p.record.number, p.record.setupId,
                         !p.record.aside && (m_picked.empty() || m_picked.contains(i)), p.fit, p.trace});
    }
    StudySettings settings;
    settings.standard = &standardAsked();
    settings.detailRpm = m_settings.detailRpm;
    settings.fromRpm = m_settings.fromRpm;
    settings.toRpm = m_settings.toRpm;
    settings.worthPct = m_settings.worthPct;
    settings.repeatabilityPct = m_repeatabilityPct;
    settings.baseSetup = m_settings.baseSetup;
    settings.withSetup = m_settings.withSetup;
    return Study::make(std::move(pulls), m_job.setupTree(), std::move(settings), m_desk.study().get());
}

void JobModel::recompute() {
    m_desk.lay(makeStudy());
    // What everything draws from is worked out before anybody is told.
    m_desk.ask(this, [this](const StudyPtr& study) -> StudyDesk::Draw {
        (void)study->detailRpm();
        (void)study->bandMeansW();
        if (!study->countingPulls(study->settings().baseSetup).empty() &&
            !study->countingPulls(study->settings().withSetup).empty())
            (void)study->comparison();
        return [this, study] { takeAnswers(study); };
    });
}

void JobModel::takeAnswers(const StudyPtr& study) {
    m_shown = study;
    m_bandMeans = study->bandMeansW();
    m_bandMeans.resize(m_pulls.size(), std::numeric_limits<double>::quiet_NaN());
    m_comparison.reset();
    m_comparisonProblem.clear();
    if (m_pulls.empty()) {
        m_comparisonProblem = tr("There are no pulls in this job yet. Import some to begin.");
    } else if (m_settings.withSetup.empty()) {
        m_comparisonProblem =
            tr("All pulls so far are of one setup. Change one thing, pull again, and the difference is judged here.");
    } else if (study->countingPulls(m_settings.baseSetup).empty() ||
               study->countingPulls(m_settings.withSetup).empty()) {
        m_comparisonProblem =
            tr("One side has no pull that counts: it was set aside, not picked, or cannot become a curve.");
    } else if (const Result<Comparison>& result = study->comparison()) {
        m_comparison = *result;
    } else {
        m_comparisonProblem = QString::fromStdString(result.error().reason);
    }
    m_noteTimer.start();
    emit comparisonChanged();
}

} // namespace jr::app
