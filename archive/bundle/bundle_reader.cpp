// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/bundle/bundle.h"

#include "archive/bundle/bundle_manifest.h"
#include "archive/disk/safe_file.h"

#include <map>
#include <set>

namespace jr {
namespace {

bool endsWith(const std::string& text, std::string_view ending) {
    return text.size() > ending.size() && text.compare(text.size() - ending.size(), ending.size(), ending) == 0;
}

/// What may lie in a bundle: nothing else is ever written.
bool knownKind(const std::string& path, const std::string& jobFolder) {
    if (path == kReadmeName || path == jobFolder + "/job.json")
        return true;
    if (path.rfind(jobFolder + "/", 0) == 0)
        return endsWith(path, ".pull.csv") && path.find('/', jobFolder.size() + 1) == std::string::npos;
    return path.rfind("photos/", 0) == 0 || path.rfind("files/", 0) == 0;
}

} // namespace

Result<BundleReader> BundleReader::open(QIODevice& device, const std::string& place, const ZipBounds& bounds) {
    Result<ZipReader> zip = ZipReader::open(device, place, bounds);
    if (!zip)
        return zip.error();
    BundleReader out(std::move(zip).value(), place);
    const Result<std::string> list = out.m_zip.read(kManifestName);
    if (!list)
        return bundleError("bundle.none", {}, place);
    Result<BundleManifest> manifest = readManifest(*list, place);
    if (!manifest)
        return manifest.error();
    out.m_manifest = std::move(manifest).value();

    std::set<std::string> listed;
    for (const BundleFile& file : out.m_manifest.files) {
        if (!listed.insert(file.path).second)
            return bundleError("bundle.damaged-list", {}, place);
        constexpr std::string_view kJobFile = "/job.json";
        if (file.path.rfind("pulls/", 0) == 0 && endsWith(file.path, kJobFile)) {
            if (!out.m_folder.empty())
                return bundleError("bundle.two-jobs", {}, place);
            out.m_folder = file.path.substr(0, file.path.size() - kJobFile.size());
        }
    }
    if (out.m_folder.empty() || out.m_folder.find('/') != out.m_folder.rfind('/'))
        return bundleError("bundle.no-job", {}, place);
    std::map<std::string, std::uint64_t> inside;
    for (const ZipEntry& entry : out.m_zip.entries()) {
        if (entry.name == kManifestName)
            continue;
        if (!listed.contains(entry.name))
            return bundleError("bundle.not-listed", {entry.name}, place);
        if (!knownKind(entry.name, out.m_folder))
            return bundleError("bundle.strange-file", {entry.name}, place);
        inside[entry.name] = entry.bytes;
    }
    for (const BundleFile& file : out.m_manifest.files) {
        const auto there = inside.find(file.path);
        if (there == inside.end())
            return bundleError("bundle.missing", {file.path}, place);
        if (there->second != file.bytes)
            return bundleError("bundle.not-as-listed", {file.path}, place);
    }
    const Result<std::string> text = out.m_zip.read(out.m_folder + "/job.json");
    if (!text)
        return text.error();
    Result<JobFile> job = readJobFile(*text, place);
    if (!job)
        return job.error();
    out.m_job = std::move(job).value();
    if (!out.m_job.checked || out.m_job.id != out.m_manifest.jobId)
        return bundleError("bundle.damaged-job", {}, place);
    return out;
}

Result<Done> BundleReader::each(const std::function<Result<Done>(const BundleFile&, std::string&&)>& take) {
    std::map<std::string, const BundleFile*> listed;
    for (const BundleFile& file : m_manifest.files)
        listed.emplace(file.path, &file);
    return m_zip.each([&](const ZipEntry& entry, std::string&& bytes) -> Result<Done> {
        const auto file = listed.find(entry.name);
        if (file == listed.end())
            return Done{}; // the list itself
        if (sha256(bytes) != file->second->sha256)
            return bundleError("bundle.not-as-listed", {entry.name}, m_place);
        return take(*file->second, std::move(bytes));
    });
}

} // namespace jr
