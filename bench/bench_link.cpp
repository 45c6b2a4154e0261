// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/bench_link.h"

#include "bench/replay_link.h"

#include <QElapsedTimer>
#include <QSerialPort>
#include <QTcpSocket>

namespace jr {
namespace {

/// How long the other side is listened to after the goodbye.
constexpr qint64 kHangUpMs = 150;
constexpr int kWriteMs = 20;

/// What a socket and a serial port have alike.
class DeviceLink : public BenchLink {
public:
    explicit DeviceLink(std::unique_ptr<QIODevice> device) : m_device(std::move(device)) {
        connect(m_device.get(), &QIODevice::readyRead, this, &BenchLink::arrived);
    }
    bool isOpen() const override { return m_device->isOpen(); }
    QByteArray take() override { return m_device->read(kReadAtOnce); }
    bool write(const QByteArray& bytes) override {
        return m_device->isOpen() && m_device->write(bytes) == bytes.size();
    }
    qint64 unsent() const override { return m_device->bytesToWrite(); }
    bool waitFor(int ms) override {
        m_device->waitForBytesWritten(kWriteMs);
        return m_device->waitForReadyRead(ms);
    }

protected:
    template <class Device>
    Device& device() const {
        return static_cast<Device&>(*m_device);
    }

private:
    std::unique_ptr<QIODevice> m_device;
};

class SocketLink final : public DeviceLink {
public:
    explicit SocketLink(const BenchAddress& address)
        : DeviceLink(std::make_unique<QTcpSocket>()), m_address(address), m_socket(device<QTcpSocket>()) {
        connect(&m_socket, &QTcpSocket::connected, this, [this] {
            m_socket.setSocketOption(QAbstractSocket::LowDelayOption, 1);
            emit opened();
        });
        connect(&m_socket, &QTcpSocket::errorOccurred, this, [this] { emit lost(inWords(m_socket.errorString())); });
        m_socket.setReadBufferSize(kReadAtOnce);
    }
    void open() override { m_socket.connectToHost(m_address.place, static_cast<quint16>(m_address.number)); }
    void flush() override { m_socket.flush(); }
    /// Closed with something unread in it, a socket takes back what was just said: listened to until the other side has
    /// hung up too, for a moment.
    void leave() override {
        m_socket.flush();
        m_socket.disconnectFromHost();
        QElapsedTimer goodbye;
        goodbye.start();
        while (m_socket.state() != QAbstractSocket::UnconnectedState && goodbye.elapsed() < kHangUpMs)
            if (m_socket.waitForReadyRead(10))
                (void)m_socket.readAll();
        (void)m_socket.readAll();
        m_socket.close();
    }
    int lastWordsDescriptor() const override { return static_cast<int>(m_socket.socketDescriptor()); }

private:
    BenchAddress m_address;
    QTcpSocket& m_socket;
};

class SerialLink final : public DeviceLink {
public:
    explicit SerialLink(const BenchAddress& address)
        : DeviceLink(std::make_unique<QSerialPort>(address.place)), m_port(device<QSerialPort>()) {
        m_port.setBaudRate(address.number);
        m_port.setReadBufferSize(kReadAtOnce);
        connect(&m_port, &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
            if (error == QSerialPort::ResourceError || error == QSerialPort::DeviceNotFoundError ||
                error == QSerialPort::ReadError)
                if (m_port.isOpen())
                    emit lost(inWords(m_port.errorString()));
        });
    }
    void open() override {
        if (m_port.open(QIODevice::ReadWrite))
            emit opened();
        else
            emit lost(inWords(m_port.errorString()));
    }
    void flush() override { m_port.flush(); }
    void leave() override {
        m_port.flush();
        m_port.waitForBytesWritten(kWriteMs);
        m_port.close();
    }
    int lastWordsDescriptor() const override { return m_port.isOpen() ? static_cast<int>(m_port.handle()) : -1; }

private:
    QSerialPort& m_port;
};

} // namespace

std::unique_ptr<BenchLink> makeBenchLink(const BenchAddress& address) {
    switch (address.kind) {
    case BenchAddress::Kind::Tcp:
        return std::make_unique<SocketLink>(address);
    case BenchAddress::Kind::Serial:
        return std::make_unique<SerialLink>(address);
    case BenchAddress::Kind::Replay:
        break;
    }
    return std::make_unique<ReplayLink>(address.place, address.number);
}

} // namespace jr
