// SPDX-License-Identifier: GPL-3.0-or-later
// Where the study of the open job is worked out: in a thread of its own, so that nothing the window does waits for it.
// A question is a piece of work that reads the study and gives back what is to be done with the answer in the window's
// thread. The newest question of an asker wins; a new study abandons the one before and all that was asked of it.
#pragma once

#include "core/study/study.h"

#include <QObject>
#include <QPointer>
#include <QThreadPool>

#include <functional>
#include <map>
#include <memory>

namespace jr::app {

using StudyPtr = std::shared_ptr<const Study>;

class StudyDesk : public QObject {
    Q_OBJECT
public:
    using Draw = std::function<void()>;
    using Work = std::function<Draw(const StudyPtr&)>;

    explicit StudyDesk(QObject* parent = nullptr);
    ~StudyDesk() override;

    /// The study that is asked from now on.
    void lay(StudyPtr study);
    const StudyPtr& study() const { return m_study; }
    /// Nothing is called back after `asker` is gone, and nothing of a study that is no longer on the desk.
    void ask(QObject* asker, Work work);
    bool working() const { return m_open > 0; }
    /// Lets the window live until every question is answered.
    void waitUntilAnswered();

signals:
    void workingChanged(bool working);

private:
    void finished();

    StudyPtr m_study;
    QThreadPool m_thread;
    std::map<QObject*, quint64> m_newest; ///< question of each asker that still matters
    quint64 m_asked = 0;
    int m_open = 0;
};

} // namespace jr::app
