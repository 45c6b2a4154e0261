// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/window_host.h"

#include "app/settings/view_choices.h"
#include "archive/reader/reader_settings.h"

namespace jr::app {

WindowHost::WindowHost(Theme& theme, SpokenLanguage& spoken, QObject* parent)
    : QObject(parent), m_theme(theme), m_spoken(spoken) {
    make();
}

WindowHost::~WindowHost() = default;

void WindowHost::make() {
    m_window = std::make_unique<MainWindow>(m_theme);
    // Not from within the window that goes.
    connect(m_window.get(), &MainWindow::wantedAnew, this, &WindowHost::makeAnew, Qt::QueuedConnection);
    if (m_prepare)
        m_prepare(*m_window);
}

void WindowHost::prepareEach(std::function<void(MainWindow&)> prepare) {
    m_prepare = std::move(prepare);
    m_prepare(*m_window);
}

void WindowHost::makeAnew() {
    const QString folder = m_window->archiveFolder();
    const std::string job = m_window->model().hasJob() ? m_window->model().job().id : std::string();
    const int station = m_window->station();
    const QRect place = m_window->geometry();
    const Qt::WindowStates state = m_window->windowState();
    const bool shown = m_window->isVisible();
    // The old one goes first: it keeps what it has still to keep, and lets go of the archive.
    QObject::disconnect(m_window.get(), nullptr, this, nullptr);
    m_window.reset();
    m_spoken.speak(languageAsKept());
    dress(m_theme, keptViewChoices());
    make();
    m_window->setGeometry(place);
    m_window->setWindowState(state);
    if (shown)
        m_window->show();
    const auto arrive = [this, job, station] {
        if (job.empty())
            m_window->showStation(station);
        else
            m_window->openJob(job, station);
    };
    if (folder.isEmpty())
        m_window->showStation(station);
    else
        m_window->openArchive(folder, arrive);
}

} // namespace jr::app
