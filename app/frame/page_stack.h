// A station's pages: their names in a row above, one of them below. Ctrl+Page Up and Down walk through them.
#pragma once

#include <QWidget>

class QHBoxLayout;
class QStackedWidget;
class QToolButton;

namespace jr::app {

class PageStack : public QWidget {
    Q_OBJECT
public:
    explicit PageStack(QWidget* parent = nullptr);
    void addPage(const QString& name, QWidget* page);
    int current() const;
    void show(int index);
    void setPageName(int index, const QString& name);
    QString pageName(int index) const;
    int count() const { return static_cast<int>(m_buttons.size()); }
    /// What stands at the right end of the row of names.
    void addCorner(QWidget* widget);

signals:
    void shown(int index);

private:
    QHBoxLayout* m_row;
    QStackedWidget* m_stack;
    std::vector<QToolButton*> m_buttons;
};

} // namespace jr::app
