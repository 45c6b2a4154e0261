// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/fuzz/hostile.h"

#include "archive/bundle/bundle.h"
#include "archive/formats/baselines_sheet.h"
#include "archive/formats/figure_sheet.h"
#include "archive/formats/foreign_log.h"
#include "archive/formats/hand_overs_sheet.h"
#include "archive/formats/job_readings.h"
#include "archive/formats/job_sheets.h"
#include "archive/formats/leak_tests_sheet.h"
#include "archive/formats/nmea.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/readings_file.h"
#include "archive/formats/receiver_log.h"
#include "archive/formats/road_sheet.h"
#include "archive/formats/rules_sheet.h"
#include "archive/formats/setup_files_sheet.h"
#include "archive/formats/text.h"
#include "archive/formats/work_order_sheet.h"
#include "archive/store/bench_file.h"
#include "archive/store/job_file.h"
#include "bench/capture.h"
#include "bench/pull_catcher.h"
#include "core/pull/curve.h"
#include "core/road/mark_times.h"

#include <QBuffer>

#include <cmath>
#include <cstdlib>

namespace hostile {
namespace {

void require(bool good) {
    if (!good)
        std::abort();
}

void whole(const jr::Trace& trace) {
    for (const jr::Channel& c : trace.channels)
        require(c.values.size() == trace.rows());
}

void fitted(const jr::Trace& trace) {
    whole(trace);
    if (const auto run = jr::roadRun(trace)) {
        require(run->timeS.size() == run->speedMPerS.size());
        for (const jr::Rollout rollout : {jr::Rollout::None, jr::Rollout::OneFoot})
            for (const jr::MarkTime& time : jr::markTimes(*run, jr::usualMarks(), rollout))
                require(std::isfinite(time.timeS) && time.uncertaintyS >= 0.);
    }
    const auto fit = jr::fitPull(trace);
    if (!fit)
        return;
    jr::CurveOptions options;
    const jr::PullFit* one[] = {&*fit};
    options.detail = std::max(jr::likelyDetail(one), 1.);
    const auto curve = jr::curveOf(*fit, options);
    if (curve)
        require(curve->place.size() == curve->powerW.size() && curve->place.size() == curve->counted.size());
}

template <class Use>
void readPull(std::string_view bytes, Use use) {
    if (const auto trace = jr::readPullFile(bytes, "hostile"))
        use(*trace);
}

template <class Use>
void readLog(std::string_view bytes, Use use) {
    const auto text = jr::decodeText(bytes);
    if (!text)
        return;
    const auto receiver = jr::readReceiverLog(*text, "hostile");
    const std::string& table = receiver && *receiver ? (**receiver).text : *text;
    const auto layout = jr::lookAtLog(table, "hostile");
    if (!layout)
        return;
    const auto reading = jr::readForeignLog(table, "hostile", *layout, jr::proposedMapping(*layout), {}, false);
    if (reading)
        use(reading->trace);
}

} // namespace

void pullFile(std::string_view bytes) {
    readPull(bytes, [](const jr::Trace& trace) {
        whole(trace);
        // What was read can be written, and read again.
        const std::string text = jr::writePullFile(trace);
        const auto again = jr::readPullFile(text, "again");
        require(again.ok() && again->rows() == trace.rows());
    });
    (void)jr::readPullHeader(bytes, "hostile");
}

void foreignLog(std::string_view bytes) {
    readLog(bytes, whole);
}

void curves(std::string_view bytes) {
    readPull(bytes, fitted);
    readLog(bytes, fitted);
}

void readings(std::string_view bytes) {
    (void)jr::isReadingsFile(bytes);
    jr::PullHeader header;
    const auto sheet = jr::readReadings(bytes, "hostile", &header);
    if (sheet) {
        const auto again = jr::readReadings(jr::writeReadings(*sheet, header), "again");
        require(again.ok() && again->readings.size() == sheet->readings.size());
        jr::ReadingSheet other = *sheet;
        (void)jr::compareValues({*sheet}, {other}, {});
    }
    (void)jr::jobReadingsOf(std::string(bytes));
}

void jobFile(std::string_view bytes) {
    const auto file = jr::readJobFile(bytes, "hostile");
    if (!file)
        return;
    // As a rebuild would write it.
    jr::JobRecord job;
    job.id = file->id;
    job.name = file->job;
    job.machine = file->machine;
    job.sheets = file->sheets;
    job.attachments = file->attachments;
    for (const jr::JobFileSetup& s : file->setups)
        job.setups.push_back({s.id, s.name, "", s.mark, s.changes});
    const std::string text = jr::jobFileText(job, {});
    const auto again = jr::readJobFile(text, "again");
    require(!file->id.empty() || !file->job.empty());
    require(again.ok() && again->whole && again->checked);
}

void benchFile(std::string_view bytes) {
    const auto file = jr::readBenchFile(bytes, "hostile");
    if (!file)
        return;
    const auto again = jr::readBenchFile(jr::benchFileText(*file), "again");
    require(again.ok() && again->whole && again->benches.size() == file->benches.size());
}

void sheets(std::string_view bytes) {
    const std::string body(bytes);
    // One of them an input, by its length: so many readers of one text find no more than so many texts do.
    constexpr std::size_t kReaders = 16;
    switch (body.size() % kReaders) {
    case 0:
        require(jr::machineSheetOf(body).cylinders >= 1);
        break;
    case 1:
        (void)jr::walkRoundOf(body);
        break;
    case 2:
        (void)jr::faultHuntOf(body);
        break;
    case 3:
        (void)jr::putBackOf(body);
        break;
    case 4:
        (void)jr::dayPlanOf(body);
        break;
    case 5:
        (void)jr::sittingSheetOf(body);
        break;
    case 6:
        (void)jr::judgingSheetOf(body);
        break;
    case 7:
        (void)jr::workOrderOf(body);
        break;
    case 8:
        (void)jr::baselinesOf(body);
        break;
    case 9:
        for (const jr::SetupRule& rule : jr::setupRulesOf(body))
            require(!rule.what.empty() && (rule.kind == jr::RuleKind::PartStays || rule.low || rule.high));
        break;
    case 10:
        for (const jr::LeakTest& test : jr::leakTestsOf(body).tests)
            require(test.minutes > 0. && test.startKpa > 0.);
        break;
    case 11:
        for (const jr::SetupFile& file : jr::setupFilesOf(body))
            require(!file.id.empty() && !file.sha256.empty());
        break;
    case 12:
        for (const jr::Prediction& pin : jr::figureSheetOf(body).pins)
            require(!pin.setupId.empty() && pin.predicted.low <= pin.predicted.high);
        break;
    case 13:
        require(!jr::roadSheetOf(body).marks.empty());
        break;
    case 14:
        for (const jr::HandOver& one : jr::handOversOf(body))
            require(!one.id.empty() && one.number > 0);
        break;
    default:
        (void)jr::repeatabilityNoteOf(body);
    }
}

void benchLines(std::string_view bytes) {
    jr::PullCatcher catcher;
    // A fuzzer seldom guesses a checksum: each line is also given with the right one.
    std::string text(bytes);
    for (std::size_t from = 0; from < text.size();) {
        std::size_t end = std::min(text.find('\n', from), text.size());
        const std::string_view line = std::string_view(text).substr(from, end - from);
        (void)catcher.take(jr::withChecksum(line));
        (void)catcher.take(line);
        (void)catcher.take("\n");
        from = end + 1;
    }
    require(catcher.feed().said.size() <= 100 && catcher.feed().answers.size() <= 100);
    catcher.broken();
    for (const jr::CaughtPull& pull : catcher.takePulls())
        whole(pull.trace);
}

void nmea(std::string_view bytes) {
    if (const auto reading = jr::readNmea(bytes))
        for (const auto& value : {reading->airTempC, reading->pressurePa, reading->humidity, reading->speedMS,
                                  reading->timeOfDayS, reading->hdop})
            require(!value || std::isfinite(*value));
    // The same as a receiver on the road says it, with right checksums too.
    jr::PullCatcher catcher(jr::LineFeed(jr::parsePlainLayout("road").value()));
    for (std::size_t from = 0; from < bytes.size();) {
        const std::size_t end = std::min(bytes.find('\n', from), bytes.size());
        const std::string_view line = bytes.substr(from, end - from);
        unsigned sum = 0;
        for (const char c : line.substr(std::min<std::size_t>(1, line.size())))
            sum ^= static_cast<unsigned char>(c);
        char tail[8];
        std::snprintf(tail, sizeof tail, "*%02X\n", sum);
        (void)catcher.take(std::string(line) + tail);
        (void)catcher.take(std::string(line) + "\n");
        from = end + 1;
    }
    catcher.broken();
    for (const jr::CaughtPull& pull : catcher.takePulls())
        whole(pull.trace);
}

void capture(std::string_view bytes) {
    QByteArray all(bytes.data(), static_cast<qsizetype>(bytes.size()));
    QBuffer buffer(&all);
    buffer.open(QIODevice::ReadOnly);
    const jr::Recovered found = jr::replayCapture(buffer, QStringLiteral("hostile"));
    require(found.pulls.size() <= jr::ReplayBounds::mostPulls);
    for (const jr::CaughtPull& pull : found.pulls)
        whole(pull.trace);
}

void bundle(std::string_view bytes) {
    QByteArray all(bytes.data(), static_cast<qsizetype>(bytes.size()));
    QBuffer buffer(&all);
    buffer.open(QIODevice::ReadOnly);
    jr::ZipBounds small;
    small.mostEntries = 200;
    small.mostBytesOfOne = 1u << 20;
    small.mostBytes = 4u << 20;
    if (auto zip = jr::ZipReader::open(buffer, "hostile", small)) {
        std::uint64_t together = 0;
        (void)zip.value().each([&](const jr::ZipEntry& entry, std::string&& text) -> jr::Result<jr::Done> {
            require(jr::safeZipName(entry.name) && text.size() == entry.bytes);
            together += text.size();
            return jr::Done{};
        });
        require(zip->entries().size() <= small.mostEntries && together <= small.mostBytes);
    }
    auto opened = jr::BundleReader::open(buffer, "hostile", small);
    if (!opened)
        return;
    require(opened->jobFile().checked && !opened->folder().empty());
    (void)opened.value().each([](const jr::BundleFile& file, std::string&& text) -> jr::Result<jr::Done> {
        require(text.size() == file.bytes);
        return jr::Done{};
    });
}

void gpx(std::string_view bytes) {
    const auto text = jr::decodeText(bytes);
    if (!text)
        return;
    const auto receiver = jr::readReceiverLog(*text, "hostile");
    if (receiver && *receiver)
        readLog((**receiver).text, fitted);
}

const std::vector<Target>& targets() {
    static const std::vector<Target> all = {{"pull-file", pullFile},
                                            {"readings", readings},
                                            {"foreign-log", foreignLog},
                                            {"job-file", jobFile},
                                            {"bench-file", benchFile},
                                            {"sheets", sheets},
                                            {"bench-lines", benchLines},
                                            {"nmea", nmea},
                                            {"capture", capture},
                                            {"bundle", bundle},
                                            {"gpx", gpx}};
    return all;
}

} // namespace hostile
