// SPDX-License-Identifier: GPL-3.0-or-later
// The column beside Road's drawings: a headline, what is said in paragraphs, what may be pressed below, and how it was
// worked out.
#pragma once

#include <QFrame>

class QLabel;
class QVBoxLayout;

namespace jr::app {

class SideWords : public QFrame {
    Q_OBJECT
public:
    /// `headlineIs`: what the headline tells, for those who hear the screen; `method`: a heading of the documents.
    SideWords(const QString& headlineIs, const QString& method, QWidget* parent = nullptr);
    void clear();
    void setHeadline(const QString& text);
    void line(const QString& text, const char* property = nullptr);
    void add(QWidget* widget); ///< among the lines
    void finish();             ///< the lines stand at the top
    void addBelow(QWidget* widget);
    QString words() const; ///< all lines, the headline first

private:
    QLabel* m_headline;
    QVBoxLayout *m_lines, *m_below;
};

} // namespace jr::app
