// SPDX-License-Identifier: GPL-3.0-or-later
// The session's capture: begun with it, begun anew when it has grown large, gone when nothing in it is owed.
#include "bench/bench_session.h"

#include <cstring>

namespace jr {

void BenchSession::beginCapture(const CaptureStart& start) {
    Result<std::unique_ptr<Capture>> capture = Capture::begin(m_options.captureFolder, start);
    if (!capture) {
        emit said(capture.error());
        return;
    }
    m_capture = std::move(capture).value();
    if (m_options.plain)
        (void)m_capture->remark("plain " + m_options.plainText);
}

/// Nothing in it is owed any more and it has grown large: a new one, in which the bench introduces itself first.
void BenchSession::beginCaptureAnew() {
    const auto anchor = m_catcher.anchored();
    const auto clock = m_catcher.feed().clock();
    const auto bench = m_catcher.feed().description();
    if (!anchor || !clock || !bench)
        return;
    m_capture->finish();
    m_capture.reset();
    beginCapture({anchor->first, anchor->second, clock});
    if (!m_capture)
        return;
    std::string introduction;
    for (const char* at = bench->introduction.c_str(); *at;) {
        const std::string_view line(at, std::strcspn(at, "\n"));
        introduction += std::string(line) + "\n";
        at += line.size() + (at[line.size()] ? 1 : 0);
    }
    if (!bench->plain)
        introduction += withChecksum("begin");
    if (const Result<Done> written =
            m_capture->append(QByteArrayView(introduction.data(), static_cast<qsizetype>(introduction.size())));
        !written)
        emit said(written.error());
    remarkSitting();
}

void BenchSession::remarkSitting() {
    if (!m_capture)
        return;
    // The capture says itself, once, when it can no longer be written.
    (void)m_capture->remark("job " + m_sitting.job);
    (void)m_capture->remark("machine " + m_sitting.machine);
    (void)m_capture->remark("setup " + m_sitting.setup);
    for (const auto& [name, value] : m_sitting.keys)
        (void)m_capture->remark("key " + name + " " + value);
}

void BenchSession::pullKept(const std::string& pullId) {
    if (m_capture)
        m_capture->settled(pullId);
}

void BenchSession::finishCapture() {
    if (m_capture)
        m_capture->finish();
    m_capture.reset();
}

} // namespace jr
