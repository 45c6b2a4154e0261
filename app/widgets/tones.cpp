// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/tones.h"

#include <QApplication>
#include <QAudioDevice>
#include <QAudioSink>
#include <QMediaDevices>

#include <algorithm>
#include <cmath>
#include <vector>

namespace jr::app {
namespace {

struct Note {
    double hertz; ///< 0: a rest
    double lastsS;
};

std::vector<Note> notesOf(Tune tune) {
    switch (tune) {
    case Tune::Alarm:
        return {{740., 0.2}, {988., 0.2}, {1319., 0.2}};
    case Tune::Ready:
        return {{988., 0.06}, {0., 0.08}, {988., 0.06}};
    case Tune::RunBegan:
        return {{1319., 0.25}};
    case Tune::RunOver:
        return {{1319., 0.18}, {659., 0.3}};
    case Tune::Kept:
        return {{784., 0.1}, {988., 0.1}, {1319., 0.25}};
    case Tune::NotKept:
        return {{330., 0.3}, {0., 0.12}, {330., 0.3}};
    }
    return {};
}

} // namespace

QByteArray samplesOf(Tune tune) {
    constexpr double kLoud = 24000., kEdgeS = 0.01; // edges without a click
    QByteArray out;
    for (const Note& note : notesOf(tune))
        for (int i = 0; i < static_cast<int>(note.lastsS * kTuneRate); ++i) {
            const double t = static_cast<double>(i) / kTuneRate;
            const double edge = std::min({1., t / kEdgeS, (note.lastsS - t) / kEdgeS});
            const auto v = static_cast<qint16>(kLoud * edge * std::sin(2. * M_PI * note.hertz * t));
            out.append(reinterpret_cast<const char*>(&v), sizeof v);
        }
    return out;
}

Tones::Tones(QObject* parent) : QObject(parent) {}
Tones::~Tones() = default;

void Tones::play(Tune tune) {
    if (m_onlyAlarms && tune != Tune::Alarm)
        return;
    emit played(tune);
    if (!m_sink) {
        // Opened only when first needed: looking for sound devices takes a moment.
        const QAudioDevice device = QMediaDevices::defaultAudioOutput();
        QAudioFormat format;
        format.setSampleRate(kTuneRate);
        format.setChannelCount(1);
        format.setSampleFormat(QAudioFormat::Int16);
        if (device.isNull() || !device.isFormatSupported(format)) {
            QApplication::beep();
            return;
        }
        m_sink = std::make_unique<QAudioSink>(device, format);
    }
    m_sink->stop();
    m_buffer.close();
    m_buffer.setData(samplesOf(tune));
    m_buffer.open(QIODevice::ReadOnly);
    m_sink->start(&m_buffer);
}

} // namespace jr::app
