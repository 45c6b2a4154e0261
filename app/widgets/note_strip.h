// SPDX-License-Identifier: GPL-3.0-or-later
// Notes and photos of one thing (a setup, a pull, a step), as a row of cards. Photos are copied into the archive and
// shown scaled.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QWidget>

class QHBoxLayout;
class QLineEdit;
class QScrollArea;

namespace jr::app {

class NoteStrip : public QWidget {
    Q_OBJECT
public:
    NoteStrip(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    /// "setup:long stack", "pull:ID", "step:washer"; empty: nothing is chosen.
    void setAbout(const std::string& about);
    int shownCount() const;
    void addNote(const QString& words);
    void addPhoto(const QString& path);

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void refresh();
    void keep(const QString& words, const QString& photo);

    const Theme& m_theme;
    JobModel& m_model;
    std::string m_about;
    QScrollArea* m_scroll;
    QHBoxLayout* m_cards;
    QLineEdit* m_words;
    QWidget* m_tools;
};

} // namespace jr::app
