// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pull/procedure_check.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <cstdio>

namespace jr {
namespace {

std::optional<double> numberIn(std::string_view text) {
    double value = 0.;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    return error == std::errc() && end == text.data() + text.size() && std::isfinite(value) ? std::optional(value)
                                                                                            : std::nullopt;
}

template <typename... Numbers>
std::string formatted(const char* format, Numbers... numbers) {
    char buffer[200];
    std::snprintf(buffer, sizeof buffer, format, numbers...);
    return buffer;
}

/// Mean over the first second of the pull; NaN without the channel.
double atStart(const Trace& trace, ChannelId id, const ReadyPull& ready) {
    const Channel* channel = trace.find(id);
    double sum = 0., n = 0.;
    for (std::size_t i = ready.from; channel && i < ready.to && ready.timeS[i] < ready.timeS[ready.from] + 1.; ++i)
        if (const double v = channel->values[ready.row[i]]; std::isfinite(v)) {
            sum += v;
            n += 1.;
        }
    return n > 0. ? sum / n : std::nan("");
}

} // namespace

std::string procedureText(const Procedure& p) {
    return formatted("start_rpm=%.0f end_rpm=%.0f coolant_c=%g..%g intake_c=%g..%g rest_s=%g ramp_rpm_s=%g", p.startRpm,
                     p.endRpm, p.coolantFromC, p.coolantToC, p.intakeFromC, p.intakeToC, p.restS, p.rampRpmPerS);
}

std::optional<Procedure> parseProcedure(std::string_view text) {
    Procedure p;
    bool any = false;
    while (!text.empty()) {
        const std::size_t gap = std::min(text.find(' '), text.size());
        const std::string_view word = text.substr(0, gap);
        text.remove_prefix(std::min(gap + 1, text.size()));
        const std::size_t equals = word.find('=');
        if (equals == std::string_view::npos)
            continue;
        const std::string_view key = word.substr(0, equals), value = word.substr(equals + 1);
        const std::size_t dots = value.find("..");
        const auto first = numberIn(value.substr(0, std::min(dots, value.size())));
        const auto second = dots == std::string_view::npos ? std::nullopt : numberIn(value.substr(dots + 2));
        const auto one = [&](std::string_view name, double& into) {
            if (key == name && first) {
                into = *first;
                any = true;
            }
        };
        one("start_rpm", p.startRpm);
        one("end_rpm", p.endRpm);
        one("rest_s", p.restS);
        one("ramp_rpm_s", p.rampRpmPerS);
        const auto window = [&](std::string_view name, double& from, double& to) {
            if (key == name && first && second && *first < *second) {
                from = *first;
                to = *second;
                any = true;
            }
        };
        window("coolant_c", p.coolantFromC, p.coolantToC);
        window("intake_c", p.intakeFromC, p.intakeToC);
    }
    return any ? std::optional(p) : std::nullopt;
}

std::vector<Message> departuresOf(const Trace& trace, const ReadyPull& ready, const ProcedureTolerance& t) {
    std::vector<Message> out;
    const auto procedure = parseProcedure(trace.header.text(header_key::procedure));
    if (!procedure || ready.to <= ready.from + 1)
        return out;
    const double begun = ready.rpm[ready.from], ended = ready.rpm[ready.to - 1];
    if (begun > procedure->startRpm + t.startRpm)
        out.push_back({"departure.begun", {Number{begun}, Number{procedure->startRpm}}});
    if (ended < procedure->endRpm - t.endRpm)
        out.push_back({"departure.ended", {Number{ended}, Number{procedure->endRpm}}});
    const auto window = [&](std::string_view code, ChannelId id, double from, double to) {
        const double value = atStart(trace, id, ready);
        if (value < from - t.tempC || value > to + t.tempC)
            out.push_back(
                {code,
                 {Measure{value, Measured::Temperature}, Measure{from, Measured::Temperature, 0, false, false},
                  Measure{to, Measured::Temperature}}});
    };
    window("departure.coolant", ChannelId::Coolant, procedure->coolantFromC, procedure->coolantToC);
    window("departure.intake", ChannelId::IntakeAir, procedure->intakeFromC, procedure->intakeToC);
    if (const auto rest = trace.header.number(header_key::restS); rest && *rest < t.restShare * procedure->restS)
        out.push_back({"departure.rest", {Number{*rest}, Number{procedure->restS}}});
    // Only a swept brake has a ramp of its own; a roller takes as long as the engine needs, and a held step does not
    // sweep at all.
    if (trace.header.text(header_key::brakeTask) == "sweep" && procedure->rampRpmPerS > 0.) {
        const double took = ready.timeS[ready.to - 1] - ready.timeS[ready.from];
        const double ramp = took > 0. ? (ended - begun) / took : 0.;
        if (std::abs(ramp / procedure->rampRpmPerS - 1.) > t.rampShare)
            out.push_back({"departure.ramp", {Number{ramp}, Number{procedure->rampRpmPerS}}});
    }
    return out;
}

} // namespace jr
