// SPDX-License-Identifier: GPL-3.0-or-later
// Every colour, size and mark of the interface in one place. No literal colours anywhere else.
#pragma once

#include <QColor>
#include <QFont>
#include <QIcon>
#include <QObject>
#include <QPen>
#include <QPixmap>
#include <QPointer>
#include <QWidget>

#include <vector>

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
    /// Parts of a window that wear these colours, each from the moment it is first seen; to be called once they are
    /// built. Dialogs are dressed by themselves as they open. A style sheet of the whole program would be laid anew
    /// over every branch of every widget's children, and one of the whole window over stations nobody looks at: that
    /// took seconds.
    void dressParts(const std::vector<QWidget*>& parts);
    bool eventFilter(QObject* watched, QEvent* event) override;

    const Tokens& tokens() const {
        return m_strong ? (m_night ? s_strongNight : s_strongDay) : m_night ? s_night : s_day;
    }
    /// Every set of colours there is, for whoever must look at all of them.
    static std::vector<const Tokens*> allTokens() { return {&s_day, &s_night, &s_strongDay, &s_strongNight}; }
    static const Tokens& dayTokens() { return s_day; }
    bool night() const { return m_night; }
    void setMode(Mode mode);
    Mode mode() const { return m_mode; }
    void toggle();
    /// Ink and lines as dark as they get, for a bright bay or tired eyes.
    void setStrongContrast(bool strong);
    bool strongContrast() const { return m_strong; }
    /// Text by so much larger. Windows that stand already keep theirs: they are made anew.
    static void setTextScale(double scale) { s_textScale = scale; }
    static double textScale() { return s_textScale; }

    QIcon icon(const QString& name) const;
    QPixmap pixmap(const QString& name, int size, const QColor& color) const;
    /// An icon for beside a button's words, with air between the two.
    void dressButton(QPushButton& button, const QString& name, const QColor& color) const;

    static QFont font(Size size, bool bold = false);
    static QFont paperFont(Size size, bool bold = false); ///< as printed: nobody's larger text is on it
    /// For a widget's own style sheet, where the program's would win over a font: "font-size: 17px;".
    static QString textStyle(int pixels, bool bold = false);
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

    static const Tokens s_day, s_night, s_strongDay, s_strongNight;
    static double s_textScale;
    struct Part {
        QPointer<QWidget> widget;
        bool worn = false; ///< as the colours are now
    };
    void dress(Part& part) const;

    std::vector<Part> m_parts;
    bool m_strong = false;
    Mode m_mode = Mode::FollowSystem;
    bool m_night = false;
};

} // namespace jr::app
