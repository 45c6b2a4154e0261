// SPDX-License-Identifier: GPL-3.0-or-later
// What stands on a paper, read back out of its PDF by another program (poppler).
#pragma once

#include <QProcess>
#include <QString>

namespace testsupport {

inline QString pdfWords(const QString& path) {
    QProcess p;
    p.start(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), path, QStringLiteral("-")});
    return p.waitForFinished(20000) ? QString::fromUtf8(p.readAllStandardOutput()).simplified() : QString();
}

} // namespace testsupport
