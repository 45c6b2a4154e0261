// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "cli/items.h"

#include "archive/store/archive.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <QFileInfo>

namespace jr::cli {
namespace {

struct SetupsAsked {
    std::string archive, job, a, b;
};

int runDiff(const SetupsAsked& o) {
    if (!QFileInfo::exists(QString::fromStdString(o.archive) + QStringLiteral("/jolly-ram.sqlite"))) {
        tell({"store.no-archive"}, o.archive);
        return kInput;
    }
    const auto archive = Archive::open(QString::fromStdString(o.archive));
    const auto jobs = archive ? (*archive)->jobs() : Result<std::vector<JobSummary>>(archive.error());
    if (!jobs) {
        say(inWords(jobs.error()));
        return kInput;
    }
    for (const JobSummary& summary : *jobs) {
        if (summary.name != o.job && summary.id != o.job)
            continue;
        const Result<JobRecord> job = (*archive)->job(summary.id);
        if (!job) {
            say(inWords(job.error()));
            return kInput;
        }
        const auto idOf = [&](const std::string& name) {
            for (const SetupRecord& s : job->setups)
                if (s.name == name)
                    return s.id;
            tell({"cli.job-without-setup", {o.job, name}}, o.archive);
            return std::string();
        };
        const std::string a = idOf(o.a), b = idOf(o.b);
        if (a.empty() || b.empty())
            return kInput;
        const std::vector<SetupNode> tree = job->setupTree();
        const SetupDifference d = differenceOf(tree, a, b);
        const SetupLedger one = ledgerOf(tree, a), two = ledgerOf(tree, b);
        const auto less = [](const std::optional<double>& x, const std::optional<double>& y) {
            return x || y ? std::optional(x.value_or(0.) - y.value_or(0.)) : std::nullopt;
        };
        Json changes = Json::array();
        for (const PartChange& c : d.changes)
            changes.push_back({{"part", c.part},
                               {"from", c.from},
                               {"to", c.to},
                               {"cylinder", c.cylinder},
                               {"belongs", c.belongs},
                               {"weight_off_kg", orNull(c.weightOffKg)},
                               {"weight_on_kg", orNull(c.weightOnKg)},
                               {"price", orNull(c.price)},
                               {"hours", orNull(c.hours)},
                               {"note", c.note}});
        Json separating = Json::array();
        for (const Message& setup : d.separating)
            separating.push_back(said(setup));
        say(said(differenceMessage(d), reader()));
        return print({{"from", o.a},
                      {"to", o.b},
                      {"changes", changes},
                      {"independent", d.independent},
                      {"separating", separating},
                      {"net_kg", orNull(less(two.netKg, one.netKg))},
                      {"price", orNull(less(two.price, one.price))},
                      {"hours", orNull(less(two.hours, one.hours))},
                      {"text", said(differenceMessage(d))}});
    }
    tell({"cli.no-job", {o.job}}, o.archive);
    return kInput;
}

} // namespace

void addSetups(CLI::App& app, Action& action) {
    auto o = std::make_shared<SetupsAsked>();
    CLI::App* c = app.add_subcommand("setups", "Setups of a job");
    c->require_subcommand(1);
    c->footer("Example:\n  jolly-ram-cli setups diff --archive ~/jolly-ram --job \"Stack length\" \"short stack\" "
              "\"long stack\"");
    CLI::App* diff =
        c->add_subcommand("diff", "What one setup has that another has not, and what would separate the changes");
    diff->add_option("--archive", o->archive, "The archive's folder")->required();
    diff->add_option("--job", o->job, "Name or id of the job")->required();
    diff->add_option("FROM", o->a, "A setup")->required();
    diff->add_option("TO", o->b, "Another")->required();
    diff->footer("Example:\n  jolly-ram-cli setups diff --archive ~/jolly-ram --job \"Stack length\" \"short stack\" "
                 "\"long stack\"");
    diff->callback([o, &action] { action = [o] { return runDiff(*o); }; });
}

} // namespace jr::cli
