// SPDX-License-Identifier: GPL-3.0-or-later
// STOP: as high as its words need at the width it has, in any language and at any size of text, and never lower.
#pragma once

#include <QPushButton>

namespace jr::app {

class StopButton : public QPushButton {
    Q_OBJECT
public:
    explicit StopButton(QWidget* parent = nullptr);
    /// Lines of their own stay; one that is wider than the button is broken between words.
    void setWords(const QString& words);
    const QString& words() const { return m_words; }
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {0, sizeHint().height()}; }

protected:
    void resizeEvent(QResizeEvent* event) override;
    void changeEvent(QEvent* event) override;

private:
    void breakLines();

    QString m_words;
};

} // namespace jr::app
