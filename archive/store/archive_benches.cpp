// Benches and calibrations: in the database, and again in benches.json beside it.
#include "archive/formats/pull_file.h"
#include "archive/store/archive.h"

#include <nlohmann/json.hpp>

#include <QFileInfo>
#include <QUuid>

namespace jr {
namespace {

using Json = nlohmann::ordered_json;
using Facts = std::vector<std::pair<std::string, std::string>>;

QString q(const std::string& text) {
    return QString::fromStdString(text);
}
std::string s(const QVariant& value) {
    return value.toString().toStdString();
}

Json factsJson(const Facts& facts) {
    Json out = Json::object();
    for (const auto& [key, value] : facts)
        out[key] = value;
    return out;
}

Facts factsOf(const Json& json) {
    Facts out;
    if (json.is_object())
        for (const auto& [key, value] : json.items())
            if (value.is_string())
                out.emplace_back(key, value.get<std::string>());
    return out;
}

Facts factsOf(const QVariant& text) {
    return factsOf(Json::parse(s(text), nullptr, false));
}

} // namespace

Result<std::vector<BenchRecord>> Archive::benches() const {
    const auto rows = m_db->query(QStringLiteral("SELECT id, name, address, facts FROM bench ORDER BY name"));
    if (!rows)
        return rows.error();
    std::vector<BenchRecord> out;
    for (const Row& r : *rows)
        out.push_back({s(r[0]), s(r[1]), s(r[2]), factsOf(r[3])});
    return out;
}

Result<std::string> Archive::saveBench(const BenchRecord& bench) {
    if (bench.name.empty())
        return Error{"a bench needs a name"};
    std::string id;
    const Result<Done> done = m_db->transaction([&]() -> Result<Done> {
        const auto found = m_db->query(QStringLiteral("SELECT id FROM bench WHERE name = ?"), {q(bench.name)});
        if (!found)
            return found.error();
        id = found->empty() ? QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString() : s(found->front()[0]);
        const QString facts = q(factsJson(bench.facts).dump());
        if (found->empty())
            return m_db->run(QStringLiteral("INSERT INTO bench (id, name, address, facts) VALUES (?, ?, ?, ?)"),
                             {q(id), q(bench.name), q(bench.address), facts});
        return m_db->run(QStringLiteral("UPDATE bench SET address = ?, facts = ? WHERE id = ?"),
                         {q(bench.address), facts, q(id)});
    });
    if (!done)
        return done.error();
    if (const Result<Done> written = writeBenchFile(); !written)
        return written.error();
    return id;
}

Result<Done> Archive::addCalibration(const CalibrationRecord& c) {
    const std::string id = c.id.empty() ? QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString() : c.id;
    const Result<Done> done = m_db->transaction([&] {
        return m_db->run(
            QStringLiteral(
                "INSERT INTO calibration (id, bench_id, kind, made, due, facts, note) VALUES (?, ?, ?, ?, ?, ?, ?)"),
            {q(id), q(c.benchId), q(c.kind), q(c.made), q(c.due), q(factsJson(c.facts).dump()), q(c.note)});
    });
    return done ? writeBenchFile() : done;
}

Result<std::vector<CalibrationRecord>> Archive::calibrations(const std::string& benchId) const {
    const auto rows =
        m_db->query(QStringLiteral("SELECT id, kind, made, due, facts, note FROM calibration WHERE bench_id = ?"
                                   " ORDER BY made DESC, id"),
                    {q(benchId)});
    if (!rows)
        return rows.error();
    std::vector<CalibrationRecord> out;
    for (const Row& r : *rows)
        out.push_back({s(r[0]), benchId, s(r[1]), s(r[2]), s(r[3]), factsOf(r[4]), s(r[5])});
    return out;
}

Result<Done> Archive::writeBenchFile() const {
    const auto all = benches();
    if (!all)
        return all.error();
    Json list = Json::array();
    for (const BenchRecord& b : *all) {
        const auto history = calibrations(b.id);
        if (!history)
            return history.error();
        Json calibrationList = Json::array();
        for (const CalibrationRecord& c : *history)
            calibrationList.push_back({{"id", c.id},
                                       {"kind", c.kind},
                                       {"made", c.made},
                                       {"due", c.due},
                                       {"facts", factsJson(c.facts)},
                                       {"note", c.note}});
        list.push_back({{"name", b.name},
                        {"address", b.address},
                        {"facts", factsJson(b.facts)},
                        {"calibrations", calibrationList}});
    }
    return writeBytes((m_folder + QStringLiteral("/benches.json")).toStdString(),
                      Json{{"jolly-ram", "benches 1"}, {"benches", list}}.dump(1) + "\n");
}

/// Only into an archive that knows no benches: what is in the database is never overwritten from outside.
Result<Done> Archive::readBenchFile() {
    const auto known = benches();
    const std::string path = (m_folder + QStringLiteral("/benches.json")).toStdString();
    if (!known || !known->empty() || !QFileInfo::exists(q(path)))
        return Done{};
    const Result<std::string> bytes = readBytes(path);
    if (!bytes)
        return bytes.error();
    const Json json = Json::parse(*bytes, nullptr, false);
    if (!json.is_object() || !json.value("benches", Json()).is_array())
        return Error{"not a list of benches", path};
    const auto text = [](const Json& j, const char* key) {
        return j.contains(key) && j[key].is_string() ? j[key].get<std::string>() : std::string();
    };
    for (const Json& b : json["benches"]) {
        if (!b.is_object())
            continue;
        const Result<std::string> id =
            saveBench({"", text(b, "name"), text(b, "address"), factsOf(b.value("facts", Json::object()))});
        if (!id)
            return id.error();
        const Json history = b.value("calibrations", Json::array());
        for (const Json& c : history)
            if (c.is_object())
                if (const Result<Done> added =
                        addCalibration({text(c, "id"), *id, text(c, "kind"), text(c, "made"), text(c, "due"),
                                        factsOf(c.value("facts", Json::object())), text(c, "note")});
                    !added)
                    return added;
    }
    return Done{};
}

} // namespace jr
