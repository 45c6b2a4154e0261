// SPDX-License-Identifier: GPL-3.0-or-later
// Hours and money used against what was quoted, as bars.
#pragma once

#include "app/model/order_desk.h"
#include "app/theme/theme.h"

#include <QFrame>

class QDoubleSpinBox;

namespace jr::app {

/// What was used over what was quoted: the quote is a frame, what is used fills it and shows amber past its end.
class QuoteBars : public QWidget {
    Q_OBJECT
public:
    explicit QuoteBars(const Theme& theme, QWidget* parent = nullptr);
    void setOrder(const WorkOrder& order);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    WorkOrder m_order;
};

class QuoteCard : public QFrame {
    Q_OBJECT
public:
    QuoteCard(const Theme& theme, OrderDesk& desk, QWidget* parent = nullptr);
    void fill(const WorkOrder& order);

private:
    QuoteBars* m_bars;
    std::vector<std::pair<QDoubleSpinBox*, std::optional<double> WorkOrder::*>> m_amounts;
    bool m_filling = false;
};

} // namespace jr::app
