// SPDX-License-Identifier: GPL-3.0-or-later
// The open job: one observable model. Stations read it and ask it; they do not know each other.
#pragma once

#include "app/model/display_units.h"
#include "app/model/keeper.h"
#include "app/model/study_desk.h"
#include "archive/formats/job_sheets.h"
#include "core/judge/comparison.h"

#include <QFutureWatcher>
#include <QObject>
#include <QTimer>
#include <QUndoStack>

#include <functional>
#include <map>
#include <memory>
#include <set>

namespace jr::app {

/// A pull with everything worked out from it.
struct LoadedPull {
    PullRecord record;
    std::shared_ptr<const Trace> trace; ///< its header, mixture, sound and what probes read; never null
    std::shared_ptr<const PullFit> fit; ///< null when it cannot become a curve
    QString problem;                    ///< why not
};

class JobModel : public QObject {
    Q_OBJECT
public:
    explicit JobModel(QObject* parent = nullptr);
    ~JobModel() override;

    void setKeeper(Keeper* keeper);
    /// Where everything is kept; null while no archive is open.
    Keeper* keeper() const { return m_keeper; }

    /// Opens a job: read by the keeper, fitted in threads, `loadingChanged` tells how far. `then` hears whether there
    /// is such a job; the newest opening wins, and the ones before it hear nothing.
    void openJob(const std::string& jobId, std::function<void(bool opened)> then = {});
    void reload(); ///< after pulls were added
    /// Takes in one pull that was just kept, without working the others out anew. `job` as it is now.
    void takeIn(const JobRecord& job, const std::string& pullId, std::shared_ptr<const Trace> trace);
    bool hasJob() const { return !m_job.id.empty(); }
    const JobRecord& job() const { return m_job; }
    const std::vector<LoadedPull>& pulls() const { return m_pulls; }
    bool loading() const { return m_watcher.isRunning(); }
    /// For tests, pictures and benchmarks: lets the window live until all that was asked is kept, read, fitted and
    /// answered.
    void waitUntilSettled();
    /// `then` is called once what is set now is worked out and shown; not after `asker` is gone.
    void whenAnswered(QObject* asker, std::function<void()> then);
    /// Asks the study of the pulls and settings as they are now, in its own thread (study_desk.h).
    void ask(QObject* asker, StudyDesk::Work work) const { m_desk.ask(asker, std::move(work)); }
    const StudyDesk& desk() const { return m_desk; }
    /// The study whose answers are shown: that of `comparison`, curves and band means. Never null.
    const StudyPtr& shown() const { return m_shown; }

    // What is looked at.
    int currentPull() const { return m_current; }
    void setCurrentPull(int index);
    const std::set<int>& picked() const { return m_picked; } ///< empty: all
    void setPicked(std::set<int> picked);

    // How it is compared.
    const ComparisonRecord& settings() const { return m_settings; }
    void setBaseSetup(const std::string& setupId);
    void setWithSetup(const std::string& setupId);
    void setStandard(const std::string& id);
    void setWorthPct(double worth);
    void setBand(std::optional<double> fromRpm, std::optional<double> toRpm);
    void setDetailRpm(double detail); ///< 0: chosen from the data
    void setRepeatabilityPct(std::optional<double> pct);
    std::optional<double> repeatabilityPct() const { return m_repeatabilityPct; }
    const Standard& standardAsked() const;
    /// In force for everything shown: what was asked for, or none when the air of some pull is not known.
    const Standard& standard() const;
    const DisplayUnits& units() const { return DisplayUnits::choices()[static_cast<std::size_t>(m_units)]; }
    int unitsChoice() const { return m_units; }
    void setUnitsChoice(int choice);

    /// The judged comparison of the sides now chosen, or why there is none.
    const std::optional<Comparison>& comparison() const { return m_comparison; }
    const QString& comparisonProblem() const { return m_comparisonProblem; }
    std::vector<int> sidePulls(bool base) const; ///< indices of pulls that count on a side
    /// The detail in force: as set, or what the data make likely.
    double detailInForce() const;
    /// The pull's corrected curve under the standard and detail in force; null when it has none, or not yet.
    const PullCurve* curve(int pullIndex) const;
    /// The one band mean of each pull, W (core/study); NaN where unknown, or not yet.
    const std::vector<double>& bandMeansW() const { return m_bandMeans; }

    // Changes to data: each can be undone.
    // They are shown at once and kept in order; one that could not be kept is said, and the job shown as it is kept.
    /// A setup that may have no pulls yet; `then` hears its id once it is kept. Said as a problem when it cannot be.
    void addSetup(const QString& name, const std::string& parentId, const std::vector<SetupChange>& changes,
                  std::function<void(const std::string& id)> then = {});
    void setSetupChanges(const std::string& setupId, const std::string& parentId,
                         const std::vector<SetupChange>& changes);
    /// One of the job's sheets as kept (archive/formats/job_sheets.h); empty when there is none yet.
    std::string sheet(const char* kind) const;
    /// `what` names the change for undo: "tick the straps".
    void setSheet(const char* kind, const std::string& body, const QString& what);
    /// A note, or a photo that is copied into the archive; `then` is called once it is kept.
    void attach(const std::string& about, const QString& words, const QString& photo = {},
                std::function<void()> then = {});
    void detach(const std::string& attachmentId);
    /// Where the day stands in its plan; nothing when none was made.
    std::optional<DayProgress> dayProgress() const;
    /// What is on the bench now and for how many pulls the tank still lasts, as the bench side knows it.
    void setFitted(const std::string& setup, std::optional<int> fuelPulls);
    /// How well this machine's bench repeated in all jobs that told: median, and from how many jobs. Nothing when none.
    struct PastRepeatability {
        double pct;
        int jobs;
        std::vector<RepeatabilityNote> notes; ///< oldest first
    };
    std::optional<PastRepeatability> pastRepeatability() const;
    void setAside(int pullIndex, bool aside, const QString& why);
    void setOverruled(int pullIndex, const Flag& flag, bool overruled);
    void movePullToSetup(int pullIndex, const std::string& setupId);
    QUndoStack& undoStack() { return m_undo; }

signals:
    void jobChanged();        ///< another job, or pulls added
    void pullsChanged();      ///< aside, overruled, moved, loaded
    void selectionChanged();  ///< current or picked pulls
    void comparisonChanged(); ///< sides, standard, band, worth, detail: the result is new
    void unitsChanged();
    void sheetChanged(const QString& kind);
    void planChanged(); ///< the plan, what is fitted, or the fuel
    void attachmentsChanged();
    void loadingChanged(int done, int all);
    void problem(const QString& text);

private:
    friend class AsideCommand;
    friend class OverruleCommand;
    friend class MoveCommand;
    friend class SetupCommand;
    friend class SheetCommand;
    friend class DetachCommand;
    /// Asks the keeper for a change that is shown already.
    void keep(std::function<Result<Done>(Archive&)> change);
    void showJob(JobRecord job, std::vector<PackedTrace> traces);
    void noteRepeatability();
    void takePastNotes(const std::vector<std::string>& bodies);
    void applySheet(const std::string& kind, const std::string& body);
    void applyAttachment(const AttachmentRecord& attachment, bool there);
    void applySetup(const std::string& setupId, const std::string& parentId, const std::vector<SetupChange>& changes);
    void applyAside(const std::string& pullId, bool aside, const std::string& why);
    void applyOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules);
    void applyMove(const std::string& pullId, const std::string& setupId);
    int indexOf(const std::string& pullId) const;
    /// Fits a pull in a thread of its own; the newest fit of a pull wins.
    void fitLater(const PullRecord& record, std::shared_ptr<const Trace> trace);
    void readAndFitLater(const PullRecord& record);
    void takeFit(const LoadedPull& loaded);
    StudyPtr makeStudy() const;
    void takeAnswers(const StudyPtr& study);
    void recompute();
    void tellWhoWaits();
    void keepSettings();
    void keepSettingsNow();
    void chooseSides();

    Keeper* m_keeper = nullptr;
    quint64 m_openings = 0; ///< the newest opening of a job
    JobRecord m_job;
    std::vector<LoadedPull> m_pulls;
    int m_current = -1;
    std::set<int> m_picked;
    ComparisonRecord m_settings;
    std::optional<double> m_repeatabilityPct;
    int m_units = 0;
    std::optional<Comparison> m_comparison;
    QString m_comparisonProblem;
    std::vector<double> m_bandMeans;
    std::map<std::string, quint64> m_newestFit; ///< of each pull being fitted
    quint64 m_fitsBegun = 0;
    int m_fitsOpen = 0;
    struct Waiting {
        QPointer<QObject> asker;
        std::function<void()> then;
    };
    std::vector<Waiting> m_waiting;
    mutable StudyDesk m_desk;
    StudyPtr m_shown;
    std::vector<RepeatabilityNote> m_pastNotes; ///< of all jobs of the archive
    std::string m_fitted;
    std::optional<int> m_fuelPulls;
    QTimer m_keepTimer;
    QTimer m_noteTimer; ///< the note waits until nobody is turning anything
    QUndoStack m_undo;
    QFutureWatcher<LoadedPull> m_watcher;
};

} // namespace jr::app
