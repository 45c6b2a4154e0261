// SPDX-License-Identifier: GPL-3.0-or-later
// The real window on an archive of its own with the demo's jobs, for tests that drive it as a person does.
#pragma once

#include "app/frame/main_window.h"
#include "app/judge/judge_station.h"
#include "demo_job/demo_archive.h"
#include "tests/support/settled.h"

#include <QApplication>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTest>

#include <memory>

namespace testsupport {

class DemoWindow {
public:
    /// Null `problem` when all went well.
    QString begin() {
        QStandardPaths::setTestModeEnabled(true);
        m_theme.install(*static_cast<QApplication*>(QApplication::instance()));
        m_window = std::make_unique<jr::app::MainWindow>(m_theme);
        if (!openArchive(*m_window, m_dir.filePath(QStringLiteral("archive"))))
            return QStringLiteral("the archive does not open");
        if (const auto job = jr::fillWholeDemo(*archiveOf(model())); !job)
            return QString::fromStdString(job.error().text());
        m_window->show();
        return QTest::qWaitForWindowExposed(m_window.get()) ? QString() : QStringLiteral("no window");
    }
    /// The same archive in a new window, as after a restart.
    bool again() {
        m_window.reset();
        m_window = std::make_unique<jr::app::MainWindow>(m_theme);
        m_window->show();
        return openArchive(*m_window, m_dir.filePath(QStringLiteral("archive"))) &&
               QTest::qWaitForWindowExposed(m_window.get());
    }
    void end() { m_window.reset(); }

    QString file(const char* name) const { return m_dir.filePath(QLatin1String(name)); }
    jr::app::MainWindow& window() { return *m_window; }
    jr::app::Theme& theme() { return m_theme; }
    /// What a person would wait for as well: everything asked so far is answered. Loading is not waited for.
    jr::app::JobModel& model() {
        if (!m_window->model().loading())
            m_window->model().waitUntilSettled();
        return m_window->model();
    }
    jr::app::JudgeStation& judge() {
        model();
        return m_window->judge();
    }

    /// A job by its name, loaded, with Judge in view.
    bool open(const char* name) {
        const auto jobs = archiveOf(model())->jobs();
        for (const jr::JobSummary& job : *jobs)
            if (job.name == name && openJob(*m_window, job.id)) {
                model().waitUntilSettled();
                m_window->showStation(jr::app::MainWindow::Judge);
                return true;
            }
        return false;
    }
    void page(int p) {
        judge().show(p);
        QApplication::processEvents();
        model();
    }

private:
    QTemporaryDir m_dir;
    jr::app::Theme m_theme;
    std::unique_ptr<jr::app::MainWindow> m_window;
};

} // namespace testsupport
