// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/copies/trial_restore.h"

#include "archive/disk/copy_name.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/pull_file.h"
#include "core/judge/comparison.h"
#include "core/pull/curve.h"
#include "core/pull/pull_fit.h"

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QTemporaryDir>

#include <algorithm>
#include <cstring>
#include <fcntl.h>
#include <map>
#include <sys/file.h>
#include <unistd.h>

namespace jr {
namespace {

Error trialError(std::string_view code, const std::string& place, std::vector<Argument> arguments = {}) {
    Error out{Message{code, std::move(arguments)}};
    out.file = place;
    return out;
}

constexpr char kTrialFolder[] = "jolly-ram-trial-";

/// The kernel's lock on a folder: it goes with the process, however that ends.
class HeldFolder {
public:
    explicit HeldFolder(const QString& path)
        : m_descriptor(::open(path.toLocal8Bit().constData(), O_RDONLY | O_DIRECTORY | O_NOFOLLOW | O_CLOEXEC)),
          m_mine(m_descriptor >= 0 && ::flock(m_descriptor, LOCK_EX | LOCK_NB) == 0) {}
    ~HeldFolder() {
        if (m_descriptor >= 0)
            ::close(m_descriptor);
    }
    HeldFolder(const HeldFolder&) = delete;
    HeldFolder& operator=(const HeldFolder&) = delete;
    bool mine() const { return m_mine; }

private:
    int m_descriptor;
    bool m_mine;
};

using Figures = std::vector<std::pair<Message, double>>; ///< what it is, and how much

/// To the last bit, what is no number too.
bool sameFigure(double a, double b) {
    return std::memcmp(&a, &b, sizeof a) == 0 || a == b;
}

void addPeak(const char* of, const std::string& pull, const std::optional<Peak>& peak, Figures& out) {
    if (!peak)
        return;
    out.emplace_back(Message{"trial.peak", {pull, Term{of}}}, peak->value);
    out.emplace_back(Message{"trial.peak-place", {pull, Term{of}}}, peak->place);
}

void addComparison(const JobRecord& job, const std::map<std::string, std::vector<const PullFit*>>& bySetup,
                   Figures& out) {
    if (!job.comparison)
        return;
    const auto base = bySetup.find(job.comparison->baseSetup), with = bySetup.find(job.comparison->withSetup);
    if (base == bySetup.end() || with == bySetup.end())
        return;
    CompareOptions options;
    if (const Standard* standard = findStandard(job.comparison->standard))
        options.standard = standard;
    options.worthPct = job.comparison->worthPct;
    const Result<Comparison> judged = compare(base->second, with->second, options);
    if (!judged)
        return; // as it would be in either
    for (std::size_t i = 0; i < judged->place.size(); ++i) {
        const std::string at = std::to_string(i + 1);
        const Estimate watt = judged->watt(i);
        out.emplace_back(Message{"trial.difference", {at}}, watt.mid);
        out.emplace_back(Message{"trial.difference-low", {at}}, watt.low);
        out.emplace_back(Message{"trial.difference-high", {at}}, watt.high);
    }
    out.emplace_back(Message{"trial.mean"}, judged->bandMean.differenceW);
    out.emplace_back(Message{"trial.mean-low"}, judged->bandMean.lowW.value_or(0.));
    out.emplace_back(Message{"trial.mean-high"}, judged->bandMean.highW.value_or(0.));
    out.emplace_back(Message{"trial.calls"}, static_cast<double>(judged->calls.size()));
}

/// Jobs of the original by id, with what their file says.
struct JobHeads {
    std::vector<JobSummary> newestFirst;
    std::map<std::string, JobRecord> records;
};

Result<JobHeads> headsOf(const Archive& archive) {
    Result<std::vector<JobSummary>> jobs = archive.jobs();
    if (!jobs)
        return jobs.error();
    JobHeads out;
    out.newestFirst = std::move(jobs).value();
    for (const JobSummary& summary : out.newestFirst) {
        Result<JobRecord> record = archive.job(summary.id);
        if (!record)
            return record.error();
        out.records.emplace(summary.id, std::move(record).value());
    }
    return out;
}

class Trial {
public:
    Trial(const Archive& original, const Archive& restored, const CopyList& state, const TrialOptions& options,
          const Progress& progress, TrialRestore& out)
        : m_original(original), m_restored(restored), m_state(state), m_options(options), m_progress(progress),
          m_out(out) {}

    Result<Done> run() {
        Result<JobHeads> ours = headsOf(m_original), theirs = headsOf(m_restored);
        if (!ours || !theirs)
            return (ours ? theirs : ours).error();
        for (const JobSummary& summary : ours->newestFirst) {
            const auto back = theirs->records.find(summary.id);
            const JobRecord& job = ours->records.at(summary.id);
            if (back == theirs->records.end()) {
                if (summary.created <= m_out.made) // by the clock of the copy
                    m_out.differences.push_back(trialError("trial.job-missing", {}, {job.name}));
                continue;
            }
            ++m_out.jobs;
            const bool changed = changedSince(job);
            comparePulls(job, back->second, changed);
            if (changed)
                ++m_out.jobsChangedSince;
            else if (m_out.jobsJudged < m_options.mostJobsJudged)
                if (const Result<Done> judged = compareFigures(job); !judged)
                    return judged;
            if (m_progress && !m_progress(m_out.jobs, static_cast<int>(ours->newestFirst.size())))
                return trialError("trial.stopped", {});
        }
        return Done{};
    }

private:
    /// Whether its job file is another than the one that was copied.
    bool changedSince(const JobRecord& job) const {
        const std::string path = job.folder + "/job.json";
        const auto copied = m_state.files.find(path);
        const Result<std::string> now =
            readBytes(m_original.folder().toStdString() + "/" + path, ReadBounds::mostJsonBytes);
        return copied == m_state.files.end() || !now || sha256(*now) != copied->second.sha256;
    }

    void comparePulls(const JobRecord& job, const JobRecord& back, bool changed) {
        std::map<std::string, const PullRecord*> there;
        for (const PullRecord& pull : back.pulls)
            there.emplace(pull.id, &pull);
        for (const PullRecord& pull : job.pulls) {
            const auto same = there.find(pull.id);
            if (same == there.end()) {
                if (changed)
                    ++m_out.pullsSince;
                else
                    m_out.differences.push_back(
                        trialError("trial.pull-missing", {}, {std::to_string(pull.number), job.name}));
                continue;
            }
            // Word for word what was kept: a check of the restored archive has held each against its checksum.
            if (same->second->sha256 == pull.sha256)
                ++m_out.pulls;
            else
                m_out.differences.push_back(
                    trialError("trial.pull-differs", {}, {std::to_string(pull.number), job.name}));
        }
    }

    Result<Done> compareFigures(const JobRecord& job) {
        const Result<Figures> ours = figuresOfJob(m_original, job.id), theirs = figuresOfJob(m_restored, job.id);
        if (!ours || !theirs)
            return (ours ? theirs : ours).error();
        ++m_out.jobsJudged;
        if (ours->size() != theirs->size()) {
            m_out.differences.push_back(trialError("trial.figures-missing", {}, {job.name}));
            return Done{};
        }
        for (std::size_t i = 0; i < ours->size(); ++i) {
            ++m_out.figures;
            const auto& [name, value] = (*ours)[i];
            if ((*theirs)[i].first != name || !sameFigure(value, (*theirs)[i].second))
                m_out.differences.push_back(
                    trialError("trial.figure-differs", {},
                               {job.name, Sayings{{name}}, Number{value, 3}, Number{(*theirs)[i].second, 3}}));
        }
        return Done{};
    }

    const Archive& m_original;
    const Archive& m_restored;
    const CopyList& m_state;
    const TrialOptions& m_options;
    const Progress& m_progress;
    TrialRestore& m_out;
};

} // namespace

Result<Figures> figuresOfJob(const Archive& archive, const std::string& jobId) {
    const Result<JobRecord> job = archive.job(jobId);
    const Result<std::vector<PackedTrace>> traces = archive.packedTraces(jobId);
    if (!job || !traces)
        return job ? traces.error() : job.error();
    std::map<std::string, PullFit> fits; // by pull
    Figures out;
    for (const PackedTrace& kept : *traces) {
        const Result<Trace> trace = traceOf(kept);
        if (!trace)
            return trace.error();
        Result<PullFit> fit = fitPull(*trace);
        out.emplace_back(Message{"trial.samples", {kept.pullId}}, static_cast<double>(trace->rows()));
        if (!fit)
            continue; // a run on the road, or a record that is no pull: in either archive alike
        CurveOptions options;
        const PullFit* one[] = {&*fit};
        options.detail = std::max(likelyDetail(one), 1.);
        if (const auto curve = curveOf(*fit, options)) {
            addPeak("power", kept.pullId, curve->peakPower, out);
            addPeak("torque", kept.pullId, curve->peakTorque, out);
        }
        fits.emplace(kept.pullId, std::move(fit).value());
    }
    std::map<std::string, std::vector<const PullFit*>> bySetup;
    for (const PullRecord& pull : job->pulls)
        if (const auto fit = fits.find(pull.id); fit != fits.end() && !pull.aside)
            bySetup[pull.setupId].push_back(&fit->second);
    addComparison(*job, bySetup, out);
    return out;
}

void removeDeadTrials(const QString& given) {
    const QDir place(given.isEmpty() ? QDir::tempPath() : given);
    constexpr int kJustBegunS = 10; // made, and not yet held
    const QDateTime now = QDateTime::currentDateTime();
    for (const QFileInfo& left :
         place.entryInfoList({QLatin1String(kTrialFolder) + QLatin1Char('*')}, QDir::Dirs | QDir::NoDotAndDotDot)) {
        if (left.isSymLink() || left.ownerId() != ::geteuid() || left.lastModified().secsTo(now) < kJustBegunS)
            continue;
        const HeldFolder held(left.absoluteFilePath());
        if (held.mine())
            QDir(left.absoluteFilePath()).removeRecursively();
    }
}

Result<TrialRestore> tryRestore(const QString& archiveFolder, const QString& copy, const TrialOptions& options,
                                const Progress& progress) {
    const Result<CopyList> newest = loadCopyList(copy.toStdString() + kSecondCopyList);
    if (!newest)
        return newest.error();
    const QString place = options.throwAwayIn.isEmpty() ? QDir::tempPath() : options.throwAwayIn;
    removeDeadTrials(place);
    QTemporaryDir throwAway(QDir(place).filePath(QLatin1String(kTrialFolder) + QStringLiteral("XXXXXX")));
    if (!throwAway.isValid())
        return trialError("trial.no-place", place.toStdString());
    const HeldFolder going(throwAway.path());
    const QString folder = throwAway.filePath(QStringLiteral("archive"));
    const Result<std::vector<Remark>> laid = layOut(copy, *newest, folder, progress);
    if (!laid)
        return laid.error();
    const Result<Rebuilt> rebuilt = Archive::rebuildFolder(folder, progress);
    if (!rebuilt)
        return rebuilt.error();
    TrialRestore out;
    out.state = newest->number;
    out.made = newest->made;
    for (const std::vector<Remark>* problems : {&*laid, &rebuilt->problems})
        out.differences.insert(out.differences.end(), problems->begin(), problems->end());
    for (const std::string& away : rebuilt->setAway)
        out.differences.push_back(trialError("trial.set-away", away));
    if (!laid->empty())
        return out; // what is missing cannot be judged; it is named
    const auto original = Archive::open(archiveFolder), restored = Archive::open(folder);
    if (!original || !restored)
        return (original ? restored : original).error();
    if (const Result<Done> compared = Trial(**original, **restored, *newest, options, progress, out).run(); !compared)
        return compared.error();
    return out;
}

} // namespace jr
