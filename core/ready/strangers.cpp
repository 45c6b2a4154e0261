// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ready/strangers.h"

#include "core/pull/header_keys.h"

#include <algorithm>
#include <cctype>

namespace jr {
namespace {

bool onABench(PullKind kind) {
    return kind == PullKind::Roller || kind == PullKind::Brake;
}

/// Without case and blanks; a name in letters of another script stays as it is.
std::string plainName(const std::string& name) {
    std::string out;
    for (const char c : name)
        if (!std::isspace(static_cast<unsigned char>(c)))
            out += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return out;
}

bool sameName(const std::string& a, const std::string& b) {
    return plainName(a) == plainName(b);
}

} // namespace

PullOrigin originOf(const PullHeader& header) {
    return {header.machine, std::string(header.text(header_key::bench)), header.kind};
}

std::vector<Message> strangersTo(const std::string& jobMachine, const std::vector<PullOrigin>& there,
                                 const PullOrigin& coming) {
    std::vector<Message> out;
    if (!onABench(coming.kind))
        return out;
    // Of each the first that is named, for words, and whether any of them is the one that comes.
    struct Seen {
        std::string first;
        bool same = false;
        void take(const std::string& name, const std::string& asked) {
            if (name.empty())
                return;
            if (first.empty())
                first = name;
            same = same || sameName(name, asked);
        }
        bool strange(const std::string& asked) const { return !asked.empty() && !first.empty() && !same; }
    } machine, bench;
    bool anyKind = false, sameKind = false;
    PullKind kind = coming.kind;
    machine.take(jobMachine, coming.machine);
    for (const PullOrigin& one : there) {
        if (!onABench(one.kind))
            continue;
        machine.take(one.machine, coming.machine);
        bench.take(one.bench, coming.bench);
        if (!anyKind)
            kind = one.kind;
        anyKind = true;
        sameKind = sameKind || one.kind == coming.kind;
    }
    if (machine.strange(coming.machine))
        out.push_back({"stranger.machine", {coming.machine, machine.first}});
    if (anyKind && !sameKind)
        out.push_back({"stranger.kind", {Term{std::string(kindText(coming.kind))}, Term{std::string(kindText(kind))}}});
    if (bench.strange(coming.bench))
        out.push_back({"stranger.bench", {coming.bench, bench.first}});
    return out;
}

} // namespace jr
