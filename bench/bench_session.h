// A bench being listened to, in a thread of its own: device, reconnecting, capture to disk, pulls cut, guards acted on.
// Sampling never waits for painting: the window asks for the newest figures and points when it has time to draw them.
#pragma once

#include "bench/bench_address.h"
#include "bench/capture.h"

#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

#include <atomic>
#include <functional>
#include <mutex>

class QIODevice;

namespace jr {

enum class LinkState { Off, Calling, Introducing, Streaming, Silent, Waiting };
std::string_view linkStateText(LinkState state); ///< "calling the bench"

/// What the window may ask for at any time, from its own thread.
struct LiveSnapshot {
    LinkState link = LinkState::Off;
    BenchState state = BenchState::WarmUp;
    double stateForS = 0.; ///< since when, bench time
    LiveFigures figures;
    LineHealth health;
    std::optional<Air> air;
    std::uint64_t reconnects = 0;
    qint64 capturedBytes = 0;
};

struct SessionOptions {
    BenchAddress address;
    std::optional<PlainLayout> plain;  ///< for a bench that only prints numbers
    std::string plainText;             ///< the same as written, kept in the capture
    PullHeader plainHeader;            ///< facts of such a bench
    QString captureFolder;             ///< empty: no capture (the caller keeps what it must)
    double silentS = 2., giveUpS = 6.; ///< a line with nothing on it is said silent, then called again
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

public slots:
    // In the session's own thread (call by QMetaObject::invokeMethod or a queued connection).
    void open();
    void close();
    void send(const QString& command); ///< without checksum, e.g. "do pull"
    void setSitting(jr::SittingFacts facts);
    void setProcedure(jr::Procedure procedure);
    void setLimits(jr::GuardLimits limits);
    /// A calibration of ours takes the place of a fact of the bench's from now on.
    void setFact(const std::string& key, const std::string& value);
    void beginByHand();
    void endByHand();
    void keepCapture(bool keep) { m_keepCapture = keep; } ///< leave the capture file behind when closing

signals:
    void described(jr::BenchDescription bench);
    void linkChanged(jr::LinkState state, QString words);
    void stateChanged(jr::BenchState state);
    void pullCaught(std::shared_ptr<jr::CaughtPull> pull);
    void coastCaught(std::shared_ptr<jr::CoastDown> run);
    void tripped(jr::GuardTrip trip);
    void said(QString words); ///< for the operator's eyes
    void pullBegan();

private:
    void call();
    void arrived();
    void lost(const QString& why);
    void tick();
    void handOut();
    void setLink(LinkState state, const QString& words = {});
    void write(const std::string& text);

    SessionOptions m_options;
    std::unique_ptr<QIODevice> m_device;
    std::unique_ptr<Capture> m_capture;
    LineFeed m_feed;
    std::optional<PullCutter> m_cutter;
    SittingFacts m_sitting;
    std::optional<Procedure> m_procedure;
    std::optional<GuardLimits> m_limits;
    std::vector<Frame> m_frames;
    QTimer m_ticker, m_again;
    QElapsedTimer m_sinceData, m_sinceAsked;
    bool m_wanted = false, m_keepCapture = false;
    int m_tries = 0, m_syncTicks = 0;
    double m_captureEpochS = 0.;
    BenchState m_lastState = BenchState::WarmUp;
    LinkState m_link = LinkState::Off;
    std::uint64_t m_reconnects = 0;

    mutable std::mutex m_lock; // guards the three below
    LiveSnapshot m_snapshot;
    std::vector<LivePoint> m_points;
    std::optional<BenchDescription> m_described;
};

} // namespace jr

Q_DECLARE_METATYPE(jr::BenchDescription)
Q_DECLARE_METATYPE(jr::GuardTrip)
