// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/story_picker.h"

#include "app/words/words.h"

#include <QCheckBox>
#include <QComboBox>
#include <QScrollArea>
#include <QStandardItemModel>
#include <QVBoxLayout>

namespace jr::app {

StoryPicker::StoryPicker(JobModel& model, QWidget* parent) : QFrame(parent), m_model(model) {
    setProperty("card", true);
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(14, 12, 8, 10);
    auto* title = new Words(tr("What it tells"));
    title->setProperty("strong", true);
    down->addWidget(title);
    m_story = new QComboBox;
    m_story->setAccessibleName(tr("What the sheet tells"));
    m_story->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    for (const SheetStory story : sheetStories())
        m_story->addItem(storyWords(story));
    down->addWidget(m_story);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    auto* list = new QVBoxLayout(inner);
    list->setContentsMargins(0, 4, 4, 0);
    list->setSpacing(2);
    for (const SheetPart part : sheetParts()) {
        auto* box = new QCheckBox(partWords(part));
        box->setObjectName(QString::fromStdString(partId(part)));
        list->addWidget(box);
        m_parts[part] = box;
        connect(box, &QCheckBox::clicked, this, [this, part](bool on) { tick(part, on); });
    }
    list->addStretch(1);
    scroll->setWidget(inner);
    down->addWidget(scroll, 1);
    connect(m_story, &QComboBox::activated, this, [this](int i) { choose(sheetStories()[static_cast<std::size_t>(i)]); });
}

SheetChoice StoryPicker::now() const {
    return sheetChoiceOf(paperSheetOf(m_model.sheet(sheet_kind::paper)));
}

void StoryPicker::choose(SheetStory story) {
    if (m_model.hasJob())
        m_model.setSheet(sheet_kind::paper, sheetBody(PaperSheet{storyId(story), {}, {}}), tr("choose what the sheet tells"));
}

void StoryPicker::tick(SheetPart part, bool on) {
    if (!m_model.hasJob())
        return;
    SheetChoice choice = now();
    if (on)
        choice.parts.insert(part);
    else
        choice.parts.erase(part);
    m_model.setSheet(sheet_kind::paper, sheetBody(paperOf(choice)),
                     on ? tr("put a part on the sheet") : tr("leave a part off the sheet"));
}

void StoryPicker::refresh() {
    const SheetChoice choice = now();
    m_story->setCurrentIndex(static_cast<int>(choice.story));
    m_story->setToolTip(plainTip(storyWords(choice.story)));
    auto* rows = qobject_cast<QStandardItemModel*>(m_story->model());
    for (const SheetStory story : sheetStories()) {
        const QString why = whyNotTold(m_model, story);
        QStandardItem* row = rows->item(static_cast<int>(story));
        row->setEnabled(why.isEmpty());
        row->setToolTip(plainTip(why));
    }
    for (const auto& [part, box] : m_parts) {
        box->setChecked(choice.parts.contains(part));
        box->setEnabled(m_model.hasJob());
    }
}

} // namespace jr::app
