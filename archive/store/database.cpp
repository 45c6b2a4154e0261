// SPDX-License-Identifier: GPL-3.0-or-later
#include "archive/store/database.h"

#include <QSqlError>
#include <QSqlQuery>
#include <QSqlRecord>
#include <QUuid>

namespace jr {
namespace {

/// SQLITE_CORRUPT and SQLITE_NOTADB, with or without an extended code.
bool isDamage(const QSqlError& error) {
    const int code = error.nativeErrorCode().toInt() & 0xFF;
    return code == 11 || code == 26;
}

/// SQLITE_NOTADB.
bool isNoDatabase(const QSqlError& error) {
    constexpr int kExtended = 0xFF, kNoDatabase = 26;
    return (error.nativeErrorCode().toInt() & kExtended) == kNoDatabase;
}

Error sqlError(const QString& path, const QSqlError& error) {
    const QString text = error.databaseText();
    Message reason{"error.in-words", {text.toStdString()}};
    if (text.contains(QLatin1String("full")))
        reason = {"store.disk-full"};
    else if (text.contains(QLatin1String("readonly")) || text.contains(QLatin1String("read-only")))
        reason = {"store.read-only"};
    else if (isDamage(error))
        reason = {"store.database-damaged"};
    else if (text.contains(QLatin1String("locked")))
        reason = {"store.busy"};
    return Error{std::move(reason), path.toStdString()};
}

} // namespace

Error Database::failed(const QSqlError& error) const {
    m_damaged = m_damaged || isDamage(error);
    return sqlError(m_path, error);
}

Result<std::unique_ptr<Database>> Database::open(const QString& path, bool* damaged) {
    const QString connection = QUuid::createUuid().toString(QUuid::WithoutBraces);
    std::unique_ptr<Database> out(new Database(path, connection));
    QSqlDatabase db = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), connection);
    db.setDatabaseName(path);
    db.setConnectOptions(QStringLiteral("QSQLITE_BUSY_TIMEOUT=4000"));
    if (!db.open())
        return sqlError(path, db.lastError());
    // SQLite opens anything lazily and would only complain later, in the middle of work: it is made to read the head.
    // It itself, never we: a plain open and close of the file would take away the locks that every other connection of
    // this program holds on it (https://sqlite.org/howtocorrupt.html, 2.2).
    QSqlQuery head(db);
    if (!head.exec(QStringLiteral("PRAGMA schema_version"))) {
        const QSqlError error = head.lastError();
        if (damaged)
            *damaged = isDamage(error);
        if (isNoDatabase(error))
            return Error{Message{"store.not-an-archive"}, path.toStdString()};
        return sqlError(path, error);
    }
    head.finish();
    for (const char* pragma : {"PRAGMA journal_mode=WAL", "PRAGMA synchronous=FULL", "PRAGMA foreign_keys=ON"}) {
        const auto done = out->query(QLatin1String(pragma));
        if (!done) {
            if (damaged)
                *damaged = out->damaged();
            return done.error();
        }
    }
    return out;
}

Database::~Database() {
    QSqlDatabase::database(m_connection, false).close();
    QSqlDatabase::removeDatabase(m_connection);
}

Result<std::vector<Row>> Database::query(const QString& sql, const QVariantList& values) const {
    QSqlQuery query(QSqlDatabase::database(m_connection, false));
    query.setForwardOnly(true);
    if (!query.prepare(sql))
        return failed(query.lastError());
    for (const QVariant& value : values)
        query.addBindValue(value);
    if (!query.exec())
        return failed(query.lastError());
    std::vector<Row> rows;
    const int columns = static_cast<int>(query.record().count());
    while (query.next()) {
        Row row;
        for (int c = 0; c < columns; ++c)
            row.append(query.value(c));
        rows.push_back(std::move(row));
    }
    if (query.lastError().isValid())
        return failed(query.lastError());
    return rows;
}

Result<Done> Database::run(const QString& sql, const QVariantList& values) {
    const auto rows = query(sql, values);
    if (!rows)
        return rows.error();
    return Done{};
}

} // namespace jr
