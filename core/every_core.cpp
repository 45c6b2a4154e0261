// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/every_core.h"

#include <algorithm>
#include <atomic>
#include <thread>
#include <vector>

namespace jr {

void onEveryCore(std::size_t count, std::size_t worthAThread, const std::function<void(std::size_t)>& work) {
    std::atomic<std::size_t> next{0};
    const auto some = [&] {
        for (std::size_t i = next++; i < count; i = next++)
            work(i);
    };
    const std::size_t threads =
        std::clamp<std::size_t>(std::thread::hardware_concurrency(), 1,
                                std::max<std::size_t>(1, count / std::max<std::size_t>(1, worthAThread)));
    std::vector<std::jthread> others;
    for (std::size_t k = 1; k < threads; ++k)
        others.emplace_back(some);
    some();
}

} // namespace jr
