// SPDX-License-Identifier: GPL-3.0-or-later
// An answer that is worked out when it is first asked for and kept: once, whoever asks and from whichever thread; who
// asks for one that is being worked out waits for it.
#pragma once

#include <atomic>
#include <map>
#include <memory>
#include <mutex>
#include <optional>

namespace jr {

template <class Key, class Answer>
class Kept {
public:
    template <class Work>
    const Answer& get(const Key& key, Work&& work) const {
        std::shared_ptr<Entry> entry;
        {
            const std::lock_guard lock(m_mutex);
            auto& known = m_entries[key];
            if (!known)
                known = std::make_shared<Entry>();
            entry = known;
        }
        std::call_once(entry->once, [&] {
            entry->answer.emplace(work());
            entry->done = true;
        });
        return *entry->answer; // entries are never taken out, so it lives as long as this does
    }

    /// What is known already, without working anything out or waiting; null when it is not.
    const Answer* known(const Key& key) const {
        const std::lock_guard lock(m_mutex);
        const auto at = m_entries.find(key);
        return at != m_entries.end() && at->second->done ? &*at->second->answer : nullptr;
    }

private:
    struct Entry {
        std::once_flag once;
        std::optional<Answer> answer;
        std::atomic<bool> done = false;
    };
    mutable std::mutex m_mutex;
    mutable std::map<Key, std::shared_ptr<Entry>> m_entries;
};

/// The same for a question without particulars.
template <class Answer>
class KeptOne {
public:
    template <class Work>
    const Answer& get(Work&& work) const {
        return m_kept.get(0, work);
    }
    const Answer* known() const { return m_kept.known(0); }

private:
    Kept<int, Answer> m_kept;
};

} // namespace jr
