// SPDX-License-Identifier: GPL-3.0-or-later
// jolly-ram-cli: the same computation as the window, for scripts.
#include "cli/commands.h"
#include "cli/usage_words.h"

#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"
#include "archive/reader/reader_settings.h"
#include "core/every_core.h"
#include "core/version.h"
#include "core/words/wording.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include <algorithm>
#include <clocale>
#include <cmath>
#include <csignal>
#include <cstdio>
#include <iostream>

namespace jr::cli {

const Wording& reader() {
    static const Wording wording = wordingOfPerson();
    return wording;
}

std::string inWords(const Error& error) {
    return Error{said(error, reader()), error.file, error.line}.text();
}

void tell(const Message& message, const std::string& about) {
    say(inWords(Error{message, about}));
}

std::vector<std::string> inEnglish(const std::vector<Remark>& remarks) {
    std::vector<std::string> out;
    for (const Remark& remark : remarks)
        out.push_back(remark.text());
    return out;
}

void say(const std::string& text) {
    std::cerr << text << '\n';
}

int print(const Json& json) {
    std::cout << json.dump(1, ' ', false, Json::error_handler_t::replace) << '\n';
    std::cout.flush();
    return std::cout ? kDone : kWrite;
}

namespace {

/// One of many files: the pull, or nothing, and what is to be said of it.
struct FileRead {
    std::optional<ReadPull> pull;
    std::vector<std::string> messages;
};

FileRead readAndFit(const std::string& file, bool withTrace) {
    FileRead out;
    PullFileNotes notes;
    Result<Trace> trace = loadPullFile(file, &notes);
    for (const Remark& note : notes.messages)
        out.messages.push_back(inWords(note));
    if (!trace) {
        out.messages.push_back(inWords(trace.error()));
        return out;
    }
    Result<PullFit> fit = fitPull(*trace);
    if (!fit)
        out.messages.push_back(file + ": " + said(fit.error(), reader()));
    else
        out.pull = ReadPull{file, std::move(fit).value(), withTrace ? std::move(trace).value() : Trace{}};
    return out;
}

std::vector<ReadPull> readAll(const std::vector<std::string>& files, bool& good, bool withTrace) {
    constexpr std::size_t kWorthAThread = 2; // a file takes longer than a thread to begin
    std::vector<FileRead> read(files.size());
    (void)reader(); // once, before many ask
    onEveryCore(files.size(), kWorthAThread, [&](std::size_t i) { read[i] = readAndFit(files[i], withTrace); });
    // Told in the order of the files, however they came to be read.
    std::vector<ReadPull> pulls;
    good = true;
    for (FileRead& one : read) {
        for (const std::string& message : one.messages)
            say(message);
        if (one.pull)
            pulls.push_back(std::move(*one.pull));
        else
            good = false;
    }
    return pulls;
}

} // namespace

std::vector<ReadPull> readPulls(const std::vector<std::string>& files, bool& good) {
    return readAll(files, good, true);
}

std::vector<PullFit> fitFiles(const std::vector<std::string>& files, bool& good) {
    std::vector<PullFit> fits;
    for (ReadPull& pull : readAll(files, good, false))
        fits.push_back(std::move(pull.fit));
    return fits;
}

Json peakJson(const std::optional<Peak>& peak, const char* unitKey, CurveAxis axis, const std::vector<double>& place,
              const std::vector<double>& engineRpm) {
    if (!peak)
        return nullptr;
    if (axis == CurveAxis::EngineSpeed)
        return Json{{unitKey, peak->value}, {"rpm", peak->place}};
    const auto near = std::min_element(place.begin(), place.end(), [&](double a, double b) {
        return std::abs(a - peak->place) < std::abs(b - peak->place);
    });
    return Json{{unitKey, peak->value},
                {"m_s", peak->place},
                {"rpm", engineRpm[static_cast<std::size_t>(near - place.begin())]}};
}

std::string placeKey(CurveAxis axis) {
    return axis == CurveAxis::EngineSpeed ? "rpm" : "axis_m_s";
}

std::string rangeKey(std::string_view end, CurveAxis axis) {
    return std::string(end) + (axis == CurveAxis::EngineSpeed ? "_rpm" : "_m_s");
}

Json cautionsJson(const std::vector<Caution>& cautions) {
    Json out = Json::array();
    for (const Caution& c : cautions)
        out.push_back({{"kind", c.kind}, {"text", said(c)}});
    return out;
}

CLI::Validator within(double low, double high) {
    char bounds[80];
    std::snprintf(bounds, sizeof bounds, "[%.10g - %.10g]", low, high);
    return CLI::Validator(
        [low, high, words = std::string(bounds)](const std::string& text) {
            const auto number = parseNumber(text);
            return number && *number >= low && *number <= high ? std::string() : text + " is no number within " + words;
        },
        bounds);
}

namespace {

/// "0.5" or "0.5:12": per cent, and the degrees of freedom it is worth.
std::optional<KnownSpread> knownSpread(const std::string& text) {
    const std::size_t colon = text.find(':');
    const auto pct = parseNumber(std::string_view(text).substr(0, colon));
    const auto freedom = colon == std::string::npos ? std::optional(kMostKnownFreedom)
                                                    : parseNumber(std::string_view(text).substr(colon + 1));
    if (!pct || !freedom || !(*pct >= 0.001 && *pct <= 20.) || !(*freedom >= 0.5 && *freedom <= 1000.))
        return std::nullopt;
    return KnownSpread{*pct / 100., *freedom};
}

} // namespace

BenchKnowledge KnownOptions::knowledge() const {
    const auto part = [](const std::optional<std::string>& text) { return text ? knownSpread(*text) : std::nullopt; };
    BenchKnowledge out;
    out.pull = part(pull);
    out.fitting = part(fitting);
    out.day = part(day);
    return out;
}

void addKnown(CLI::App& command, KnownOptions& known) {
    const CLI::Validator spread(
        [](const std::string& text) {
            return knownSpread(text) ? std::string()
                                     : "\"" + text + "\" is not PCT[:DF], 0.001 to 20 % and 0.5 to 1000 degrees";
        },
        "PCT[:DF]");
    command
        .add_option("--repeatability", known.pull,
                    "How pulls repeat on this bench, %, and the degrees of freedom "
                    "that is worth (default 8)")
        ->check(spread);
    command.add_option("--refit", known.fitting, "What fitting a setup anew moves, %, in the same way")->check(spread);
    command.add_option("--day", known.day, "What days differ in, %, in the same way")->check(spread);
}

void addAxis(CLI::App& command, std::optional<std::string>& axis) {
    command
        .add_option(
            "--axis", axis,
            "What curves run over: engine speed in rpm, or road (roller) speed in m/s (default: road on a belt, "
            "else engine; all pulls alike)")
        ->check(CLI::IsMember(
            {std::string(axisText(CurveAxis::EngineSpeed)), std::string(axisText(CurveAxis::RoadSpeed))}));
}

void addStandard(CLI::App& command, std::string& id) {
    std::vector<std::string> ids;
    for (const Standard& s : allStandards())
        ids.emplace_back(s.id);
    command.add_option("--standard", id, "Correction standard for every pull")
        ->check(CLI::IsMember(ids))
        ->capture_default_str();
}

} // namespace jr::cli

int main(int argc, char** argv) {
    using namespace jr::cli;
    std::signal(SIGXFSZ, SIG_IGN); // a file that may grow no more is a full disk, said like one
    if (const auto left = jr::leaveSettingsThatAreNoFile())
        say(inWords(*left));
    CLI::App app{"Jolly Ram on the command line: what an engine change was worth, from pull files.\n"
                 "JSON on standard output, messages on standard error. Numbers are SI with the unit in the key.\n"
                 "Exit codes: 0 done, 2 wrong usage, 3 unreadable or impossible input, 4 could not write.",
                 "jolly-ram-cli"};
    app.set_version_flag("--version", "jolly-ram-cli " + std::string(jr::programVersion()));
    app.require_subcommand(1);
    app.footer(
        "Examples:\n"
        "  jolly-ram-cli air --temp-c 21.4 --pressure-hpa 987.2 --humidity 48\n"
        "  jolly-ram-cli curve a.pull.csv b.pull.csv --standard iso-1585\n"
        "  jolly-ram-cli import log.csv --out run1.pull.csv --map engine_speed=RPM:rpm --set roller_inertia_kg_m2=6.7\n"
        "  jolly-ram-cli compare --base a1.pull.csv a2.pull.csv a3.pull.csv --with b1.pull.csv b2.pull.csv "
        "b3.pull.csv\n"
        "  jolly-ram-cli calc pipe exhaust_duration_deg=182 rpm=8400 gas_temp_c=420\n"
        "  jolly-ram-cli archive check ~/jolly-ram");
    Action action;
    addAir(app, action);
    addCurve(app, action);
    addImport(app, action);
    addCompare(app, action);
    addCompareValues(app, action);
    addSteps(app, action);
    addRoad(app, action);
    addGauges(app, action);
    addPlan(app, action);
    addRecord(app, action);
    addCalibrate(app, action);
    addSetups(app, action);
    addCalc(app, action);
    addArchive(app, action);
    addSheet(app, action);
    addCompletion(app, action);
    addManual(app, action);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& problem) {
        return sayUsage(app, problem);
    }
    // Whatever goes wrong is said in words with its exit code; an exception is our own fault and is said as one.
    try {
        return action ? action() : kUsage;
    } catch (const std::bad_alloc&) {
        tell({"cli.no-memory"});
        return kInput;
    } catch (const std::exception& problem) {
        tell({"cli.fault", {std::string(problem.what())}});
        return kInput;
    }
}
