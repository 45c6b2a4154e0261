#include "demo_job/demo_archive.h"

#include "archive/formats/pull_file.h"
#include "demo_job/larkspur.h"

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
        claim.fromRpm = from;
        claim.toRpm = to;
        claim.baseSetup = shortId;
        claim.withSetup = longId;
        const Result<std::string> kept = archive.saveClaim(*job, claim);
        return kept ? Result<Done>(Done{}) : Result<Done>(kept.error());
    };
    for (const Result<Done>& done :
         {chalk("the long stack gives more in the middle", ClaimKind::GainsAtLeast, 1., 4400., 5600.),
          chalk("it costs nothing at the top", ClaimKind::CostsNothing, 1., 7000., 8600.)})
        if (!done)
            return done.error();
    return *job;
}

} // namespace jr
