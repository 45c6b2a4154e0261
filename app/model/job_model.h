// SPDX-License-Identifier: GPL-3.0-or-later
// The open job: one observable document with its undo list. Stations read it and ask it; they do not know each other.
// How it is compared, what its study answers and how well its bench repeated are objects of their own.
#pragma once

#include "app/model/book_notes.h"
#include "app/model/compare_settings.h"
#include "app/model/display_units.h"
#include "app/model/job_outlook.h"
#include "app/model/job_study.h"
#include "app/model/keeper.h"
#include "app/model/loaded_pull.h"
#include "app/model/repeatability_notes.h"
#include "core/plan/baselines.h"

#include <QFutureWatcher>
#include <QObject>
#include <QTimer>
#include <QUndoStack>

#include <functional>
#include <map>
#include <memory>
#include <set>

namespace jr {
struct HandOver;
}

namespace jr::app {

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
    /// What a setup is called that nobody has given a name.
    static QString asItStands() { return tr("as it stands"); }
    bool hasJob() const { return !m_job.id.empty(); }
    const JobRecord& job() const { return m_job; }
    const std::vector<LoadedPull>& pulls() const { return m_pulls; }
    /// Until the pulls are fitted and taken in: the threads may be done before the window has heard of it.
    bool loading() const { return m_loading; }
    /// For tests, pictures and benchmarks: lets the window live until all that was asked is kept, read, fitted and
    /// answered.
    void waitUntilSettled();
    /// `then` hears true once what is set now is worked out and shown, and false when another job was opened before
    /// that; nothing after `asker` is gone.
    void whenAnswered(QObject* asker, std::function<void(bool answered)> then);
    CompareSettings& compare() { return m_compare; }
    const CompareSettings& compare() const { return m_compare; }
    const JobStudy& answers() const { return m_answers; }
    const RepeatabilityNotes& notes() const { return m_notes; }
    const JobOutlook& outlook() const { return m_outlook; }
    BookNotes& book() { return m_book; }
    /// What is known of the bench beside these pulls: what was typed, else its history unless that is left out.
    BenchKnowledge known() const;

    // What is looked at.
    int currentPull() const { return m_current; }
    void setCurrentPull(int index);
    const std::set<int>& picked() const { return m_picked; } ///< empty: all
    void setPicked(std::set<int> picked);

    int indexOf(const std::string& pullId) const; ///< below 0: none
    std::vector<int> sidePulls(bool base) const;  ///< indices of pulls that count on a side
    const DisplayUnits& units() const { return m_units; }
    void setUnits(const DisplayUnits& units);
    /// What a job is compared by that was never compared; empty: the program's usual standard.
    void setUsualStandard(const std::string& id) { m_usualStandard = id; }
    int unitsChoice() const { return m_units.choice(); } ///< of DisplayUnits::choices
    void setUnitsChoice(int choice);                     ///< power, torque and road speed; the others stay

    // Changes to data: each can be undone.
    // They are shown at once and kept in order; one that could not be kept is said, and the job shown as it is kept.
    /// A setup that may have no pulls yet; `then` hears its id once it is kept. Said as a problem when it cannot be.
    void addSetup(const QString& name, const std::string& parentId, const std::vector<SetupChange>& changes,
                  std::function<void(const std::string& id)> then = {});
    /// A setup nothing was pulled with yet: another name, or away. Both can be undone; one that has pulls, or that
    /// others come from, stays, and why is said as a problem.
    void renameSetup(const std::string& setupId, const QString& name);
    void removeSetup(const std::string& setupId);
    /// What the job is called and which machine it is about; can be undone.
    void nameJob(const QString& name, const QString& machine);
    void setSetupChanges(const std::string& setupId, const std::string& parentId,
                         const std::vector<SetupChange>& changes);
    /// One of the job's sheets as kept (archive/formats/job_sheets.h); empty when there is none yet.
    std::string sheet(const char* kind) const;
    /// `what` names the change for undo: "tick the straps".
    void setSheet(const char* kind, const std::string& body, const QString& what);
    /// What the program notes by itself: kept, no step of undo, nobody is told.
    void noteSheet(const char* kind, const std::string& body);
    /// A note, or a photo that is copied into the archive; `then` is called once it is kept.
    void attach(const std::string& about, const QString& words, const QString& photo = {},
                std::function<void()> then = {});
    /// A map or another file of a setup, copied into the archive; `then` is called once it is kept.
    void keepFile(const SetupFile& about, const QString& path, std::function<void()> then = {});
    /// What is given into the customer's hands now, frozen (app/handover/frozen_sheet.h); `then` hears how it was kept,
    /// or nothing when it was not, which is said as a problem.
    void keepHandOver(const HandOver& about, std::string frozen, std::function<void(const HandOver&)> then = {});
    void detach(const std::string& attachmentId);
    /// Where the day stands in its plan; nothing when none was made.
    std::optional<DayProgress> dayProgress() const;
    /// When and why the base was taken again; only pulls of one era are set against each other.
    Baselines baselines() const;
    GaugeFacts gaugeFacts() const; ///< of the machine's sheet
    /// How often what a setup has of its own has been hot: in its pulls and those of setups that come from it, set
    /// aside or not.
    int heatsOf(const std::string& setupId) const;
    /// What the setups have to keep, with what is known beside the pulls; empty without a rule.
    RulesInForce rulesInForce() const;
    int eraInForce() const { return jr::eraInForce(baselines(), eraPulls()); }
    void takeBaseAgain(int afterPull, const QString& reason); ///< can be undone
    void lookAtEra(std::optional<int> era);                   ///< nothing: the newest that answers
    /// What is on the bench now and for how many pulls the tank still lasts, as the bench side knows it.
    void setFitted(const std::string& setup, std::optional<int> fuelPulls);
    void setAside(int pullIndex, bool aside, const QString& why);
    void setOverruled(int pullIndex, const Flag& flag, bool overruled);
    void movePullToSetup(int pullIndex, const std::string& setupId);
    QUndoStack& undoStack() { return m_undo; }

signals:
    void jobChanged();       ///< another job, or pulls added
    void pullsChanged();     ///< aside, overruled, moved, loaded
    void selectionChanged(); ///< current or picked pulls
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
    friend class NameCommand;
    friend class RenameSetupCommand;
    friend class RemoveSetupCommand;
    /// Asks the keeper for a change that is shown already.
    void keep(std::function<Result<Done>(Archive&)> change);
    void showJob(JobRecord job, std::vector<PackedTrace> traces);
    void applySetupName(const std::string& setupId, const std::string& name);
    void applySetupThere(const SetupRecord& setup, bool there);
    /// Why a setup has to stay as it is; empty when nothing hangs on it.
    QString heldBy(const std::string& setupId) const;
    void applyNames(const std::string& name, const std::string& machine);
    void applySheet(const std::string& kind, const std::string& body);
    void applyAttachment(const AttachmentRecord& attachment, bool there);
    void applySetup(const std::string& setupId, const std::string& parentId, const std::vector<SetupChange>& changes);
    void applyAside(const std::string& pullId, bool aside, const std::string& why);
    void applyOverrules(const std::string& pullId, const std::vector<FlagOverrule>& overrules);
    void applyMove(const std::string& pullId, const std::string& setupId);
    /// Fits a pull in a thread of its own; the newest fit of a pull wins.
    void fitLater(const PullRecord& record, std::shared_ptr<const Trace> trace);
    void readAndFitLater(const PullRecord& record);
    void takeFit(const LoadedPull& loaded);
    void recompute();
    std::vector<EraPull> eraPulls() const;
    std::vector<Caution> leaksOfSides() const;
    void tellWhoWaits();
    void sendAway(); ///< who waits for the answers of a job that is not open any more
    void keepSettingsNow();
    void chooseSides();

    Keeper* m_keeper = nullptr;
    quint64 m_openings = 0; ///< the newest opening of a job
    JobRecord m_job;
    std::vector<LoadedPull> m_pulls;
    int m_current = -1;
    std::set<int> m_picked;
    DisplayUnits m_units;
    std::string m_usualStandard;
    CompareSettings m_compare;
    JobStudy m_answers;
    RepeatabilityNotes m_notes;
    JobOutlook m_outlook;
    BookNotes m_book;
    std::map<std::string, quint64> m_newestFit; ///< of each pull being fitted
    quint64 m_fitsBegun = 0;
    int m_fitsOpen = 0;
    struct Waiting {
        QPointer<QObject> asker;
        std::function<void(bool)> then;
    };
    std::vector<Waiting> m_waiting;
    std::string m_fitted;
    std::optional<int> m_fuelPulls;
    QTimer m_keepTimer;
    QUndoStack m_undo;
    QFutureWatcher<LoadedPull> m_watcher;
    bool m_loading = false;
    void stopLoading();
};

} // namespace jr::app
