// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/replay_link.h"

#include "bench/capture.h"

namespace jr {
namespace {

constexpr int kTurnMs = 10;
constexpr qint64 kLongestReplayed = 65536;

/// The time of a sample line "s COUNT TIME …", seconds; nothing for any other line.
std::optional<double> sampleTime(const QByteArray& line) {
    if (!line.startsWith("s "))
        return std::nullopt;
    const qsizetype from = line.indexOf(' ', 2) + 1, to = line.indexOf(' ', from);
    bool good = false;
    const double time = from > 0 ? line.mid(from, to < 0 ? -1 : to - from).toDouble(&good) : 0.;
    return good ? std::optional(time) : std::nullopt;
}

} // namespace

ReplayLink::ReplayLink(const QString& capture, int speed) : m_file(capture), m_speed(speed) {
    m_turn.setInterval(kTurnMs);
    connect(&m_turn, &QTimer::timeout, this, &ReplayLink::play);
}

void ReplayLink::open() {
    if (!m_file.open(QIODevice::ReadOnly)) {
        emit lost(inWords(m_file.errorString()));
        return;
    }
    m_clock.start();
    m_turn.start();
    emit opened();
}

/// Puts on the line what is due by now.
void ReplayLink::play() {
    const double sinceS = m_speed * static_cast<double>(m_clock.elapsed()) / 1000.;
    while (m_waiting.size() < kReadAtOnce) {
        if (m_next.isEmpty()) {
            m_next = m_file.readLine(kLongestReplayed);
            if (m_next.isEmpty())
                break;
            if (m_next.startsWith(QByteArrayView(kRemark.data(), static_cast<qsizetype>(kRemark.size())))) {
                m_next.clear();
                continue;
            }
            if (const auto time = sampleTime(m_next)) {
                if (!m_firstS)
                    m_firstS = *time - sinceS;
                m_nextS = *time;
            }
        }
        if (m_speed > 0 && m_firstS && m_nextS - *m_firstS > sinceS)
            break;
        m_waiting += m_next;
        m_next.clear();
    }
    if (!m_waiting.isEmpty())
        emit arrived();
    if (m_next.isEmpty() && m_waiting.isEmpty() && m_file.atEnd()) {
        end();
        emit lost({"line.capture-at-its-end"});
    }
}

QByteArray ReplayLink::take() {
    QByteArray out = m_waiting.left(kReadAtOnce);
    m_waiting.remove(0, out.size());
    return out;
}

bool ReplayLink::waitFor(int) {
    play();
    return !m_waiting.isEmpty();
}

void ReplayLink::end() {
    m_turn.stop();
    m_file.close();
}

} // namespace jr
