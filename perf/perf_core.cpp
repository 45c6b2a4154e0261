// SPDX-License-Identifier: GPL-3.0-or-later
// The computation: a pull to a curve, a comparison with its band, reading text against a plain reader.
#include "archive/formats/foreign_log.h"
#include "archive/formats/pull_file.h"
#include "core/judge/comparison.h"
#include "core/road/road_answers.h"
#include "core/study/study.h"
#include "standin/simulated_bench.h"
#include "tests/support/road_machine.h"
#include "tests/support/simulated_trace.h"

#include <benchmark/benchmark.h>

#include <algorithm>
#include <atomic>
#include <cstdlib>
#include <sstream>
#include <thread>

namespace {

standin::Recording recording(double hz, std::uint64_t seed, bool changed = false) {
    standin::EngineTruth engine;
    engine.bumps = {{changed ? 0.07 : 0.05, 4300., 350.}, {-0.04, 7200., 500.}};
    standin::BenchSetting bench;
    bench.sampleHz = hz;
    standin::PullSetting pull;
    pull.seed = seed;
    pull.offsetShare = 0.003 * static_cast<double>(seed % 3) - 0.003;
    return standin::rollerPull(engine, bench, pull);
}

/// A pull of about 8000 rows.
const standin::Recording& longRecording() {
    static const standin::Recording r = [] {
        const standin::Recording probe = recording(200., 7);
        return recording(200. * 8000. / static_cast<double>(probe.rows.size()), 7);
    }();
    return r;
}

void pullToCurve(benchmark::State& state) {
    const jr::Trace trace = testsupport::traceOf(longRecording(), jr::PullKind::Roller);
    for (auto _ : state) {
        const auto fit = jr::fitPull(trace);
        const jr::PullFit* one[] = {&*fit};
        jr::CurveOptions options;
        options.detail = jr::likelyDetail(one);
        benchmark::DoNotOptimize(jr::curveOf(*fit, options));
    }
    state.counters["rows"] = static_cast<double>(trace.rows());
}
BENCHMARK(pullToCurve)->Unit(benchmark::kMillisecond);

/// Two hundred runs of a minute at 25 Hz from their traces to everything Road shows.
void twoHundredRuns(benchmark::State& state) {
    std::vector<jr::Trace> traces;
    constexpr int kRuns = 200;
    for (int k = 0; k < kRuns; ++k) {
        standin::RoadSetting s;
        s.rateHz = 25.;
        s.untilM = 1350.;
        s.seed = static_cast<std::uint64_t>(k + 1);
        traces.push_back(testsupport::traceOf(
            standin::rideRoad(testsupport::quillOnTheRoad(k % 2 ? 14. : 16.), s).recording, jr::PullKind::Road));
    }
    for (auto _ : state) {
        jr::RoadAsked asked;
        asked.baseSetup = "a";
        asked.withSetup = "b";
        for (int k = 0; k < kRuns; ++k)
            asked.runs.push_back({std::to_string(k), k % 2 ? "b" : "a", k + 1, true,
                                  std::make_shared<const jr::RoadRun>(*jr::roadRun(traces[static_cast<std::size_t>(k)]))});
        benchmark::DoNotOptimize(jr::roadAnswers(asked));
    }
    state.counters["rows"] = static_cast<double>(traces.front().rows());
}
BENCHMARK(twoHundredRuns)->Unit(benchmark::kMillisecond)->UseRealTime();

void compareFourAndFour(benchmark::State& state) {
    std::vector<jr::PullFit> fits;
    const char order[] = "ABBAABBA";
    for (std::uint64_t i = 0; i < 8; ++i) {
        jr::Trace trace = testsupport::traceOf(recording(200., 10 + i, order[i] == 'B'), jr::PullKind::Roller);
        trace.header.startedEpochS = 1.7e9 + 500. * static_cast<double>(i);
        fits.push_back(std::move(jr::fitPull(trace)).value());
    }
    std::vector<const jr::PullFit*> base, with;
    for (std::size_t i = 0; i < 8; ++i)
        (order[i] == 'B' ? with : base).push_back(&fits[i]);
    for (auto _ : state)
        benchmark::DoNotOptimize(jr::compare(base, with, {}));
}
BENCHMARK(compareFourAndFour)->Unit(benchmark::kMillisecond);

/// Twelve setups, 96 pulls of about 8000 rows, in an order that comes back to each.
const std::vector<jr::Trace>& largeJob() {
    static const std::vector<jr::Trace> traces = [] {
        std::vector<jr::Trace> out;
        const standin::Recording probe = recording(200., 7);
        const double hz = 200. * 8000. / static_cast<double>(probe.rows.size());
        for (int i = 0; i < 96; ++i) {
            const int block = i / 12, setup = block % 2 ? 11 - i % 12 : i % 12;
            out.push_back(testsupport::traceOf(recording(hz, 100 + static_cast<std::uint64_t>(i), setup % 2 == 1),
                                               jr::PullKind::Roller));
            out.back().header.setup = std::to_string(setup);
            out.back().header.startedEpochS = 1.7e9 + 400. * i;
        }
        return out;
    }();
    return traces;
}

std::vector<std::vector<const jr::PullFit*>> setsOf(const std::vector<jr::PullFit>& fits) {
    std::vector<std::vector<const jr::PullFit*>> sets(12);
    for (const jr::PullFit& f : fits)
        sets[static_cast<std::size_t>(std::stoi(f.header.setup))].push_back(&f);
    return sets;
}

/// As the window does it: pulls are fitted on every core there is.
std::vector<jr::PullFit> fitAll(const std::vector<jr::Trace>& traces) {
    std::vector<jr::PullFit> fits(traces.size());
    std::atomic<std::size_t> next{0};
    std::vector<std::thread> threads;
    for (unsigned t = 0; t < std::max(1U, std::thread::hardware_concurrency()); ++t)
        threads.emplace_back([&] {
            for (std::size_t i = next++; i < traces.size(); i = next++)
                fits[i] = std::move(jr::fitPull(traces[i])).value();
        });
    for (std::thread& t : threads)
        t.join();
    return fits;
}

void largeJobFromRaw(benchmark::State& state) {
    const auto& traces = largeJob();
    for (auto _ : state) {
        const std::vector<jr::PullFit> fits = fitAll(traces);
        benchmark::DoNotOptimize(jr::compareSets(setsOf(fits), {}));
    }
}
BENCHMARK(largeJobFromRaw)->Unit(benchmark::kMillisecond)->UseRealTime();

void largeJobFitOnly(benchmark::State& state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(fitAll(largeJob()));
}
BENCHMARK(largeJobFitOnly)->Unit(benchmark::kMillisecond)->UseRealTime();

/// The same pulls as a study, as the window keeps one: setups as roots of their own, the first against the second.
std::shared_ptr<const jr::Study> studyOf(std::vector<jr::PullFit> fits) {
    std::vector<jr::StudyPull> pulls;
    std::vector<jr::SetupNode> tree;
    for (jr::PullFit& f : fits) {
        const std::string setup = f.header.setup;
        if (std::none_of(tree.begin(), tree.end(), [&](const jr::SetupNode& n) { return n.id == setup; }))
            tree.push_back({setup, setup, {}, {}});
        pulls.push_back({std::to_string(pulls.size()), static_cast<int>(pulls.size()) + 1, setup, true,
                         std::make_shared<const jr::PullFit>(std::move(f)), nullptr});
    }
    jr::StudySettings settings;
    settings.detail = 250.;
    settings.baseSetup = "0";
    settings.withSetup = "1";
    return jr::Study::make(std::move(pulls), std::move(tree), settings);
}

void largeJobOtherStandard(benchmark::State& state) {
    std::shared_ptr<const jr::Study> study = studyOf(fitAll(largeJob()));
    bool other = false;
    for (auto _ : state) {
        jr::StudySettings settings = study->settings();
        settings.standard = jr::findStandard((other = !other) ? "din-70020" : "sae-j1349");
        study = jr::Study::make(study->pulls(), study->tree(), settings, study.get());
        benchmark::DoNotOptimize(study->everySetup());
    }
}
BENCHMARK(largeJobOtherStandard)->Unit(benchmark::kMillisecond);

void largeJobOtherBand(benchmark::State& state) {
    std::shared_ptr<const jr::Study> study = studyOf(fitAll(largeJob()));
    double from = 4000.;
    for (auto _ : state) {
        jr::StudySettings settings = study->settings();
        settings.from = from = from > 5000. ? 4000. : from + 50.;
        study = jr::Study::make(study->pulls(), study->tree(), settings, study.get());
        benchmark::DoNotOptimize(study->everySetup());
    }
}
BENCHMARK(largeJobOtherBand)->Unit(benchmark::kMillisecond);

void readPullFile(benchmark::State& state) {
    const std::string text = "# jolly-ram: pull 1\n# kind: roller\n" + longRecording().text().substr(20);
    for (auto _ : state)
        benchmark::DoNotOptimize(jr::readPullFile(text, "perf"));
    state.SetBytesProcessed(static_cast<std::int64_t>(state.iterations() * text.size()));
}
BENCHMARK(readPullFile)->Unit(benchmark::kMillisecond);

/// The plain way: getline, a string stream a line, strtod a cell. The pull file reader is to be five times as fast.
void readPlainly(benchmark::State& state) {
    const std::string text = longRecording().text();
    for (auto _ : state) {
        std::istringstream in(text);
        std::string line, cell;
        std::vector<std::vector<double>> columns(5);
        while (std::getline(in, line)) {
            if (line.empty() || line[0] == '#' || line[0] == 't')
                continue;
            std::istringstream cells(line);
            std::size_t c = 0;
            while (std::getline(cells, cell, ',') && c < columns.size())
                columns[c++].push_back(std::strtod(cell.c_str(), nullptr));
        }
        benchmark::DoNotOptimize(columns);
    }
    state.SetBytesProcessed(static_cast<std::int64_t>(state.iterations() * text.size()));
}
BENCHMARK(readPlainly)->Unit(benchmark::kMillisecond);

void readForeignLog(benchmark::State& state) {
    std::string text = "Time;Roller;RPM;AFR;Coolant\ns;rad/s;rpm;;degC\n";
    for (const auto& row : longRecording().rows) {
        char line[128];
        std::snprintf(line, sizeof line, "%.4f;%.4f;%.1f;%.3f;%.2f\n", row[0], row[1], row[2], row[3], row[4]);
        for (char* c = line; *c; ++c)
            if (*c == '.')
                *c = ',';
        text += line;
    }
    for (auto _ : state) {
        const auto layout = jr::lookAtLog(text, "perf");
        benchmark::DoNotOptimize(jr::readForeignLog(text, "perf", *layout, jr::proposedMapping(*layout), {}, false));
    }
    state.SetBytesProcessed(static_cast<std::int64_t>(state.iterations() * text.size()));
}
BENCHMARK(readForeignLog)->Unit(benchmark::kMillisecond);

} // namespace
