// SPDX-License-Identifier: GPL-3.0-or-later
// A calculator asked as a script asks it: "key=value key=value".
#pragma once

#include "core/figure/calc/calculator.h"

#include <QString>
#include <QStringList>

#include <string>
#include <utility>
#include <vector>

namespace testsupport {

using Given = std::vector<std::pair<std::string, std::string>>;

inline Given givenOf(const QString& text) {
    Given out;
    for (const QString& part : text.split(' ', Qt::SkipEmptyParts))
        out.emplace_back(part.section('=', 0, 0).toStdString(), part.section('=', 1).toStdString());
    return out;
}

inline jr::Result<jr::CalcAsked> ask(const QString& name, const QString& given) {
    const jr::Calculator* calculator = jr::findCalculator(name.toStdString());
    return calculator ? jr::askCalculator(*calculator, givenOf(given)) : jr::Error("no such calculator");
}

} // namespace testsupport
