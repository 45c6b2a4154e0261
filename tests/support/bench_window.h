// SPDX-License-Identifier: GPL-3.0-or-later
// The real window on the Pull station with an empty archive, for tests that make pulls on the real stand-in as a person
// does.
#pragma once

#include "app/frame/main_window.h"
#include "app/pull/pull_station.h"
#include "tests/support/settled.h"

#include <QApplication>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTest>

#include <memory>

namespace testsupport {

class BenchWindow {
public:
    /// Empty when all went well.
    QString begin(const QString& archive) {
        m_theme.install(*qobject_cast<QApplication*>(QCoreApplication::instance()));
        m_window = std::make_unique<jr::app::MainWindow>(m_theme);
        if (!openArchive(*m_window, m_dir.filePath(archive)))
            return QStringLiteral("the archive does not open");
        m_window->resize(1280, 800);
        m_window->show();
        m_window->showStation(jr::app::MainWindow::Pull);
        return QTest::qWaitForWindowExposed(m_window.get()) ? QString() : QStringLiteral("no window");
    }
    void end() { m_window.reset(); }

    QString file(const QString& name) const { return m_dir.filePath(name); }
    jr::app::MainWindow& window() { return *m_window; }
    /// Everything asked so far is answered, as a person would wait for it.
    jr::app::JobModel& model() {
        if (!m_window->model().loading())
            m_window->model().waitUntilSettled();
        return m_window->model();
    }
    jr::app::BenchModel& bench() { return m_window->bench(); }
    jr::app::PullStation& station() { return m_window->pullStation(); }
    bool ready(int ms = 30000) {
        return QTest::qWaitFor(
            [&] {
                return bench().link().bench() && bench().link().snapshot().link == jr::LinkState::Streaming &&
                       bench().link().snapshot().state == jr::BenchState::Ready;
            },
            ms);
    }
    QPushButton* offer(const QString& name) {
        return station().findChild<QPushButton*>(QStringLiteral("offer-") + name);
    }
    /// What a person does: press the button that asks the rider for a pull, wait for the card, press Enter.
    bool onePull() {
        QPushButton* button = offer(QStringLiteral("pull"));
        if (!button || !ready())
            return false;
        QTest::mouseClick(button, Qt::LeftButton);
        if (!QTest::qWaitFor([&] { return bench().card().has_value(); }, 30000))
            return false;
        QTest::keyClick(&station(), Qt::Key_Return);
        return !bench().card();
    }

private:
    QTemporaryDir m_dir;
    jr::app::Theme m_theme;
    std::unique_ptr<jr::app::MainWindow> m_window;
};

} // namespace testsupport
