// SPDX-License-Identifier: GPL-3.0-or-later
// How the program reads, looks and sounds to one person, and where the records are. Every choice is a row of the same
// thing said in each way there is; the card beside shows a result as it reads now. Each takes effect at once; a language
// or a text size makes the window anew.
#pragma once

#include "app/model/copy_desk.h"
#include "app/model/job_model.h"
#include "app/settings/view_choices.h"
#include "app/widgets/station.h"

#include <functional>

class QButtonGroup;
class QGridLayout;
class QLabel;
class QPushButton;

namespace jr::app {

class SettingsStation : public Station {
    Q_OBJECT
public:
    SettingsStation(Theme& theme, JobModel& model, CopyDesk& copies, QWidget* parent = nullptr);
    StationFace face() const override;
    void arrive() override;

signals:
    void wantedAnew(); ///< the window, in another language or size of text
    void viewChosen(); ///< sounds, or what a new job begins with
    void archiveWanted(const QString& folder);

private:
    QButtonGroup* addRow(const QString& name, const QStringList& ways, int now, std::function<void(int)> chosen);
    void addHeading(const QString& words);
    void addUnits();
    void addReading();
    void addLook();
    void addRecords();
    QWidget* buildSpecimen();
    void chooseUnit(std::size_t which, const Unit& unit);
    void followUnits();
    void showSpecimen();
    void showPlaces();

    Theme& m_theme;
    JobModel& m_model;
    CopyDesk& m_copies;
    ViewChoices m_view;
    QGridLayout* m_rows = nullptr;
    std::vector<QButtonGroup*> m_units;
    QButtonGroup* m_light = nullptr;
    QLabel* m_power = nullptr;
    QLabel* m_sentence = nullptr;
    QLabel* m_rest = nullptr;
    QLabel* m_archive = nullptr;
    QLabel* m_copy = nullptr;
};

} // namespace jr::app
