// SPDX-License-Identifier: GPL-3.0-or-later
// The offer at the start: what was caught before the program or the power went. Stays until taken in or put off.
#pragma once

#include <QFrame>

namespace jr::app {

class MarkedWords;

class CaptureOffer : public QFrame {
    Q_OBJECT
public:
    explicit CaptureOffer(QWidget* parent = nullptr);
    /// Nothing in the list: nothing is shown.
    void offer(const QStringList& caught);

signals:
    void takeIn();

private:
    MarkedWords* m_words;
};

} // namespace jr::app
