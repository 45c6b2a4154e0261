// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/store/schema.h"

namespace jr {
namespace {

// One entry per version: the statements that lead to it from the one before.
const std::vector<std::vector<const char*>> kMigrations = {
    {
        "CREATE TABLE machine (id TEXT PRIMARY KEY, name TEXT NOT NULL UNIQUE)",
        "CREATE TABLE job (id TEXT PRIMARY KEY, name TEXT NOT NULL, machine_id TEXT REFERENCES machine(id),"
        " created TEXT NOT NULL)",
        "CREATE TABLE setup (id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES job(id), name TEXT NOT NULL,"
        " parent_id TEXT REFERENCES setup(id), mark INTEGER NOT NULL, UNIQUE(job_id, name))",
        "CREATE TABLE setup_change (id INTEGER PRIMARY KEY, setup_id TEXT NOT NULL REFERENCES setup(id), part TEXT NOT "
        "NULL,"
        " from_text TEXT NOT NULL, to_text TEXT NOT NULL)",
        "CREATE TABLE sitting (id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES job(id), day TEXT NOT NULL)",
        // raw is the pull file, compressed. It is written once; the trigger keeps it so.
        "CREATE TABLE pull (id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES job(id), setup_id TEXT NOT NULL "
        "REFERENCES setup(id),"
        " sitting_id TEXT NOT NULL REFERENCES sitting(id), number INTEGER NOT NULL, started TEXT NOT NULL, started_s "
        "REAL,"
        " source TEXT NOT NULL, mirror TEXT NOT NULL, raw BLOB NOT NULL, aside INTEGER NOT NULL DEFAULT 0, aside_why "
        "TEXT NOT NULL DEFAULT '')",
        "CREATE INDEX pull_by_job ON pull(job_id, number)",
        "CREATE TRIGGER pull_raw_once BEFORE UPDATE OF raw ON pull BEGIN SELECT RAISE(ABORT, 'raw traces are written "
        "once'); END",
        "CREATE TABLE flag_overrule (pull_id TEXT NOT NULL REFERENCES pull(id), kind TEXT NOT NULL, at_s REAL)",
        "CREATE TABLE comparison (job_id TEXT PRIMARY KEY REFERENCES job(id), base_setup TEXT NOT NULL, with_setup "
        "TEXT NOT NULL,"
        " standard TEXT NOT NULL, worth_pct REAL NOT NULL, from_rpm REAL, to_rpm REAL, detail_rpm REAL NOT NULL)",
        "CREATE TABLE mapping (name TEXT PRIMARY KEY, signature TEXT NOT NULL, columns TEXT NOT NULL)",
        "CREATE TABLE import_run (id TEXT PRIMARY KEY, started TEXT NOT NULL, files TEXT NOT NULL, finished INTEGER "
        "NOT NULL DEFAULT 0)",
        "CREATE TABLE copy_made (id INTEGER PRIMARY KEY, made TEXT NOT NULL, place TEXT NOT NULL)",
    },
    {
        // Benches and their calibrations. A calibration is never changed, only followed by a newer one.
        "CREATE TABLE bench (id TEXT PRIMARY KEY, name TEXT NOT NULL UNIQUE, address TEXT NOT NULL, facts TEXT NOT "
        "NULL)",
        "CREATE TABLE calibration (id TEXT PRIMARY KEY, bench_id TEXT NOT NULL REFERENCES bench(id), kind TEXT NOT "
        "NULL,"
        " made TEXT NOT NULL, due TEXT NOT NULL, facts TEXT NOT NULL, note TEXT NOT NULL)",
        "CREATE TRIGGER calibration_once BEFORE UPDATE ON calibration BEGIN SELECT RAISE(ABORT, 'calibrations are kept "
        "as they "
        "were made'); END",
    },
    {
        // What a change weighed and cost, whether it was forced by the one before it; claims and what became of them.
        "ALTER TABLE setup_change ADD COLUMN weight_off_kg REAL",
        "ALTER TABLE setup_change ADD COLUMN weight_on_kg REAL",
        "ALTER TABLE setup_change ADD COLUMN price REAL",
        "ALTER TABLE setup_change ADD COLUMN hours REAL",
        "ALTER TABLE setup_change ADD COLUMN note TEXT NOT NULL DEFAULT ''",
        "ALTER TABLE setup_change ADD COLUMN belongs INTEGER NOT NULL DEFAULT 0",
        "CREATE TABLE claim (id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES job(id), said TEXT NOT NULL, source "
        "TEXT NOT NULL,"
        " kind INTEGER NOT NULL, pct REAL NOT NULL, from_rpm REAL, to_rpm REAL, base_setup TEXT NOT NULL, with_setup "
        "TEXT NOT NULL,"
        " created TEXT NOT NULL)",
        "CREATE TABLE claim_verdict (id INTEGER PRIMARY KEY, claim_id TEXT NOT NULL REFERENCES claim(id), made TEXT "
        "NOT NULL, verdict"
        " INTEGER NOT NULL, reason TEXT NOT NULL, note TEXT NOT NULL)",
        "CREATE TRIGGER verdict_once BEFORE UPDATE ON claim_verdict BEGIN SELECT RAISE(ABORT, 'verdicts are kept as "
        "they were made'); END",
    },
    {
        // A job's sheets (machine, walk-round, sitting, fault hunt, put-back, plan), each one JSON text; notes and
        // photos; changes of one cylinder.
        "CREATE TABLE job_sheet (job_id TEXT NOT NULL REFERENCES job(id), kind TEXT NOT NULL, body TEXT NOT NULL,"
        " PRIMARY KEY (job_id, kind))",
        "CREATE TABLE attachment (id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES job(id), about TEXT NOT NULL,"
        " file TEXT NOT NULL, words TEXT NOT NULL, added TEXT NOT NULL)",
        "ALTER TABLE setup_change ADD COLUMN cylinder INTEGER NOT NULL DEFAULT 0",
    },
    {
        // The checksum of each pull's file, by which either half is known to be whole ('': not known yet); where a
        // job's open files stand, and how often what they say has changed; the order of pulls in time, for sittings.
        "ALTER TABLE pull ADD COLUMN sha256 TEXT NOT NULL DEFAULT ''",
        "ALTER TABLE job ADD COLUMN folder TEXT NOT NULL DEFAULT ''",
        "ALTER TABLE job ADD COLUMN revision INTEGER NOT NULL DEFAULT 0",
        "CREATE INDEX pull_by_start ON pull(job_id, started_s)",
        // A damaged trace is put right by one that has its checksum, and only so.
        "DROP TRIGGER pull_raw_once",
        "CREATE TABLE repair (pull_id TEXT PRIMARY KEY)",
        "CREATE TRIGGER pull_raw_once BEFORE UPDATE OF raw ON pull WHEN NOT EXISTS (SELECT 1 FROM repair WHERE pull_id "
        "= OLD.id) BEGIN SELECT RAISE(ABORT, 'raw traces are written once'); END",
    },
    {
        // Kinds and verdicts by their names: a number means something else once the list in the code changes.
        "ALTER TABLE claim ADD COLUMN kind_name TEXT NOT NULL DEFAULT ''",
        "UPDATE claim SET kind_name = CASE kind WHEN 1 THEN 'costs-nothing' ELSE 'gains' END",
        "ALTER TABLE claim DROP COLUMN kind",
        "ALTER TABLE claim RENAME COLUMN kind_name TO kind",
        "DROP TRIGGER verdict_once",
        "ALTER TABLE claim_verdict ADD COLUMN verdict_name TEXT NOT NULL DEFAULT ''",
        "UPDATE claim_verdict SET verdict_name = CASE verdict WHEN 0 THEN 'held' WHEN 1 THEN 'failed' ELSE 'undecided' "
        "END",
        "ALTER TABLE claim_verdict DROP COLUMN verdict",
        "ALTER TABLE claim_verdict RENAME COLUMN verdict_name TO verdict",
        "CREATE TRIGGER verdict_once BEFORE UPDATE ON claim_verdict BEGIN SELECT RAISE(ABORT, 'verdicts are kept as "
        "they were made'); END",
    },
    {
        // A comparison runs over engine or road speed; its band and detail, and a claim's band, are counted in its
        // unit.
        "ALTER TABLE comparison ADD COLUMN axis TEXT NOT NULL DEFAULT ''",
        "ALTER TABLE comparison ADD COLUMN places_axis TEXT NOT NULL DEFAULT 'engine'",
        "ALTER TABLE comparison RENAME COLUMN from_rpm TO band_from",
        "ALTER TABLE comparison RENAME COLUMN to_rpm TO band_to",
        "ALTER TABLE comparison RENAME COLUMN detail_rpm TO detail",
        "ALTER TABLE claim ADD COLUMN places_axis TEXT NOT NULL DEFAULT 'engine'",
        "ALTER TABLE claim RENAME COLUMN from_rpm TO band_from",
        "ALTER TABLE claim RENAME COLUMN to_rpm TO band_to",
    },
    {
        // What the list of jobs asks of the pulls, without the pulls themselves being read.
        "CREATE INDEX pull_in_list ON pull(job_id, setup_id, started)",
    },
};

} // namespace

Result<Done> bringToSchema(Database& db) {
    const auto number = [&](const char* pragma) -> Result<int> {
        const auto rows = db.query(QLatin1String(pragma));
        if (!rows)
            return rows.error();
        return rows->empty() ? 0 : rows->front().value(0).toInt();
    };
    const Result<int> application = number("PRAGMA application_id");
    const Result<int> version = number("PRAGMA user_version");
    const Result<int> tables = number("SELECT count(*) FROM sqlite_master");
    for (const Result<int>* r : {&application, &version, &tables})
        if (!*r)
            return r->error();
    const std::string file = db.path().toStdString();
    if (*tables > 0 && *application != kApplicationId)
        return Error{Message{"store.of-another-program"}, file};
    if (*version > kSchemaVersion)
        return Error{Message{"store.of-a-newer-program"}, file};
    if (*version == kSchemaVersion)
        return Done{};
    return db.transaction([&]() -> Result<Done> {
        for (int v = *version; v < kSchemaVersion; ++v)
            for (const char* statement : kMigrations[static_cast<std::size_t>(v)])
                if (const Result<Done> done = db.run(QLatin1String(statement)); !done)
                    return done;
        for (const QString& pragma : {QStringLiteral("PRAGMA application_id=%1").arg(kApplicationId),
                                      QStringLiteral("PRAGMA user_version=%1").arg(kSchemaVersion)})
            if (const Result<Done> done = db.run(pragma); !done)
                return done;
        return Done{};
    });
}

} // namespace jr
