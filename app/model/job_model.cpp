#include "app/model/job_model.h"

#include "app/model/job_commands.h"

#include <QtConcurrent>

#include <cmath>
#include <limits>
#include <map>

namespace jr::app {
namespace {

LoadedPull load(PullRecord record, std::shared_ptr<const Trace> trace) {
    LoadedPull out{std::move(record), std::move(trace), nullptr, {}};
    if (out.trace->channels.empty()) {
        out.problem =
            JobModel::tr("Its trace is damaged or lost in the database. \"Put right\" on Jobs takes it from its "
                         "pull file, if that is whole.");
        return out;
    }
    ReadyOptions options;
    options.overrules = out.record.overrules;
    Result<PullFit> fit = fitPull(*out.trace, options);
    if (fit)
        out.fit = std::make_shared<const PullFit>(std::move(fit).value());
    else
        out.problem = QString::fromStdString(fit.error().reason);
    return out;
}

} // namespace

JobModel::JobModel(QObject* parent) : QObject(parent) {
    m_units = DisplayUnits::choiceForLocale(QLocale());
    m_keepTimer.setSingleShot(true);
    m_keepTimer.setInterval(200);
    connect(&m_keepTimer, &QTimer::timeout, this, &JobModel::keepSettingsNow);
    m_noteTimer.setSingleShot(true);
    m_noteTimer.setInterval(1500);
    connect(&m_noteTimer, &QTimer::timeout, this, &JobModel::noteRepeatability);
    connect(&m_watcher, &QFutureWatcherBase::progressValueChanged, this,
            [this](int value) { emit loadingChanged(value, static_cast<int>(m_pulls.size())); });
    connect(&m_watcher, &QFutureWatcherBase::finished, this, [this] {
        const QFuture<LoadedPull> future = m_watcher.future();
        if (future.isCanceled())
            return;
        for (int i = 0; i < future.resultCount() && i < static_cast<int>(m_pulls.size()); ++i)
            m_pulls[static_cast<std::size_t>(i)] = future.resultAt(i);
        m_store.forget();
        m_likelyDetail = -1.;
        chooseSides();
        recompute();
        emit loadingChanged(static_cast<int>(m_pulls.size()), static_cast<int>(m_pulls.size()));
        emit pullsChanged();
    });
}

JobModel::~JobModel() {
    keepSettingsNow();
    m_watcher.disconnect(this);
    m_watcher.cancel();
    m_watcher.waitForFinished();
}

void JobModel::setArchive(Archive* archive) {
    m_watcher.cancel();
    m_watcher.waitForFinished();
    m_noteTimer.stop();
    keepSettingsNow();
    m_archive = archive;
    m_job = {};
    m_store.forget();
    m_pulls.clear();
    m_picked.clear();
    m_current = -1;
    m_comparison.reset();
    m_undo.clear();
    emit jobChanged();
}

bool JobModel::openJob(const std::string& jobId, QString* problemText) {
    const Result<JobRecord> job = m_archive->job(jobId);
    auto traces = m_archive->traces(jobId);
    if (!job || !traces) {
        if (problemText)
            *problemText = QString::fromStdString(job ? traces.error().text() : job.error().text());
        return false;
    }
    const bool same = m_job.id == jobId;
    if (!same)
        keepSettingsNow();
    m_watcher.cancel();
    m_watcher.waitForFinished();
    m_job = *job;
    if (!same) {
        m_undo.clear();
        m_picked.clear();
        m_settings = m_job.comparison.value_or(ComparisonRecord{});
    }
    m_store.forget();
    m_pulls.clear();
    std::vector<std::pair<PullRecord, std::shared_ptr<const Trace>>> work;
    std::map<std::string, std::shared_ptr<const Trace>> byId;
    for (auto& [id, trace] : traces.value())
        byId[id] = std::make_shared<const Trace>(std::move(trace));
    for (const PullRecord& record : m_job.pulls) {
        auto& trace = byId[record.id];
        if (!trace) // damaged, or caught by another window in between
            trace = std::make_shared<const Trace>();
        m_pulls.push_back({record, trace, nullptr, {}});
        work.emplace_back(record, trace);
    }
    m_current = m_pulls.empty() ? -1 : std::clamp(m_current, 0, static_cast<int>(m_pulls.size()) - 1);
    m_comparison.reset();
    m_comparisonProblem = m_pulls.empty() ? tr("There are no pulls in this job yet.") : tr("Working the pulls out…");
    m_bandMeans.assign(m_pulls.size(), std::numeric_limits<double>::quiet_NaN());
    m_watcher.setFuture(QtConcurrent::mapped(work, [](const std::pair<PullRecord, std::shared_ptr<const Trace>>& item) {
        return load(item.first, item.second);
    }));
    emit jobChanged();
    return true;
}

void JobModel::reload() {
    QString text;
    if (hasJob() && !openJob(m_job.id, &text))
        emit problem(text);
}

int JobModel::takeIn(const std::string& pullId) {
    if (const int known = indexOf(pullId); known >= 0)
        return known;
    if (loading())
        waitUntilLoaded();
    const Result<JobRecord> job = m_archive->job(m_job.id);
    Result<Trace> trace = m_archive->trace(pullId);
    if (!job || !trace) {
        emit problem(QString::fromStdString(job ? trace.error().text() : job.error().text()));
        return -1;
    }
    m_job = *job;
    for (const PullRecord& record : m_job.pulls)
        if (record.id == pullId)
            m_pulls.push_back(load(record, std::make_shared<const Trace>(std::move(trace).value())));
    m_current = static_cast<int>(m_pulls.size()) - 1;
    m_likelyDetail = -1.;
    chooseSides();
    recompute();
    emit jobChanged();
    emit pullsChanged();
    return m_current;
}

void JobModel::waitUntilLoaded() {
    while (m_watcher.isRunning() || !m_watcher.isFinished())
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    QCoreApplication::processEvents();
}

void JobModel::setCurrentPull(int index) {
    if (index < 0 || index >= static_cast<int>(m_pulls.size()) || index == m_current)
        return;
    m_current = index;
    emit selectionChanged();
}

void JobModel::setPicked(std::set<int> picked) {
    if (picked == m_picked)
        return;
    m_picked = std::move(picked);
    recompute();
    emit selectionChanged();
}

void JobModel::chooseSides() {
    const auto has = [&](const std::string& id) { return m_job.setup(id) != nullptr; };
    if (!has(m_settings.baseSetup) && !m_pulls.empty())
        m_settings.baseSetup = m_pulls.front().record.setupId;
    if (!has(m_settings.withSetup) || m_settings.withSetup == m_settings.baseSetup) {
        m_settings.withSetup.clear();
        for (const LoadedPull& p : m_pulls)
            if (p.record.setupId != m_settings.baseSetup) {
                m_settings.withSetup = p.record.setupId;
                break;
            }
    }
}

void JobModel::setBaseSetup(const std::string& id) {
    if (id == m_settings.baseSetup)
        return;
    if (id == m_settings.withSetup)
        m_settings.withSetup = m_settings.baseSetup;
    m_settings.baseSetup = id;
    keepSettings();
    recompute();
}

void JobModel::setWithSetup(const std::string& id) {
    if (id == m_settings.withSetup)
        return;
    if (id == m_settings.baseSetup)
        m_settings.baseSetup = m_settings.withSetup;
    m_settings.withSetup = id;
    keepSettings();
    recompute();
}

void JobModel::setStandard(const std::string& id) {
    if (id == m_settings.standard || !findStandard(id))
        return;
    m_settings.standard = id;
    keepSettings();
    recompute();
}

void JobModel::setWorthPct(double worth) {
    if (worth == m_settings.worthPct || !(worth > 0.))
        return;
    m_settings.worthPct = worth;
    keepSettings();
    recompute();
}

void JobModel::setBand(std::optional<double> fromRpm, std::optional<double> toRpm) {
    if (fromRpm == m_settings.fromRpm && toRpm == m_settings.toRpm)
        return;
    if (fromRpm && toRpm && *toRpm - *fromRpm < 200.)
        return;
    m_settings.fromRpm = fromRpm;
    m_settings.toRpm = toRpm;
    keepSettings();
    recompute();
}

void JobModel::setDetailRpm(double detail) {
    if (detail == m_settings.detailRpm)
        return;
    m_settings.detailRpm = detail;
    keepSettings();
    recompute();
}

void JobModel::setRepeatabilityPct(std::optional<double> pct) {
    m_repeatabilityPct = pct;
    recompute();
}

const Standard& JobModel::standard() const {
    const Standard* s = findStandard(m_settings.standard);
    return s ? *s : *findStandard("sae-j1349");
}

void JobModel::setUnitsChoice(int choice) {
    if (choice == m_units || choice < 0 || choice >= static_cast<int>(DisplayUnits::choices().size()))
        return;
    m_units = choice;
    emit unitsChanged();
}

void JobModel::keepSettings() {
    m_keepTimer.start(); // a band being dragged is kept once it rests
}

void JobModel::keepSettingsNow() {
    m_keepTimer.stop();
    if (!m_archive || !hasJob() || (m_job.comparison && *m_job.comparison == m_settings))
        return;
    m_job.comparison = m_settings;
    if (const Result<Done> done = m_archive->setComparison(m_job.id, m_settings); !done)
        emit problem(QString::fromStdString(done.error().text()));
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
    if (m_likelyDetail < 0.) {
        std::vector<const PullFit*> fits;
        for (const LoadedPull& p : m_pulls)
            if (p.fit && !p.record.aside)
                fits.push_back(p.fit.get());
        m_likelyDetail = likelyDetailRpm(fits);
    }
    return m_likelyDetail;
}

const PullCurve* JobModel::curve(int index) const {
    if (index < 0 || index >= static_cast<int>(m_pulls.size()) || !m_pulls[static_cast<std::size_t>(index)].fit)
        return nullptr;
    CurveOptions options;
    options.detailRpm = detailInForce() > 0. ? detailInForce() : 100.;
    options.standard = &standard();
    const auto made = m_store.curve(*m_pulls[static_cast<std::size_t>(index)].fit, options);
    return made ? made->get() : nullptr; // the store keeps it
}

void JobModel::recompute() {
    // Curves stay for as long as the pulls do: a turn of the band or the worth works none of them out anew. Many
    // details tried are let go again.
    if (m_store.size() > 4000)
        m_store.forget();
    m_comparison.reset();
    m_comparisonProblem.clear();
    m_bandMeans.assign(m_pulls.size(), std::numeric_limits<double>::quiet_NaN());
    std::vector<const PullFit*> base, with;
    for (int i : sidePulls(true))
        base.push_back(m_pulls[static_cast<std::size_t>(i)].fit.get());
    for (int i : sidePulls(false))
        with.push_back(m_pulls[static_cast<std::size_t>(i)].fit.get());
    if (m_pulls.empty()) {
        m_comparisonProblem = tr("There are no pulls in this job yet. Import some to begin.");
    } else if (m_settings.withSetup.empty()) {
        m_comparisonProblem =
            tr("All pulls so far are of one setup. Change one thing, pull again, and the difference is judged here.");
    } else if (base.empty() || with.empty()) {
        m_comparisonProblem =
            tr("One side has no pull that counts: it was set aside, not picked, or cannot become a curve.");
    } else {
        CompareOptions options;
        options.standard = &standard();
        options.detailRpm = detailInForce();
        options.fromRpm = m_settings.fromRpm;
        options.toRpm = m_settings.toRpm;
        options.worthPct = m_settings.worthPct;
        options.repeatabilityPct = m_repeatabilityPct;
        options.store = &m_store;
        // A change that was forced by another shares its credit and is no second one.
        const SetupDifference difference = differenceOf(m_job.setupTree(), m_settings.baseSetup, m_settings.withSetup);
        for (const PartChange& c : difference.changes)
            if (!c.belongs || difference.independent == static_cast<int>(difference.changes.size()))
                options.changes.push_back(partName(c));
        Result<Comparison> result = compare(base, with, options);
        if (result)
            m_comparison = std::move(result).value();
        else
            m_comparisonProblem = QString::fromStdString(result.error().reason);
    }
    // Small bars of the day strip: each pull's mean over what all pulls that count have in common.
    double low = 0., high = std::numeric_limits<double>::infinity();
    std::vector<const PullCurve*> curves;
    for (int i = 0; i < static_cast<int>(m_pulls.size()); ++i) {
        curves.push_back(curve(i));
        if (curves.back() && !m_pulls[static_cast<std::size_t>(i)].record.aside) {
            low = std::max(low, curves.back()->rpm.front());
            high = std::min(high, curves.back()->rpm.back());
        }
    }
    low = std::max(low, m_settings.fromRpm.value_or(0.));
    high = std::min(high, m_settings.toRpm.value_or(1e9));
    for (std::size_t i = 0; i < curves.size(); ++i) {
        double sum = 0., n = 0.;
        if (curves[i])
            for (std::size_t k = 0; k < curves[i]->rpm.size(); ++k)
                if (curves[i]->rpm[k] >= low && curves[i]->rpm[k] <= high) {
                    sum += curves[i]->powerW[k];
                    n += 1.;
                }
        if (n > 0.)
            m_bandMeans[i] = sum / n;
    }
    m_noteTimer.start();
    emit comparisonChanged();
}

int JobModel::indexOf(const std::string& pullId) const {
    for (std::size_t i = 0; i < m_pulls.size(); ++i)
        if (m_pulls[i].record.id == pullId)
            return static_cast<int>(i);
    return -1;
}

void JobModel::refit(int index) {
    m_store.forget(); // kept by address, and this one's is about to be another's
    LoadedPull& p = m_pulls[static_cast<std::size_t>(index)];
    p = load(p.record, p.trace);
    m_likelyDetail = -1.;
}

std::optional<Comparison> JobModel::compareSetups(const std::string& base, const std::string& with,
                                                  std::optional<double> fromRpm, std::optional<double> toRpm) const {
    std::vector<const PullFit*> a, b;
    for (const LoadedPull& p : m_pulls)
        if (p.fit && !p.record.aside) {
            if (p.record.setupId == base)
                a.push_back(p.fit.get());
            else if (p.record.setupId == with)
                b.push_back(p.fit.get());
        }
    if (a.empty() || b.empty())
        return std::nullopt;
    CompareOptions options;
    options.standard = &standard();
    options.detailRpm = detailInForce();
    options.fromRpm = fromRpm;
    options.toRpm = toRpm;
    options.repeatabilityPct = m_repeatabilityPct;
    options.store = &m_store;
    Result<Comparison> result = compare(a, b, options);
    return result ? std::optional(std::move(result).value()) : std::nullopt;
}

} // namespace jr::app
