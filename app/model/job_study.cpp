// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/job_study.h"

#include "app/words/words.h"
#include "core/nan.h"
#include "core/pull/pull_axis.h"

#include <algorithm>

namespace jr::app {

JobStudy::JobStudy(CompareSettings& settings, QObject* parent)
    : QObject(parent), m_settings(settings), m_shown(m_desk.study()) {
    connect(&m_desk, &StudyDesk::workingChanged, this, &JobStudy::workingChanged);
}

const Standard& JobStudy::standard() const {
    return m_shown->pulls().empty() ? m_settings.standardAsked() : m_shown->standard();
}

CurveAxis JobStudy::axis() const {
    return m_shown->axis();
}

double JobStudy::detail() const {
    if (m_settings.detail() > 0.)
        return m_settings.detail();
    return m_shown->pulls().empty() ? 0. : m_shown->detail().whole; // known: what is shown was worked out with it
}

const PullCurve* JobStudy::curve(int index) const {
    if (index < 0 || index >= static_cast<int>(m_shown->pulls().size()))
        return nullptr;
    return m_shown->curve(static_cast<std::size_t>(index)).get(); // the study keeps it
}

void JobStudy::begin(std::size_t pulls, const QString& why) {
    m_desk.lay(Study::make({}, {}, {})); // what is still being worked out is of other pulls
    m_shown = m_desk.study();
    m_comparison.reset();
    m_problem = why;
    m_bandMeans.assign(pulls, kNaN);
    m_roadKnown = false;
}

void JobStudy::expect(std::size_t pulls) {
    m_bandMeans.resize(pulls, kNaN);
}

void JobStudy::lay(std::vector<StudyPull> pulls, std::vector<SetupNode> tree, const KnownOfJob& known) {
    const ComparisonRecord& now = m_settings.now();
    std::vector<const PullFit*> fits;
    for (const StudyPull& p : pulls)
        if (p.fit && p.counts)
            fits.push_back(p.fit.get());
    const Result<CurveAxis> axis = axisForAll(fits, m_settings.axisAsked());
    m_settings.setAxisInForce(axis ? *axis : CurveAxis::EngineSpeed); // road speed asked for, and a pull without it
    StudySettings settings;
    settings.standard = &m_settings.standardAsked();
    m_roadKnown = !fits.empty() && axisForAll(fits, CurveAxis::RoadSpeed).ok();
    settings.axis = m_settings.axisInForce();
    settings.detail = m_settings.detail();
    settings.from = m_settings.from();
    settings.to = m_settings.to();
    settings.worthPct = now.worthPct;
    settings.known = known.bench;
    settings.reference = known.reference;
    settings.gaugeFacts = known.gauges;
    settings.besides = known.besides;
    settings.rules = known.rules;
    settings.baseSetup = now.baseSetup;
    settings.withSetup = now.withSetup;
    m_desk.lay(Study::make(std::move(pulls), std::move(tree), std::move(settings), m_desk.study().get()));
    // What everything draws from is worked out before anybody is told.
    m_desk.ask(this, [this](const StudyPtr& study) -> StudyDesk::Draw {
        (void)study->detail();
        (void)study->bandMeansW();
        (void)study->fittings();
        (void)study->rules();
        for (const std::string* side : {&study->settings().baseSetup, &study->settings().withSetup})
            (void)study->setupPeak(*side);
        if (!study->countingPulls(study->settings().baseSetup).empty() &&
            !study->countingPulls(study->settings().withSetup).empty())
            (void)study->gauges(); // and with it the comparison
        return [this, study] { show(study); };
    });
}

void JobStudy::show(const StudyPtr& study) {
    m_shown = study;
    std::vector<double> means = study->bandMeansW();
    means.resize(std::max(means.size(), m_bandMeans.size()), kNaN); // a pull may have come in meanwhile
    m_bandMeans = std::move(means);
    m_comparison.reset();
    m_problem.clear();
    const StudySettings& asked = study->settings();
    if (study->pulls().empty()) {
        m_problem = tr("There are no pulls in this job yet. Import some to begin.");
    } else if (asked.withSetup.empty()) {
        m_problem =
            tr("All pulls so far are of one setup. Change one thing, pull again, and the difference is judged here.");
    } else if (study->countingPulls(asked.baseSetup).empty() || study->countingPulls(asked.withSetup).empty()) {
        m_problem = tr("One side has no pull that counts: it was set aside, not picked, or cannot become a curve.");
    } else if (const Result<Comparison>& result = study->comparison()) {
        m_comparison = *result;
    } else {
        m_problem = errorWords(result.error());
    }
    emit changed();
}

} // namespace jr::app
