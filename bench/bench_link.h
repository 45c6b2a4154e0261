// SPDX-License-Identifier: GPL-3.0-or-later
// The one door to a bench: bytes in, bytes out, opened, lost, left. What stands behind it is a socket (the simulated
// bench is a process behind one), a serial port, or a capture played again; who reads through it does not know which.
// tests/bench/test_bench_link.cpp holds each of them to the same contract:
//
// * `open` never waits. It ends in `opened`, or in `lost` with words for people; after `lost` nothing comes any more.
// * `arrived` says that `take` has something. `take` gives what came, at most kReadAtOnce at a time, in order, once.
// * `write` takes all of the bytes or none and says which; `flush` puts them on the way now, not at the next turn.
// * `unsent` is what was written and is not on the way yet.
// * `leave` says what was written, hears the other side out for a moment, and closes; it never throws what was said
// away.
// * `waitFor` is for the goodbye alone: it waits so long for bytes and is the only call that does.
#pragma once

#include "bench/bench_address.h"
#include "core/words/message.h"

#include <QByteArray>
#include <QObject>

#include <memory>

namespace jr {

class BenchLink : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;
    /// What a bench sends faster than it is read waits on its own side.
    static constexpr qint64 kReadAtOnce = 1024 * 1024;

    virtual void open() = 0;
    virtual bool isOpen() const = 0;
    virtual QByteArray take() = 0;
    virtual bool write(const QByteArray& bytes) = 0;
    virtual void flush() = 0;
    virtual qint64 unsent() const = 0;
    virtual bool waitFor(int ms) = 0;
    virtual void leave() = 0;
    /// What a signal handler may still write to when the program is ended; -1 where there is none.
    virtual int lastWordsDescriptor() const { return -1; }

    /// What the system says of a device, as it says it.
    static Message inWords(const QString& words) { return {"error.in-words", {words.toStdString()}}; }

signals:
    void opened();
    void arrived();
    void lost(const jr::Message& why);
};

/// The link an address stands for.
std::unique_ptr<BenchLink> makeBenchLink(const BenchAddress& address);

} // namespace jr
