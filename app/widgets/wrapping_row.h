// SPDX-License-Identifier: GPL-3.0-or-later
// Things in a row that goes on in the next line where words are longer than the row has room: other languages, larger
// text. While everything fits it looks like any row; what may grow takes the room that is left.
#pragma once

#include <QLayout>

#include <memory>
#include <vector>

namespace jr::app {

class WrappingRow : public QLayout {
    Q_OBJECT
public:
    explicit WrappingRow(QWidget* parent = nullptr);
    ~WrappingRow() override;

    void addItem(QLayoutItem* item) override;
    void insertWidget(int index, QWidget* widget);
    void addStretch(); ///< takes what room is left in its line

    int count() const override { return static_cast<int>(m_items.size()); }
    QLayoutItem* itemAt(int index) const override;
    QLayoutItem* takeAt(int index) override;
    Qt::Orientations expandingDirections() const override { return Qt::Horizontal; }
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;
    QSize sizeHint() const override;
    QSize minimumSize() const override;
    void setGeometry(const QRect& rect) override;

private:
    int lay(const QRect& rect, bool place) const;

    std::vector<QLayoutItem*> m_items;
};

} // namespace jr::app
