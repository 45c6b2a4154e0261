// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/sheet_pdf.h"

#include "app/handover/paper_size.h"
#include "app/handover/sheet_painter.h"

#include <QBuffer>
#include <QLocale>
#include <QPainter>
#include <QPdfWriter>

#define POINTERHOLDER_TRANSITION 4 // the library's own pointers are the standard ones
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFWriter.hh>

#include <algorithm>
#include <exception>

namespace jr::app {
namespace {

QPDFObjectHandle text(const QString& words) {
    return QPDFObjectHandle::newUnicodeString(words.toStdString());
}

/// Bookmarks, one below the other, in the catalogue.
void addBookmarks(QPDF& pdf, const std::vector<SheetPlace>& places) {
    const std::vector<QPDFObjectHandle> pages = pdf.getAllPages();
    QPDFObjectHandle outlines = pdf.makeIndirectObject(QPDFObjectHandle::newDictionary());
    std::vector<QPDFObjectHandle> items;
    for (const SheetPlace& place : places) {
        QPDFObjectHandle item = pdf.makeIndirectObject(QPDFObjectHandle::newDictionary());
        item.replaceKey("/Title", text(place.title));
        item.replaceKey("/Parent", outlines);
        const auto page = static_cast<std::size_t>(std::clamp(place.page, 0, static_cast<int>(pages.size()) - 1));
        item.replaceKey("/Dest", QPDFObjectHandle::newArray({pages[page], QPDFObjectHandle::newName("/Fit")}));
        items.push_back(item);
    }
    if (items.empty())
        return;
    for (std::size_t i = 0; i < items.size(); ++i) {
        if (i > 0)
            items[i].replaceKey("/Prev", items[i - 1]);
        if (i + 1 < items.size())
            items[i].replaceKey("/Next", items[i + 1]);
    }
    outlines.replaceKey("/Type", QPDFObjectHandle::newName("/Outlines"));
    outlines.replaceKey("/First", items.front());
    outlines.replaceKey("/Last", items.back());
    outlines.replaceKey("/Count", QPDFObjectHandle::newInteger(static_cast<long long>(items.size())));
    pdf.getRoot().replaceKey("/Outlines", outlines);
}

} // namespace

void printSheet(const Sheet& sheet, QPagedPaintDevice& device) {
    QPainter p(&device);
    const QRectF room(0, 0, device.width(), device.height());
    const double scale = std::min(room.width() / kSheetWidth, room.height() / kSheetHeight);
    for (int page = 0; page < sheetPages(sheet); ++page) {
        if (page > 0)
            device.newPage();
        p.save();
        p.translate((room.width() - scale * kSheetWidth) / 2, 0);
        p.scale(scale, scale);
        paintSheet(p, sheet, page);
        p.restore();
    }
}

Result<QByteArray> sheetPdf(const Sheet& sheet, const QString& language) {
    QByteArray painted;
    {
        QBuffer buffer(&painted);
        buffer.open(QIODevice::WriteOnly);
        QPdfWriter writer(&buffer);
        writer.setPageSize(paperOf(QLocale()));
        writer.setPageMargins(QMarginsF(0, 0, 0, 0));
        constexpr int kDotsPerInch = 96; // the sheet's own
        writer.setResolution(kDotsPerInch);
        writer.setTitle(sheet.job);
        writer.setCreator(QStringLiteral("Jolly Ram"));
        printSheet(sheet, writer);
    }
    try {
        QPDF pdf;
        pdf.processMemoryFile("sheet", painted.constData(), static_cast<std::size_t>(painted.size()));
        QPDFObjectHandle root = pdf.getRoot();
        root.replaceKey("/Lang", text(language.isEmpty() ? QLocale().bcp47Name() : language));
        QPDFObjectHandle shown = QPDFObjectHandle::newDictionary();
        shown.replaceKey("/DisplayDocTitle", QPDFObjectHandle::newBool(true)); // not the file's name
        root.replaceKey("/ViewerPreferences", shown);
        addBookmarks(pdf, sheetPlaces(sheet));
        QPDFWriter writer(pdf);
        writer.setOutputMemory();
        writer.setDeterministicID(true);
        writer.write();
        const std::shared_ptr<Buffer> out = writer.getBufferSharedPointer();
        return QByteArray(reinterpret_cast<const char*>(out->getBuffer()), static_cast<qsizetype>(out->getSize()));
    } catch (const std::exception& problem) { // the library's way to say that the file cannot be made sense of
        return Error{problem.what()};
    }
}

} // namespace jr::app
