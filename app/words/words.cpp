// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/words/words.h"

#include "core/words/wording.h"

#include <QCoreApplication>
#include <QEvent>
#include <QLocale>

namespace jr::app {

Words::Words(const QString& text, QWidget* parent) : QLabel(parent) {
    setTextFormat(Qt::PlainText);
    setText(text);
}

QString Markup::escaped(const QString& text) {
    return text.toHtmlEscaped().replace(QLatin1Char('\n'), QStringLiteral("<br>"));
}

Markup Markup::bold(const QString& text) {
    Markup out;
    out.m_html = QStringLiteral("<b>") + escaped(text) + QStringLiteral("</b>");
    return out;
}

Markup Markup::italic(const QString& text) {
    Markup out;
    out.m_html = QStringLiteral("<i>") + escaped(text) + QStringLiteral("</i>");
    return out;
}

Markup Markup::coloured(const Markup& inner, const QColor& colour) {
    Markup out;
    out.m_html =
        QStringLiteral("<span style='color:%1'>").arg(colour.name()) + inner.m_html + QStringLiteral("</span>");
    return out;
}

Markup Markup::link(const QString& target, const QString& words) {
    Markup out;
    out.m_html = QStringLiteral("<a href=\"%1\">").arg(escaped(target)) + escaped(words) + QStringLiteral("</a>");
    return out;
}

Markup Markup::gap() {
    Markup out;
    out.m_html = QStringLiteral(" &nbsp; ");
    return out;
}

Markup& Markup::operator+=(const Markup& more) {
    m_html += more.m_html;
    return *this;
}

namespace {

/// A link keeps the colour it was laid out with; when day turns to night the text is laid out anew.
class LinksInNewColours : public QObject {
public:
    explicit LinksInNewColours(QLabel* label) : QObject(label), m_label(label) {}
    bool eventFilter(QObject* watched, QEvent* event) override {
        if (event->type() == QEvent::PaletteChange)
            QMetaObject::invokeMethod(
                this,
                [this] {
                    const QString text = m_label->text();
                    m_label->clear();
                    m_label->setText(text);
                },
                Qt::QueuedConnection);
        return QObject::eventFilter(watched, event);
    }

private:
    QLabel* m_label;
};

} // namespace

MarkedWords::MarkedWords(const Markup& text, QWidget* parent) : QLabel(parent) {
    setTextFormat(Qt::RichText);
    installEventFilter(new LinksInNewColours(this));
    set(text);
}

QString plainTip(const QString& text) {
    return text.isEmpty() ? QString() : QStringLiteral("<qt>") + Markup(text).html() + QStringLiteral("</qt>");
}

const Language& languageOfWindow() {
    //: The id of the language of this catalogue: "de".
    const QString id = QCoreApplication::translate("DisplayUnits", "en");
    const Language* language = findLanguage(id.toStdString());
    return language ? *language : english();
}

namespace {

Wording wordingHere() {
    Wording wording;
    wording.language = &languageOfWindow();
    wording.decimalPoint = QLocale().decimalPoint() == QLatin1String(",") ? ',' : '.';
    return wording;
}

} // namespace

QString saidHere(const Message& message) {
    return QString::fromStdString(said(message, wordingHere()));
}

QString errorWords(const Error& error) {
    return QString::fromStdString(said(error, wordingHere()));
}

QString errorAtPlace(const Error& error) {
    QString where = QString::fromStdString(error.file);
    if (error.line > 0)
        where += where.isEmpty() ? QCoreApplication::translate("Words", "line %1").arg(error.line)
                                 : QStringLiteral(":%1").arg(error.line);
    return where.isEmpty() ? errorWords(error) : QStringLiteral("%1: %2").arg(where, errorWords(error));
}

} // namespace jr::app
