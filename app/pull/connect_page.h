// SPDX-License-Identifier: GPL-3.0-or-later
// No bench yet: where it is, or one of the simulated ones.
#pragma once

#include "app/model/bench_model.h"
#include "app/theme/theme.h"

#include <QFrame>

class QLabel;
class QLineEdit;
class QPushButton;

namespace jr::app {

class ConnectPage : public QFrame {
    Q_OBJECT
public:
    ConnectPage(const Theme& theme, BenchModel& bench, QWidget* parent = nullptr);
    void setWords(const QString& words);

private:
    BenchModel& m_bench;
    QLineEdit* m_address;
    QLineEdit* m_plain;
    QLabel* m_words;
};

} // namespace jr::app
