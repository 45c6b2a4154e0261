// SPDX-License-Identifier: GPL-3.0-or-later
// Between the database's values and ours; for the files of the store alone.
#pragma once

#include <QString>
#include <QUuid>
#include <QVariant>

#include <optional>
#include <string>

namespace jr {

inline QString q(const std::string& text) {
    return QString::fromStdString(text);
}
inline std::string s(const QVariant& value) {
    return value.toString().toStdString();
}
inline QVariant nullable(const std::optional<double>& v) {
    return v ? QVariant(*v) : QVariant();
}
inline std::optional<double> maybe(const QVariant& v) {
    return v.isNull() ? std::nullopt : std::optional(v.toDouble());
}
inline std::string newId() {
    return QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
}

/// A pull file's text as the database keeps it, and back; empty when it is damaged.
QByteArray packed(const std::string& text);
std::string unpacked(const QByteArray& raw);

} // namespace jr
