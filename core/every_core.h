// SPDX-License-Identifier: GPL-3.0-or-later
// The same work for many things at once, on every core there is.
#pragma once

#include <cstddef>
#include <functional>

namespace jr {

/// Calls `work` once for each of 0 … count - 1, in no order, from several threads; comes back when all are done. Below
/// `worthAThread` things for each a further thread costs more than it saves and is not begun. `work` must not throw.
void onEveryCore(std::size_t count, std::size_t worthAThread, const std::function<void(std::size_t)>& work);

} // namespace jr
