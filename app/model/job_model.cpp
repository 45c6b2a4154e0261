// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/job_model.h"

#include "app/model/job_commands.h"

#include <QThreadPool>
#include <QtConcurrent>

#include <cmath>
#include <limits>
#include <map>

#include <malloc.h>

namespace jr::app {
namespace {

/// Fits a pull from its whole trace. Kept is what pages read beside its curve; the rest is read from the archive again
/// when it is wanted, or a hundred pulls would fill the memory with columns nobody looks at.
LoadedPull load(PullRecord record, const std::shared_ptr<const Trace>& trace) {
    LoadedPull out{std::move(record), nullptr, nullptr, {}};
    out.trace = std::make_shared<const Trace>(trace->only(
        {ChannelId::Afr, ChannelId::Lambda, ChannelId::SoundLevel, ChannelId::Coolant, ChannelId::IntakeAir}));
    if (trace->channels.empty()) {
        out.problem =
            JobModel::tr("Its trace is damaged or lost in the database. \"Put right\" on Jobs takes it from its "
                         "pull file, if that is whole.");
        return out;
    }
    ReadyOptions options;
    options.overrules = out.record.overrules;
    Result<PullFit> fit = fitPull(*trace, options);
    if (fit)
        out.fit = std::make_shared<const PullFit>(std::move(fit).value());
    else
        out.problem = QString::fromStdString(fit.error().reason);
    return out;
}

} // namespace

JobModel::JobModel(QObject* parent) : QObject(parent), m_shown(m_desk.study()) {
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
        for (const LoadedPull& loaded : future.results())
            takeFit(loaded);
        // The whole traces have gone again; what they stood in is given back.
        QThreadPool::globalInstance()->start([] { malloc_trim(0); });
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
    m_pulls.clear();
    m_picked.clear();
    m_current = -1;
    m_comparison.reset();
    m_bandMeans.clear();
    m_desk.lay(Study::make({}, {}, {}));
    m_shown = m_desk.study();
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
    m_desk.lay(Study::make({}, {}, {})); // what is still being worked out is of other pulls
    m_shown = m_desk.study();
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
    if (!job) {
        emit problem(QString::fromStdString(job.error().text()));
        return -1;
    }
    m_job = *job;
    for (const PullRecord& record : m_job.pulls)
        if (record.id == pullId)
            m_pulls.push_back({record, std::make_shared<const Trace>(), nullptr, tr("Working it out…")});
    m_current = static_cast<int>(m_pulls.size()) - 1;
    m_bandMeans.resize(m_pulls.size(), std::numeric_limits<double>::quiet_NaN());
    chooseSides();
    fitLater(m_current);
    emit jobChanged();
    emit pullsChanged();
    return m_current;
}

void JobModel::waitUntilLoaded() {
    while (m_watcher.isRunning() || !m_watcher.isFinished())
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    QCoreApplication::processEvents();
    waitUntilAnswered();
}

void JobModel::waitUntilAnswered() {
    while (m_fitsOpen > 0 || m_desk.working())
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
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

int JobModel::indexOf(const std::string& pullId) const {
    for (std::size_t i = 0; i < m_pulls.size(); ++i)
        if (m_pulls[i].record.id == pullId)
            return static_cast<int>(i);
    return -1;
}

/// By the pull's id, and only what was worked out: its record may have changed in between.
void JobModel::takeFit(const LoadedPull& loaded) {
    if (const int i = indexOf(loaded.record.id); i >= 0) {
        LoadedPull& now = m_pulls[static_cast<std::size_t>(i)];
        now.trace = loaded.trace;
        now.fit = loaded.fit;
        now.problem = loaded.problem;
    }
}

void JobModel::fitLater(int index) {
    const LoadedPull& p = m_pulls[static_cast<std::size_t>(index)];
    Result<Trace> whole = m_archive->trace(p.record.id);
    if (!whole) {
        emit problem(QString::fromStdString(whole.error().text()));
        return;
    }
    const quint64 turn = m_newestFit[p.record.id] = ++m_fitsBegun;
    ++m_fitsOpen;
    QtConcurrent::run([record = p.record, trace = std::make_shared<const Trace>(std::move(whole).value())] {
        return load(record, trace);
    }).then(this, [this, turn](const LoadedPull& loaded) {
        --m_fitsOpen;
        const int i = indexOf(loaded.record.id);
        if (i < 0 || m_newestFit[loaded.record.id] != turn)
            return;
        takeFit(loaded);
        recompute();
        emit pullsChanged();
    });
}

} // namespace jr::app
