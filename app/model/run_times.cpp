// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/model/run_times.h"

#include "archive/formats/road_sheet.h"
#include "core/road/road_answers.h"

#include <QDateTime>

#include <algorithm>

namespace jr::app {
namespace {

/// As a quantity is called in claims and on the sheet: "1/4mile, road".
std::string quantityOf(const Mark& mark) {
    return mark.text + ", road";
}

} // namespace

RoadAsked runsAsked(const JobModel& model) {
    RoadAsked asked;
    const RoadSheet sheet = roadSheetOf(model.sheet(sheet_kind::road));
    asked.marks = sheet.marks;
    asked.rollout = sheet.rollout;
    asked.baseSetup = model.compare().now().baseSetup;
    asked.withSetup = model.compare().now().withSetup;
    asked.worthPct = model.compare().now().worthPct;
    for (const LoadedPull& p : model.pulls())
        if (p.road) {
            const auto said = sheet.conditions.find(p.record.id);
            asked.runs.push_back({p.record.id, p.record.setupId, p.record.number, !p.record.aside, p.road,
                                  said == sheet.conditions.end() ? RideConditions{} : said->second});
        }
    return asked;
}

namespace {

JobQuantity readingsAt(const RoadAnswers& times, std::size_t mark) {
    JobQuantity out;
    out.quantity = quantityOf(times.marks[mark]);
    out.unit = "s";
    out.better = Better::Lower;
    const std::vector<std::string> setups = setupsRunTo(times.runs, mark);
    for (const Observation& one : observationsAt(times.runs, setups, mark)) {
        JobReading reading;
        reading.setupId = setups[static_cast<std::size_t>(one.group)];
        reading.value = one.value;
        if (one.startedS)
            reading.when = QDateTime::fromMSecsSinceEpoch(static_cast<qint64>(1000. * *one.startedS), Qt::UTC)
                               .toString(Qt::ISODateWithMs)
                               .toStdString();
        out.readings.push_back(std::move(reading));
    }
    std::stable_sort(out.readings.begin(), out.readings.end(),
                     [](const JobReading& a, const JobReading& b) { return a.when < b.when; });
    for (std::size_t i = 0; i < out.readings.size(); ++i)
        out.readings[i].number = static_cast<int>(i) + 1;
    return out;
}

} // namespace

QString markText(const Mark& mark) {
    QString out;
    for (QChar c : QString::fromStdString(mark.text)) {
        if (c.isLetter() && !out.isEmpty() && out.back().isDigit())
            out += QLatin1Char(' ');
        out += c == QLatin1Char('-') ? QChar(0x2013) : c;
    }
    return out;
}

std::vector<JobQuantity> runTimes(const JobModel& model) {
    const RoadAsked asked = runsAsked(model);
    std::vector<JobQuantity> out;
    if (asked.runs.empty())
        return out;
    const RoadAnswers times = timeRuns(asked);
    for (std::size_t m = 0; m < times.marks.size(); ++m)
        out.push_back(readingsAt(times, m));
    return out;
}

std::vector<JobQuantity> allReadings(const JobModel& model) {
    std::vector<JobQuantity> out = jobReadingsOf(model.sheet(sheet_kind::readings));
    for (JobQuantity& times : runTimes(model))
        out.push_back(std::move(times));
    return out;
}

} // namespace jr::app
