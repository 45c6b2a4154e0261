#include "bench/bench_session.h"

#include <QDateTime>
#include <QSerialPort>
#include <QTcpSocket>

#include <cmath>

namespace jr {
namespace {

constexpr int kTickMs = 100;

} // namespace

std::string_view linkStateText(LinkState state) {
    switch (state) {
    case LinkState::Off:
        return "not connected";
    case LinkState::Calling:
        return "calling the bench";
    case LinkState::Introducing:
        return "the bench introduces itself";
    case LinkState::Streaming:
        return "connected";
    case LinkState::Silent:
        return "the bench has gone silent";
    case LinkState::Waiting:
        return "waiting to call again";
    }
    return "";
}

BenchSession::BenchSession(SessionOptions options) : m_options(std::move(options)), m_ticker(this), m_again(this) {
    if (!m_options.nowEpochS)
        m_options.nowEpochS = [] { return static_cast<double>(QDateTime::currentMSecsSinceEpoch()) / 1000.; };
    m_ticker.setInterval(kTickMs);
    m_again.setSingleShot(true);
    connect(&m_ticker, &QTimer::timeout, this, &BenchSession::tick);
    connect(&m_again, &QTimer::timeout, this, &BenchSession::call);
}

BenchSession::~BenchSession() {
    if (m_device)
        m_device->disconnect(this);
}

LiveSnapshot BenchSession::snapshot() const {
    const std::lock_guard held(m_lock);
    return m_snapshot;
}

std::vector<LivePoint> BenchSession::takePoints() {
    const std::lock_guard held(m_lock);
    return std::exchange(m_points, {});
}

std::optional<BenchDescription> BenchSession::description() const {
    const std::lock_guard held(m_lock);
    return m_described;
}

void BenchSession::setLink(LinkState state, const QString& words) {
    if (state == m_link && words.isEmpty())
        return;
    m_link = state;
    {
        const std::lock_guard held(m_lock);
        m_snapshot.link = state;
        m_snapshot.reconnects = m_reconnects;
    }
    const std::string_view plain = linkStateText(state);
    emit linkChanged(state,
                     words.isEmpty() ? QString::fromUtf8(plain.data(), static_cast<qsizetype>(plain.size())) : words);
}

void BenchSession::open() {
    m_wanted = true;
    if (!m_options.captureFolder.isEmpty() && !m_capture) {
        m_captureEpochS = std::round(m_options.nowEpochS() * 1000.) / 1000.;
        Result<std::unique_ptr<Capture>> capture = Capture::begin(m_options.captureFolder, m_captureEpochS);
        if (capture) {
            m_capture = std::move(capture).value();
            if (m_options.plain)
                (void)m_capture->remark("plain " + m_options.plainText);
        } else {
            emit said(QString::fromStdString(capture.error().text()));
        }
    }
    if (m_options.plain)
        m_feed = LineFeed(*m_options.plain, m_options.plainHeader);
    m_ticker.start();
    call();
}

void BenchSession::close() {
    m_wanted = false;
    m_ticker.stop();
    m_again.stop();
    if (m_device) {
        m_device->disconnect(this);
        if (!m_options.plain)
            write("stop");
        if (auto* socket = qobject_cast<QTcpSocket*>(m_device.get())) {
            socket->flush();
            socket->disconnectFromHost();
        }
        m_device.reset();
    }
    if (m_cutter) {
        m_cutter->broken();
        handOut();
    }
    if (m_capture && !m_keepCapture)
        m_capture->finish();
    m_capture.reset();
    setLink(LinkState::Off);
}

void BenchSession::call() {
    if (!m_wanted)
        return;
    setLink(LinkState::Calling);
    m_feed.reconnected();
    m_sinceData.start();
    m_sinceAsked.start();
    const BenchAddress& a = m_options.address;
    if (a.kind == BenchAddress::Kind::Tcp) {
        auto socket = std::make_unique<QTcpSocket>();
        QTcpSocket* s = socket.get();
        m_device = std::move(socket);
        connect(s, &QTcpSocket::connected, this, [this, s] {
            s->setSocketOption(QAbstractSocket::LowDelayOption, 1);
            setLink(LinkState::Introducing);
            if (!m_options.plain)
                write("hello");
            m_sinceData.start();
        });
        connect(s, &QTcpSocket::errorOccurred, this, [this, s] { lost(s->errorString()); });
        connect(s, &QIODevice::readyRead, this, &BenchSession::arrived);
        s->connectToHost(a.place, static_cast<quint16>(a.number));
    } else {
        auto port = std::make_unique<QSerialPort>(a.place);
        QSerialPort* p = port.get();
        m_device = std::move(port);
        p->setBaudRate(a.number);
        p->setReadBufferSize(0);
        if (!p->open(QIODevice::ReadWrite)) {
            lost(p->errorString());
            return;
        }
        connect(p, &QSerialPort::errorOccurred, this, [this, p](QSerialPort::SerialPortError error) {
            if (error == QSerialPort::ResourceError || error == QSerialPort::DeviceNotFoundError ||
                error == QSerialPort::ReadError)
                lost(p->errorString());
        });
        connect(p, &QIODevice::readyRead, this, &BenchSession::arrived);
        setLink(LinkState::Introducing);
        if (!m_options.plain)
            write("hello");
    }
}

void BenchSession::lost(const QString& why) {
    if (m_device) {
        m_device->disconnect(this);
        m_device.release()->deleteLater(); // we may stand in one of its own signals
    }
    if (m_capture)
        (void)m_capture->remark("broken");
    if (m_cutter) {
        m_cutter->broken();
        handOut();
    }
    if (!m_wanted)
        return;
    ++m_tries;
    // Half a second, one, two, four, then every four.
    m_again.start(500 * (1 << std::min(m_tries - 1, 3)));
    setLink(LinkState::Waiting, tr("no line to the bench (%1); calling again").arg(why));
}

void BenchSession::write(const std::string& text) {
    if (!m_device || !m_device->isOpen())
        return;
    const std::string line = withChecksum(text);
    m_device->write(line.data(), static_cast<qint64>(line.size()));
}

void BenchSession::send(const QString& command) {
    write(command.toStdString());
}

void BenchSession::arrived() {
    if (!m_device)
        return;
    const QByteArray bytes = m_device->readAll();
    if (bytes.isEmpty())
        return;
    m_sinceData.start();
    if (m_capture)
        if (const Result<Done> written = m_capture->append(bytes); !written)
            emit said(QString::fromStdString(written.error().text()));
    const bool knew = m_feed.description().has_value();
    m_frames.clear();
    m_feed.take({bytes.constData(), static_cast<std::size_t>(bytes.size())}, m_frames);
    for (; !m_feed.said.empty(); m_feed.said.pop_front())
        emit said(QString::fromStdString(m_feed.said.front()));
    const auto& description = m_feed.description();
    if (!description)
        return;
    if (m_link == LinkState::Introducing || m_link == LinkState::Silent) {
        if (!m_cutter || !knew) {
            m_cutter.emplace(*description);
            m_cutter->setSitting(m_sitting);
            if (m_procedure)
                m_cutter->setProcedure(*m_procedure);
            if (m_limits)
                m_cutter->setLimits(*m_limits);
            {
                const std::lock_guard held(m_lock);
                m_described = *description;
            }
            emit described(*description);
        }
        if (m_frames.empty()) {
            if (m_sinceAsked.elapsed() > 300 || m_link == LinkState::Introducing) {
                write("start");
                m_sinceAsked.start();
            }
        } else {
            if (m_tries > 0)
                ++m_reconnects;
            m_tries = 0;
            setLink(LinkState::Streaming, QString::fromStdString("connected to " + description->name));
        }
    }
    if (m_frames.empty())
        return;
    if (!m_cutter->anchored())
        m_cutter->anchor(m_captureEpochS > 0. ? m_captureEpochS : m_options.nowEpochS(), m_frames.front().timeS);
    if (m_feed.air())
        m_cutter->setAir(*m_feed.air());
    if (m_feed.clockJumped())
        emit said(tr("The bench's clock jumped; time goes on from where it was."));
    for (const Frame& frame : m_frames) {
        m_cutter->feed(frame);
        if (m_cutter->watch().state() != m_lastState) {
            m_lastState = m_cutter->watch().state();
            if (m_lastState == BenchState::Pulling)
                emit pullBegan();
            emit stateChanged(m_lastState);
        }
    }
    handOut();
    const std::lock_guard held(m_lock);
    m_snapshot.state = m_cutter->watch().state();
    m_snapshot.figures = m_cutter->figures();
    m_snapshot.stateForS = m_snapshot.figures.timeS - m_cutter->watch().sinceS();
    m_snapshot.health = m_feed.health();
    m_snapshot.air = m_feed.air() ? std::optional(*m_feed.air()) : std::nullopt;
    m_snapshot.capturedBytes = m_capture ? m_capture->size() : 0;
}

void BenchSession::handOut() {
    for (const GuardTrip& trip : m_cutter->takeTrips()) {
        write("release"); // first the brake, then the words
        emit tripped(trip);
    }
    for (CaughtPull& pull : m_cutter->takePulls())
        emit pullCaught(std::make_shared<CaughtPull>(std::move(pull)));
    if (auto coast = m_cutter->takeCoastDown())
        emit coastCaught(std::make_shared<CoastDown>(std::move(*coast)));
    for (const std::string& remark : m_cutter->takeRemarks())
        emit said(QString::fromStdString(remark));
    std::vector<LivePoint> points = m_cutter->takePoints();
    const std::lock_guard held(m_lock);
    m_points.insert(m_points.end(), points.begin(), points.end());
    // Nobody draws: the newest few thousand are enough for any chart.
    if (m_points.size() > 20000)
        m_points.erase(m_points.begin(), m_points.end() - 10000);
}

void BenchSession::tick() {
    static constexpr int kSyncTicks = 5;
    if (m_capture && ++m_syncTicks % kSyncTicks == 0)
        m_capture->sync();
    if (!m_device)
        return;
    const double quiet = static_cast<double>(m_sinceData.elapsed()) / 1000.;
    if (m_link == LinkState::Streaming && quiet > m_options.silentS)
        setLink(LinkState::Silent);
    if (m_link == LinkState::Introducing && m_sinceAsked.elapsed() > 1000) {
        // A greeting or an order may have been lost on the line.
        write(m_feed.description() && !m_options.plain ? "start" : "hello");
        m_sinceAsked.start();
    }
    if (quiet > m_options.giveUpS)
        lost(tr("nothing heard for %1 s").arg(quiet, 0, 'f', 0));
}

void BenchSession::setSitting(SittingFacts facts) {
    if (m_capture) {
        (void)m_capture->remark("job " + facts.job);
        (void)m_capture->remark("machine " + facts.machine);
        (void)m_capture->remark("setup " + facts.setup);
        for (const auto& [name, value] : facts.keys)
            (void)m_capture->remark("key " + name + " " + value);
    }
    if (m_cutter)
        m_cutter->setSitting(facts);
    m_sitting = std::move(facts);
}

void BenchSession::setProcedure(Procedure procedure) {
    m_procedure = procedure;
    if (m_cutter)
        m_cutter->setProcedure(procedure);
}

void BenchSession::setLimits(GuardLimits limits) {
    m_limits = limits;
    if (m_cutter)
        m_cutter->setLimits(limits);
}

void BenchSession::setFact(const std::string& key, const std::string& value) {
    if (m_capture)
        (void)m_capture->remark("fact " + key + " " + value);
    if (m_cutter)
        if (const Result<Done> done = m_cutter->setFact(key, value); !done)
            emit said(QString::fromStdString(done.error().reason));
}

void BenchSession::beginByHand() {
    if (m_cutter)
        m_cutter->watch().beginByHand();
}

void BenchSession::endByHand() {
    if (m_cutter)
        m_cutter->watch().endByHand();
}

} // namespace jr
