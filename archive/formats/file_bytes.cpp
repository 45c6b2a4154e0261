#include "archive/formats/pull_file.h"

#include <QFile>
#include <QFileInfo>
#include <QSaveFile>

namespace jr {

Result<std::string> readBytes(const std::string& path) {
    constexpr qint64 kMost = 512ll * 1024 * 1024;
    const QString name = QString::fromStdString(path);
    const QFileInfo info(name);
    if (info.isDir())
        return Error{"this is a folder, not a file", path};
    QFile file(name);
    if (!file.open(QIODevice::ReadOnly))
        return Error{"cannot be opened: " + file.errorString().toStdString(), path};
    if (file.size() > kMost)
        return Error{"larger than 512 MB: this cannot be one pull", path};
    const QByteArray bytes = file.read(kMost + 1);
    if (bytes.size() > kMost)
        return Error{"larger than 512 MB: this cannot be one pull", path};
    if (file.error() != QFileDevice::NoError)
        return Error{"cannot be read: " + file.errorString().toStdString(), path};
    return std::string(bytes.constData(), static_cast<std::size_t>(bytes.size()));
}

Result<Done> writeBytes(const std::string& path, std::string_view bytes) {
    const QString name = QString::fromStdString(path);
    if (const QFileInfo there(name); there.exists() && !there.isFile() && !there.isDir()) {
        // A device or a pipe is written to, never put out of the way by a new file of its name.
        QFile device(name);
        if (!device.open(QIODevice::WriteOnly | QIODevice::Unbuffered) ||
            device.write(bytes.data(), static_cast<qint64>(bytes.size())) != static_cast<qint64>(bytes.size()))
            return Error{"cannot be written: " + device.errorString().toStdString(), path};
        return Done{};
    }
    QSaveFile file(name);
    if (!file.open(QIODevice::WriteOnly))
        return Error{"cannot be written: " + file.errorString().toStdString(), path};
    if (file.write(bytes.data(), static_cast<qint64>(bytes.size())) != static_cast<qint64>(bytes.size()) ||
        !file.commit())
        return Error{"cannot be written: " + file.errorString().toStdString(), path};
    return Done{};
}

Result<Trace> loadPullFile(const std::string& path, PullFileNotes* notes) {
    const Result<std::string> bytes = readBytes(path);
    if (!bytes)
        return bytes.error();
    return readPullFile(*bytes, path, notes);
}

} // namespace jr
