// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/words.h"

#include "core/words/wording.h"

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

MarkedWords::MarkedWords(const Markup& text, QWidget* parent) : QLabel(parent) {
    setTextFormat(Qt::RichText);
    set(text);
}

QString plainTip(const QString& text) {
    return text.isEmpty() ? QString() : QStringLiteral("<qt>") + Markup(text).html() + QStringLiteral("</qt>");
}

QString errorWords(const Error& error) {
    return QString::fromStdString(said(error));
}

} // namespace jr::app
