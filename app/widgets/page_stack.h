// SPDX-License-Identifier: GPL-3.0-or-later
// A station's pages: their names in a row above, one of them below. Ctrl+Page Up and Down walk through them.
#pragma once

#include "app/widgets/station.h"

#include <vector>

class QLabel;
class QStackedWidget;
class QToolButton;

namespace jr::app {

class WrappingRow;

class PageStack : public Station {
    Q_OBJECT
public:
    explicit PageStack(QWidget* parent = nullptr);
    QStringList pages() const override;
    void showPage(int index) override { show(index); }
    void addPage(const QString& name, QWidget* page);
    int current() const;
    void show(int index);
    void setPageName(int index, const QString& name);
    QString pageName(int index) const;
    int count() const { return static_cast<int>(m_buttons.size()); }
    /// Words in the pages' stead, while there is nothing they could do anything with; empty: the pages.
    void sayInstead(const QString& words);
    /// What stands at the right end of the row of names.
    void addCorner(QWidget* widget);

signals:
    void shown(int index);

private:
    WrappingRow* m_row;
    QStackedWidget* m_stack;
    QLabel* m_instead;
    std::vector<QToolButton*> m_buttons;
};

} // namespace jr::app
