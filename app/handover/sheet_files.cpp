// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_files.h"

#include "app/handover/public_picture.h"
#include "app/handover/sheet_data.h"
#include "app/handover/sheet_painter.h"
#include "app/handover/sheet_pdf.h"
#include "app/handover/sheet_spreadsheet.h"
#include "archive/disk/safe_file.h"

#include <QBuffer>
#include <QFileInfo>
#include <QPainter>
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

QByteArray pngBytes(const QImage& image) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
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
    return pngBytes(image);
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

Result<Done> keepPainted(const QString& path, const QByteArray& bytes) {
    return writeBytes(path.toStdString(), {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

Result<Done> keepMade(const QString& path, const Result<QByteArray>& bytes) {
    return bytes ? keepPainted(path, *bytes) : Result<Done>(bytes.error());
}

Result<Done> keepPicture(const QString& path, const Result<QImage>& image) {
    return image ? keepPainted(path, pngBytes(*image)) : Result<Done>(image.error());
}

} // namespace

std::optional<SheetFormat> sheetFormatOf(const QString& path) {
    const QString ending = QFileInfo(path).suffix().toLower();
    for (const auto& [known, format] : {std::pair{"pdf", SheetFormat::Pdf},
                                        {"png", SheetFormat::Png},
                                        {"svg", SheetFormat::Svg},
                                        {"csv", SheetFormat::Csv},
                                        {"json", SheetFormat::Json},
                                        {"xlsx", SheetFormat::Spreadsheet}})
        if (ending == QLatin1String(known))
            return format;
    return std::nullopt;
}

Result<Done> writeSheet(const Sheet& sheet, SheetFormat format, const QString& path) {
    const auto nothing = [] { return Error{QObject::tr("There is nothing to write yet.").toStdString()}; };
    switch (format) {
    case SheetFormat::Pdf:
        return keepMade(path, sheetPdf(sheet));
    case SheetFormat::Png:
        return keepPainted(path, pngOf(sheet));
    case SheetFormat::Svg:
        return keepPainted(path, svgOf(sheet));
    case SheetFormat::Spreadsheet:
        return keepMade(path, sheetSpreadsheet(sheet));
    case SheetFormat::PublicUpright:
        return keepPicture(path, publicPicture(sheet, PublicShape::Upright));
    case SheetFormat::PublicWide:
        return keepPicture(path, publicPicture(sheet, PublicShape::Wide));
    case SheetFormat::Csv:
        return sheet.comparison ? writeBytes(path.toStdString(), sheetCsv(sheet)) : Result<Done>(nothing());
    case SheetFormat::Json:
        break;
    }
    return sheet.comparison || sheet.runs ? writeBytes(path.toStdString(), sheetJson(sheet)) : Result<Done>(nothing());
}

} // namespace jr::app
