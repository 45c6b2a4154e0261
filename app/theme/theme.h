// SPDX-License-Identifier: GPL-3.0-or-later
// Every colour, size and mark of the interface in one place. No literal colours anywhere else.
#pragma once

#include <QColor>
#include <QFont>
#include <QIcon>
#include <QObject>
#include <QPen>
#include <QPixmap>

class QApplication;
class QPainter;
class QPushButton;

namespace jr::app {

struct Tokens {
    QColor paper, panel, raised, ink, muted, line;
    QColor accent, accentSoft, onAccent;
    QColor amber, amberSoft;
    QColor gain, gainSoft, loss, lossSoft, same, sameSoft, open;
    QColor marks[8];
};

/// One scale of text sizes, in pixels at 100 %.
enum class Size { Small = 12, Body = 14, Strong = 17, Large = 22, Huge = 34, Figure = 72 };

/// The eight setup marks: letter, shape, dash and colour, so that any one of them is enough to tell them apart.
struct SetupMark {
    QString letter;
    Qt::PenStyle dash;
    int shape; ///< 0 disc, 1 square, 2 triangle, 3 diamond, 4 ring, 5 cross, 6 bar, 7 star
};

class Theme : public QObject {
    Q_OBJECT
public:
    enum class Mode { FollowSystem, Day, Night };

    explicit Theme(QObject* parent = nullptr);
    void install(QApplication& application);

    const Tokens& tokens() const { return m_night ? s_night : s_day; }
    static const Tokens& dayTokens() { return s_day; }
    bool night() const { return m_night; }
    void setMode(Mode mode);
    void toggle();

    QIcon icon(const QString& name) const;
    QPixmap pixmap(const QString& name, int size, const QColor& color) const;
    /// An icon for beside a button's words, with air between the two.
    void dressButton(QPushButton& button, const QString& name, const QColor& color) const;

    static QFont font(Size size, bool bold = false);
    static SetupMark mark(int index);
    /// A pen for a setup's curve; 1 px wide for raw traces.
    QPen markPen(int index, qreal width = 2.) const;
    /// Draws the mark's shape centred at a point.
    static void drawMark(QPainter& painter, const QPointF& centre, qreal radius, int index, const QColor& color);
    /// The brush of each call: plain for gain and loss, hatched for cannot tell.
    static QBrush hatch(const QColor& color);
    /// Where features narrower than the detail may hide: the other way about than "cannot tell".
    static QBrush stripes(const QColor& color);

signals:
    void changed();

private:
    void apply();
    QString styleSheet() const;

    static const Tokens s_day, s_night;
    Mode m_mode = Mode::FollowSystem;
    bool m_night = false;
};

} // namespace jr::app
