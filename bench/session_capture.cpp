// SPDX-License-Identifier: GPL-3.0-or-later
// The session's capture: begun with it, begun anew when it has grown large, gone when nothing in it is owed.
#include "bench/bench_session.h"

#include <cstring>

namespace jr {

void BenchSession::beginCapture(const CaptureStart& start) {
    if (!m_capture)
        m_capture = std::make_unique<CaptureWriter>(m_options.captureFolder);
    m_capture->begin(start);
    if (m_options.plain)
        m_capture->remark("plain " + m_options.plainText);
}

void BenchSession::passProblems() {
    if (m_capture)
        for (const Error& problem : m_capture->takeProblems())
            emit said(problem);
}

/// Nothing in it is owed any more and it has grown large: a new one, in which the bench introduces itself first.
void BenchSession::beginCaptureAnew() {
    const auto anchor = m_catcher.anchored();
    const auto clock = m_catcher.feed().clock();
    const auto bench = m_catcher.feed().description();
    if (!anchor || !clock || !bench)
        return;
    beginCapture({anchor->first, anchor->second, clock});
    std::string introduction;
    for (const char* at = bench->introduction.c_str(); *at;) {
        const std::string_view line(at, std::strcspn(at, "\n"));
        introduction += std::string(line) + "\n";
        at += line.size() + (at[line.size()] ? 1 : 0);
    }
    if (!bench->plain)
        introduction += withChecksum("begin");
    m_capture->append(QByteArrayView(introduction.data(), static_cast<qsizetype>(introduction.size())));
    remarkSitting();
}

void BenchSession::remarkSitting() {
    if (!m_capture)
        return;
    m_capture->remark("job " + m_sitting.job);
    m_capture->remark("job-id " + m_sitting.jobId);
    m_capture->remark("machine " + m_sitting.machine);
    m_capture->remark("setup " + m_sitting.setup);
    m_capture->remark("setup-id " + m_sitting.setupId);
    m_capture->remark("aside " + m_sitting.aside);
    for (const auto& [name, value] : m_sitting.keys)
        m_capture->remark("key " + name + " " + value);
}

void BenchSession::pullKept(const std::string& pullId) {
    if (m_capture)
        m_capture->settled(pullId);
}

void BenchSession::finishCapture() {
    if (m_capture)
        m_capture->finish();
    passProblems();
    m_capture.reset();
}

} // namespace jr
