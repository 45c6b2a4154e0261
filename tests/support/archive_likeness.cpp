// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/support/archive_likeness.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "archive/store/archive.h"

#include <algorithm>
#include <cmath>

using namespace jr;

namespace testsupport {

Trace smallTrace(const std::string& id, const std::string& job, const std::string& machine, const std::string& setup,
                 int number) {
    std::string text = "# jolly-ram: pull 1\n# id: " + id + "\n# job: " + job + "\n# machine: " + machine +
                       "\n# setup: " + setup +
                       "\n# kind: roller\n# roller_inertia_kg_m2: 9\n# engine_per_roller: 4.5\n";
    char line[120];
    std::snprintf(line, sizeof line, "# started: 2026-05-02T10:%02d:00+02:00\ntime [s],roller_speed [rad/s]\n",
                  number % 60);
    text += line;
    for (int i = 0; i < 24; ++i) {
        std::snprintf(line, sizeof line, "%.2f,%.3f\n", 0.25 * i, 60. + 4. * i + 0.01 * number + 0.3 * std::sin(i));
        text += line;
    }
    return readPullFile(text, id).value();
}

std::string fullJob(Archive& archive, const std::string& name, const std::string& machine, int pulls) {
    const std::string job = *archive.createJob(name, machine);
    for (int i = 0; i < pulls; ++i)
        (void)archive.addPull(
            job, smallTrace(name + "-" + std::to_string(i), name, machine, i % 2 ? "long" : "short", i), "test");
    const auto record = archive.job(job);
    const std::string shortId = record->setups.empty() ? "" : record->setups[0].id,
                      longId = record->setups.size() > 1 ? record->setups[1].id : "";
    if (!longId.empty()) {
        (void)archive.setSetupChanges(longId, shortId, {{"stack", "60", "120", 0.1, 0.2, 30., 1., "note", false, 1}});
        ComparisonRecord c;
        c.baseSetup = shortId;
        c.withSetup = longId;
        c.worthPct = 2.;
        (void)archive.setComparison(job, c);
        ClaimRecord claim;
        claim.said = "long gains";
        claim.source = "somebody";
        claim.baseSetup = shortId;
        claim.withSetup = longId;
        const auto claimId = archive.saveClaim(job, claim);
        (void)archive.addVerdict(*claimId, {"2026-05-02", Verdict::Failed, "no", "argued"});
        (void)archive.setAside(name + "-0", true, "warm-up");
        (void)archive.setOverrules(name + "-1", {{FlagKind::Limiter, 2.5}});
    }
    (void)archive.setSheet(job, "plan", "{\"text\":\"abba\"}");
    (void)archive.attach(job, "job", "belt looked glazed");
    return job;
}

std::string likenessOf(const QString& folder) {
    auto archive = Archive::open(folder);
    if (!archive)
        return archive.error().text();
    std::string out;
    const auto line = [&](std::string text) { out += text + "\n"; };
    auto jobs = (*archive)->jobs();
    if (!jobs)
        return jobs.error().text();
    std::vector<JobSummary> sorted = *jobs;
    std::sort(sorted.begin(), sorted.end(), [](const auto& a, const auto& b) { return a.id < b.id; });
    for (const JobSummary& summary : sorted) {
        const auto job = (*archive)->job(summary.id);
        const auto claims = (*archive)->claims(summary.id);
        if (!job || !claims)
            return "a job cannot be read";
        line("job " + job->id + " " + job->name + " of " + job->machine);
        const auto nameOf = [&](const std::string& id) { return job->setup(id) ? job->setup(id)->name : "-"; };
        std::vector<SetupRecord> setups = job->setups;
        std::sort(setups.begin(), setups.end(), [](const auto& a, const auto& b) { return a.name < b.name; });
        for (const SetupRecord& s : setups) {
            line(" setup " + s.name + " after " + nameOf(s.parentId) + " mark " + std::to_string(s.mark));
            for (const SetupChange& c : s.changes)
                line("  " + c.part + ": " + c.from + " -> " + c.to + " " + c.note +
                     (c.weightOnKg ? numberText(*c.weightOnKg) : "") + (c.price ? numberText(*c.price) : ""));
        }
        for (const PullRecord& p : job->pulls) {
            const auto trace = (*archive)->trace(p.id);
            line(" pull " + p.id + " no. " + std::to_string(p.number) + " of " + nameOf(p.setupId) +
                 (p.aside ? " aside: " + p.asideWhy : "") + " " +
                 (trace ? contentId(measuredContent(*trace)) : trace.error().text()));
            for (const FlagOverrule& o : p.overrules)
                line("  overruled " + std::string(flagText(o.kind)) + " " + numberText(o.atS));
        }
        if (job->comparison)
            line(" compares " + nameOf(job->comparison->baseSetup) + " with " + nameOf(job->comparison->withSetup) +
                 " " + job->comparison->standard + " " + numberText(job->comparison->worthPct));
        for (const ClaimRecord& c : *claims) {
            line(" claim " + c.said + " by " + c.source + " on " + nameOf(c.withSetup));
            for (const VerdictRecord& v : c.history)
                line("  " + v.made + " " + std::string(verdictText(v.verdict)) + " " + v.reason + " " + v.note);
        }
        for (const auto& [kind, body] : job->sheets)
            line(" sheet " + kind + " " + body);
        for (const AttachmentRecord& a : job->attachments)
            line(" note " + a.id + " on " + a.about + ": " + a.words + " " + a.file);
    }
    if (const auto benches = (*archive)->benches())
        for (const BenchRecord& b : *benches) {
            line("bench " + b.name + " at " + b.address);
            for (const auto& [key, value] : b.facts)
                line(" " + key + " " + value);
            if (const auto history = (*archive)->calibrations(b.id))
                for (const CalibrationRecord& c : *history)
                    line(" calibrated " + c.id + " " + c.kind + " " + c.made);
        }
    return out;
}

} // namespace testsupport
