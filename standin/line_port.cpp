// SPDX-License-Identifier: GPL-3.0-or-later
#include "standin/line_port.h"

#include <arpa/inet.h>
#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <netinet/in.h>
#include <netinet/tcp.h>
#include <poll.h>
#include <stdexcept>
#include <sys/socket.h>
#include <termios.h>
#include <unistd.h>
#include <utility>

namespace standin {

LinePort LinePort::listenOn(std::uint16_t port) {
    LinePort out;
    out.m_listener = ::socket(AF_INET, SOCK_STREAM | SOCK_CLOEXEC | SOCK_NONBLOCK, 0);
    const int yes = 1;
    ::setsockopt(out.m_listener, SOL_SOCKET, SO_REUSEADDR, &yes, sizeof yes);
    sockaddr_in where{};
    where.sin_family = AF_INET;
    where.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
    where.sin_port = htons(port);
    if (::bind(out.m_listener, reinterpret_cast<sockaddr*>(&where), sizeof where) != 0 ||
        ::listen(out.m_listener, 1) != 0)
        throw std::runtime_error("port " + std::to_string(port) + ": " + std::strerror(errno));
    socklen_t size = sizeof where;
    ::getsockname(out.m_listener, reinterpret_cast<sockaddr*>(&where), &size);
    out.m_address = "tcp:127.0.0.1:" + std::to_string(ntohs(where.sin_port));
    return out;
}

LinePort LinePort::openPty() {
    LinePort out;
    out.m_pty = true;
    out.m_peer = ::posix_openpt(O_RDWR | O_NOCTTY | O_NONBLOCK);
    if (out.m_peer < 0 || ::grantpt(out.m_peer) != 0 || ::unlockpt(out.m_peer) != 0)
        throw std::runtime_error(std::string("no pseudo terminal: ") + std::strerror(errno));
    char name[128];
    if (::ptsname_r(out.m_peer, name, sizeof name) != 0)
        throw std::runtime_error("the pseudo terminal has no name");
    // Raw, so that the line discipline neither echoes nor changes line ends.
    termios raw{};
    ::tcgetattr(out.m_peer, &raw);
    ::cfmakeraw(&raw);
    ::tcsetattr(out.m_peer, TCSANOW, &raw);
    // Opened and left once: from then on the terminal tells whether anybody has it open.
    if (const int other = ::open(name, O_RDWR | O_NOCTTY | O_CLOEXEC); other >= 0)
        ::close(other);
    out.m_address = std::string("serial:") + name;
    return out;
}

LinePort::LinePort(LinePort&& other) noexcept
    : m_listener(std::exchange(other.m_listener, -1)), m_peer(std::exchange(other.m_peer, -1)), m_pty(other.m_pty),
      m_address(std::move(other.m_address)), m_in(std::move(other.m_in)), m_out(std::move(other.m_out)) {}

LinePort::~LinePort() {
    for (int fd : {m_listener, m_peer})
        if (fd >= 0)
            ::close(fd);
}

void LinePort::hangUp() {
    if (m_peer >= 0 && !m_pty) {
        ::close(m_peer);
        m_peer = -1;
    }
    m_in.clear();
    m_out.clear();
}

bool LinePort::heard() const {
    if (m_peer < 0 || !m_pty)
        return m_peer >= 0;
    pollfd own{m_peer, 0, 0};
    ::poll(&own, 1, 0);
    return (own.revents & POLLHUP) == 0;
}

bool LinePort::listen(int timeoutMs, std::vector<std::string>& lines) {
    bool fresh = false;
    pollfd fds[2] = {{m_listener, POLLIN, 0}, {m_peer, static_cast<short>(POLLIN | (m_out.empty() ? 0 : POLLOUT)), 0}};
    ::poll(fds, 2, timeoutMs);
    if (m_listener >= 0 && fds[0].revents & POLLIN) {
        const int peer = ::accept4(m_listener, nullptr, nullptr, SOCK_CLOEXEC | SOCK_NONBLOCK);
        if (peer >= 0) {
            hangUp(); // the newest caller is the one at the bench
            m_peer = peer;
            const int yes = 1;
            ::setsockopt(peer, IPPROTO_TCP, TCP_NODELAY, &yes, sizeof yes);
            fresh = true;
        }
    }
    char buffer[4096];
    while (m_peer >= 0) {
        const ssize_t n = ::read(m_peer, buffer, sizeof buffer);
        if (n > 0) {
            m_in.append(buffer, static_cast<std::size_t>(n));
        } else {
            if (n == 0 || (errno != EAGAIN && errno != EWOULDBLOCK && errno != EINTR && errno != EIO))
                hangUp();
            break;
        }
    }
    for (std::size_t end; (end = m_in.find('\n')) != std::string::npos; m_in.erase(0, end + 1)) {
        std::string line = m_in.substr(0, end);
        if (!line.empty() && line.back() == '\r')
            line.pop_back();
        lines.push_back(std::move(line));
    }
    if (m_in.size() > 65536)
        m_in.clear();
    say({});
    return fresh;
}

void LinePort::say(const std::string& text) {
    if (m_peer < 0)
        return;
    m_out += text;
    while (!m_out.empty()) {
        const ssize_t n = m_pty ? ::write(m_peer, m_out.data(), m_out.size())
                                : ::send(m_peer, m_out.data(), m_out.size(), MSG_NOSIGNAL);
        if (n > 0) {
            m_out.erase(0, static_cast<std::size_t>(n));
        } else {
            if (errno != EAGAIN && errno != EWOULDBLOCK && errno != EINTR && errno != EIO)
                hangUp();
            break;
        }
    }
    // Nobody reads: a real bench would not remember for ever either.
    if (m_out.size() > (8u << 20))
        m_out.clear();
}

} // namespace standin
