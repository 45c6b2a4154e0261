// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_files.h"

#include "app/handover/sheet_painter.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"

#include <nlohmann/json.hpp>

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>
#include <QSvgGenerator>

namespace jr::app {
namespace {

/// Its pages one below the other, as one picture.
void paintAll(QPainter& p, const Sheet& sheet) {
    for (int page = 0; page < sheetPages(sheet); ++page) {
        paintSheet(p, sheet, page);
        p.translate(0., kSheetHeight);
    }
}

QByteArray pdfOf(const Sheet& sheet) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter pdf(&buffer);
    pdf.setPageSize(QPageSize(QPageSize::A4));
    pdf.setPageMargins(QMarginsF(0, 0, 0, 0));
    pdf.setResolution(96);
    pdf.setTitle(sheet.job);
    pdf.setCreator(QStringLiteral("Jolly Ram"));
    QPainter p(&pdf);
    for (int page = 0; page < sheetPages(sheet); ++page) {
        if (page > 0)
            pdf.newPage();
        paintSheet(p, sheet, page);
    }
    p.end(); // the file's end is written now
    return bytes;
}

QByteArray pngOf(const Sheet& sheet) {
    constexpr int kDotsPerPoint = 2; // 192 dots an inch: sharp on paper
    QImage image(static_cast<int>(kDotsPerPoint * kSheetWidth),
                 static_cast<int>(kDotsPerPoint * kSheetHeight * sheetPages(sheet)), QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter p(&image);
    p.scale(kDotsPerPoint, kDotsPerPoint);
    paintAll(p, sheet);
    p.end();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes;
}

QByteArray svgOf(const Sheet& sheet) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer);
    const double high = kSheetHeight * sheetPages(sheet);
    svg.setSize(QSize(static_cast<int>(kSheetWidth), static_cast<int>(high)));
    svg.setViewBox(QRectF(0, 0, kSheetWidth, high));
    svg.setTitle(sheet.job);
    QPainter p(&svg);
    paintAll(p, sheet);
    p.end();
    return bytes;
}

std::string csvOf(const Comparison& c) {
    const bool engine = c.axis == CurveAxis::EngineSpeed;
    std::string out = std::string(engine ? "engine_speed [rpm]"
                                         : "vehicle_speed [m/s],base_engine_speed "
                                           "[rpm],with_engine_speed [rpm]") +
                      ",base_power [W],with_power [W],difference [W],low [W],high [W],difference "
                      "[%],base_torque [Nm],with_torque [Nm],base_afr [1],with_afr [1]\n";
    for (std::size_t i = 0; i < c.place.size(); ++i) {
        const Estimate watt = c.watt(i);
        out += numberText(c.place[i]) + ",";
        if (!engine)
            out += numberText(c.base.engineRpm[i]) + "," + numberText(c.with.engineRpm[i]) + ",";
        for (double v : {c.base.powerW[i], c.with.powerW[i], watt.mid, watt.low, watt.high, c.pct(i).mid,
                         c.base.torqueNm[i], c.with.torqueNm[i], c.base.afr[i]})
            out += numberText(v) + ",";
        out += numberText(c.with.afr[i]) + "\n";
    }
    return out;
}

std::string jsonOf(const Sheet& sheet, const Comparison& c) {
    using Json = nlohmann::ordered_json;
    const Account account = describe(c, sheet.units.wording());
    Json calls = Json::array(), cautions = Json::array();
    const bool engine = c.axis == CurveAxis::EngineSpeed;
    for (const Call& call : c.calls)
        calls.push_back({{engine ? "from_rpm" : "from_m_s", call.from},
                         {engine ? "to_rpm" : "to_m_s", call.to},
                         {"call", callText(call.kind)},
                         {"mean_w", call.meanW},
                         {"mean_pct", call.meanPct}});
    for (const Caution& caution : cautionsOf(sheet))
        cautions.push_back({{"kind", caution.kind}, {"text", said(caution, sheet.units.wording())}});
    Json readings = Json::array();
    for (const ValueComparison& r : sheet.readings)
        readings.push_back({{"quantity", r.quantity},
                            {"unit", r.unit},
                            {"difference", r.difference},
                            {"low", r.low ? Json(*r.low) : Json(nullptr)},
                            {"high", r.high ? Json(*r.high) : Json(nullptr)},
                            {"call", callText(r.call)},
                            {"text", said(verdictOf(r), sheet.units.wording())}});
    Json sections = Json::array();
    for (const SheetSection& section : sheet.sections) {
        Json lines = Json::array();
        for (const QString& line : section.lines)
            lines.push_back(line.toStdString());
        sections.push_back({{"title", section.title.toStdString()}, {"lines", lines}});
    }
    Json json = {{"job", sheet.job.toStdString()},
                 {"machine", sheet.machine.toStdString()},
                 {"standard", c.standard->id},
                 {"axis", axisText(c.axis)},
                 {engine ? "detail_rpm" : "detail_m_s", c.detail.whole},
                 {"base", c.base.setup},
                 {"with", c.with.setup},
                 {"headline", account.headline},
                 {"stretches", account.stretches},
                 {"details", account.details},
                 {engine ? "rpm" : "axis_m_s", c.place},
                 {"base_power_w", c.base.powerW},
                 {"with_power_w", c.with.powerW},
                 {"difference_w", differenceColumn(c, &Comparison::watt, &Estimate::mid)},
                 {"low_w", differenceColumn(c, &Comparison::watt, &Estimate::low)},
                 {"high_w", differenceColumn(c, &Comparison::watt, &Estimate::high)},
                 {"calls", calls},
                 {"cautions", cautions},
                 {"readings", readings},
                 {"sections", sections}};
    if (!engine)
        json["engine_rpm"] = {{"base", c.base.engineRpm}, {"with", c.with.engineRpm}};
    return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

Result<Done> keepPainted(const QString& path, const QByteArray& bytes) {
    return writeBytes(path.toStdString(), {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace

Result<Done> writeSheet(const Sheet& sheet, SheetFormat format, const QString& path) {
    switch (format) {
    case SheetFormat::Pdf:
        return keepPainted(path, pdfOf(sheet));
    case SheetFormat::Png:
        return keepPainted(path, pngOf(sheet));
    case SheetFormat::Svg:
        return keepPainted(path, svgOf(sheet));
    case SheetFormat::Csv:
    case SheetFormat::Json:
        break;
    }
    if (!sheet.comparison)
        return Error{"there is nothing to write yet"};
    return writeBytes(path.toStdString(),
                      format == SheetFormat::Csv ? csvOf(*sheet.comparison) : jsonOf(sheet, *sheet.comparison));
}

} // namespace jr::app
