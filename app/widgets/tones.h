// SPDX-License-Identifier: GPL-3.0-or-later
// What is said by sound, because nobody looks at a screen then: a guard's alarm beside the bench, and on the road when
// a run may begin, began, is over, and is kept. Where there is no sound device the system's bell is all there is.
#pragma once

#include <QBuffer>
#include <QObject>

#include <memory>

class QAudioSink;

namespace jr::app {

enum class Tune {
    Alarm,    ///< rising three, heard over a fan
    Ready,    ///< two short ticks
    RunBegan, ///< one high
    RunOver,  ///< one high, one low
    Kept,     ///< rising three, quick
    NotKept   ///< low, twice
};
/// The tune as it is played, 16 bit mono at kTuneRate.
QByteArray samplesOf(Tune tune);
inline constexpr int kTuneRate = 22050;

class Tones : public QObject {
    Q_OBJECT
public:
    explicit Tones(QObject* parent = nullptr);
    ~Tones() override;
    void play(Tune tune);
    /// Whatever is no alarm stays silent.
    void setOnlyAlarms(bool only) { m_onlyAlarms = only; }

signals:
    void played(jr::app::Tune tune);

private:
    std::unique_ptr<QAudioSink> m_sink;
    QBuffer m_buffer;
    bool m_onlyAlarms = false;
};

} // namespace jr::app
