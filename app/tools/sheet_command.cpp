// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/tools/sheet_command.h"

#include "app/handover/sheet_files.h"
#include "app/handover/sheet_painter.h"
#include "app/model/job_model.h"

#include <nlohmann/json.hpp>

#include <QCoreApplication>
#include <QFileInfo>

#include <cstdio>
#include <iostream>

namespace jr::app {
namespace {

constexpr int kDone = 0, kUsage = 2, kInput = 3, kWrite = 4; // docs/command-line.md

int fail(int code, const std::string& words) {
    std::fprintf(stderr, "%s\n", words.c_str());
    return code;
}

template <class Is>
void letItRunUntil(Is is) {
    while (!is())
        QCoreApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 20);
}

/// Its id; or what is wrong with the name.
Result<std::string> jobCalled(JobModel& model, const std::string& wanted) {
    std::optional<Result<std::string>> found;
    model.keeper()->ask(
        &model, [](const Archive& archive) { return archive.jobs(); },
        [&](const Result<std::vector<JobSummary>>& jobs) {
            if (!jobs) {
                found = jobs.error();
                return;
            }
            std::vector<std::string> named;
            for (const JobSummary& job : *jobs)
                if (job.id == wanted || job.name == wanted)
                    named.push_back(job.id);
            if (named.size() == 1)
                found = named.front();
            else
                found = Error{named.empty() ? "there is no job of this name or id in the archive"
                                            : "there are several jobs of this name: say which by its id",
                              wanted};
        });
    letItRunUntil([&] { return found.has_value(); });
    return *found;
}

} // namespace

int writeSheetsAsAsked(const SheetAsked& asked) {
    std::vector<SheetFormat> formats;
    for (const QString& path : asked.out) {
        std::optional<SheetFormat> format = sheetFormatOf(path);
        if (!format)
            return fail(kUsage, path.toStdString() + ": its ending says none of pdf, png, svg, csv, json, xlsx");
        if (format == SheetFormat::Png && !asked.publicShape.isEmpty())
            format = asked.publicShape == QLatin1String("wide") ? SheetFormat::PublicWide : SheetFormat::PublicUpright;
        formats.push_back(*format);
    }
    if (!QFileInfo::exists(asked.archive + QStringLiteral("/jolly-ram.sqlite")))
        return fail(kInput, asked.archive.toStdString() + ": there is no archive here");
    Keeper keeper(asked.archive);
    std::optional<QString> trouble; // empty: it opened
    QObject::connect(&keeper, &Keeper::opened, &keeper,
                     [&](bool well, const QString& words, bool) { trouble = well ? QString() : words; });
    keeper.open();
    letItRunUntil([&] { return trouble.has_value(); });
    if (!trouble->isEmpty())
        return fail(kInput, trouble->toStdString());
    JobModel model;
    model.setKeeper(&keeper);
    const Result<std::string> job = jobCalled(model, asked.job.toStdString());
    if (!job)
        return fail(kInput, job.error().text());
    model.openJob(*job);
    model.waitUntilSettled();
    std::optional<Sheet> sheet;
    model.whenAnswered(&model, [&](bool) {
        model.book().read(&model, [&](const MachineBook& book) { sheet = sheetOf(model, &book); });
    });
    letItRunUntil([&] { return sheet.has_value(); });
    nlohmann::ordered_json written = nlohmann::ordered_json::array();
    int code = kDone;
    for (qsizetype i = 0; i < asked.out.size(); ++i) {
        const Result<Done> done = writeSheet(*sheet, formats[static_cast<std::size_t>(i)], asked.out[i]);
        if (done)
            written.push_back(asked.out[i].toStdString());
        else
            code = fail(sheet->comparison || sheet->runs ? kWrite : kInput,
                        asked.out[i].toStdString() + ": " + done.error().reason);
    }
    std::cout << nlohmann::ordered_json{{"job", {{"id", *job}, {"name", sheet->job.toStdString()}}},
                                        {"pages", sheetPages(*sheet)},
                                        {"written", written}}
                     .dump(1, ' ', false, nlohmann::ordered_json::error_handler_t::replace)
              << std::endl;
    model.setKeeper(nullptr);
    keeper.finish();
    return std::cout ? code : kWrite;
}

} // namespace jr::app
