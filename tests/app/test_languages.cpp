// SPDX-License-Identifier: GPL-3.0-or-later
// The window in other words: nothing of it is left in English, and nothing is cut off where words are two fifths
// longer.
#include "app/ask/ask_station.h"
#include "app/charts/range_chart.h"
#include "app/frame/window_host.h"
#include "app/settings/settings_station.h"
#include "app/words/catalogue.h"
#include "archive/reader/reader_settings.h"
#include "core/air/standards.h"
#include "core/words/pseudo.h"
#include "tests/support/every_page.h"
#include "tests/support/suites.h"

#include <QAbstractButton>
#include <QBuffer>
#include <QComboBox>
#include <QDirIterator>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QLabel>
#include <QLineEdit>
#include <QRegularExpression>
#include <QScopeGuard>
#include <QScrollArea>
#include <QSet>
#include <QSvgGenerator>
#include <QTableWidget>
#include <QTextDocumentFragment>
#include <qcustomplot.h>

using namespace jr;
using namespace jr::app;

namespace {

struct Readable {
    QString text;
    bool painted = false; ///< by hand, so that a long text may be cut into lines anywhere
};

/// Everything a person can read of a widget.
std::vector<Readable> readOn(QWidget& root) {
    std::vector<Readable> out;
    const auto add = [&](const QString& text) {
        if (!text.isEmpty())
            out.push_back({text});
    };
    QList<QWidget*> all = root.findChildren<QWidget*>();
    all << &root;
    for (QWidget* w : all) {
        if (!w->isVisibleTo(&root))
            continue;
        add(w->toolTip());
        add(w->accessibleName());
        add(w->accessibleDescription());
        if (auto* label = qobject_cast<QLabel*>(w))
            add(label->text());
        if (auto* button = qobject_cast<QAbstractButton*>(w))
            add(button->text());
        if (auto* edit = qobject_cast<QLineEdit*>(w))
            add(edit->placeholderText());
        if (auto* box = qobject_cast<QComboBox*>(w))
            for (int i = 0; i < box->count(); ++i)
                add(box->itemText(i));
        if (auto* spin = qobject_cast<QDoubleSpinBox*>(w)) {
            add(spin->suffix());
            add(spin->prefix());
            add(spin->specialValueText());
        }
        if (auto* table = qobject_cast<QTableWidget*>(w)) {
            for (int c = 0; c < table->columnCount(); ++c)
                if (table->horizontalHeaderItem(c))
                    add(table->horizontalHeaderItem(c)->text());
        }
        if (auto* plot = qobject_cast<QCustomPlot*>(w)) {
            for (QCPAxisRect* rect : plot->axisRects())
                for (QCPAxis* axis : rect->axes())
                    add(axis->label());
            for (int i = 0; i < plot->itemCount(); ++i)
                if (auto* text = qobject_cast<QCPItemText*>(plot->item(i)))
                    add(text->text());
        }
    }
    // What is painted by hand.
    QBuffer svg;
    svg.open(QIODevice::WriteOnly);
    QSvgGenerator generator;
    generator.setOutputDevice(&svg);
    generator.setSize(root.size());
    {
        QPainter painter(&generator);
        root.render(&painter);
    }
    static const QRegularExpression drawn(QStringLiteral("<text[^>]*>([^<]*)</text>"));
    for (auto found = drawn.globalMatch(QString::fromUtf8(svg.data())); found.hasNext();)
        out.push_back({found.next().captured(1), true});
    return out;
}

/// Words that are nobody's to translate: units, standards, formats, names of months out of the locale.
const QSet<QString>& wordsOfNoLanguage() {
    static const QSet<QString> known = [] {
        const QString all = QStringLiteral(
            "Jolly Ram JSON CSV PDF PNG SVG XLSX SHA NMEA GPX HOST PORT PATH tcp serial AFR rpm kgf kmh mph kPa hPa "
            "psi bar "
            "inHg kWh rad SAE STD DIN ISO Ctrl Alt Esc F2 English Deutsch IVC cos sin Buck Engelman January February "
            "March "
            "April May June July August September October November December Monday Tuesday Wednesday Thursday Friday "
            "Saturday Sunday Jan Feb Mar Apr Jun Jul Aug Sep Oct Nov Dec mile");
        const QStringList words = all.split(QLatin1Char(' '));
        QSet<QString> out(words.begin(), words.end());
        for (const auto* units : {&allUnits(), &workshopUnits()})
            for (const Unit& unit : *units)
                out << QString::fromUtf8(unit.symbol.data());
        return out;
    }();
    return known;
}

/// What people typed: every text in the archive's open files, the longest first. The words of lines that have a key of
/// the program's own lists are not among them: those are said in the reader's language.
void collect(const QJsonValue& value, QSet<QString>& out) {
    if (value.isObject()) {
        QJsonObject object = value.toObject();
        if (object.contains(QLatin1String("key")))
            object.remove(QLatin1String("words"));
        for (auto it = object.begin(); it != object.end(); ++it)
            collect(it.value(), out);
    } else if (value.isArray()) {
        const QJsonArray array = value.toArray();
        for (const QJsonValue& one : array)
            collect(one, out);
    } else if (value.isString()) {
        const QString text = value.toString();
        const QJsonDocument inside = QJsonDocument::fromJson(text.toUtf8()); // a sheet's body
        if (inside.isObject())
            collect(inside.object(), out);
        else if (text.size() > 1)
            out << text;
    }
}

QStringList typedByPeople(const QString& archive) {
    QSet<QString> texts;
    QDirIterator files(archive, {QStringLiteral("job.json"), QStringLiteral("*.pull.csv")}, QDir::Files,
                       QDirIterator::Subdirectories);
    while (files.hasNext()) {
        QFile file(files.next());
        if (!file.open(QIODevice::ReadOnly))
            continue;
        if (file.fileName().endsWith(QLatin1String(".json"))) {
            collect(QJsonDocument::fromJson(file.readAll()).object(), texts);
            continue;
        }
        for (QString line = QString::fromUtf8(file.readLine()); line.startsWith(QLatin1Char('#'));
             line = QString::fromUtf8(file.readLine()))
            texts << line.section(QLatin1Char(':'), 1).trimmed();
    }
    QStringList out(texts.begin(), texts.end());
    std::sort(out.begin(), out.end(), [](const QString& a, const QString& b) { return a.size() > b.size(); });
    return out;
}

/// Words that have less room than they need: a label, a button or a box that is narrower than what it says, or one that
/// reaches out of what it stands in.
QStringList cutOff(QWidget& root, const QString& where) {
    QStringList out;
    const auto tell = [&](QWidget* w, const QString& text, int needs, int has) {
        out << QStringLiteral("%1: %2 (%3) needs %4, has %5")
                   .arg(where, QString::fromLatin1(w->metaObject()->className()), text.left(60))
                   .arg(needs)
                   .arg(has);
    };
    constexpr int kHair = 1; // px of rounding
    for (QWidget* w : root.findChildren<QWidget*>()) {
        if (!w->isVisible() || w->width() == 0)
            continue;
        QString text;
        int needs = 0, has = w->width();
        if (auto* label = qobject_cast<QLabel*>(w)) {
            text = label->text();
            if (text.isEmpty() || !label->pixmap(Qt::ReturnByValue).isNull())
                continue;
            if (label->wordWrap()) {
                needs = label->heightForWidth(label->width());
                has = label->height();
            } else {
                needs = label->minimumSizeHint().width();
            }
        } else if (auto* button = qobject_cast<QAbstractButton*>(w)) {
            text = button->text();
            needs = button->sizeHint().width();
        } else if (auto* box = qobject_cast<QComboBox*>(w);
                   box && !box->isEditable() &&
                   box->sizeAdjustPolicy() != QComboBox::AdjustToMinimumContentsLengthWithIcon) {
            // A line is scrolled, and names of setups are cut on purpose.
            text = box->currentText();
            needs = box->fontMetrics().horizontalAdvance(text);
            has = w->width() - 30; // its arrow and edges
        } else {
            continue;
        }
        if (needs > has + kHair && !text.isEmpty())
            tell(w, text, needs, has);
        const QWidget* around = w->parentWidget();
        if (around && !text.isEmpty() &&
            !around->rect().contains(w->geometry().adjusted(kHair, kHair, -kHair, -kHair)) &&
            !qobject_cast<const QScrollArea*>(around->parentWidget() ? around->parentWidget()->parentWidget()
                                                                     : nullptr))
            tell(w, text + QStringLiteral(" OUT OF ") + QString::fromLatin1(around->metaObject()->className()),
                 w->geometry().right(), around->width());
    }
    return out;
}

} // namespace

class TestLanguages : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;
    std::unique_ptr<SpokenLanguage> m_spoken;

    void begin(const char* language) {
        m_spoken = std::make_unique<SpokenLanguage>(*QCoreApplication::instance());
        m_spoken->speak(QLatin1String(language));
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
        m_demo.window().resize(1280, 800);
    }

private slots:
    void cleanup() {
        m_demo.end();
        m_spoken.reset();
    }

    void nothingIsLeftInEnglish() {
        begin("pseudo");
        const QStringList typed = typedByPeople(m_demo.model().keeper()->folder());
        QVERIFY(typed.size() > 100);
        static const QRegularExpression apart(QStringLiteral("[^A-Za-z]+"));
        const QStringList words = typed.join(QLatin1Char(' ')).split(apart);
        const QSet<QString> typedWords(words.begin(), words.end());
        QStringList left;
        testsupport::everyPage(m_demo, [&](const QString& where, Station& station) {
            static const QRegularExpression cutOff(QStringLiteral("\\w+…")); // of a long name
            static const QRegularExpression word(QStringLiteral("(?<![\\w/.#-])[A-Za-z]{3,}(?![\\w/-])"));
            for (const Readable& readable : readOn(station)) {
                QString text = QTextDocumentFragment::fromHtml(readable.text).toPlainText();
                const QString whole = text;
                text.remove(cutOff);
                for (const QString& one : typed) {
                    // A short one is taken out as a word of its own, or it would eat into others.
                    if (one.size() > 3)
                        text.replace(one, QString(), Qt::CaseInsensitive);
                    else if (text.contains(one))
                        text.remove(
                            QRegularExpression(QStringLiteral("\\b%1\\b").arg(QRegularExpression::escape(one))));
                }
                for (auto found = word.globalMatch(text); found.hasNext();) {
                    const QString one = found.next().captured();
                    if (!wordsOfNoLanguage().contains(one) && !(readable.painted && typedWords.contains(one))) {
                        left << where + QStringLiteral(": ") + one + QStringLiteral("  in  ") + whole.left(160);
                        break;
                    }
                }
            }
        });
        left.removeDuplicates();

        QVERIFY2(left.isEmpty(), qPrintable(QStringLiteral("\n") + left.join(QLatin1Char('\n'))));
    }

    /// Two fifths longer, and in German: every word has its room on 1280 pixels.
    void nothingIsCutOff_data() {
        QTest::addColumn<QString>("language");
        QTest::addColumn<double>("scale");
        QTest::newRow("longer words") << QStringLiteral("pseudo") << 1.;
        QTest::newRow("German") << QStringLiteral("de") << 1.;
        QTest::newRow("larger text") << QStringLiteral("en") << 1.3;
    }
    void nothingIsCutOff() {
        QFETCH(QString, language);
        QFETCH(double, scale);
        Theme::setTextScale(scale);
        const auto usual = qScopeGuard([] { Theme::setTextScale(1.); });
        begin(language.toLatin1().constData());
        QStringList cut;
        testsupport::everyPage(m_demo, [&](const QString& where, Station& station) {
            const int least = m_demo.window().minimumSizeHint().width();
            if (least > 1280)
                cut << where + QStringLiteral(": the window needs %1").arg(least);
            cut << cutOff(station, where);
        });
        cut.removeDuplicates();
        QVERIFY2(cut.isEmpty(), qPrintable(QStringLiteral("\n") + cut.join(QLatin1Char('\n'))));
    }
};

JR_SUITE(TestLanguages)
#include "test_languages.moc"
