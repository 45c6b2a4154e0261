#include "bench/capture.h"

#include "archive/formats/text.h"

#include <QDateTime>
#include <QDir>

#include <cstdio>
#include <unistd.h>

namespace jr {
namespace {

// A remark of ours: no bench line begins so.
constexpr char kRemark[] = "#jr ";

} // namespace

Result<std::unique_ptr<Capture>> Capture::begin(const QString& folder, double epochS) {
    if (!QDir().mkpath(folder))
        return Error{"the folder for captures cannot be made", folder.toStdString()};
    const QString stamp = QDateTime::currentDateTime().toString(QStringLiteral("yyyyMMdd-HHmmss-zzz"));
    std::unique_ptr<Capture> out(new Capture(folder + QLatin1Char('/') + stamp + QStringLiteral(".lines")));
    out->m_lock.setStaleLockTime(0);
    if (!out->m_lock.tryLock(0) || !out->m_file.open(QIODevice::WriteOnly | QIODevice::NewOnly))
        return Error{"a capture cannot be begun here", folder.toStdString()};
    char first[64];
    std::snprintf(first, sizeof first, "capture 1 %.3f", epochS);
    if (const Result<Done> written = out->remark(first); !written)
        return written.error();
    return out;
}

Result<Done> Capture::append(QByteArrayView bytes) {
    if (m_broken)
        return Done{};
    if (m_file.write(bytes.data(), bytes.size()) != bytes.size() || !m_file.flush()) {
        m_broken = true;
        return Error{"the capture cannot be written: " + m_file.errorString().toStdString() +
                         ". Pulls are still kept when they end",
                     m_file.fileName().toStdString()};
    }
    m_size += bytes.size();
    return Done{};
}

Result<Done> Capture::remark(const std::string& text) {
    const std::string line = kRemark + text + "\n";
    return append(QByteArrayView(line.data(), static_cast<qsizetype>(line.size())));
}

void Capture::sync() {
    if (!m_broken && m_file.isOpen())
        ::fdatasync(m_file.handle());
}

void Capture::finish() {
    m_file.remove();
    m_lock.unlock();
}

std::vector<Recovered> recoverCaptures(const QString& folder) {
    std::vector<Recovered> out;
    const QDir dir(folder);
    for (const QString& name : dir.entryList({QStringLiteral("*.lines")}, QDir::Files, QDir::Name)) {
        const QString path = dir.filePath(name);
        QLockFile lock(path + QStringLiteral(".lock"));
        lock.setStaleLockTime(0);
        if (!lock.tryLock(0))
            continue; // another window is catching into it
        QFile file(path);
        Recovered one;
        one.path = path;
        if (!file.open(QIODevice::ReadOnly)) {
            one.problems.push_back(path.toStdString() + ": " + file.errorString().toStdString());
            out.push_back(std::move(one));
            continue;
        }
        LineFeed feed;
        std::optional<PullCutter> cutter;
        SittingFacts sitting;
        std::optional<Air> air;
        double epochS = 0.;
        std::vector<Frame> frames;
        while (!file.atEnd()) {
            const QByteArray line = file.readLine(65536);
            if (line.startsWith(kRemark)) {
                const std::string text = line.mid(sizeof kRemark - 1).trimmed().toStdString();
                const std::size_t space = text.find(' ');
                const std::string key = text.substr(0, space),
                                  value = space == std::string::npos ? "" : text.substr(space + 1);
                if (key == "capture")
                    epochS = parseNumber(trimmed(std::string_view(value).substr(
                                             std::min<std::size_t>(value.size(), value.find(' ')))))
                                 .value_or(0.);
                else if (key == "plain") {
                    if (auto layout = parsePlainLayout(value))
                        feed = LineFeed(std::move(layout).value(), {});
                } else if (key == "job")
                    sitting.job = value;
                else if (key == "machine")
                    sitting.machine = value;
                else if (key == "setup")
                    sitting.setup = value;
                else if (key == "key") {
                    const std::size_t gap = value.find(' ');
                    std::erase_if(sitting.keys, [&](const auto& k) { return k.first == value.substr(0, gap); });
                    if (gap != std::string::npos)
                        sitting.keys.emplace_back(value.substr(0, gap), value.substr(gap + 1));
                } else if (key == "fact") {
                    const std::size_t gap = value.find(' ');
                    if (cutter && gap != std::string::npos)
                        (void)cutter->setFact(value.substr(0, gap), value.substr(gap + 1));
                } else if (key == "broken") {
                    feed.reconnected();
                    if (cutter)
                        cutter->broken();
                }
                if (cutter)
                    cutter->setSitting(sitting);
                continue;
            }
            frames.clear();
            feed.take({line.constData(), static_cast<std::size_t>(line.size())}, frames);
            if (!cutter && feed.description() && !frames.empty()) {
                cutter.emplace(*feed.description());
                cutter->setSitting(sitting);
                if (epochS > 0.)
                    cutter->anchor(epochS, frames.front().timeS);
            }
            if (!cutter)
                continue;
            if (feed.air())
                cutter->setAir(*feed.air());
            for (const Frame& f : frames)
                cutter->feed(f);
            for (CaughtPull& pull : cutter->takePulls())
                one.pulls.push_back(std::move(pull));
            (void)cutter->takePoints();
        }
        if (cutter) {
            cutter->broken(); // the capture itself broke off
            for (CaughtPull& pull : cutter->takePulls())
                one.pulls.push_back(std::move(pull));
        }
        out.push_back(std::move(one));
    }
    return out;
}

bool removeCapture(const QString& path) {
    QFile::remove(path + QStringLiteral(".lock"));
    return QFile::remove(path);
}

} // namespace jr
