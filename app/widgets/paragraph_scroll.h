// SPDX-License-Identifier: GPL-3.0-or-later
// Paragraphs that may be more than there is room for: the last line shown is a whole one, so that nobody takes half a
// word at the foot for the end.
#pragma once

#include <QScrollArea>

class QVBoxLayout;

namespace jr::app {

class ParagraphScroll : public QScrollArea {
    Q_OBJECT
public:
    explicit ParagraphScroll(QWidget* parent = nullptr);
    /// Where the paragraphs go.
    QVBoxLayout* paragraphs() const { return m_paragraphs; }
    /// Pixels at the foot left empty because no whole line fits there.
    int spare() const;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void cutBetweenLines();

    QVBoxLayout* m_paragraphs;
};

} // namespace jr::app
