// SPDX-License-Identifier: GPL-3.0-or-later
// The window asks its keeper and goes on; a test waits for what a person would see come.
#pragma once

#include "app/frame/main_window.h"

#include <memory>

namespace testsupport {

/// False when it could not be opened; the one before is open then.
inline bool openArchive(jr::app::MainWindow& window, const QString& folder) {
    bool well = false;
    window.openArchive(folder, [&] { well = true; });
    window.waitUntilSettled();
    return well;
}

inline bool openJob(jr::app::MainWindow& window, const std::string& jobId) {
    bool well = false;
    window.model().openJob(jobId, [&](bool opened) { well = opened; });
    window.waitUntilSettled();
    return well;
}

/// The archive of the window as it is on the disk once all that was asked of it is done, opened as another program
/// would.
inline std::unique_ptr<jr::Archive> archiveOf(jr::app::JobModel& model) {
    model.waitUntilSettled();
    return jr::Archive::open(model.keeper()->folder()).value();
}

} // namespace testsupport
