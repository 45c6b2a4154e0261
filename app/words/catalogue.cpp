// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/words/catalogue.h"

#include "core/words/pseudo.h"

#include <QCoreApplication>
#include <QLibraryInfo>
#include <QLocale>

/// Resources of a static library must be asked for by name, outside any namespace.
static void initCatalogues() {
    Q_INIT_RESOURCE(catalogues);
}

namespace jr::app {

QStringList languagesSpoken() {
    return {QStringLiteral("en"), QStringLiteral("de")};
}

QString languageName(const QString& id) {
    return id == QLatin1String("de") ? QStringLiteral("Deutsch") : QStringLiteral("English");
}

QString languageOfSystem(const QLocale& locale) {
    const QString two = locale.name().left(2);
    return languagesSpoken().contains(two) ? two : QStringLiteral("en");
}

Catalogue::Catalogue(const QString& language, QObject* parent)
    : QTranslator(parent), m_pseudo(language == QLatin1String("pseudo")) {
    initCatalogues();
    if (!m_pseudo && language != QLatin1String("en"))
        (void)m_sentences.load(QStringLiteral(":/catalogues/%1.qm").arg(language));
}

QString Catalogue::translate(const char*, const char* source, const char* disambiguation, int n) const {
    if (m_pseudo && qstrcmp(source, "en") == 0) // the catalogue's own id
        return QStringLiteral("pseudo");
    if (m_pseudo)
        return QString::fromStdString(stretched(source));
    return m_sentences.translate("window", source, disambiguation, n);
}

SpokenLanguage::SpokenLanguage(QCoreApplication& application) : m_application(application) {}

SpokenLanguage::~SpokenLanguage() {
    unload();
}

void SpokenLanguage::unload() {
    for (auto* translator : {&m_window, &m_dialogs})
        if (*translator) {
            m_application.removeTranslator(translator->get());
            translator->reset();
        }
}

void SpokenLanguage::speak(const QString& id) {
    unload();
    m_id = languagesSpoken().contains(id) || id == QLatin1String("pseudo") ? id : languageOfSystem(m_system);
    QLocale locale = languageOfSystem(m_system) == m_id ? m_system : QLocale(m_id);
    locale.setNumberOptions(QLocale::OmitGroupSeparator); // as the theme has it
    QLocale::setDefault(locale);
    if (m_id == QLatin1String("en"))
        return;
    m_window = std::make_unique<Catalogue>(m_id);
    m_application.installTranslator(m_window.get());
    // What Qt itself says: "Cancel" of a dialog. Without its package it stays in English.
    m_dialogs = std::make_unique<QTranslator>();
    if (m_dialogs->load(QStringLiteral("qtbase_%1").arg(m_id), QLibraryInfo::path(QLibraryInfo::TranslationsPath)))
        m_application.installTranslator(m_dialogs.get());
}

} // namespace jr::app
