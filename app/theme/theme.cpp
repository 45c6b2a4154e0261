// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/theme.h"

#include <QApplication>
#include <QEvent>
#include <QFile>
#include <QFontDatabase>
#include <QLocale>
#include <QPainter>
#include <QPainterPath>
#include <QPalette>
#include <QPushButton>
#include <QRegularExpression>
#include <QStyleFactory>
#include <QSvgRenderer>
#include <QtMath>

#include <algorithm>
#include <cmath>

/// Resources of a static library must be asked for by name, outside any namespace.
static void initResources() {
    Q_INIT_RESOURCE(resources);
}

namespace jr::app {

// Warm paper by day, a dark bay by night. Gain and loss differ in lightness as much as in hue, so that no colour-blind
// eye takes one for the other (tests/app/test_theme.cpp). Mark colours are spread in lightness too, so that they stay
// apart on a grey printer.
const Tokens Theme::s_day = {QColor("#f4eee2"),
                             QColor("#fbf8f1"),
                             QColor("#ffffff"),
                             QColor("#20252a"),
                             QColor("#655f57"),
                             QColor("#d8cfbf"),
                             QColor("#0e6269"),
                             QColor("#d5e6e4"),
                             QColor("#ffffff"),
                             QColor("#9a5b00"),
                             QColor("#f6e3c1"),
                             QColor("#0b746d"),
                             QColor("#dbf2ec"),
                             QColor("#4f0a37"),
                             QColor("#dfb6cf"),
                             QColor("#77726a"),
                             QColor("#e4dfd5"),
                             QColor("#655f57"),
                             {QColor("#2b3a55"), QColor("#0f7f86"), QColor("#b0521a"), QColor("#6d4fa3"),
                              QColor("#557a1f"), QColor("#a3315c"), QColor("#7b6a00"), QColor("#3b7fc4")}};
const Tokens Theme::s_night = {QColor("#14171a"),
                               QColor("#1b1f23"),
                               QColor("#23282d"),
                               QColor("#ece7dc"),
                               QColor("#a39d92"),
                               QColor("#383f46"),
                               QColor("#57b9b8"),
                               QColor("#17393b"),
                               QColor("#0d1113"),
                               QColor("#e6a94a"),
                               QColor("#3a2d14"),
                               QColor("#7fe9df"),
                               QColor("#205a55"),
                               QColor("#cd73aa"),
                               QColor("#421738"),
                               QColor("#9a958b"),
                               QColor("#2d3136"),
                               QColor("#a39d92"),
                               {QColor("#c9d3ea"), QColor("#4fc4c8"), QColor("#f0a368"), QColor("#b59be8"),
                                QColor("#a6cf6a"), QColor("#f08fb2"), QColor("#dcc64e"), QColor("#7db5ee")}};

// The same two with nothing half said: for a bright bay, a poor screen, tired eyes.
const Tokens Theme::s_strongDay = {QColor("#ffffff"),
                                   QColor("#ffffff"),
                                   QColor("#ffffff"),
                                   QColor("#000000"),
                                   QColor("#35302a"),
                                   QColor("#6f675b"),
                                   QColor("#00444a"),
                                   QColor("#d5e6e4"),
                                   QColor("#ffffff"),
                                   QColor("#6e3f00"),
                                   QColor("#f6e3c1"),
                                   QColor("#00544f"),
                                   QColor("#dbf2ec"),
                                   QColor("#4f0a37"),
                                   QColor("#dfb6cf"),
                                   QColor("#4a463f"),
                                   QColor("#e4dfd5"),
                                   QColor("#35302a"),
                                   {QColor("#2b3a55"), QColor("#0f7f86"), QColor("#b0521a"), QColor("#6d4fa3"),
                                    QColor("#557a1f"), QColor("#a3315c"), QColor("#7b6a00"), QColor("#3b7fc4")}};
const Tokens Theme::s_strongNight = {QColor("#000000"),
                                     QColor("#0b0d0f"),
                                     QColor("#15181b"),
                                     QColor("#ffffff"),
                                     QColor("#d6d0c5"),
                                     QColor("#8b949d"),
                                     QColor("#86e0df"),
                                     QColor("#17393b"),
                                     QColor("#0d1113"),
                                     QColor("#ffc76b"),
                                     QColor("#3a2d14"),
                                     QColor("#7fe9df"),
                                     QColor("#205a55"),
                                     QColor("#cd73aa"),
                                     QColor("#421738"),
                                     QColor("#cfc9be"),
                                     QColor("#2d3136"),
                                     QColor("#d6d0c5"),
                                     {QColor("#c9d3ea"), QColor("#4fc4c8"), QColor("#f0a368"), QColor("#b59be8"),
                                      QColor("#a6cf6a"), QColor("#f08fb2"), QColor("#dcc64e"), QColor("#7db5ee")}};

double Theme::s_textScale = 1.;

Theme::Theme(QObject* parent) : QObject(parent) {}

void Theme::install(QApplication& application) {
    initResources();
    // Engine speeds read better without marks between thousands, and agree with the sentences.
    QLocale plain;
    plain.setNumberOptions(QLocale::OmitGroupSeparator);
    QLocale::setDefault(plain);
    for (const char* file : {":/fonts/RamB612-Regular.otf", ":/fonts/RamB612-Bold.otf"})
        QFontDatabase::addApplicationFont(QLatin1String(file));
    application.setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    application.installEventFilter(this);
    apply();
}

void Theme::setMode(Mode mode) {
    m_mode = mode;
    apply();
}

void Theme::toggle() {
    setMode(m_night ? Mode::Day : Mode::Night);
}

namespace {

int scaled(int pixels) {
    return static_cast<int>(std::lround(pixels * Theme::textScale()));
}

/// The sizes of a style sheet, as large as text is wanted.
QString scaledSheet(QString sheet) {
    static const QRegularExpression size(QStringLiteral("font-size: (\\d+)px"));
    qsizetype at = 0;
    for (auto found = size.match(sheet, at); found.hasMatch(); found = size.match(sheet, at)) {
        const QString larger = QString::number(scaled(found.captured(1).toInt()));
        sheet.replace(found.capturedStart(1), found.capturedLength(1), larger);
        at = found.capturedStart(1) + larger.size();
    }
    return sheet;
}

} // namespace

QFont Theme::paperFont(Size size, bool bold) {
    QFont f(QStringLiteral("Ram B612"));
    f.setPixelSize(static_cast<int>(size));
    f.setBold(bold);
    return f;
}

QFont Theme::font(Size size, bool bold) {
    QFont f = paperFont(size, bold);
    f.setPixelSize(scaled(static_cast<int>(size)));
    return f;
}

QString Theme::textStyle(int pixels, bool bold) {
    return QStringLiteral("font-size: %1px;%2")
        .arg(scaled(pixels))
        .arg(bold ? QStringLiteral(" font-weight: bold;") : QString());
}

void Theme::setStrongContrast(bool strong) {
    m_strong = strong;
    apply();
}

void Theme::apply() {
    if (m_mode == Mode::FollowSystem) {
        // The system's own palette tells day from night; it is read before ours is laid over it.
        static const bool systemDark = QApplication::palette().color(QPalette::Window).lightness() < 110;
        m_night = systemDark;
    } else {
        m_night = m_mode == Mode::Night;
    }
    const Tokens& t = tokens();
    QPalette p;
    p.setColor(QPalette::Window, t.paper);
    p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Base, t.raised);
    p.setColor(QPalette::AlternateBase, t.panel);
    p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::PlaceholderText, t.muted);
    p.setColor(QPalette::Button, t.panel);
    p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::Highlight, t.accent);
    p.setColor(QPalette::HighlightedText, t.onAccent);
    p.setColor(QPalette::ToolTipBase, t.raised);
    p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(QPalette::Link, t.accent);
    p.setColor(QPalette::Mid, t.line);
    p.setColor(QPalette::Link, t.accent);
    p.setColor(QPalette::LinkVisited, t.accent);
    for (auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        p.setColor(QPalette::Disabled, role, t.muted);
    QApplication::setPalette(p);
    QApplication::setFont(font(Size::Body));
    std::erase_if(m_parts, [](const Part& part) { return !part.widget; });
    for (Part& part : m_parts) {
        part.worn = false;
        if (part.widget->isVisible())
            dress(part);
    }
    emit changed();
}

void Theme::dressParts(const std::vector<QWidget*>& parts) {
    for (QWidget* widget : parts)
        m_parts.push_back({widget, false});
}

void Theme::dress(Part& part) const {
    part.worn = true;
    part.widget->setStyleSheet(scaledSheet(styleSheet()));
}

bool Theme::eventFilter(QObject* watched, QEvent* event) {
    auto* widget = event->type() == QEvent::Show ? qobject_cast<QWidget*>(watched) : nullptr;
    if (!widget)
        return false;
    const auto part =
        std::find_if(m_parts.begin(), m_parts.end(), [&](const Part& one) { return one.widget == widget; });
    if (part != m_parts.end()) {
        if (!part->worn)
            dress(*part);
    } else if (widget->windowType() == Qt::Dialog) {
        std::erase_if(m_parts, [](const Part& one) { return !one.widget; }); // those that were answered
        m_parts.push_back({widget, false});
        dress(m_parts.back());
    }
    return false;
}

QString Theme::styleSheet() const {
    const Tokens& t = tokens();
    return QStringLiteral(R"(
QToolTip { color: %1; background: %2; border: 1px solid %3; padding: 4px; }
QPushButton { background: %2; color: %1; border: 1px solid %3; border-radius: 7px; padding: 8px 14px; min-height: 18px; }
QWidget[touch="true"] QPushButton { min-height: 28px; }
QWidget[touch="true"] QCheckBox { min-height: 44px; }
QPushButton:hover { border-color: %4; }
QPushButton:focus, QToolButton:focus, QComboBox:focus, QLineEdit:focus, QDoubleSpinBox:focus, QTableWidget:focus, QListWidget:focus { border: 2px solid %4; }
QPushButton:pressed { background: %5; }
QPushButton:disabled { color: %6; }
QPushButton[primary="true"] { background: %4; color: %7; border-color: %4; font-weight: bold; }
QPushButton[primary="true"]:disabled { background: %3; color: %6; border-color: %3; }
QPushButton[stop="true"] { background: %9; color: %1; border: 2px solid %10; font-size: 17px; font-weight: bold; }
QToolButton { background: transparent; color: %1; border: 2px solid transparent; border-radius: 7px; padding: 5px; }
QToolButton:hover { background: %5; }
QToolButton[switch="true"] { background: %2; border: 1px solid %3; padding: 4px 10px; font-size: 12px; }
QToolButton[page="true"] { font-size: 14px; padding: 5px 8px; border-radius: 0; border-bottom: 3px solid transparent; color: %6; }
QToolButton[page="true"][narrow="true"] { padding: 5px 3px; }
QToolButton[page="true"]:checked { color: %1; border-bottom: 3px solid %4; font-weight: bold; }
QToolButton[link="true"]::menu-indicator { image: none; }
QToolButton[link="true"] { color: %4; text-decoration: underline; padding: 2px 0; border-radius: 0; }
QLineEdit[wrong="true"] { border: 2px solid %10; }
QToolButton[switch="true"]:checked { background: %4; color: %7; }
QComboBox, QLineEdit, QDoubleSpinBox, QSpinBox { background: %8; color: %1; border: 1px solid %3; border-radius: 6px; padding: 4px 8px; min-height: 20px; }
QComboBox::drop-down { border: none; width: 22px; }
QComboBox::down-arrow { image: url(:/icons/chevron-down.svg); width: 16px; height: 16px; }
QComboBox QAbstractItemView { background: %8; color: %1; selection-background-color: %4; selection-color: %7; }
QTableWidget, QListWidget, QPlainTextEdit { background: %8; color: %1; border: 1px solid %3; border-radius: 6px; gridline-color: %3; selection-background-color: %5; selection-color: %1; }
QHeaderView::section { background: %2; color: %6; border: none; border-bottom: 1px solid %3; padding: 4px 6px; }
QFrame[card="true"] { background: %2; border: 1px solid %3; border-radius: 10px; }
QLabel[muted="true"] { color: %6; font-size: 12px; }
QLabel[strong="true"] { font-size: 17px; font-weight: bold; }
QLabel[headline="true"] { font-size: 22px; font-weight: bold; }
QLabel[caution="true"] { background: %9; border-left: 4px solid %10; padding: 6px 8px; border-radius: 3px; font-size: 13px; }
QScrollArea { border: none; background: transparent; }
QScrollArea > QWidget > QWidget { background: transparent; }
QScrollBar:vertical { background: transparent; width: 10px; }
QScrollBar::handle:vertical { background: %3; border-radius: 5px; min-height: 30px; }
QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
QProgressBar { border: 1px solid %3; border-radius: 6px; background: %8; text-align: center; }
QProgressBar::chunk { background: %4; border-radius: 5px; }
QMenu { background: %8; color: %1; border: 1px solid %3; }
QMenu::item:selected { background: %4; color: %7; }
)")
        .arg(t.ink.name(), t.panel.name(), t.line.name(), t.accent.name(), t.accentSoft.name(), t.muted.name(),
             t.onAccent.name(), t.raised.name(), t.amberSoft.name())
        .arg(t.amber.name());
}

QPixmap Theme::pixmap(const QString& name, int size, const QColor& color) const {
    QFile file(QStringLiteral(":/icons/%1.svg").arg(name));
    if (!file.open(QIODevice::ReadOnly))
        return {};
    QByteArray svg = file.readAll();
    svg.replace("currentColor", color.name().toLatin1());
    QSvgRenderer renderer(svg);
    const qreal ratio = qApp->devicePixelRatio();
    QPixmap out(QSize(size, size) * ratio);
    out.setDevicePixelRatio(ratio);
    out.fill(Qt::transparent);
    QPainter painter(&out);
    renderer.render(&painter, QRectF(0, 0, size, size));
    return out;
}

void Theme::dressButton(QPushButton& button, const QString& name, const QColor& color) const {
    const QPixmap drawing = pixmap(name, 18, color);
    QPixmap roomy(QSize(26, 18) * drawing.devicePixelRatio());
    roomy.setDevicePixelRatio(drawing.devicePixelRatio());
    roomy.fill(Qt::transparent);
    QPainter painter(&roomy);
    painter.drawPixmap(0, 0, drawing);
    button.setIconSize({26, 18});
    button.setIcon(QIcon(roomy));
}

QIcon Theme::icon(const QString& name) const {
    QIcon out(pixmap(name, 24, tokens().ink));
    out.addPixmap(pixmap(name, 24, tokens().onAccent), QIcon::Normal, QIcon::On);
    return out;
}

SetupMark Theme::mark(int index) {
    static const Qt::PenStyle kDashes[8] = {Qt::SolidLine, Qt::DashLine, Qt::DotLine,        Qt::DashDotLine,
                                            Qt::SolidLine, Qt::DashLine, Qt::DashDotDotLine, Qt::DotLine};
    const int i = ((index % 8) + 8) % 8;
    return {QString(QChar(static_cast<char16_t>(u'A' + i))), kDashes[i], i};
}

QPen Theme::markPen(int index, qreal width) const {
    QPen pen(tokens().marks[((index % 8) + 8) % 8]);
    pen.setWidthF(width);
    pen.setStyle(mark(index).dash);
    return pen;
}

void Theme::drawMark(QPainter& painter, const QPointF& c, qreal r, int index, const QColor& color) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(color, r * 0.35, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    painter.setBrush(color);
    const auto polygon = [&](int corners, qreal start) {
        QPolygonF p;
        for (int k = 0; k < corners; ++k)
            p << c + r * QPointF(std::cos(start + 2 * M_PI * k / corners), std::sin(start + 2 * M_PI * k / corners));
        painter.drawPolygon(p);
    };
    switch (mark(index).shape) {
    case 0:
        painter.drawEllipse(c, r * 0.85, r * 0.85);
        break;
    case 1:
        painter.drawRect(QRectF(c.x() - r * 0.75, c.y() - r * 0.75, r * 1.5, r * 1.5));
        break;
    case 2:
        polygon(3, -M_PI / 2);
        break;
    case 3:
        polygon(4, -M_PI / 2);
        break;
    case 4:
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(c, r * 0.8, r * 0.8);
        break;
    case 5:
        painter.drawLine(c + QPointF(-r, -r) * 0.75, c + QPointF(r, r) * 0.75);
        painter.drawLine(c + QPointF(-r, r) * 0.75, c + QPointF(r, -r) * 0.75);
        break;
    case 6:
        painter.drawRect(QRectF(c.x() - r, c.y() - r * 0.3, 2 * r, r * 0.6));
        break;
    default: {
        QPolygonF star;
        for (int k = 0; k < 10; ++k) {
            const qreal radius = k % 2 ? r * 0.45 : r * 1.05;
            star << c + radius * QPointF(std::cos(-M_PI / 2 + M_PI * k / 5), std::sin(-M_PI / 2 + M_PI * k / 5));
        }
        painter.drawPolygon(star);
    }
    }
    painter.restore();
}

QBrush Theme::stripes(const QColor& color) {
    return QBrush(color, Qt::FDiagPattern);
}

QBrush Theme::hatch(const QColor& color) {
    return QBrush(color, Qt::BDiagPattern);
}

} // namespace jr::app
