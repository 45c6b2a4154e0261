// SPDX-License-Identifier: GPL-3.0-or-later
// One very large figure, to be read from two metres.
#pragma once

#include "app/theme/theme.h"

#include <QWidget>

namespace jr::app {

class BigFigure : public QWidget {
    Q_OBJECT
public:
    BigFigure(const Theme& theme, const QString& what, const QString& unit, QWidget* parent = nullptr);
    /// Idle: it means nothing just now, and is grey.
    enum class Tone { Live, Alarm, Idle };
    void setFigure(const QString& text, Tone tone = Tone::Live);
    void setWhat(const QString& what);
    Tone tone() const { return m_tone; }
    void setUnit(const QString& unit);
    QString figure() const { return m_text; }
    QSize sizeHint() const override { return {230, 112}; }
    QSize minimumSizeHint() const override { return {150, 104}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Theme& m_theme;
    QString m_what, m_unit, m_text = QStringLiteral("–");
    Tone m_tone = Tone::Live;
};

} // namespace jr::app
