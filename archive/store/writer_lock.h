// SPDX-License-Identifier: GPL-3.0-or-later
// One writer at a time. The lock is the kernel's (flock on a file in the archive), so it goes with the process however
// that ends; the file says in words who writes, for whoever has to wait.
#pragma once

#include "core/result.h"

#include <QString>

#include <memory>

namespace jr {

class WriterLock {
public:
    struct State;
    using Shared = std::weak_ptr<State>;

    /// Waits up to `patienceMs` for other programs. `mine` is where an archive keeps its own: held already, it is
    /// shared. Errors: who is writing, and what.
    static Result<WriterLock> take(const QString& folder, const char* what, Shared& mine, int patienceMs = 6000);

private:
    explicit WriterLock(std::shared_ptr<State> state) : m_state(std::move(state)) {}
    std::shared_ptr<State> m_state;
};

} // namespace jr
