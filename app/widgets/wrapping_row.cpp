// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/wrapping_row.h"

#include <QWidget>

#include <algorithm>

namespace jr::app {
namespace {

bool grows(const QLayoutItem& item) {
    return item.expandingDirections().testFlag(Qt::Horizontal);
}

/// A stretch has nothing to say; anything else needs its words.
QSize sizeOf(QLayoutItem& item) {
    return item.spacerItem() ? QSize(0, 0) : item.sizeHint().expandedTo(item.minimumSize());
}

} // namespace

WrappingRow::WrappingRow(QWidget* parent) : QLayout(parent) {
    setContentsMargins(0, 0, 0, 0);
}

WrappingRow::~WrappingRow() {
    while (QLayoutItem* item = takeAt(0))
        delete item;
}

void WrappingRow::addItem(QLayoutItem* item) {
    m_items.push_back(item);
}

void WrappingRow::insertWidget(int index, QWidget* widget) {
    addChildWidget(widget);
    m_items.insert(m_items.begin() + std::min(index, count()), new QWidgetItem(widget));
    invalidate();
}

void WrappingRow::addStretch() {
    addItem(new QSpacerItem(0, 0, QSizePolicy::Expanding, QSizePolicy::Minimum));
}

QLayoutItem* WrappingRow::itemAt(int index) const {
    return index >= 0 && index < count() ? m_items[static_cast<std::size_t>(index)] : nullptr;
}

QLayoutItem* WrappingRow::takeAt(int index) {
    QLayoutItem* item = itemAt(index);
    if (item)
        m_items.erase(m_items.begin() + index);
    return item;
}

int WrappingRow::heightForWidth(int width) const {
    return lay(QRect(0, 0, width, 0), false);
}

QSize WrappingRow::sizeHint() const {
    int width = 0, height = 0, shown = 0;
    for (QLayoutItem* item : m_items)
        if (!item->isEmpty()) {
            width += sizeOf(*item).width();
            height = std::max(height, sizeOf(*item).height());
            ++shown;
        }
    const QMargins m = contentsMargins();
    return {width + std::max(0, shown - 1) * std::max(0, spacing()) + m.left() + m.right(),
            height + m.top() + m.bottom()};
}

QSize WrappingRow::minimumSize() const {
    QSize least(0, 0);
    for (QLayoutItem* item : m_items)
        if (!item->isEmpty())
            least = least.expandedTo(item->spacerItem() ? QSize(0, 0) : item->minimumSize());
    const QMargins m = contentsMargins();
    return least + QSize(m.left() + m.right(), m.top() + m.bottom());
}

void WrappingRow::setGeometry(const QRect& rect) {
    QLayout::setGeometry(rect);
    lay(rect, true);
}

/// Line by line; the height it comes to.
int WrappingRow::lay(const QRect& rect, bool place) const {
    const QMargins m = contentsMargins();
    const QRect room = rect.adjusted(m.left(), m.top(), -m.right(), -m.bottom());
    const int gap = std::max(0, spacing());
    int y = room.top();
    std::size_t at = 0;
    while (at < m_items.size()) {
        // As many as the line holds, and at least one.
        std::vector<QLayoutItem*> line;
        int used = 0, high = 0, growing = 0;
        for (; at < m_items.size(); ++at) {
            QLayoutItem* item = m_items[at];
            if (item->isEmpty() && !item->spacerItem())
                continue;
            const QSize size = sizeOf(*item);
            const int more = size.width() + (line.empty() ? 0 : gap);
            if (!line.empty() && used + more > room.width())
                break;
            line.push_back(item);
            used += more;
            high = std::max(high, size.height());
            growing += grows(*item);
        }
        int left = std::max(0, room.width() - used), x = room.left();
        for (QLayoutItem* item : line) {
            int wide = std::min(sizeOf(*item).width(), room.width());
            if (grows(*item)) {
                const int share = left / growing--;
                wide += share;
                left -= share;
            }
            if (place && !item->spacerItem()) {
                const int tall = sizeOf(*item).height();
                item->setGeometry(QRect(x, y + (high - tall) / 2, wide, tall));
            }
            x += wide + gap;
        }
        y += high + (at < m_items.size() && high > 0 ? gap : 0);
    }
    return y - room.top() + m.top() + m.bottom();
}

} // namespace jr::app
