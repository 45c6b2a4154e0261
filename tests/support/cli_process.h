// SPDX-License-Identifier: GPL-3.0-or-later
// The command line run as a script runs it, and the samples it is run on.
#pragma once

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QStringList>

namespace testsupport {

struct Ran {
    int code;
    QByteArray out, err;
    QJsonObject json() const { return QJsonDocument::fromJson(out).object(); }
    QJsonArray list() const { return QJsonDocument::fromJson(out).array(); }
};

inline Ran runCli(const QStringList& arguments, const QString& folder = {}) {
    QProcess p;
    if (!folder.isEmpty())
        p.setWorkingDirectory(folder);
    p.start(QStringLiteral(JR_CLI), arguments);
    p.waitForFinished(60000);
    return {p.exitCode(), p.readAllStandardOutput(), p.readAllStandardError()};
}

inline QString sample(const char* name) {
    return QStringLiteral(JR_SAMPLES "/") + QLatin1String(name);
}

/// The Sorrel samples by their numbers: "1458" of setup "standard".
inline QStringList sorrel(const char* numbers, const char* setup) {
    QStringList out;
    for (const char* c = numbers; *c; ++c)
        out << sample(
            qPrintable(QStringLiteral("sorrel-%1-%2.pull.csv").arg(QLatin1Char(*c)).arg(QLatin1String(setup))));
    return out;
}

/// What is said of a kind among the cautions; empty when nothing is.
inline QString cautionOf(const QJsonObject& result, const char* kind) {
    for (const QJsonValue& v : result["cautions"].toArray())
        if (v.toObject()["kind"].toString() == QLatin1String(kind))
            return v.toObject()["text"].toString();
    return {};
}

} // namespace testsupport
