// SPDX-License-Identifier: GPL-3.0-or-later
// What is handed over: the story, and the parts that are ticked. The page beside lays itself out anew with each.
#pragma once

#include "app/handover/sheet_story.h"
#include "app/model/job_model.h"

#include <QFrame>

#include <map>

class QCheckBox;
class QComboBox;

namespace jr::app {

class StoryPicker : public QFrame {
    Q_OBJECT
public:
    explicit StoryPicker(JobModel& model, QWidget* parent = nullptr);
    void refresh();

private:
    void choose(SheetStory story);
    void tick(SheetPart part, bool on);
    SheetChoice now() const;

    JobModel& m_model;
    QComboBox* m_story;
    std::map<SheetPart, QCheckBox*> m_parts;
};

} // namespace jr::app
