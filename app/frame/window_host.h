// SPDX-License-Identifier: GPL-3.0-or-later
// Keeps the program's one window, and makes it anew where a choice needs that: another language, another size of text.
// The new one stands where the old one stood, on the same archive, job and station.
#pragma once

#include "app/frame/main_window.h"
#include "app/words/catalogue.h"

#include <functional>
#include <memory>

namespace jr::app {

class WindowHost : public QObject {
    Q_OBJECT
public:
    WindowHost(Theme& theme, SpokenLanguage& spoken, QObject* parent = nullptr);
    ~WindowHost() override;

    MainWindow& window() { return *m_window; }
    /// What every window is told before it is shown, this one and those that come after it.
    void prepareEach(std::function<void(MainWindow&)> prepare);
    void makeAnew();

private:
    void make();

    Theme& m_theme;
    SpokenLanguage& m_spoken;
    std::function<void(MainWindow&)> m_prepare;
    std::unique_ptr<MainWindow> m_window;
};

} // namespace jr::app
