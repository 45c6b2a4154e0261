// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/bench_address.h"

namespace jr {

QString BenchAddress::text() const {
    return kind == Kind::Tcp      ? QStringLiteral("tcp:%1:%2").arg(place).arg(number)
           : kind == Kind::Serial ? QStringLiteral("serial:%1@%2").arg(place).arg(number)
                                  : QStringLiteral("replay:%1@%2").arg(place).arg(number);
}

Result<BenchAddress> parseBenchAddress(const QString& given) {
    const QString text = given.trimmed();
    const Error wrong{Message{"line.not-an-address", {text.toStdString()}}};
    BenchAddress out;
    bool good = false;
    if (text.startsWith(QLatin1String("tcp:"))) {
        const QString rest = text.mid(4);
        const qsizetype colon = rest.lastIndexOf(QLatin1Char(':'));
        if (colon < 1)
            return wrong;
        out.place = rest.left(colon);
        out.number = rest.mid(colon + 1).toInt(&good);
        if (!good || out.number < 1 || out.number > 65535)
            return wrong;
        return out;
    }
    if (text.startsWith(QLatin1String("serial:"))) {
        out.kind = BenchAddress::Kind::Serial;
        const QString rest = text.mid(7);
        const qsizetype at = rest.lastIndexOf(QLatin1Char('@'));
        out.place = at < 0 ? rest : rest.left(at);
        out.number = at < 0 ? 115200 : rest.mid(at + 1).toInt(&good);
        if (out.place.isEmpty() || out.number < 300 || out.number > 4000000)
            return wrong;
        return out;
    }
    if (text.startsWith(QLatin1String("replay:"))) {
        constexpr int kQuickest = 1000;
        out.kind = BenchAddress::Kind::Replay;
        const QString rest = text.mid(7);
        const qsizetype at = rest.lastIndexOf(QLatin1Char('@'));
        out.number = at < 0 ? 1 : rest.mid(at + 1).toInt(&good);
        out.place = at < 0 || !good ? rest : rest.left(at); // a file's own name may hold an @
        if (at >= 0 && !good)
            out.number = 1;
        if (out.place.isEmpty() || out.number < 0 || out.number > kQuickest)
            return wrong;
        return out;
    }
    return wrong;
}

} // namespace jr
