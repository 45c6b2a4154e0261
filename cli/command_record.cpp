#include "cli/commands.h"

#include "archive/formats/pull_file.h"
#include "bench/bench_session.h"
#include "bench/coast_down_file.h"
#include "core/pull/curve.h"

#include <QCoreApplication>
#include <QDir>
#include <clocale>

#include <cmath>

namespace jr::cli {
namespace {

struct Options {
    std::string device, out, plain, ask, setup, job, machine;
    std::vector<std::string> sets;
    int pulls = 1;
    double timeoutS = 600.;
    std::optional<double> startRpm, endRpm;
    bool coast = false;
};

/// One recording: listens until enough pulls are on disk, the time is up, or a file cannot be written.
class Recorder : public QObject {
public:
    Recorder(const Options& o, SessionOptions session, PullHeader extra)
        : m_o(o), m_extra(std::move(extra)), m_session(std::move(session)) {
        connect(&m_session, &BenchSession::linkChanged, this,
                [](LinkState, const QString& words) { say(words.toStdString()); });
        connect(&m_session, &BenchSession::said, this, [](const QString& words) { say(words.toStdString()); });
        connect(&m_session, &BenchSession::tripped, this,
                [](const GuardTrip& trip) { say("guard: " + guardSentence(trip) + "; brake released"); });
        connect(&m_session, &BenchSession::described, this, [this](const BenchDescription& bench) {
            m_bench = bench;
            Procedure p = procedureOf(bench);
            p.startRpm = m_o.startRpm.value_or(p.startRpm);
            p.endRpm = m_o.endRpm.value_or(p.endRpm);
            m_session.setProcedure(p);
        });
        connect(&m_session, &BenchSession::stateChanged, this, [this](BenchState state) {
            if (state == BenchState::Ready && !m_o.ask.empty() && m_kept < m_o.pulls)
                m_session.send(QString::fromStdString("do " + m_o.ask));
        });
        connect(&m_session, &BenchSession::pullCaught, this,
                [this](const std::shared_ptr<CaughtPull>& pull) { keep(*pull); });
        connect(&m_session, &BenchSession::coastCaught, this, [this](const std::shared_ptr<CoastDown>& run) {
            if (m_o.coast)
                keepCoast(*run);
        });
    }

    int run() {
        SittingFacts sitting;
        sitting.job = m_o.job;
        sitting.machine = m_o.machine;
        sitting.setup = m_o.setup;
        sitting.keys = m_extra.other;
        m_session.setSitting(sitting);
        QTimer::singleShot(static_cast<int>(m_o.timeoutS * 1000.), this, [this] {
            say("time is up");
            leave();
        });
        m_session.open();
        QCoreApplication::exec();
        m_session.close();
        const LineHealth health = m_session.snapshot().health;
        for (const std::string& words : health.words())
            say(words);
        const int printed = print({{"device", m_o.device},
                                   {"pulls", m_pulls},
                                   {"line",
                                    {{"samples", health.samples},
                                     {"missing", health.missing},
                                     {"bad_checksums", health.badChecksums},
                                     {"garbage", health.garbage},
                                     {"clock_jumps", health.clockJumps},
                                     {"reconnects", m_session.snapshot().reconnects}}}});
        return m_result != kDone ? m_result : m_kept >= m_o.pulls ? printed : kInput;
    }

private:
    void leave() {
        QMetaObject::invokeMethod(
            this, [] { QCoreApplication::exit(); }, Qt::QueuedConnection);
    }

    std::string freeName(const char* ending) const {
        for (int n = 1;; ++n) {
            char name[64];
            std::snprintf(name, sizeof name, "pull-%03d.%s.csv", n, ending);
            const std::string path = m_o.out + "/" + name;
            if (!QFile::exists(QString::fromStdString(path)))
                return path;
        }
    }

    void keep(CaughtPull& pull) {
        if (m_kept >= m_o.pulls)
            return;
        PullHeader& h = pull.trace.header;
        for (auto member : {&PullHeader::airTempC, &PullHeader::airPressurePa, &PullHeader::humidity})
            if (m_extra.*member)
                h.*member = m_extra.*member;
        const std::string path = freeName("pull");
        if (const Result<Done> written = writeBytes(path, writePullFile(pull.trace)); !written) {
            say(written.error().text());
            m_result = kWrite;
            leave();
            return;
        }
        ++m_kept;
        Json one{{"file", path}, {"rows", pull.trace.rows()}, {"started", h.started}};
        const Result<PullFit> fit = fitPull(pull.trace);
        std::optional<Peak> peak;
        if (fit) {
            const PullFit* self[] = {&*fit};
            CurveOptions options;
            options.detailRpm = likelyDetailRpm(self);
            if (const Result<PullCurve> curve = curveOf(*fit, options))
                peak = curve->peakPower;
        } else {
            say(path + ": kept, but no curve: " + fit.error().reason);
        }
        one["peak_power"] = peakJson(peak, "w");
        Json trips = Json::array();
        for (const GuardTrip& trip : pull.trips)
            trips.push_back(guardSentence(trip));
        one["guard_trips"] = trips;
        m_pulls.push_back(one);
        say(path + (pull.cutShort ? ": kept, cut short by the line" : ": kept"));
        // Only a roller coasts down; a brake has nothing more to give.
        if (m_kept >= m_o.pulls && (!m_o.coast || m_bench.header.kind != PullKind::Roller))
            leave();
    }

    void keepCoast(const CoastDown& run) {
        const std::string path = freeName("coast");
        if (const Result<Done> written = writeBytes(path, writePullFile(coastDownTrace(m_bench.header, run)));
            !written) {
            say(written.error().text());
            m_result = kWrite;
        }
        if (m_kept >= m_o.pulls)
            leave();
    }

    const Options& m_o;
    PullHeader m_extra;
    BenchSession m_session;
    BenchDescription m_bench;
    Json m_pulls = Json::array();
    int m_kept = 0, m_result = kDone;
};

int runRecord(const Options& o) {
    SessionOptions session;
    const Result<BenchAddress> address = parseBenchAddress(QString::fromStdString(o.device));
    if (!address) {
        say("--device: " + address.error().reason);
        return kUsage;
    }
    session.address = *address;
    PullHeader extra;
    for (const std::string& set : o.sets) {
        const std::size_t equals = set.find('=');
        if (equals == std::string::npos || equals == 0) {
            say("--set " + set + ": wants KEY=VALUE");
            return kUsage;
        }
        if (const Result<Done> done = setHeaderValue(extra, set.substr(0, equals), set.substr(equals + 1)); !done) {
            say("--set " + done.error().reason);
            return kUsage;
        }
    }
    if (!o.plain.empty()) {
        Result<PlainLayout> layout = parsePlainLayout(o.plain);
        if (!layout) {
            say("--plain: " + layout.error().reason);
            return kUsage;
        }
        session.plain = std::move(layout).value();
        session.plainText = o.plain;
        session.plainHeader = extra;
    }
    if (!QDir().mkpath(QString::fromStdString(o.out))) {
        say(o.out + ": the folder cannot be made");
        return kWrite;
    }
    session.captureFolder = QString::fromStdString(o.out + "/capture");
    int argc = 1;
    char name[] = "jolly-ram-cli";
    char* argv[] = {name, nullptr};
    QCoreApplication application(argc, argv);
    std::setlocale(LC_NUMERIC, "C"); // Qt has just taken the system's; figures in files keep their decimal point
    Recorder recorder(o, std::move(session), std::move(extra));
    const int result = recorder.run();
    QDir().rmdir(QString::fromStdString(o.out + "/capture")); // only when empty
    return result;
}

} // namespace

void addRecord(CLI::App& app, Action& action) {
    auto o = std::make_shared<Options>();
    CLI::App* c = app.add_subcommand("record", "Writes pull files from a bench as they happen");
    c->add_option("--device", o->device, "tcp:HOST:PORT, serial:PATH or serial:PATH@BAUD")->required();
    c->add_option("--out", o->out, "Folder for the pull files")->required();
    c->add_option("--pulls", o->pulls, "How many pulls to wait for")
        ->check(CLI::Range(1, 10000))
        ->capture_default_str();
    c->add_option("--timeout", o->timeoutS, "Give up after so many seconds (exit 3 when too few pulls came)")
        ->check(CLI::Range(1., 1e6))
        ->capture_default_str();
    c->add_option("--setup", o->setup, "Name of the setup, for the header");
    c->add_option("--job", o->job, "Name of the job, for the header");
    c->add_option("--machine", o->machine, "Name of the machine, for the header");
    c->add_option("--set", o->sets, "KEY=VALUE of the header (air, or for a plain bench its facts)");
    c->add_option("--plain", o->plain, "A bench that only prints numbers: \"time:ms,roller_speed:rpm,-,engine_speed\"");
    c->add_option("--start-rpm", o->startRpm, "A pull begins about here")->check(CLI::Range(100., 50000.));
    c->add_option("--end-rpm", o->endRpm, "and ends about here")->check(CLI::Range(100., 50000.));
    c->add_option("--ask", o->ask, "Ask the bench for this offer whenever it is ready, e.g. pull on the stand-in");
    c->add_flag("--coast", o->coast, "Keep the free deceleration after each pull as well (*.coast.csv)");
    c->footer("What arrives is on disk within a second; a broken line is called again. Example:\n"
              "  jolly-ram-cli record --device tcp:127.0.0.1:5599 --out today --pulls 3 --setup \"long stack\"");
    c->callback([o, &action] { action = [o] { return runRecord(*o); }; });
}

} // namespace jr::cli
