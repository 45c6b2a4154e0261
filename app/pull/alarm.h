// SPDX-License-Identifier: GPL-3.0-or-later
// The sound of a guard: a rising three-tone, heard over a fan. Where there is no sound device the system's bell is all
// there is.
#pragma once

#include <QBuffer>
#include <QObject>

#include <memory>

class QAudioSink;

namespace jr::app {

class Alarm : public QObject {
    Q_OBJECT
public:
    explicit Alarm(QObject* parent = nullptr);
    ~Alarm() override;
    void sound();

private:
    std::unique_ptr<QAudioSink> m_sink;
    QByteArray m_tone;
    QBuffer m_buffer;
};

} // namespace jr::app
