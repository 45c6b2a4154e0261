// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo_job/demo_archive.h"

#include "archive/formats/pull_file.h"
#include "demo_job/demo_day.h"
#include "demo_job/demo_road.h"
#include "demo_job/demo_sheets.h"
#include "demo_job/larkspur.h"

#include <map>

namespace jr {

Result<std::string> fillDemoArchive(Archive& archive) {
    const auto jobs = archive.jobs();
    if (!jobs)
        return jobs.error();
    for (const JobSummary& job : *jobs)
        if (job.name == "Stack length")
            return job.id;
    const Result<std::string> job = archive.createJob("Stack length", "Larkspur 410");
    if (!job)
        return job;
    for (const demo::DemoPull& pull : demo::larkspurDay()) {
        const Result<Trace> trace = readPullFile(pull.text, pull.name);
        if (!trace)
            return trace.error();
        const Result<std::string> id = archive.addPull(*job, *trace, "demo/" + pull.name);
        if (!id)
            return id.error();
        if (!pull.asideWhy.empty())
            if (const Result<Done> aside = archive.setAside(*id, true, pull.asideWhy); !aside)
                return aside.error();
    }
    const Result<JobRecord> record = archive.job(*job);
    if (!record)
        return record.error();
    std::string shortId, longId;
    for (const SetupRecord& s : record->setups)
        (s.name == "short stack" ? shortId : longId) = s.id;
    if (const Result<Done> changes =
            archive.setSetupChanges(longId, shortId, {{"intake stack", "60 mm", "120 mm", 0.11, 0.16, 38., 0.4}});
        !changes)
        return changes.error();
    ComparisonRecord comparison;
    comparison.baseSetup = shortId;
    comparison.withSetup = longId;
    if (const Result<Done> kept = archive.setComparison(*job, comparison); !kept)
        return kept.error();
    const auto chalk = [&](const char* said, ClaimKind kind, double pct, double from, double to) -> Result<Done> {
        ClaimRecord claim;
        claim.said = said;
        claim.source = "chalkboard";
        claim.claim = {kind, pct};
        claim.from = from;
        claim.to = to;
        claim.baseSetup = shortId;
        claim.withSetup = longId;
        const Result<std::string> kept = archive.saveClaim(*job, claim);
        return kept ? Result<Done>(Done{}) : Result<Done>(kept.error());
    };
    if (const Result<Done> sheets = writeDemoSheets(archive, *job); !sheets)
        return sheets.error();
    for (const Result<Done>& done :
         {chalk("the long stack gives more in the middle", ClaimKind::GainsAtLeast, 1., 4400., 5600.),
          chalk("it costs nothing at the top", ClaimKind::CostsNothing, 0.5, 7000., 8600.)})
        if (!done)
            return done.error();
    return *job;
}

namespace {

std::optional<double> known(double v) {
    return v < 0. ? std::nullopt : std::optional(v);
}

using DaySheets = Result<Done> (*)(Archive&, const std::string& jobId);

Result<Done> fillDay(Archive& archive, const demo::DayOfPulls& day, const std::string& base, const std::string& with,
                     DaySheets sheets = nullptr) {
    const auto jobs = archive.jobs();
    if (!jobs)
        return jobs.error();
    for (const JobSummary& job : *jobs)
        if (job.name == day.job)
            return Done{};
    const Result<std::string> job = archive.createJob(day.job, day.machine);
    if (!job)
        return job.error();
    std::map<std::string, std::string> ids;
    for (const demo::DaySetup& s : day.setups) {
        std::vector<SetupChange> changes;
        for (const demo::DaySetup::Change& c : s.changes)
            changes.push_back(
                {c.part, c.from, c.to, known(c.weightOffKg), known(c.weightOnKg), known(c.price), known(c.hours)});
        const Result<std::string> made =
            archive.createSetup(*job, s.name, s.parent.empty() ? std::string() : ids[s.parent], changes);
        if (!made)
            return made.error();
        ids[s.name] = *made;
    }
    int number = 0;
    for (const std::string& text : demo::pullFiles(day)) {
        const std::string name = "demo/" + day.job + "/" + std::to_string(++number) + ".pull.csv";
        const Result<Trace> trace = readPullFile(text, name);
        if (!trace)
            return trace.error();
        if (const Result<std::string> kept = archive.addPull(*job, *trace, name); !kept)
            return kept.error();
    }
    ComparisonRecord comparison;
    comparison.baseSetup = ids[base];
    comparison.withSetup = ids[with];
    if (sheets)
        if (const Result<Done> written = sheets(archive, *job); !written)
            return written;
    return archive.setComparison(*job, comparison);
}

} // namespace

namespace {

/// The runs of the scooter's job, once.
Result<Done> addRuns(Archive& archive) {
    const auto jobs = archive.jobs();
    if (!jobs)
        return jobs.error();
    int number = 0;
    for (const std::string& text : demo::quillRuns()) {
        const std::string name = "demo/road/" + std::to_string(++number) + ".pull.csv";
        const Result<Trace> trace = readPullFile(text, name);
        if (!trace)
            return trace.error();
        for (const JobSummary& job : *jobs)
            if (job.name == trace->header.job)
                if (const Result<std::string> kept = archive.addPull(job.id, *trace, name); !kept)
                    return kept.error();
    }
    return Done{};
}

} // namespace

Result<std::string> fillWholeDemo(Archive& archive) {
    // The first job is made last, so that it stands first.
    for (const Result<Done>& done :
         {fillDay(archive, demo::tansyDay(), "stock filter", "open filter", writeHubSheets),
          fillDay(archive, demo::ostraDay(), "stock", "reeds and pipe", writeSledSheets),
          fillDay(archive, demo::larkspurEvenings(), "stock", "long stack"),
          fillDay(archive, demo::larkspurLadder(), "stock", "hot cam", writeSecondVisit),
          fillDay(archive, demo::quillDay(), "weights 16 g", "weights 14 g", writeBeltSheets), addRuns(archive)})
        if (!done)
            return done.error();
    return fillDemoArchive(archive);
}

} // namespace jr
