// SPDX-License-Identifier: GPL-3.0-or-later
// The one narrow place where SQL is spoken. Portable SQL only above it, so that another engine can stand here later.
#pragma once

#include "core/result.h"

#include <QSqlDatabase>
#include <QString>
#include <QVariantList>

#include <memory>
#include <vector>

class QSqlError;

namespace jr {

using Row = QVariantList;

class Database {
public:
    /// Opens or creates an SQLite file in WAL mode with foreign keys on. Errors: cannot be opened, not a database,
    /// damaged.
    /// `damaged` is set when it is damage, which a rebuild cures.
    static Result<std::unique_ptr<Database>> open(const QString& path, bool* damaged = nullptr);
    ~Database();
    Database(const Database&) = delete;
    Database& operator=(const Database&) = delete;

    Result<std::vector<Row>> query(const QString& sql, const QVariantList& values = {}) const;
    Result<Done> run(const QString& sql, const QVariantList& values = {});

    /// Runs `work` in a transaction: committed when it returns ok, rolled back otherwise.
    template <class Work>
    Result<Done> transaction(Work work) {
        if (Result<Done> begun = run(QStringLiteral("BEGIN IMMEDIATE")); !begun)
            return begun;
        Result<Done> done = work();
        if (done)
            done = run(QStringLiteral("COMMIT"));
        if (!done)
            (void)run(QStringLiteral("ROLLBACK"));
        return done;
    }

    const QString& path() const { return m_path; }
    /// Some statement met damage since it was opened.
    bool damaged() const { return m_damaged; }

private:
    Database(QString path, QString connection) : m_path(std::move(path)), m_connection(std::move(connection)) {}
    Error failed(const QSqlError& error) const;

    QString m_path, m_connection;
    mutable bool m_damaged = false;
};

} // namespace jr
