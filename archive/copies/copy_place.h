// SPDX-License-Identifier: GPL-3.0-or-later
// The place a copy goes to, held open from its first file to its last. A stick that is pulled out leaves its mount
// point behind, an empty folder of the very disk the copy is to save from: what is written over a path would go there.
// Through the open folder it goes to the file system that was chosen, or nowhere.
#pragma once

#include "core/result.h"

#include <QString>

#include <memory>
#include <string>

namespace jr {

class CopyPlace {
public:
    /// Errors: not there, or no folder.
    static Result<CopyPlace> hold(const QString& place);

    /// A path to the folder that leads there whatever becomes of the place's own path.
    std::string heldPath() const;
    /// Whether the place's own path still leads to the folder that is held.
    bool stillThere() const;
    /// A held path as people know it.
    std::string shown(const std::string& path) const;
    /// Bytes that may still be written there; less than 0: the system does not tell.
    long long bytesFree() const;

private:
    struct Held;
    explicit CopyPlace(std::shared_ptr<const Held> held) : m_held(std::move(held)) {}
    std::shared_ptr<const Held> m_held;
};

/// Whether two folders lie on one file system. False where one is not there.
bool onOneFileSystem(const QString& one, const QString& other);

} // namespace jr
