// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/job_model.h"

#include "app/model/job_commands.h"
#include "app/words/words.h"
#include "archive/formats/job_readings.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/formats/rules_sheet.h"
#include "archive/formats/setup_files_sheet.h"
#include "core/plan/lineage.h"
#include "core/ready/heat_cycles.h"

#include <QThreadPool>
#include <QtConcurrent>

#include <algorithm>
#include <cmath>
#include <map>

#include <malloc.h>

namespace jr::app {

JobModel::JobModel(QObject* parent)
    : QObject(parent), m_answers(m_compare), m_notes(*this), m_outlook(*this), m_book(*this) {
    m_units = DisplayUnits::kept(QLocale());
    m_keepTimer.setSingleShot(true);
    m_keepTimer.setInterval(200);
    connect(&m_keepTimer, &QTimer::timeout, this, &JobModel::keepSettingsNow);
    connect(&m_compare, &CompareSettings::changed, this, [this] {
        m_keepTimer.start(); // a band being dragged is kept once it rests
        recompute();
    });
    connect(&m_answers, &JobStudy::workingChanged, this, &JobModel::tellWhoWaits);
    connect(&m_watcher, &QFutureWatcherBase::progressValueChanged, this,
            [this](int value) { emit loadingChanged(value, static_cast<int>(m_pulls.size())); });
    connect(&m_watcher, &QFutureWatcherBase::finished, this, [this] {
        const QFuture<LoadedPull> future = m_watcher.future();
        if (future.isCanceled())
            return;
        m_loading = false;
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
    stopLoading();
}

void JobModel::stopLoading() {
    m_watcher.cancel();
    m_watcher.waitForFinished();
    m_loading = false;
}

void JobModel::setKeeper(Keeper* keeper) {
    ++m_openings;
    stopLoading();
    m_notes.begin();
    keepSettingsNow();
    sendAway();
    m_keeper = keeper;
    m_job = {};
    m_pulls.clear();
    m_picked.clear();
    m_current = -1;
    m_answers.begin(0, {});
    m_undo.clear();
    emit jobChanged();
}

void JobModel::openJob(const std::string& jobId, std::function<void(bool)> then) {
    if (!m_keeper)
        return;
    if (m_job.id != jobId)
        keepSettingsNow();
    struct Read {
        Result<JobRecord> job;
        Result<std::vector<PackedTrace>> traces;
        Result<std::vector<std::pair<std::string, std::string>>> notes;
    };
    m_keeper->ask(
        this,
        [jobId](const Archive& archive) {
            return Read{archive.job(jobId), archive.packedTraces(jobId),
                        archive.sheetsOfKind(sheet_kind::repeatability)};
        },
        [this, opening = ++m_openings, then = std::move(then)](Read read) {
            if (opening != m_openings)
                return;
            const bool well = read.job && read.traces;
            if (well) {
                if (read.notes)
                    m_notes.take(*read.notes);
                showJob(std::move(read.job).value(), std::move(read.traces).value());
            } else {
                emit problem(QString::fromStdString(read.job ? read.traces.error().text() : read.job.error().text()));
            }
            if (then)
                then(well);
        });
}

void JobModel::showJob(JobRecord job, std::vector<PackedTrace> traces) {
    const bool same = m_job.id == job.id;
    stopLoading();
    if (!same)
        sendAway();
    m_job = std::move(job);
    if (!same) {
        m_undo.clear();
        m_picked.clear();
        ComparisonRecord first;
        if (!m_usualStandard.empty())
            first.standard = m_usualStandard;
        m_compare.begin(m_job.comparison.value_or(std::move(first)));
    }
    std::map<std::string, PackedTrace> byId;
    for (PackedTrace& kept : traces)
        byId[kept.pullId] = std::move(kept);
    m_pulls.clear();
    std::vector<PullToLoad> work;
    const auto unread = std::make_shared<const Trace>();
    for (const PullRecord& record : m_job.pulls) {
        m_pulls.push_back({record, unread, nullptr, {}, nullptr, {}});
        work.push_back({record, std::move(byId[record.id])});
    }
    m_current = m_pulls.empty() ? -1 : std::clamp(m_current, 0, static_cast<int>(m_pulls.size()) - 1);
    m_answers.begin(m_pulls.size(),
                    m_pulls.empty() ? tr("There are no pulls in this job yet.") : tr("Working the pulls out…"));
    m_loading = true;
    m_watcher.setFuture(QtConcurrent::mapped(std::move(work), &loadKeptPull));
    emit jobChanged();
}

void JobModel::reload() {
    if (hasJob())
        openJob(m_job.id);
}

void JobModel::keep(std::function<Result<Done>(Archive&)> change) {
    m_keeper->ask(this, std::move(change), [this](const Result<Done>& done) {
        if (done)
            return;
        emit problem(tr("Not kept: %1. The job is shown as it is kept.").arg(errorAtPlace(done.error())));
        m_undo.clear(); // its steps lead from what is not so
        reload();
    });
}

void JobModel::takeIn(const JobRecord& job, const std::string& pullId, std::shared_ptr<const Trace> trace) {
    if (job.id != m_job.id || indexOf(pullId) >= 0)
        return;
    const auto record =
        std::find_if(job.pulls.begin(), job.pulls.end(), [&](const PullRecord& r) { return r.id == pullId; });
    if (record == job.pulls.end())
        return;
    if (loading()) { // the others first: all of them are read again
        reload();
        return;
    }
    m_job.setups = job.setups;
    m_job.pulls = job.pulls;
    m_pulls.push_back({*record, std::make_shared<const Trace>(), nullptr, tr("Working it out…"), nullptr, {}});
    m_current = static_cast<int>(m_pulls.size()) - 1;
    m_answers.expect(m_pulls.size());
    chooseSides();
    fitLater(*record, std::move(trace));
    emit jobChanged();
    emit pullsChanged();
}

void JobModel::waitUntilSettled() {
    const auto busy = [this] {
        return (m_keeper && m_keeper->working()) || m_loading || m_fitsOpen > 0 || m_answers.working();
    };
    do
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    while (busy());
    QCoreApplication::processEvents();
}

void JobModel::whenAnswered(QObject* asker, std::function<void(bool)> then) {
    m_waiting.push_back({asker, std::move(then)});
    tellWhoWaits();
}

void JobModel::tellWhoWaits() {
    if (m_fitsOpen > 0 || m_loading || m_answers.working())
        return;
    for (const Waiting& waiting : std::exchange(m_waiting, {}))
        if (waiting.asker)
            waiting.then(true);
}

void JobModel::sendAway() {
    for (const Waiting& waiting : std::exchange(m_waiting, {}))
        if (waiting.asker)
            waiting.then(false);
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
    std::vector<std::string> setups;
    for (const LoadedPull& p : m_pulls)
        setups.push_back(p.record.setupId);
    m_compare.chooseSides([this](const std::string& id) { return m_job.setup(id) != nullptr; }, setups);
}

std::vector<int> JobModel::sidePulls(bool base) const {
    const std::string& side = base ? m_compare.now().baseSetup : m_compare.now().withSetup;
    std::vector<int> out;
    const Baselines taken = baselines();
    const int era = eraInForce();
    for (int i = 0; i < static_cast<int>(m_pulls.size()); ++i) {
        const LoadedPull& p = m_pulls[static_cast<std::size_t>(i)];
        const bool ofEra = era == kAllEras || eraOf(taken, p.record.number) == era;
        if (p.fit && !p.record.aside && ofEra && p.record.setupId == side && (m_picked.empty() || m_picked.contains(i)))
            out.push_back(i);
    }
    return out;
}

std::vector<EraPull> JobModel::eraPulls() const {
    std::vector<EraPull> out;
    for (const LoadedPull& p : m_pulls)
        if (p.fit && !p.record.aside)
            out.push_back({p.record.number, p.record.setupId == m_compare.now().baseSetup,
                           p.record.setupId == m_compare.now().withSetup});
    return out;
}

void JobModel::recompute() {
    const Baselines taken = baselines();
    const std::vector<EraPull> eras = eraPulls();
    const int era = jr::eraInForce(taken, eras);
    std::vector<StudyPull> pulls;
    for (int i = 0; i < static_cast<int>(m_pulls.size()); ++i) {
        const LoadedPull& p = m_pulls[static_cast<std::size_t>(i)];
        const bool ofEra = era == kAllEras || eraOf(taken, p.record.number) == era;
        pulls.push_back({p.record.id, p.record.number, p.record.setupId,
                         !p.record.aside && ofEra && (m_picked.empty() || m_picked.contains(i)), p.fit, p.trace});
    }
    KnownOfJob known{this->known(), judgingSheetOf(sheet(sheet_kind::judging)).reference, gaugeFacts(), {}};
    if (const auto caution = eraCaution(taken, eras))
        known.besides.push_back(*caution);
    for (Caution& caution : leaksOfSides())
        known.besides.push_back(std::move(caution));
    if (auto caution = fileCaution(setupFilesOf(sheet(sheet_kind::setupFiles)), m_compare.now().baseSetup,
                                   m_compare.now().withSetup, m_job.setupTree()))
        known.besides.push_back(std::move(*caution));
    known.rules = rulesInForce();
    m_answers.lay(std::move(pulls), m_job.setupTree(), known);
}

std::vector<Caution> JobModel::leaksOfSides() const {
    const LeakTests tests = leakTestsOf(sheet(sheet_kind::leakTests));
    if (tests.tests.empty())
        return {};
    std::vector<JudgedSide> sides;
    for (bool base : {true, false}) {
        const SetupRecord* setup = m_job.setup(base ? m_compare.now().baseSetup : m_compare.now().withSetup);
        if (!setup)
            continue;
        JudgedSide side{setup->id, setup->name, {}};
        for (int i : sidePulls(base)) {
            const auto fitting = m_pulls[static_cast<std::size_t>(i)].trace->header.number(header_key::fitting);
            side.fittings.push_back(fitting ? static_cast<int>(*fitting) : 0);
        }
        sides.push_back(std::move(side));
    }
    return leakCautions(tests, sides, m_job.setupTree());
}

int JobModel::heatsOf(const std::string& setupId) const {
    std::vector<HeatedPull> heated;
    const std::vector<SetupNode> tree = m_job.setupTree();
    for (const LoadedPull& p : m_pulls) {
        const std::vector<const SetupNode*> line = lineage(tree, p.record.setupId);
        if (!p.record.startedEpochS ||
            std::none_of(line.begin(), line.end(), [&](const SetupNode* n) { return n->id == setupId; }))
            continue;
        HeatedPull one{*p.record.startedEpochS, {}};
        if (const Channel* coolant = p.trace->find(ChannelId::Coolant))
            for (double c : coolant->values)
                if (std::isfinite(c)) {
                    one.coolantAtStartC = c;
                    break;
                }
        heated.push_back(one);
    }
    return heatCycles(std::move(heated));
}

RulesInForce JobModel::rulesInForce() const {
    RulesInForce out{setupRulesOf(sheet(sheet_kind::rules)), {}, {}};
    if (out.rules.empty())
        return out;
    out.machine = machineSheetOf(sheet(sheet_kind::machine));
    for (const JobQuantity& q : jobReadingsOf(sheet(sheet_kind::readings)))
        if (QString::fromStdString(q.unit).startsWith(QLatin1String("dB"), Qt::CaseInsensitive))
            for (const JobReading& r : q.readings)
                if (!r.aside)
                    out.levels.push_back({r.setupId, q.quantity, r.value});
    return out;
}

GaugeFacts JobModel::gaugeFacts() const {
    constexpr double kM3PerCm3 = 1e-6, kKgM3PerKgL = 1e3;
    const MachineSheet machine = machineSheetOf(sheet(sheet_kind::machine));
    GaugeFacts out;
    out.engine.displacementM3 = capacityCm3(machine).value_or(0.) * kM3PerCm3;
    out.engine.strokes = machine.kind == MachineKind::FourStroke || machine.kind == MachineKind::Cvt ? 4 : 2;
    if (!sheet(sheet_kind::machine).empty()) // a sheet nobody wrote has one by default
        out.cylinders = machine.cylinders;
    if (const auto density = sheetNumber(machine, "fuel_density_kg_l"))
        out.fuelDensityKgM3 = *density * kKgM3PerKgL;
    return out;
}

BenchKnowledge JobModel::known() const {
    const JudgingSheet sheet = judgingSheetOf(this->sheet(sheet_kind::judging));
    if (sheet.repeatabilityPct)
        return typedRepeatability(sheet.repeatabilityPct);
    const auto past = sheet.withoutHistory ? std::nullopt : m_notes.past();
    return past ? past->knowledge : BenchKnowledge{};
}

void JobModel::setUnitsChoice(int choice) {
    if (choice == unitsChoice() || choice < 0 || choice >= static_cast<int>(DisplayUnits::choices().size()))
        return;
    const DisplayUnits& chosen = DisplayUnits::choices()[static_cast<std::size_t>(choice)];
    DisplayUnits units = m_units;
    units.power = chosen.power;
    units.torque = chosen.torque;
    units.road = chosen.road;
    setUnits(units);
}

void JobModel::setUnits(const DisplayUnits& units) {
    m_units = units;
    emit unitsChanged();
}

void JobModel::keepSettingsNow() {
    m_keepTimer.stop();
    if (!m_keeper || !hasJob() || (m_job.comparison && *m_job.comparison == m_compare.now()))
        return;
    m_job.comparison = m_compare.now();
    m_keeper->ask(
        this,
        [id = m_job.id, settings = m_compare.now()](Archive& archive) { return archive.setComparison(id, settings); },
        [this](const Result<Done>& done) {
            if (!done)
                emit problem(errorAtPlace(done.error()));
        });
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
        now.road = loaded.road;
        now.problem = loaded.problem;
        now.steady = loaded.steady;
    }
}

void JobModel::fitLater(const PullRecord& record, std::shared_ptr<const Trace> trace) {
    const quint64 turn = m_newestFit[record.id] = ++m_fitsBegun;
    ++m_fitsOpen;
    QtConcurrent::run([record, trace = std::move(trace)] {
        return loadPull(record, trace);
    }).then(this, [this, turn](const LoadedPull& loaded) {
        --m_fitsOpen;
        const int i = indexOf(loaded.record.id);
        if (i >= 0 && m_newestFit[loaded.record.id] == turn) {
            takeFit(loaded);
            recompute();
            emit pullsChanged();
        }
        tellWhoWaits();
    });
}

void JobModel::readAndFitLater(const PullRecord& record) {
    ++m_fitsOpen; // from now on
    m_keeper->ask(
        this, [id = record.id](const Archive& archive) { return archive.trace(id); },
        [this, record](Result<Trace> whole) {
            --m_fitsOpen;
            if (whole)
                fitLater(record, std::make_shared<const Trace>(std::move(whole).value()));
            else
                emit problem(errorAtPlace(whole.error()));
            tellWhoWaits();
        });
}

} // namespace jr::app
