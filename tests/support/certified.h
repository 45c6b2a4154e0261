// SPDX-License-Identifier: GPL-3.0-or-later
// Published data sets with their results (tests/reference/certified), and to how many digits a figure of ours agrees.
#pragma once

#include <QFile>
#include <QString>
#include <QStringList>

#include <algorithm>
#include <cmath>
#include <map>
#include <vector>

namespace testsupport {

struct CertifiedSet {
    struct Figure {
        double value, digits;
    };
    std::map<QString, Figure> figures;
    std::vector<std::vector<double>> rows;

    /// Empty when `ours` agrees to the digits asked for; else what is wrong.
    QString against(const QString& name, double ours) const {
        const auto found = figures.find(name);
        if (found == figures.end())
            return QStringLiteral("nothing is certified of ") + name;
        const double theirs = found->second.value;
        const double off = std::abs(theirs == 0. ? ours : ours / theirs - 1.);
        const double digits = off > 0. ? -std::log10(off) : 16.;
        return digits >= found->second.digits ? QString()
                                              : QStringLiteral("%1: %2 against %3 agrees to %4 digits, %5 are wanted")
                                                    .arg(name)
                                                    .arg(ours, 0, 'g', 15)
                                                    .arg(theirs, 0, 'g', 15)
                                                    .arg(digits, 0, 'f', 1)
                                                    .arg(found->second.digits);
    }
};

/// Empty when the file is not there or a line of it is not as README.md says.
inline CertifiedSet certifiedSet(const QString& name) {
    CertifiedSet out;
    QFile file(QStringLiteral(JR_SOURCE "/tests/reference/certified/") + name + QStringLiteral(".txt"));
    if (!file.open(QIODevice::ReadOnly))
        return {};
    bool data = false;
    for (const QString& line : QString::fromUtf8(file.readAll()).split(QLatin1Char('\n'), Qt::SkipEmptyParts)) {
        if (line.startsWith(QLatin1Char('#')))
            continue;
        const QStringList words = line.split(QLatin1Char(' '), Qt::SkipEmptyParts);
        if (words.front() == QLatin1String("certified") && words.size() == 4) {
            out.figures[words[1]] = {words[2].toDouble(), words[3].toDouble()};
        } else if (words.front() == QLatin1String("data")) {
            data = true;
        } else if (data) {
            out.rows.emplace_back();
            for (const QString& word : words) {
                bool good = false;
                out.rows.back().push_back(word.toDouble(&good));
                if (!good)
                    return {};
            }
        } else {
            return {};
        }
    }
    return out;
}

} // namespace testsupport
