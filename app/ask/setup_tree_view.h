// SPDX-License-Identifier: GPL-3.0-or-later
// The setups as cards in a family tree: each hangs from its parent with only its changes written on the branch.
#pragma once

#include "app/model/job_model.h"
#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class SetupTreeView : public QWidget {
    Q_OBJECT
public:
    SetupTreeView(const Theme& theme, const JobModel& model, QWidget* parent = nullptr);
    void refresh();
    const std::string& chosen() const { return m_chosen; }
    void choose(const std::string& setupId);
    QSize sizeHint() const override { return {500, std::max(180, m_height)}; }

signals:
    void chosenChanged();
    /// F2 or a double click; Delete. A context menu offers both.
    void renameWanted(const QString& setupId);
    void removeWanted(const QString& setupId);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

private:
    struct Placed {
        std::string id;
        int depth;
        QRectF card;
        int parent; ///< index, -1 for a root
    };
    const Theme& m_theme;
    const JobModel& m_model;
    std::vector<Placed> m_placed;
    std::string m_chosen;
    int m_height = 0;
};

} // namespace jr::app
