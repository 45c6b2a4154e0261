// SPDX-License-Identifier: GPL-3.0-or-later
// For everyone: the keyboard alone reaches every control, a screen reader gets a name and a role of each and an account
// of every chart, colours stand far enough apart, and on Pull a gloved finger hits what it aims at.
#include "app/charts/range_chart.h"
#include "app/frame/day_strip.h"
#include "app/pull/pull_station.h"
#include "tests/support/every_page.h"
#include "tests/support/suites.h"

#include <QAbstractButton>
#include <QAccessible>
#include <QAccessibleInterface>
#include <QComboBox>
#include <QLineEdit>
#include <QScrollArea>
#include <QSet>
#include <QTextBrowser>
#include <qcustomplot.h>

#include <cmath>

using namespace jr;
using namespace jr::app;

namespace {

QString nameOf(const QWidget* w) {
    const auto* button = qobject_cast<const QAbstractButton*>(w);
    return QStringLiteral("%1 \"%2\" %3")
        .arg(QString::fromLatin1(w->metaObject()->className()), button ? button->text() : w->accessibleName(),
             w->objectName());
}

bool takesTab(const QWidget* w) {
    return w->isVisible() && w->isEnabled() && (w->focusPolicy() & Qt::TabFocus) && !w->focusProxy();
}

/// Of a line inside a box or a spin box the outer one counts.
bool isInner(const QWidget* w) {
    return w->parentWidget() &&
           (qobject_cast<QAbstractSpinBox*>(w->parentWidget()) || qobject_cast<QComboBox*>(w->parentWidget()));
}

/// Relative luminance and contrast of two colours. Source: WCAG 2.1, "contrast ratio" and "relative luminance", values
/// from memory.
double luminance(const QColor& colour) {
    const auto linear = [](double c) { return c <= 0.03928 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4); };
    return 0.2126 * linear(colour.redF()) + 0.7152 * linear(colour.greenF()) + 0.0722 * linear(colour.blueF());
}
double contrast(const QColor& a, const QColor& b) {
    const double high = std::max(luminance(a), luminance(b)), low = std::min(luminance(a), luminance(b));
    return (high + 0.05) / (low + 0.05);
}

} // namespace

class TestEveryone : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
        m_demo.window().resize(1280, 800);
    }
    void cleanupTestCase() { m_demo.end(); }

    /// Tab, from the rail on, comes to every control of a page and out of each again.
    void theKeyboardReachesEverything() {
        QStringList missed;
        testsupport::everyPage(m_demo, [&](const QString& where, Station& station) {
            MainWindow& window = m_demo.window();
            window.activateWindow();
            QVERIFY(QTest::qWaitForWindowActive(&window));
            QSet<const QWidget*> wanted;
            for (const QWidget* w : station.findChildren<QWidget*>())
                if (takesTab(w) && !isInner(w))
                    wanted.insert(w);
            if (wanted.isEmpty())
                return;
            window.dayStrip().parentWidget()->setFocus();
            QSet<const QWidget*> come;
            constexpr int kMostPresses = 400;
            QWidget *first = nullptr, *before = nullptr;
            for (int press = 0; press < kMostPresses; ++press) {
                QTest::keyClick(QApplication::focusWidget() ? QApplication::focusWidget() : &window, Qt::Key_Tab);
                QWidget* now = QApplication::focusWidget();
                if (!now)
                    continue;
                for (const QWidget* w = now; w; w = w->parentWidget())
                    come.insert(w);
                if (!first)
                    first = now;
                else if (now == first && before != first) // words with a link in them hold it for two presses
                    break;
                before = now;
            }
            // Of buttons that exclude one another the keyboard comes to the chosen one; arrows walk among them.
            for (const QWidget* w : wanted - come)
                if (const auto* b = qobject_cast<const QAbstractButton*>(w); !b || !(b->autoExclusive() || b->group()))
                    missed << where + QStringLiteral(": ") + nameOf(w);
        });
        QVERIFY2(missed.isEmpty(), qPrintable(QStringLiteral("\n") + missed.join(QLatin1Char('\n'))));
    }

    void everyControlHasNameAndRole() {
        QStringList silent;
        testsupport::everyPage(m_demo, [&](const QString& where, Station& station) {
            for (QWidget* w : station.findChildren<QWidget*>()) {
                if (!takesTab(w) || isInner(w) || qobject_cast<QScrollArea*>(w))
                    continue;
                const QAccessibleInterface* i = QAccessible::queryAccessibleInterface(w);
                if (!i || i->text(QAccessible::Name).trimmed().isEmpty())
                    silent << where + QStringLiteral(": no name: ") + nameOf(w);
                else if (i->role() == QAccessible::NoRole)
                    silent << where + QStringLiteral(": no role: ") + nameOf(w);
            }
        });
        silent.removeDuplicates();
        QVERIFY2(silent.isEmpty(), qPrintable(QStringLiteral("\n") + silent.join(QLatin1Char('\n'))));
    }

    /// Whoever cannot see a chart hears what it shows: its figures, not only its title.
    void everyChartHasAnAccount() {
        QStringList mute;
        int charts = 0;
        testsupport::everyPage(m_demo, [&](const QString& where, Station& station) {
            for (QCustomPlot* plot : station.findChildren<QCustomPlot*>()) {
                if (!plot->isVisible())
                    continue;
                ++charts;
                const QAccessibleInterface* i = QAccessible::queryAccessibleInterface(plot);
                const QString name = i->text(QAccessible::Name), account = i->text(QAccessible::Description);
                static const QRegularExpression figure(QStringLiteral("\\d"));
                bool drawn = false;
                for (int g = 0; g < plot->graphCount(); ++g)
                    drawn = drawn || plot->graph(g)->data()->size() > 1;
                if (name.isEmpty() || (drawn && !account.contains(figure)))
                    mute << where + QStringLiteral(": ") + nameOf(plot) + QStringLiteral(" says: ") + account.left(80);
            }
        });
        QVERIFY(charts > 10);
        mute.removeDuplicates();
        QVERIFY2(mute.isEmpty(), qPrintable(QStringLiteral("\n") + mute.join(QLatin1Char('\n'))));
    }

    /// 4.5 for what is read, 3 for what is only seen (WCAG 2.1, 1.4.3 and 1.4.11); strong contrast at least 7.
    void coloursStandApart() {
        const auto all = Theme::allTokens();
        for (std::size_t set = 0; set < all.size(); ++set) {
            const Tokens& t = *all[set];
            const bool strong = set >= 2;
            const auto look = [&](const char* what, const QColor& over, const QColor& under, double least) {
                QVERIFY2(contrast(over, under) >= least,
                         qPrintable(QStringLiteral("set %1, %2: %3 on %4 has %5, wants %6")
                                        .arg(set)
                                        .arg(QLatin1String(what), over.name(), under.name())
                                        .arg(contrast(over, under))
                                        .arg(least)));
            };
            const double read = strong ? 7. : 4.5;
            for (const QColor& under : {t.paper, t.panel, t.raised}) {
                look("ink", t.ink, under, 7.);
                look("muted", t.muted, under, read);
                look("accent", t.accent, under, read);
                look("amber", t.amber, under, strong ? 4.5 : 4.5);
                for (const QColor& mark : t.marks)
                    look("mark", mark, under, 3.);
                look("gain", t.gain, under, 3.);
                look("loss", t.loss, under, 3.);
                look("open", t.open, under, 3.);
            }
            look("words on the accent", t.onAccent, t.accent, read);
            look("words on amber", t.ink, t.amberSoft, read);
            look("words on gain", t.ink, t.gainSoft, 4.5);
            look("words on loss", t.ink, t.lossSoft, 4.5);
            look("words on same", t.ink, t.sameSoft, 4.5);
            look("words on the accent's shade", t.ink, t.accentSoft, 4.5);
        }
    }

    /// 44 px: what a finger hits. Source: WCAG 2.1, 2.5.5 (target size), value from memory.
    void aGloveHitsWhatItAimsAt() {
        constexpr int kFinger = 44;
        QVERIFY(m_demo.open("Stack length"));
        m_demo.window().showStation(MainWindow::Pull);
        (void)m_demo.model();
        QStringList small;
        // On every page of it, with a bench and without.
        for (QAbstractButton* b : m_demo.window().pullStation().findChildren<QAbstractButton*>()) {
            b->ensurePolished();
            const int high = b->isVisible() ? b->height() : b->sizeHint().height();
            if (high < kFinger && !b->property("link").toBool() && !b->text().isEmpty())
                small << nameOf(b) + QStringLiteral(" is %1 high").arg(high);
        }
        QVERIFY2(small.isEmpty(), qPrintable(QStringLiteral("\n") + small.join(QLatin1Char('\n'))));
    }
};

JR_SUITE(TestEveryone)
#include "test_everyone.moc"
