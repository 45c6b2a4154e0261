// SPDX-License-Identifier: GPL-3.0-or-later
// Where the stand-in is spoken to: a TCP port on the loopback, or a pseudo terminal that looks like a serial device.
#pragma once

#include <cstdint>
#include <string>
#include <vector>

namespace standin {

class LinePort {
public:
    /// Port 0 takes any free one. Throws std::runtime_error in words.
    static LinePort listenOn(std::uint16_t port);
    static LinePort openPty();
    ~LinePort();
    LinePort(LinePort&& other) noexcept;
    LinePort(const LinePort&) = delete;
    LinePort& operator=(const LinePort&) = delete;
    LinePort& operator=(LinePort&&) = delete;

    const std::string& address() const { return m_address; } ///< "tcp:127.0.0.1:PORT" or "serial:/dev/pts/N"
    /// Takes callers in and reads what was said. Waits up to `timeoutMs`. True when somebody new has come.
    bool listen(int timeoutMs, std::vector<std::string>& lines);
    /// Writes what the other side takes at once; the rest waits for the next call. Drops the caller that hung up.
    void say(const std::string& text);
    bool connected() const { return m_peer >= 0; }
    /// Somebody is at the other end.
    bool heard() const;
    void hangUp();

private:
    LinePort() = default;
    int m_listener = -1, m_peer = -1;
    bool m_pty = false;
    std::string m_address, m_in, m_out;
};

} // namespace standin
