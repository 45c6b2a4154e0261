// SPDX-License-Identifier: GPL-3.0-or-later
// Each command registers itself on the command line and, when chosen, sets what is to be run.
// Exit codes: 0 done, 2 wrong usage, 3 unreadable or impossible input, 4 could not write.
#pragma once

#include "core/judge/bench_knowledge.h"
#include "core/judge/comparison.h"
#include "core/pull/pull_fit.h"
#include "core/words/wording.h"

#include <nlohmann/json_fwd.hpp>

#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace CLI {
class App;
class Validator;
} // namespace CLI

namespace jr {
class Archive;
}

namespace jr::cli {

using Json = nlohmann::ordered_json;
using Action = std::function<int()>;

inline constexpr int kDone = 0, kUsage = 2, kInput = 3, kWrite = 4;

void addAir(CLI::App& app, Action& action);
void addCalc(CLI::App& app, Action& action);
void addCurve(CLI::App& app, Action& action);
void addImport(CLI::App& app, Action& action);
void addCompare(CLI::App& app, Action& action);
void addCompareValues(CLI::App& app, Action& action);
void addGauges(CLI::App& app, Action& action);
void addPlan(CLI::App& app, Action& action);
void addRoad(CLI::App& app, Action& action);
void addSteps(CLI::App& app, Action& action);
void addRecord(CLI::App& app, Action& action);
void addCalibrate(CLI::App& app, Action& action);
void addSetups(CLI::App& app, Action& action);
void addArchive(CLI::App& app, Action& action);
void addSheet(CLI::App& app, Action& action);
void addCompletion(CLI::App& app, Action& action);
void addManual(CLI::App& app, Action& action);
/// Of the second copy; they stand below "archive".
void addCopies(CLI::App& archive, Action& action);

/// Opens an archive that must already be there: a check must not make one.
Result<std::unique_ptr<Archive>> openExisting(const std::string& folder);

/// Words that are none of ours, or already in the reader's language, on standard error.
void say(const std::string& text);
/// A sentence in the reader's language, with what it is about before it.
void tell(const Message& message, const std::string& about = {});
/// How the person reads: units and language as chosen in the window; what nobody chose is hp, lb-ft and English. For
/// standard error only: what scripts read stays as it is for everybody.
const Wording& reader();
/// "FILE:LINE: why", in the reader's language.
std::string inWords(const Error& error);
/// As scripts read them: in English, "FILE:LINE: why".
std::vector<std::string> inEnglish(const std::vector<Remark>& remarks);
/// The result on standard output; what is not finite becomes null.
int print(const Json& json);

/// A pull file, read and fitted.
struct ReadPull {
    std::string file;
    PullFit fit;
    Trace trace;
};
/// Reads and fits pull files; every bad one is named on standard error, and `good` is then false.
std::vector<ReadPull> readPulls(const std::vector<std::string>& files, bool& good);
/// The same without their traces.
std::vector<PullFit> fitFiles(const std::vector<std::string>& files, bool& good);

/// `place` and `engineRpm` are the curve's: over road speed the peak's engine speed is told as well.
Json peakJson(const std::optional<Peak>& peak, const char* unitKey, CurveAxis axis, const std::vector<double>& place,
              const std::vector<double>& engineRpm);
Json cautionsJson(const std::vector<Caution>& cautions);

/// A number from `low` to `high`; what is no finite number is wrong usage like any other.
CLI::Validator within(double low, double high);

/// --repeatability, --refit and --day: what is known of the bench from elsewhere, each PCT[:DF].
struct KnownOptions {
    std::optional<std::string> pull, fitting, day;
    BenchKnowledge knowledge() const;
};
void addKnown(CLI::App& command, KnownOptions& known);

/// Adds --axis; unset where it was not given.
void addAxis(CLI::App& command, std::optional<std::string>& axis);
/// The keys of a place and of a range on an axis: "rpm" and "from_rpm", or "axis_m_s" and "from_m_s".
std::string placeKey(CurveAxis axis);
std::string rangeKey(std::string_view end, CurveAxis axis);

/// Adds --standard with the known ids; the pointer is set when parsed.
void addStandard(CLI::App& command, std::string& id);

} // namespace jr::cli
