// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "archive/formats/pull_file.h"
#include "bench/bench_session.h"
#include "bench/coast_down_file.h"
#include "bench/last_words.h"
#include "core/pull/curve.h"
#include "core/pull/header_keys.h"
#include "core/ready/strangers.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <QCoreApplication>
#include <QDir>
#include <QSocketNotifier>
#include <QThread>

#include <clocale>
#include <cmath>
#include <set>

namespace jr::cli {
namespace {

struct RecordAsked {
    std::string device, out, plain, ask, setup, job, machine, because;
    std::vector<std::string> sets;
    int pulls = 1;
    double timeoutS = 600.;
    std::optional<double> startRpm, endRpm;
    bool coast = false, recover = false;
};

Message orderMessage(OrderState state, std::string_view asked, std::string_view answered, std::string_view refused) {
    return {state == OrderState::Asked      ? asked
            : state == OrderState::Answered ? answered
            : state == OrderState::Refused  ? refused
                                            : std::string_view()};
}

/// How a stop stands, and no more than that.
std::string stopWords(const StopStatus& s) {
    if (s.notSent)
        return said(Message{"cli.stop-not-sent"}, reader());
    const Message cut = orderMessage(s.cut, "cli.stop-cutting", "cli.stop-cut", "cli.stop-cut-refused");
    const Message load =
        s.hasBrake ? orderMessage(s.release, "cli.stop-letting-go", "cli.stop-load-off", "cli.stop-load-refused")
                   : Message{};
    return said(cut.empty() ? Message{"cli.stop-cannot-cut"} : cut, reader()) +
           (load.empty() ? "" : "; " + said(load, reader()));
}

/// The next free "pull-001.pull.csv" in a folder.
std::string freeName(const std::string& folder, const char* ending) {
    for (int n = 1;; ++n) {
        char name[64];
        std::snprintf(name, sizeof name, "pull-%03d.%s.csv", n, ending);
        const std::string path = folder + "/" + name;
        if (!QFile::exists(QString::fromStdString(path)))
            return path;
    }
}

/// Writes a caught pull beside the others, never over one of them.
Result<std::string> writePull(const std::string& folder, const Trace& trace) {
    const std::string path = freeName(folder, "pull");
    const Result<Done> written = writeNewBytes(path, writePullFile(trace));
    if (!written)
        return written.error();
    return path;
}

/// One recording: listens until enough pulls are on disk, the time is up, or a file cannot be written. The session runs
/// in a thread of its own, so that no stop waits for a pull being written.
class Recorder : public QObject {
public:
    Recorder(const RecordAsked& o, SessionOptions session, PullHeader extra)
        : m_o(o), m_extra(std::move(extra)), m_session(std::move(session)) {
        const QDir folder(QString::fromStdString(o.out));
        for (const QString& name : folder.entryList({QStringLiteral("*.pull.csv")}, QDir::Files))
            if (const Result<Trace> there = loadPullFile(folder.filePath(name).toStdString()))
                m_there.push_back(originOf(there->header));
        m_session.moveToThread(&m_thread);
        connect(&m_session, &BenchSession::linkChanged, this, [](LinkState, const Message& words) { tell(words); });
        connect(&m_session, &BenchSession::said, this, [](const Error& what) { say(inWords(what)); });
        connect(&m_session, &BenchSession::refused, this, [](const Error& why) { say(inWords(why)); });
        connect(&m_session, &BenchSession::tripped, this, [this](const GuardTrip& trip) {
            m_tripped = true;
            tell({"cli.guard", {Sayings{{guardMessage(trip)}}}});
        });
        connect(&m_session, &BenchSession::stopChanged, this, [](const StopStatus& stop) {
            if (stop.latched)
                tell({"cli.stop", {stopWords(stop)}});
        });
        connect(&m_session, &BenchSession::described, this, [this](const BenchDescription& bench) {
            m_bench = bench;
            PullHeader coming = bench.header;
            coming.set(header_key::bench, bench.name);
            if (!m_o.machine.empty())
                coming.machine = m_o.machine;
            if (!belongs(coming)) { // before its first pull
                m_result = kInput;
                leave();
            }
            Procedure p = procedureOf(bench);
            p.startRpm = m_o.startRpm.value_or(p.startRpm);
            p.endRpm = m_o.endRpm.value_or(p.endRpm);
            inSession([p](BenchSession& s) { s.setProcedure(p); });
        });
        connect(&m_session, &BenchSession::stateChanged, this, [this](BenchState state) {
            if (state == BenchState::Ready && !m_o.ask.empty() && m_kept < m_o.pulls && !m_tripped)
                inSession([this](BenchSession& s) { s.askOffer(QString::fromStdString(m_o.ask)); });
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
            tell({"cli.time-is-up"});
            leave();
        });
        // Ended from outside, the bench has heard "cut" and "release" already; the rest is put in order here.
        QSocketNotifier ending(endingSignalPipe(), QSocketNotifier::Read);
        connect(&ending, &QSocketNotifier::activated, this, [this] {
            inSession([](BenchSession& s) { s.stop(); });
            tell({"cli.ended-by-signal"});
            leave();
        });
        m_thread.start();
        inSession([](BenchSession& s) { s.open(); });
        QCoreApplication::exec();
        // Waits, so that a pull in hand is written before its capture may go.
        QMetaObject::invokeMethod(&m_session, &BenchSession::close, Qt::BlockingQueuedConnection);
        QCoreApplication::sendPostedEvents(this);
        QMetaObject::invokeMethod(&m_session, &BenchSession::finishCapture, Qt::BlockingQueuedConnection);
        QCoreApplication::sendPostedEvents(this);
        m_thread.quit();
        m_thread.wait();
        for (const QString& left :
             QDir(QString::fromStdString(m_o.out + "/capture")).entryList({QStringLiteral("*.lines")}))
            tell({"cli.capture-still-here", {m_o.out}}, m_o.out + "/capture/" + left.toStdString());
        const LineHealth health = m_session.snapshot().health;
        for (const Message& words : health.words())
            tell(words);
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

    template <class Work>
    void inSession(Work work) {
        QMetaObject::invokeMethod(&m_session, [this, work = std::move(work)] { work(m_session); });
    }
    void kept(const std::string& id) {
        inSession([id](BenchSession& s) { s.pullKept(id); });
    }

    /// Of the machine and the bench whose pulls lie in the folder, or its being here was given a reason.
    bool belongs(const PullHeader& coming) {
        const std::vector<Message> strange =
            m_o.because.empty() ? strangersTo({}, m_there, originOf(coming)) : std::vector<Message>{};
        if (!strange.empty())
            tell({"cli.stranger", {Sayings{strange}}}, m_o.out);
        return strange.empty();
    }

    void keep(CaughtPull& pull) {
        if (m_kept >= m_o.pulls) {
            kept(pull.trace.header.id); // not wanted
            return;
        }
        const std::string id = pull.trace.header.id;
        PullHeader& h = pull.trace.header;
        if (!belongs(h)) {
            m_result = kInput;
            leave();
            return; // the capture holds it
        }
        if (!m_o.because.empty())
            h.set(header_key::belongsBecause, m_o.because);
        for (auto member : {&PullHeader::airTempC, &PullHeader::airPressurePa, &PullHeader::humidity})
            if (m_extra.*member)
                h.*member = m_extra.*member;
        const Result<std::string> written = writePull(m_o.out, pull.trace);
        if (!written) {
            say(inWords(written.error()));
            m_result = kWrite;
            leave();
            return; // the capture holds it
        }
        const std::string& path = *written;
        kept(id);
        m_there.push_back(originOf(h));
        ++m_kept;
        Json one{{"file", path}, {"rows", pull.trace.rows()}, {"started", h.started}};
        const bool road = h.kind == PullKind::Road; // it has times and no curve: `road` tells them
        Json peak = nullptr;
        if (const Result<PullFit> fit = road ? Result<PullFit>(Error{"a run"}) : fitPull(pull.trace)) {
            if (const Result<PullCurve> curve = curveOf(*fit, usualCurveOptions(*fit)))
                peak = peakJson(curve->peakPower, "w", curve->axis, curve->place, curve->engineRpm);
        } else if (!road) {
            tell({"cli.kept-no-curve", {Sayings{{messageOf(fit.error())}}}}, path);
        }
        one["peak_power"] = peak;
        Json trips = Json::array();
        for (const GuardTrip& trip : pull.trips)
            trips.push_back(said(guardMessage(trip)));
        one["guard_trips"] = trips;
        m_pulls.push_back(one);
        tell({pull.cutShort ? "cli.kept-cut-short" : "cli.kept"}, path);
        // Only a roller coasts down; a brake has nothing more to give.
        if (m_tripped && !m_o.ask.empty()) {
            tell({"cli.stopped-by-guard"});
            leave();
        }
        if (m_kept >= m_o.pulls && (!m_o.coast || m_bench.header.kind != PullKind::Roller))
            leave();
    }

    void keepCoast(const CoastDown& run) {
        const std::string path = freeName(m_o.out, "coast");
        if (const Result<Done> written = writeNewBytes(path, writePullFile(coastDownTrace(m_bench.header, run)));
            !written) {
            say(inWords(written.error()));
            m_result = kWrite;
        }
        if (m_kept >= m_o.pulls)
            leave();
    }

    const RecordAsked& m_o;
    PullHeader m_extra;
    QThread m_thread;
    BenchSession m_session;
    BenchDescription m_bench;
    std::vector<PullOrigin> m_there; ///< of the pulls in the folder
    Json m_pulls = Json::array();
    int m_kept = 0, m_result = kDone;
    bool m_tripped = false;
};

/// What earlier recordings caught and could not write: pull files beside the others; a capture goes when all of it is
/// there.
int runRecover(const RecordAsked& o) {
    const QString folder = QString::fromStdString(o.out);
    if (!QFileInfo(folder).isDir()) {
        tell({"cli.no-folder"}, o.out);
        return kInput;
    }
    std::set<std::string> here;
    for (const QString& name : QDir(folder).entryList({QStringLiteral("*.pull.csv")}, QDir::Files))
        if (const Result<Trace> trace = loadPullFile(o.out + "/" + name.toStdString()))
            here.insert(trace->header.id);
    Json pulls = Json::array(), problems = Json::array();
    int result = kDone;
    for (const Recovered& capture : recoverCaptures(folder + QStringLiteral("/capture"))) {
        bool all = capture.problems.empty();
        for (const Remark& problem : capture.problems) {
            say(inWords(problem));
            problems.push_back(problem.text());
            result = kInput;
        }
        for (const CaughtPull& pull : capture.pulls) {
            if (!here.insert(pull.trace.header.id).second)
                continue;
            const Result<std::string> written = writePull(o.out, pull.trace);
            if (!written) {
                say(inWords(written.error()));
                all = false;
                result = kWrite;
                break;
            }
            tell({"cli.recovered"}, *written);
            pulls.push_back({{"file", *written}, {"rows", pull.trace.rows()}, {"cut_short", pull.cutShort}});
        }
        if (all)
            removeCapture(capture.path);
    }
    QDir().rmdir(folder + QStringLiteral("/capture")); // only when empty
    const int printed = print({{"pulls", pulls}, {"problems", problems}});
    return result != kDone ? result : printed;
}

int runRecord(const RecordAsked& o) {
    if (o.recover)
        return runRecover(o);
    if (o.device.empty()) {
        tell({"cli.device-required"});
        return kUsage;
    }
    SessionOptions session;
    const Result<BenchAddress> address = parseBenchAddress(QString::fromStdString(o.device));
    if (!address) {
        tell(messageOf(address.error()), "--device");
        return kUsage;
    }
    session.address = *address;
    PullHeader extra;
    for (const std::string& set : o.sets) {
        const std::size_t equals = set.find('=');
        if (equals == std::string::npos || equals == 0) {
            tell({"cli.wants-key-value", {set}});
            return kUsage;
        }
        if (const Result<Done> done = setHeaderValue(extra, set.substr(0, equals), set.substr(equals + 1)); !done) {
            tell({"cli.of-set", {Sayings{{messageOf(done.error())}}}});
            return kUsage;
        }
    }
    if (!o.plain.empty()) {
        Result<PlainLayout> layout = parsePlainLayout(o.plain);
        if (!layout) {
            tell(messageOf(layout.error()), "--plain");
            return kUsage;
        }
        session.plain = std::move(layout).value();
        session.plainText = o.plain;
        session.plainHeader = extra;
    }
    if (!QDir().mkpath(QString::fromStdString(o.out))) {
        tell({"cli.folder-not-made"}, o.out);
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
    auto o = std::make_shared<RecordAsked>();
    CLI::App* c = app.add_subcommand("record", "Writes pull files from a bench as they happen");
    c->add_option("--device", o->device, "tcp:HOST:PORT, serial:PATH or serial:PATH@BAUD");
    c->add_option("--out", o->out, "Folder for the pull files")->required();
    c->add_option("--pulls", o->pulls, "How many pulls to wait for")->check(within(1, 10000))->capture_default_str();
    c->add_option("--timeout", o->timeoutS, "Give up after so many seconds (exit 3 when too few pulls came)")
        ->check(within(1., 1e6))
        ->capture_default_str();
    c->add_option("--setup", o->setup, "Name of the setup, for the header");
    c->add_option("--job", o->job, "Name of the job, for the header");
    c->add_option("--machine", o->machine, "Name of the machine, for the header");
    c->add_option("--because", o->because,
                  "Why pulls of another machine or bench than the folder's belong in it; without it they are not kept");
    c->add_option("--set", o->sets, "KEY=VALUE of the header (air, or for a plain bench its facts)");
    c->add_option(
        "--plain", o->plain,
        "A bench that only prints numbers: \"time:ms,roller_speed:rpm,-,engine_speed\"; road: a satellite receiver "
        "on a machine that rides (NMEA 0183), each run from a standstill becomes a file");
    c->add_option("--start-rpm", o->startRpm, "A pull begins about here")->check(within(100., 50000.));
    c->add_option("--end-rpm", o->endRpm, "and ends about here")->check(within(100., 50000.));
    c->add_option("--ask", o->ask, "Ask the bench for this offer whenever it is ready, e.g. pull on the stand-in");
    c->add_flag("--recover", o->recover,
                "Write what an earlier recording into this folder caught and could not write (needs no bench)");
    c->add_flag("--coast", o->coast, "Keep the free deceleration after each pull as well (*.coast.csv)");
    c->footer("What arrives is on disk within a second; a broken line is called again. Example:\n"
              "  jolly-ram-cli record --device tcp:127.0.0.1:5599 --out today --pulls 3 --setup \"long stack\"");
    c->callback([o, &action] { action = [o] { return runRecord(*o); }; });
}

} // namespace jr::cli
