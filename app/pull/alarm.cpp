// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/alarm.h"

#include <QApplication>
#include <QAudioDevice>
#include <QAudioSink>
#include <QMediaDevices>

#include <cmath>

namespace jr::app {
namespace {

constexpr int kRate = 22050;

QByteArray threeTones() {
    QByteArray out;
    for (double pitch : {740., 988., 1319.})
        for (int i = 0; i < kRate / 5; ++i) {
            const double t = static_cast<double>(i) / kRate;
            const double edge = std::min({1., t / 0.01, (0.2 - t) / 0.01});
            const auto v = static_cast<qint16>(24000. * edge * std::sin(2. * M_PI * pitch * t));
            out.append(reinterpret_cast<const char*>(&v), 2);
        }
    return out;
}

} // namespace

Alarm::Alarm(QObject* parent) : QObject(parent) {}
Alarm::~Alarm() = default;

void Alarm::sound() {
    if (!m_sink) {
        // Opened only when first needed: looking for sound devices takes a moment.
        const QAudioDevice device = QMediaDevices::defaultAudioOutput();
        QAudioFormat format;
        format.setSampleRate(kRate);
        format.setChannelCount(1);
        format.setSampleFormat(QAudioFormat::Int16);
        if (device.isNull() || !device.isFormatSupported(format)) {
            QApplication::beep();
            return;
        }
        m_tone = threeTones();
        m_sink = std::make_unique<QAudioSink>(device, format);
    }
    m_sink->stop();
    m_buffer.close();
    m_buffer.setData(m_tone);
    m_buffer.open(QIODevice::ReadOnly);
    m_sink->start(&m_buffer);
}

} // namespace jr::app
