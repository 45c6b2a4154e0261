// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/formats/receiver_log.h"

#include "archive/formats/nmea.h"
#include "archive/formats/receiver_fixes.h"
#include "archive/formats/text.h"
#include "core/nan.h"
#include "core/units/units.h"

#include <QByteArray>
#include <QDateTime>
#include <QXmlStreamReader>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <iterator>

namespace jr {
namespace {

constexpr double kDayS = 86400.;

using Fix = ReceiverFix;

struct Fixes {
    std::vector<Fix> all;
    std::vector<LeftOutRow> leftOut;
    std::vector<Message> remarks;
    bool dated = false;
    bool full = false; ///< there are more than are read
};

LeftOutRow tooMany(long line, std::size_t most) {
    return {line, Message{"log.too-many-fixes", {Number{static_cast<double>(most)}}}};
}

/// Great-circle distance; the mean radius of the Earth.
double metresBetween(const Fix& a, const Fix& b) {
    constexpr double kRadiusM = 6371008.8, kRad = kPi / 180.;
    const double dLat = (b.latitudeDeg - a.latitudeDeg) * kRad, dLon = (b.longitudeDeg - a.longitudeDeg) * kRad;
    const double h = std::pow(std::sin(dLat / 2.), 2) +
                     std::cos(a.latitudeDeg * kRad) * std::cos(b.latitudeDeg * kRad) * std::pow(std::sin(dLon / 2.), 2);
    return 2. * kRadiusM * std::asin(std::min(1., std::sqrt(h)));
}

/// Speeds from places where nobody wrote any.
void speedsFromPlaces(Fixes& fixes) {
    const bool any =
        std::any_of(fixes.all.begin(), fixes.all.end(), [](const Fix& f) { return std::isfinite(f.speedMPerS); });
    if (any || fixes.all.size() < 3)
        return;
    for (std::size_t i = 0; i < fixes.all.size(); ++i) {
        const Fix &a = fixes.all[i > 0 ? i - 1 : i], &b = fixes.all[std::min(i + 1, fixes.all.size() - 1)];
        const double lasts = b.timeS - a.timeS;
        if (lasts > 0.)
            fixes.all[i].speedMPerS = metresBetween(a, b) / lasts;
    }
    fixes.remarks.push_back({"log.speed-from-places"});
}

Fixes fromNmea(std::string_view text, std::size_t mostFixes) {
    Fixes out;
    Lines lines(text);
    FixAssembler assembler;
    std::size_t undated = 0; // fixes before the first date was said
    const auto gather = [&] {
        const auto fix = assembler.takeFix();
        if (!fix || !fix->tells())
            return;
        if (out.all.size() >= mostFixes) {
            out.full = true;
            out.leftOut.push_back(tooMany(fix->line, mostFixes));
            return;
        }
        out.dated = out.dated || fix->dated;
        undated += fix->dated ? 0 : 1;
        out.all.push_back(*fix);
    };
    while (const auto line = out.full ? std::nullopt : lines.next()) {
        const std::string_view sentence = trimmed(line->text);
        if (sentence.empty())
            continue;
        const SentenceFault fault = assembler.take(sentence, line->number);
        if (fault == SentenceFault::Damaged || fault == SentenceFault::NoSentence)
            out.leftOut.push_back(
                {line->number, Message{fault == SentenceFault::Damaged ? "log.sentence-damaged" : "log.no-sentence"}});
        gather();
    }
    assembler.end();
    gather();
    if (out.dated && undated > 0 && undated < out.all.size()) {
        // The nights that had passed by the first dated fix belong to those before it.
        const ReceiverFix& first = out.all[undated];
        const double day = kDayS * (std::floor(first.timeS / kDayS) - std::floor(first.clockS / kDayS));
        for (std::size_t i = 0; i < undated; ++i)
            out.all[i].timeS += day;
    }
    return out;
}

Fixes fromGpx(std::string_view text, std::size_t mostFixes) {
    Fixes out;
    QXmlStreamReader xml(QByteArray::fromRawData(text.data(), static_cast<qsizetype>(text.size())));
    Fix now;
    bool inPoint = false;
    const auto number = [](const QString& cell) {
        bool good = false;
        const double value = cell.trimmed().toDouble(&good);
        return good ? value : kNaN;
    };
    while (!xml.atEnd() && !out.full) {
        const auto token = xml.readNext();
        const auto name = xml.name();
        if (token == QXmlStreamReader::StartElement) {
            if (name == QLatin1String("trkpt")) {
                inPoint = true;
                now = {};
                now.line = static_cast<long>(xml.lineNumber());
                now.latitudeDeg = number(xml.attributes().value(QLatin1String("lat")).toString());
                now.longitudeDeg = number(xml.attributes().value(QLatin1String("lon")).toString());
            } else if (inPoint) {
                const auto take = [&](double& field) {
                    field = number(xml.readElementText(QXmlStreamReader::SkipChildElements));
                };
                if (name == QLatin1String("ele"))
                    take(now.altitudeM);
                else if (name == QLatin1String("speed"))
                    take(now.speedMPerS);
                else if (name == QLatin1String("sat"))
                    take(now.satellites);
                else if (name == QLatin1String("hdop"))
                    take(now.hdop);
                else if (name == QLatin1String("time")) {
                    const std::string when =
                        xml.readElementText(QXmlStreamReader::SkipChildElements).trimmed().toStdString();
                    now.timeS = parseDateTime(when).value_or(kNaN);
                    out.dated = out.dated || std::isfinite(now.timeS);
                }
            }
        } else if (token == QXmlStreamReader::EndElement && name == QLatin1String("trkpt")) {
            inPoint = false;
            out.full = std::isfinite(now.timeS) && out.all.size() >= mostFixes;
            if (out.full)
                out.leftOut.push_back(tooMany(now.line, mostFixes));
            else if (std::isfinite(now.timeS))
                out.all.push_back(now);
            else
                out.leftOut.push_back({now.line, Message{"log.no-time-of-point"}});
        }
    }
    if (xml.hasError())
        out.leftOut.push_back(
            {static_cast<long>(xml.lineNumber()), Message{"log.no-xml-from-here", {xml.errorString().toStdString()}}});
    return out;
}

std::string isoOf(double epochS) {
    return QDateTime::fromSecsSinceEpoch(static_cast<qint64>(std::floor(epochS)), Qt::OffsetFromUTC)
        .toString(Qt::ISODate)
        .toStdString();
}

ReceiverLog tableOf(Fixes fixes) {
    speedsFromPlaces(fixes);
    ReceiverLog out;
    out.leftOut = std::move(fixes.leftOut);
    out.remarks = std::move(fixes.remarks);
    struct Column {
        const char* heading;
        double Fix::*field;
        int decimals;
    };
    const Column all[] = {{"vehicle_speed [m/s]", &Fix::speedMPerS, 4}, {"latitude [deg]", &Fix::latitudeDeg, 8},
                          {"longitude [deg]", &Fix::longitudeDeg, 8},   {"altitude [m]", &Fix::altitudeM, 2},
                          {"satellites [1]", &Fix::satellites, 0},      {"hdop [1]", &Fix::hdop, 2}};
    std::vector<Column> used;
    for (const Column& c : all)
        if (std::any_of(fixes.all.begin(), fixes.all.end(), [&](const Fix& f) { return std::isfinite(f.*c.field); }))
            used.push_back(c);
    out.text = "time [s]";
    for (const Column& c : used)
        out.text += std::string(",") + c.heading;
    out.text += "\n";
    const double first = fixes.all.front().timeS;
    constexpr std::size_t kUsualRow = 64; // bytes
    out.text.reserve(out.text.size() + kUsualRow * fixes.all.size());
    out.line.reserve(fixes.all.size());
    // Not over printf, which takes most of the time of a day's fixes.
    const auto put = [&](double value, int decimals) {
        char cell[352]; // the longest double in plain digits
        const auto end = std::to_chars(std::begin(cell), std::end(cell), value, std::chars_format::fixed, decimals);
        out.text.append(cell, end.ptr);
    };
    for (const Fix& fix : fixes.all) {
        put(fix.timeS - first, 3);
        for (const Column& c : used) {
            out.text += ',';
            if (std::isfinite(fix.*c.field))
                put(fix.*c.field, c.decimals);
        }
        out.text += "\n";
        out.line.push_back(fix.line);
    }
    if (fixes.dated)
        out.started = isoOf(first);
    return out;
}

} // namespace

std::optional<Result<ReceiverLog>> readReceiverLog(std::string_view text, const std::string& fileName,
                                                   std::size_t mostFixes) {
    constexpr std::size_t kHead = 4096;
    const std::string_view head = text.substr(0, kHead);
    const bool gpx = head.find("<gpx") != std::string_view::npos;
    std::string_view first = trimmed(head);
    first = first.substr(0, first.find('\n'));
    const bool nmea = !gpx && first.size() > 6 && first[0] == '$' && first.find(',') != std::string_view::npos &&
                      (readNmea(first).has_value() || first.find('*') != std::string_view::npos);
    if (!gpx && !nmea)
        return std::nullopt;
    Fixes fixes = gpx ? fromGpx(text, mostFixes) : fromNmea(text, mostFixes);
    if (fixes.all.empty())
        return Result<ReceiverLog>(
            Error{Message{"file.no-fix"}, fileName, fixes.leftOut.empty() ? 0 : fixes.leftOut.front().line});
    return Result<ReceiverLog>(tableOf(std::move(fixes)));
}

void tellByFile(ForeignReading& reading, const ReceiverLog& log) {
    for (LeftOutRow& row : reading.leftOut)
        if (row.line >= 2 && static_cast<std::size_t>(row.line - 2) < log.line.size())
            row.line = log.line[static_cast<std::size_t>(row.line - 2)];
    reading.leftOut.insert(reading.leftOut.end(), log.leftOut.begin(), log.leftOut.end());
    std::stable_sort(reading.leftOut.begin(), reading.leftOut.end(),
                     [](const LeftOutRow& a, const LeftOutRow& b) { return a.line < b.line; });
    reading.remarks.insert(reading.remarks.end(), log.remarks.begin(), log.remarks.end());
}

} // namespace jr
