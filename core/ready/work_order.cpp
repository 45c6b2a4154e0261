// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/work_order.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace jr {

std::vector<FitLine> usualFitLines(MachineKind machine) {
    std::vector<FitLine> out;
    const auto line = [&](const char* key, const char* words) {
        out.push_back({key, words, Fit::NotLooked, {}, {}, {}});
    };
    const bool hand = machine == MachineKind::HandHeld, sled = machine == MachineKind::Sled;
    const bool belt = machine == MachineKind::Cvt || sled;
    line("starts", "starts and idles");
    if (!hand)
        line("moves", "moves by itself");
    line("leaks", "no leak of fuel, oil or coolant");
    line("drive", hand   ? "chain or cutter, its guard and its brake"
                  : belt ? "drive belt and its guard"
                         : "chain and sprockets");
    if (!hand && !sled)
        line("tyres", "tyres sound, with tread, and not too old");
    if (sled)
        line("track", "track and its tension");
    if (!hand)
        line("brakes", "brakes hold and let go");
    if (!hand)
        line("lights", "no warning light stays on");
    line("debris",
         machine == MachineKind::FourStroke ? "no debris in oil or filter" : "no debris in filter or gear oil");
    line("loose", "nothing loose or cracked: mounts, exhaust, intake");
    return out;
}

std::vector<FitLine> fitLinesOf(MachineKind machine, const std::vector<FitLine>& looked) {
    std::vector<FitLine> out = usualFitLines(machine);
    for (const FitLine& line : looked) {
        const auto same = std::find_if(out.begin(), out.end(), [&](const FitLine& l) { return l.key == line.key; });
        if (same != out.end()) {
            const std::string words = same->words; // of this kind
            *same = line;
            same->words = words;
        } else if (line.fit != Fit::NotLooked || !line.what.empty()) {
            out.push_back(line);
        }
    }
    return out;
}

FitState fitState(const WorkOrder& order) {
    FitState out;
    for (const FitLine& line : order.fit) {
        ++out.all;
        out.looked += line.fit != Fit::NotLooked;
        if (line.fit == Fit::Wrong)
            out.wrong.push_back(line.words);
    }
    return out;
}

std::vector<Caution> orderCautions(const WorkOrder& order) {
    std::vector<Caution> out;
    for (const FitLine& line : order.fit)
        if (line.fit == Fit::Wrong)
            out.push_back({"not-fit", line.what.empty() ? Message{"order.not-fit", {Term{line.words}}}
                                                        : Message{"order.not-fit-what", {Term{line.words}, line.what}}});
    std::vector<std::string> missing;
    for (const KitLine& line : order.kit) {
        if (line.state == KitState::Missing)
            missing.push_back(line.part);
        if (line.state == KitState::Substituted)
            out.push_back({"part-substituted", line.instead.empty()
                                                   ? Message{"order.substituted", {line.part}}
                                                   : Message{"order.substituted-by", {line.part, line.instead}}});
    }
    if (!missing.empty())
        out.push_back({"part-missing", {"order.missing", {Names{missing}}}});
    return out;
}

std::vector<DueLook> dueLooks(const WorkOrder& earlier, std::optional<double> kmNow, std::optional<double> hoursNow) {
    std::vector<DueLook> out;
    const auto left = [](std::optional<double> after, std::optional<double> then, std::optional<double> now) {
        return after && then && now ? std::optional(*then + *after - *now) : std::nullopt;
    };
    for (const LookAgain& look : earlier.lookAgain) {
        DueLook one{look, false, left(look.afterKm, earlier.distanceKm, kmNow),
                    left(look.afterHours, earlier.hoursRun, hoursNow)};
        // What cannot be reckoned is asked for rather than forgotten.
        const bool reckoned = one.leftKm || one.leftHours;
        one.due = !reckoned || one.leftKm.value_or(1.) <= 0. || one.leftHours.value_or(1.) <= 0.;
        out.push_back(std::move(one));
    }
    return out;
}

Message lookMessage(const LookAgain& look) {
    if (look.afterKm && look.afterHours)
        return {"order.look-km-hours", {look.what, Number{*look.afterKm}, Number{*look.afterHours}}};
    if (look.afterKm)
        return {"order.look-km", {look.what, Number{*look.afterKm}}};
    if (look.afterHours)
        return {"order.look-hours", {look.what, Number{*look.afterHours}}};
    return {"order.look-next", {look.what}};
}

bool hit(const Guess& guess, const GuessOutcome& outcome) {
    return guess.gainPct >= outcome.lowPct && guess.gainPct <= outcome.highPct;
}

std::vector<GuessRecord> guessRecords(const std::vector<WorkOrder>& orders) {
    std::map<std::string, GuessRecord> byName;
    for (const WorkOrder& order : orders)
        if (order.outcome)
            for (const Guess& guess : order.guesses) {
                GuessRecord& record = byName[guess.who];
                record.who = guess.who;
                ++record.guesses;
                record.hits += hit(guess, *order.outcome);
                record.meanMissPct += std::abs(guess.gainPct - order.outcome->gainPct); // a sum until all are in
            }
    std::vector<GuessRecord> out;
    for (auto& [who, record] : byName) {
        record.meanMissPct /= record.guesses;
        out.push_back(record);
    }
    std::stable_sort(out.begin(), out.end(),
                     [](const GuessRecord& a, const GuessRecord& b) { return a.guesses > b.guesses; });
    return out;
}

std::optional<Message> quoteMessage(const WorkOrder& order) {
    const bool hours = order.quotedHours && order.usedHours, price = order.quotedPrice && order.usedPrice;
    if (hours && price)
        return Message{"order.quote-both",
                       {Number{*order.usedHours, 1}, Number{*order.quotedHours, 1}, Number{*order.usedPrice, 0},
                        Number{*order.quotedPrice, 0}}};
    if (hours)
        return Message{"order.quote-hours", {Number{*order.usedHours, 1}, Number{*order.quotedHours, 1}}};
    if (price)
        return Message{"order.quote-price", {Number{*order.usedPrice, 0}, Number{*order.quotedPrice, 0}}};
    return std::nullopt;
}

} // namespace jr
