// SPDX-License-Identifier: GPL-3.0-or-later
// Rules against setups, drawn: a row for each rule, a column for each setup, in each square whether it is kept, broken
// or not known, by shape as well as by colour. Squares are walked with the arrow keys.
#pragma once

#include "app/theme/theme.h"
#include "core/study/study.h"

#include <QWidget>

namespace jr::app {

class RulesBoard : public QWidget {
    Q_OBJECT
public:
    struct Row {
        QString words, source;
    };
    struct Column {
        QString name;
        int mark = 0;
        std::vector<RuleState> states; ///< of each row
    };

    RulesBoard(const Theme& theme, QWidget* parent = nullptr);
    void show(std::vector<Row> rows, std::vector<Column> columns);
    int row() const { return m_row; }
    int column() const { return m_column; }
    void choose(int row, int column);
    static QString stateWords(RuleState state);
    QSize sizeHint() const override;

signals:
    void chosenChanged();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF square(int row, int column) const;
    void drawState(QPainter& p, const QPointF& centre, RuleState state) const;
    void tellAccessible();

    const Theme& m_theme;
    std::vector<Row> m_rows;
    std::vector<Column> m_columns;
    int m_row = 0, m_column = 0;
};

} // namespace jr::app
