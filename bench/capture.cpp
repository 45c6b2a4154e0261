// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/capture.h"

#include "archive/formats/text.h"

#include <QDateTime>
#include <QDir>

#include <algorithm>
#include <cstdio>
#include <sys/file.h>
#include <unistd.h>
#include <utility>

namespace jr {
namespace {

constexpr qint64 kLargestCapture = 512ll * 1024 * 1024; // begun anew long before, unless nothing can be kept

} // namespace

std::string anchorRemark(double epochS, double benchTimeS) {
    char text[80];
    std::snprintf(text, sizeof text, "anchored %.3f %.9f", epochS, benchTimeS);
    return text;
}

std::string remarkLine(const std::string& text) {
    std::string line = std::string(kRemark) + text;
    std::replace_if(
        line.begin(), line.end(), [](char c) { return c == '\n' || c == '\r' || c == '\0'; }, ' ');
    return line + "\n";
}

Result<std::unique_ptr<Capture>> Capture::begin(const QString& folder, const CaptureStart& start) {
    if (!QDir().mkpath(folder))
        return Error{Message{"line.no-folder-for-captures"}, folder.toStdString()};
    const QString stamp = QDateTime::currentDateTime().toString(QStringLiteral("yyyyMMdd-HHmmss-zzz"));
    std::unique_ptr<Capture> out(new Capture(folder + QLatin1Char('/') + stamp + QStringLiteral(".lines")));
    if (!out->m_file.open(QIODevice::WriteOnly | QIODevice::NewOnly | QIODevice::Unbuffered))
        return Error{Message{"line.capture-not-begun"}, folder.toStdString()};
    // On a disk that knows no locks it is caught all the same; two windows on one archive there would be offered it.
    (void)::flock(out->m_file.handle(), LOCK_EX); // before the first line: an empty capture is left alone
    char text[200];
    std::snprintf(text, sizeof text, "capture 1 %.3f", start.epochS);
    Result<Done> written = out->remark(text);
    if (written && start.anchorBenchS)
        written = out->remark(anchorRemark(start.epochS, *start.anchorBenchS));
    if (written && start.clock) {
        std::snprintf(text, sizeof text, "clock %.9f %.9f %.9f", start.clock->lastTimeS, start.clock->offsetS,
                      start.clock->usualStepS);
        written = out->remark(text);
    }
    if (!written)
        return written.error();
    return out;
}

Result<Done> Capture::append(QByteArrayView bytes) {
    if (m_tooLong)
        return Done{};
    const auto cannot = [&](Message why) {
        return Error{Message{"line.capture-not-written", {Sayings{{std::move(why)}}}}, m_file.fileName().toStdString()};
    };
    if (m_size + bytes.size() > kLargestCapture) {
        m_tooLong = true;
        return cannot({"line.capture-too-long"});
    }
    if (m_file.write(bytes.data(), bytes.size()) != bytes.size()) {
        const std::string why = m_file.errorString().toStdString();
        // Half of it would be written twice when it is tried again.
        (void)m_file.resize(m_size);
        (void)m_file.seek(m_size);
        return cannot({"error.in-words", {why}});
    }
    m_size += bytes.size();
    return Done{};
}

Result<Done> Capture::remark(const std::string& text) {
    const std::string line = remarkLine(text);
    return append(QByteArrayView(line.data(), static_cast<qsizetype>(line.size())));
}

Result<Done> Capture::sync() {
    if (m_tooLong || !m_file.isOpen() || ::fdatasync(m_file.handle()) == 0 || std::exchange(m_syncFailed, true))
        return Done{};
    return Error{Message{"line.capture-not-on-disk"}, m_file.fileName().toStdString()};
}

void Capture::finish(bool remove) {
    if (remove)
        m_file.remove();
    else
        m_file.close();
}

} // namespace jr
