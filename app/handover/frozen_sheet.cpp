// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/frozen_sheet.h"

#include "app/handover/sheet_data.h"
#include "app/handover/sheet_pdf.h"
#include "archive/disk/safe_file.h"
#include "archive/formats/json_text.h"
#include "archive/formats/zip_file.h"
#include "core/judge/sentences.h"
#include "core/version.h"

#include <nlohmann/json.hpp>

#include <QBuffer>
#include <QCoreApplication>
#include <QDateTime>

#include <algorithm>
#include <cmath>

namespace jr::app {
namespace {

struct FrozenWords {
    Q_DECLARE_TR_FUNCTIONS(FrozenSheet)
};

constexpr char kPaper[] = "sheet.pdf", kFigures[] = "result.json", kSettings[] = "settings.json",
               kList[] = "manifest.json";

std::string settingsJson(const Sheet& sheet) {
    const SheetSettings& s = sheet.settings;
    return writeJson(Json{{"program", "Jolly Ram " + std::string(programVersion())},
                          {"standard", s.standard},
                          {"axis", s.axis},
                          {"from", orNull(s.from)},
                          {"to", orNull(s.to)},
                          {"detail", s.detail},
                          {"worth_pct", s.worthPct},
                          {"units", sheet.units.label().toStdString()},
                          {"story", storyId(sheet.choice.story)},
                          {"base_pulls", s.basePulls},
                          {"with_pulls", s.withPulls},
                          {"left_out", s.leftOut}},
                     1) +
           "\n";
}

QString powerWords(const DisplayUnits& units, double watt) {
    return (watt > 0. ? QStringLiteral("+") : QString()) + units.powerText(watt, 2);
}

} // namespace

Result<std::string> freeze(const Sheet& sheet) {
    const Result<QByteArray> paper = sheetPdf(sheet);
    if (!paper)
        return paper.error();
    std::vector<std::pair<std::string, std::string>> parts = {
        {kPaper, paper->toStdString()}, {kFigures, sheetJson(sheet)}, {kSettings, settingsJson(sheet)}};
    Json files = Json::array();
    for (const auto& [name, bytes] : parts)
        files.push_back({{"path", name}, {"bytes", bytes.size()}, {"sha256", sha256(bytes)}});
    parts.emplace_back(kList, writeJson(Json{{"jolly_ram_hand_over", 1},
                                             {"program", "Jolly Ram " + std::string(programVersion())},
                                             {"files", files}},
                                        1) +
                                  "\n");
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::ReadWrite);
    Result<ZipWriter> zip = ZipWriter::begin(buffer, "hand-over");
    if (!zip)
        return zip.error();
    const qint64 now = QDateTime::currentSecsSinceEpoch();
    for (const auto& [name, part] : parts)
        if (const Result<Done> added = zip.value().add(name, part, now); !added)
            return added.error();
    if (const Result<Done> finished = zip.value().finish(); !finished)
        return finished.error();
    return bytes.toStdString();
}

Result<FrozenSheet> thaw(const std::string& frozen) {
    QByteArray bytes = QByteArray::fromStdString(frozen);
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::ReadOnly);
    const auto damaged = [] {
        return Error{FrozenWords::tr("This is no frozen sheet, or it is damaged.").toStdString()};
    };
    Result<ZipReader> zip = ZipReader::open(buffer, "hand-over");
    if (!zip)
        return zip.error();
    const Result<std::string> list = zip.value().read(kList);
    const Result<Json> manifest = list ? readJson(*list, kList) : Result<Json>(damaged());
    if (!manifest)
        return damaged();
    std::map<std::string, std::string> parts;
    for (const Json& file : listOf(*manifest, "files")) {
        Result<std::string> part = zip.value().read(textOf(file, "path"));
        if (!part || sha256(*part) != textOf(file, "sha256"))
            return damaged();
        parts[textOf(file, "path")] = std::move(part).value();
    }
    const Result<Json> result = readJson(parts[kFigures], kFigures);
    if (parts[kPaper].empty() || !result || !result->is_object())
        return damaged();
    FrozenSheet out;
    out.pdf = QByteArray::fromStdString(parts[kPaper]);
    out.result = parts[kFigures];
    out.settings = parts[kSettings];
    const auto words = [&](const char* key) { return QString::fromStdString(textOf(*result, key)); };
    out.headline = words("headline");
    out.program = words("program");
    out.standard = words("standard");
    out.base = words("base");
    out.with = words("with");
    constexpr int kMostPulls = 1'000'000;
    out.basePulls = wholeOf(*result, "base_pulls", 0, kMostPulls, 0);
    out.withPulls = wholeOf(*result, "with_pulls", 0, kMostPulls, 0);
    const Json& mean = objectOf(*result, "band_mean");
    out.differenceW = numberOf(mean, "difference_w");
    out.lowW = numberOf(mean, "low_w");
    out.highW = numberOf(mean, "high_w");
    for (const Json& caution : listOf(*result, "cautions"))
        out.cautions.push_back(QString::fromStdString(textOf(caution, "text")));
    return out;
}

QStringList changesSince(const FrozenSheet& then, const Sheet& now) {
    QStringList out;
    if (!now.comparison) {
        if (then.differenceW)
            out << FrozenWords::tr("Now there is nothing to compare: %1").arg(now.problem);
        return out;
    }
    const Comparison& c = *now.comparison;
    const QString base = QString::fromStdString(c.base.setup), with = QString::fromStdString(c.with.setup);
    if (base != then.base || with != then.with)
        out << FrozenWords::tr("Then %1 stood against %2, now %3 against %4.").arg(then.with, then.base, with, base);
    if (c.base.pulls != then.basePulls || c.with.pulls != then.withPulls)
        out << FrozenWords::tr("Then %1 against %2 pulls counted, now %3 against %4.")
                   .arg(then.withPulls)
                   .arg(then.basePulls)
                   .arg(c.with.pulls)
                   .arg(c.base.pulls);
    if (then.standard != QString::fromUtf8(c.standard->id.data()))
        out << FrozenWords::tr("Then it was corrected by %1, now by %2.")
                   .arg(then.standard, QString::fromUtf8(c.standard->id.data()));
    // A tenth of a watt is nobody's difference, and what another compiler makes of the last digit is none.
    constexpr double kSameW = 0.1;
    if (then.differenceW && std::abs(*then.differenceW - c.bandMean.differenceW) > kSameW)
        out << FrozenWords::tr("The mean difference was %1 and is now %2.")
                   .arg(powerWords(now.units, *then.differenceW), powerWords(now.units, c.bandMean.differenceW));
    const QString headline = QString::fromStdString(describe(c, now.units.wording()).headline);
    if (headline != then.headline)
        out << FrozenWords::tr("It said: %1 It would say now: %2").arg(then.headline, headline);
    std::vector<QString> cautions;
    for (const Caution& caution : cautionsOf(now))
        cautions.push_back(QString::fromStdString(said(caution, now.units.wording())));
    for (const QString& one : cautions)
        if (std::find(then.cautions.begin(), then.cautions.end(), one) == then.cautions.end())
            out << FrozenWords::tr("New: %1").arg(one);
    for (const QString& one : then.cautions)
        if (std::find(cautions.begin(), cautions.end(), one) == cautions.end())
            out << FrozenWords::tr("No more: %1").arg(one);
    return out;
}

} // namespace jr::app
