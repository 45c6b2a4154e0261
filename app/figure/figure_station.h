// SPDX-License-Identifier: GPL-3.0-or-later
// Figure: the arithmetic of the trade between two pulls, page by page, filled from the open job; and the predictions
// that were pinned, graded by their pulls.
#pragma once

#include "app/figure/figure_page.h"
#include "app/widgets/page_stack.h"
#include "core/road/road_answers.h"

class QComboBox;

namespace jr::app {

class PinsPage;

class FigureStation : public PageStack {
    Q_OBJECT
public:
    FigureStation(const Theme& theme, JobModel& model, QWidget* parent = nullptr);
    ~FigureStation() override;
    StationFace face() const override;
    void arrive() override { refresh(); }

    FigurePage* page(const std::string& id) const;
    const std::vector<FigurePage*>& figurePages() const { return m_pages; }
    void showPageOf(const std::string& id);
    Pins& pins() { return m_pins; }
    PinsPage& board() { return *m_board; }
    const FigureFacts& facts() const { return m_facts; }
    void chooseSetup(const std::string& id);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void add(const QString& name, FigurePage* page);
    void refresh();
    void listSetups();
    FigureFacts bareFacts() const; ///< what needs no study
    RoadAsked runsAsked(const std::vector<Prediction>& pins) const;
    void askArchive(); ///< what its other jobs tell, once for each job that is opened
    void take(const FigureFacts& facts);

    JobModel& m_model;
    Pins m_pins;
    std::vector<FigurePage*> m_pages;
    PinsPage* m_board;
    QComboBox* m_setup;
    std::string m_chosen; ///< by a hand; empty: the side that is looked at
    FigureFacts m_facts;
    std::string m_askedFor; ///< the job whose others were asked
    std::vector<FlowShare> m_flowShares;
};

} // namespace jr::app
