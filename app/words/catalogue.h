// SPDX-License-Identifier: GPL-3.0-or-later
// The window in another language. A sentence is found by its words alone, wherever in the window it is said: one
// sentence has one translation (app/words/german.ts, brought up to date by tools/window-words). What the core says
// comes out of its own tables (core/words).
#pragma once

#include <QLocale>
#include <QStringList>
#include <QTranslator>

#include <memory>

class QCoreApplication;

namespace jr::app {

/// The languages the program speaks, by their ids: "en", "de".
QStringList languagesSpoken();
/// In its own words: "Deutsch".
QString languageName(const QString& id);
/// What a system set up like this would want, as far as it is spoken.
QString languageOfSystem(const QLocale& locale);

class Catalogue : public QTranslator {
public:
    /// English needs none; "pseudo" is made of the English (core/words/pseudo.h): an empty catalogue says everything as it is written.
    explicit Catalogue(const QString& language, QObject* parent = nullptr);
    QString translate(const char* context, const char* source, const char* disambiguation, int n) const override;
    bool isEmpty() const override { return !m_pseudo && m_sentences.isEmpty(); }

private:
    QTranslator m_sentences;
    bool m_pseudo;
};

/// The one language of the program from now on: its own sentences, the system's dialogs, numbers and dates. Numbers
/// and dates stay the system's where that speaks the language too. What is shown already is not said anew.
class SpokenLanguage {
public:
    explicit SpokenLanguage(QCoreApplication& application);
    ~SpokenLanguage();
    void speak(const QString& id); ///< empty: the system's
    const QString& id() const { return m_id; }

private:
    void unload();

    QCoreApplication& m_application;
    QLocale m_system;
    QString m_id;
    std::unique_ptr<QTranslator> m_window, m_dialogs;
};

} // namespace jr::app
