// SPDX-License-Identifier: GPL-3.0-or-later
// A bench being listened to, in a thread of its own: device, reconnecting, capture to disk, pulls cut, guards acted on,
// and every order that goes to it. Sampling never waits for painting: the window asks for the newest figures and points
// when it has time to draw them.
#pragma once

#include "bench/bench_address.h"
#include "bench/bench_link.h"
#include "bench/bench_orders.h"
#include "bench/capture_writer.h"
#include "bench/pull_catcher.h"

#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

#include <atomic>
#include <functional>
#include <mutex>

class QIODevice;

namespace jr {

enum class LinkState { Off, Calling, Introducing, Streaming, Silent, Waiting };
Message linkStateMessage(LinkState state); ///< "calling the bench"

/// Where a run of hold-at-steps stands.
struct StepsNow {
    std::size_t index = 0, count = 0;
    bool settled = false;
};

/// What the window may ask for at any time, from its own thread.
struct LiveSnapshot {
    LinkState link = LinkState::Off;
    BenchState state = BenchState::WarmUp;
    double stateForS = 0.;     ///< since when, bench time
    double coastFromRadS = 0.; ///< while coasting: where it began
    LiveFigures figures;
    LineHealth health;
    std::optional<Air> air;
    std::uint64_t reconnects = 0;
    qint64 capturedBytes = 0;
    StopStatus stop;
    std::optional<StepsNow> steps;
};

struct SessionOptions {
    BenchAddress address;
    std::optional<PlainLayout> plain;  ///< for a bench that only prints numbers
    std::string plainText;             ///< the same as written, kept in the capture
    PullHeader plainHeader;            ///< facts of such a bench
    QString captureFolder;             ///< empty: no capture (the caller keeps what it must)
    double silentS = 2., giveUpS = 6.; ///< a line with nothing on it is said silent, then called again
    double goodbyeS = 0.6; ///< so long a loaded bench that is left may take to answer once its release is on the wire
    qint64 captureAnewBytes = 64ll * 1024 * 1024; ///< a capture of this size whose pulls are all safe is begun anew
    OrderOptions orders;
    std::function<double()> nowEpochS; ///< the wall clock; replaceable for tests
};

class BenchSession : public QObject {
    Q_OBJECT
public:
    explicit BenchSession(SessionOptions options);
    ~BenchSession() override;

    // From any thread.
    LiveSnapshot snapshot() const;
    std::vector<LivePoint> takePoints();
    std::optional<BenchDescription> description() const;
    /// It was left with a load on or in a pull, and the release could not be sent. Once close() has returned.
    bool leftUnsent() const { return m_leftUnsent; }

public slots:
    // In the session's own thread (call by QMetaObject::invokeMethod or a queued connection).
    void open();
    /// Leaves the bench: a load or a pull in hand is stopped first. The capture is kept open until finishCapture().
    void close();
    /// The capture's file goes if every pull caught was told to be kept; else it stays and is offered again.
    void finishCapture();
    /// This pull is safe elsewhere (or was thrown away on purpose): the capture need not hold it any more.
    void pullKept(const std::string& pullId);

    // Orders. What may not be asked just now is said, not sent.
    void stop(); ///< the operator's STOP
    void clearStop();
    void hold(double rpm);
    void sweep(double fromRpm, double toRpm, double rpmPerS);
    void holdSteps(const std::vector<double>& stepsRpm);
    void releaseBrake(); ///< without a stop
    void askOffer(const QString& word);
    void zero(const QString& channel);

    void setSitting(jr::SittingFacts facts);
    void setProcedure(jr::Procedure procedure);
    void setLimits(jr::GuardLimits limits);
    /// A calibration of ours takes the place of a fact of the bench's from now on.
    void setFact(const std::string& key, const std::string& value);
    void beginByHand();
    void endByHand();

signals:
    void described(jr::BenchDescription bench);
    void linkChanged(jr::LinkState state, jr::Message words);
    void stateChanged(jr::BenchState state);
    void pullCaught(std::shared_ptr<jr::CaughtPull> pull);
    void coastCaught(std::shared_ptr<jr::CoastDown> run);
    void tripped(jr::GuardTrip trip);
    void stopChanged(jr::StopStatus status);
    void stepsGivenUp(int steps); ///< of a run that is over: so many never settled
    void said(jr::Error what);    ///< for the operator's eyes
    void refused(jr::Error why);  ///< what was asked of it and is not done
    void pullBegan();

private:
    void call();
    void connected();
    void arrived();
    void lost(const Message& why);
    void tick();
    void afterFrame(PullCutter& cutter);
    void handOut();
    void passWords();
    void beginCapture(const CaptureStart& start);
    void beginCaptureAnew();
    void passProblems(); ///< of the capture
    void remarkSitting();
    void carryOut(); ///< writes the orders that are due
    void askForSamples();
    void renewLastWords();
    bool owesAnything() const;
    void sayGoodbye();
    void showStop();
    void tell(const Result<Done>& asked);
    void setLink(LinkState state, Message words = {});
    bool write(const std::string& text);
    double nowS() const { return static_cast<double>(m_clock.elapsed()) / 1000.; }

    SessionOptions m_options;
    std::unique_ptr<BenchLink> m_device;
    int m_lastWords = -1;
    std::unique_ptr<CaptureWriter> m_capture;
    PullCatcher m_catcher;
    BenchOrders m_orders;
    SittingFacts m_sitting;
    QTimer m_ticker, m_again;
    QElapsedTimer m_clock, m_sinceData, m_sinceAsked, m_sinceWords, m_sinceChange;
    bool m_wanted = false, m_holdingSteps = false, m_startOwed = false, m_introducedHere = false;
    std::atomic<bool> m_leftUnsent{false};
    int m_tries = 0, m_wordsUnsaid = 0, m_changes = 0;
    BenchState m_lastState = BenchState::WarmUp;
    LinkState m_link = LinkState::Off;
    std::uint64_t m_reconnects = 0;
    StopStatus m_shownStop;

    mutable std::mutex m_lock; // guards the three below
    LiveSnapshot m_snapshot;
    std::vector<LivePoint> m_points;
    std::optional<BenchDescription> m_described;
};

} // namespace jr

Q_DECLARE_METATYPE(jr::BenchDescription)
Q_DECLARE_METATYPE(jr::GuardTrip)
Q_DECLARE_METATYPE(jr::StopStatus)
