// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/disk/path_name.h"

#include <QDir>
#include <QFileInfo>

namespace jr {

PathName PathName::encoded(std::string_view text) {
    constexpr qsizetype kLongest = 60;
    QString out;
    for (QChar c : QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size())).left(kLongest))
        out += c.isLetterOrNumber() || c == QLatin1Char('-') || c == QLatin1Char('.') ? c : QLatin1Char('_');
    while (out.startsWith(QLatin1Char('.')))
        out.remove(0, 1);
    return PathName(out.isEmpty() ? QStringLiteral("unnamed") : out);
}

Result<InnerPath> InnerPath::below(const QString& folder, const QString& relative) {
    const auto refuse = [&](std::string_view code) { return Error{Message{code}, relative.left(200).toStdString()}; };
    if (relative.isEmpty() || relative.startsWith(QLatin1Char('/')))
        return refuse("disk.path-not-inside");
    for (const QString& part : relative.split(QLatin1Char('/')))
        if (part.isEmpty() || part == QLatin1String(".") || part == QLatin1String(".."))
            return refuse("disk.path-leads-out");
    for (QChar c : relative)
        if (c.unicode() < 0x20 || c.unicode() == 0x7F)
            return refuse("disk.path-control");
    const QString absolute = folder + QLatin1Char('/') + relative;
    // As far as it exists it must really lie below: no link may lead out.
    const QString root = QFileInfo(folder).canonicalFilePath();
    for (QString at = absolute; at.size() > folder.size(); at = at.left(at.lastIndexOf(QLatin1Char('/')))) {
        const QFileInfo info(at);
        if (!info.exists() && !info.isSymLink())
            continue;
        const QString real = info.canonicalFilePath(); // empty for a link that leads nowhere
        if (real.isEmpty() || !real.startsWith(root + QLatin1Char('/')))
            return refuse("disk.link-leads-out");
        break;
    }
    return InnerPath(absolute, relative);
}

} // namespace jr
