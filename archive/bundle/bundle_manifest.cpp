// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/bundle/bundle_manifest.h"

#include "archive/formats/json_text.h"

#include <nlohmann/json.hpp>

namespace jr {
namespace {

constexpr char kManifestKind[] = "jolly_ram_bundle";
constexpr int kManifestVersion = 1;

} // namespace

Error bundleError(std::string_view code, std::vector<Argument> arguments, const std::string& place) {
    Error out{Message{code, std::move(arguments)}};
    out.file = place;
    return out;
}

std::string manifestText(const BundleManifest& manifest) {
    Json files = Json::array();
    for (const BundleFile& file : manifest.files)
        files.push_back({{"path", file.path}, {"bytes", file.bytes}, {"sha256", file.sha256}});
    const Json json = {{kManifestKind, kManifestVersion},
                       {"program", manifest.program},
                       {"made", manifest.made},
                       {"job", {{"id", manifest.jobId}, {"name", manifest.job}, {"machine", manifest.machine}}},
                       {"files", files}};
    return writeJson(json, 1) + "\n";
}

Result<BundleManifest> readManifest(std::string_view bytes, const std::string& place) {
    const Result<Json> json = readJson(bytes, place);
    if (!json)
        return json.error();
    constexpr int kUnknown = 0, kHighest = 1'000'000;
    const int version = wholeOf(*json, kManifestKind, kUnknown, kHighest, kUnknown);
    if (version == kUnknown)
        return bundleError("bundle.none", {}, place);
    if (version > kManifestVersion)
        return bundleError("bundle.newer", {}, place);
    BundleManifest out;
    out.program = textOf(*json, "program");
    out.made = textOf(*json, "made");
    const Json& job = objectOf(*json, "job");
    out.jobId = textOf(job, "id");
    out.job = textOf(job, "name");
    out.machine = textOf(job, "machine");
    for (const Json& file : listOf(*json, "files")) {
        const double length = numberOf(file, "bytes").value_or(-1.);
        BundleFile entry{textOf(file, "path"), textOf(file, "sha256"), 0};
        if (!safeZipName(entry.path) || entry.sha256.empty() || !(length >= 0.) || !(length < 1e15))
            return bundleError("bundle.damaged-list", {}, place);
        entry.bytes = static_cast<std::uint64_t>(length);
        out.files.push_back(std::move(entry));
    }
    if (out.jobId.empty() || out.files.empty())
        return bundleError("bundle.damaged-list", {}, place);
    return out;
}

} // namespace jr
