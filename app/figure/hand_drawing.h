// SPDX-License-Identifier: GPL-3.0-or-later
// A drawing that is taken by the hand. It has handles: each stands for one input of its page and can be dragged,
// stepped by the arrow keys (Shift: finer, Page Up and Down: coarser) or typed (a digit or Enter opens the field in its
// place). Tab walks through the handles. What follows from them the page works out anew at every step.
#pragma once

#include "app/theme/theme.h"

#include <QWidget>

#include <functional>
#include <vector>

class QLineEdit;

namespace jr::app {

struct Handle {
    std::string key;                        ///< of the input; "key@place" where one input is taken in several places
    QString name;                           ///< what it is: "exhaust roof"
    QString shown;                          ///< its value with its unit
    QPointF at;                             ///< where it is taken, in the drawing's pixels
    std::function<double(QPointF)> valueAt; ///< the input's value when it is dragged to a place
    double step = 1.;                       ///< of an arrow key
    bool upIsMore = true;                   ///< arrow up makes the value larger
    Qt::Edge label = Qt::RightEdge;         ///< where its value stands beside it
};

class HandDrawing : public QWidget {
    Q_OBJECT
public:
    HandDrawing(const Theme& theme, const QString& name, QWidget* parent = nullptr);

    std::function<std::vector<Handle>(const QRectF& area)> handles;
    std::function<void(QPainter& painter, const QRectF& area)> draw;
    /// An input is to become this, and the hand has let go of it.
    std::function<void(const std::string& key, double value)> changed;
    std::function<void()> finished;
    /// A number was typed, whatever it is.
    std::function<void(const std::string& key, double value)> typed;
    std::function<double(const std::string& key)> valueOf;

    QRectF area() const; ///< what `draw` has to itself
    const std::string& chosen() const { return m_chosen; }
    void choose(const std::string& key);
    /// For tests: the place of a handle.
    QPointF placeOf(const std::string& key) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool focusNextPrevChild(bool next) override;
    void focusInEvent(QFocusEvent* event) override;
    bool event(QEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    static std::string inputOf(const std::string& handleKey);
    std::vector<Handle> allHandles() const;
    const Handle* nearest(const std::vector<Handle>& all, const QPointF& at) const;
    void paintHandle(QPainter& painter, const Handle& handle) const;
    void type(const QString& first);
    void endTyping(bool take);
    void tellName();

    const Theme& m_theme;
    QString m_name;
    std::string m_chosen, m_held;
    QPointF m_grip; ///< from the handle to where it was taken
    QLineEdit* m_field;
};

} // namespace jr::app
