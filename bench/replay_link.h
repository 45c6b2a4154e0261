// SPDX-License-Identifier: GPL-3.0-or-later
// A capture played again as if its bench stood there: its lines in their order, its samples at the pace of their own
// clock (or so many times quicker). What is said to it goes nowhere. For looking again at what a bench did, and for
// finding out why something was not understood.
#pragma once

#include "bench/bench_link.h"

#include <QElapsedTimer>
#include <QFile>
#include <QTimer>

#include <optional>

namespace jr {

class ReplayLink final : public BenchLink {
public:
    /// `speed` 1: as it was; 0: as quickly as it is taken.
    explicit ReplayLink(const QString& capture, int speed = 1);
    void open() override;
    bool isOpen() const override { return m_file.isOpen(); }
    QByteArray take() override;
    bool write(const QByteArray&) override { return m_file.isOpen(); }
    void flush() override {}
    qint64 unsent() const override { return 0; }
    bool waitFor(int ms) override;
    void leave() override { end(); }

private:
    void play();
    void end();

    QFile m_file;
    int m_speed;
    QTimer m_turn;
    QElapsedTimer m_clock;
    QByteArray m_waiting;           ///< played and not yet taken
    QByteArray m_next;              ///< a sample whose time has not come
    std::optional<double> m_firstS; ///< the bench's clock when the first sample was played
    double m_nextS = 0.;
};

} // namespace jr
