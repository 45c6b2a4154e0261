// SPDX-License-Identifier: GPL-3.0-or-later
// The look, measured: contrast by the published formula of WCAG 2.1, marks and calls that stay apart for colour-blind
// eyes and on a grey printer, type that lines up, icons that exist. No screen is judged by a person here; see
// docs/screenshots for that.
#include "app/charts/nice_ticks.h"
#include "app/model/display_units.h"
#include "app/theme/theme.h"
#include "app/words/words.h"
#include "tests/support/suites.h"

#include <QApplication>
#include <QDirIterator>
#include <QFontDatabase>
#include <QFontInfo>
#include <QFontMetricsF>
#include <QImage>
#include <QPainter>
#include <QRegularExpression>
#include <QTest>

#include <array>
#include <cmath>
#include <set>

using namespace jr;
using namespace jr::app;

namespace {

using Rgb = std::array<double, 3>; // linear light

Rgb linear(const QColor& c) {
    const auto one = [](double v) { return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
    return {one(c.redF()), one(c.greenF()), one(c.blueF())};
}

double luminance(const QColor& c) {
    const Rgb l = linear(c);
    return 0.2126 * l[0] + 0.7152 * l[1] + 0.0722 * l[2];
}

/// Contrast ratio, WCAG 2.1.
double contrast(const QColor& a, const QColor& b) {
    const double x = luminance(a), y = luminance(b);
    return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
}

/// CIE 1976 L*a*b* for D65 from linear sRGB.
Rgb lab(const Rgb& c) {
    const double x = (0.4124564 * c[0] + 0.3575761 * c[1] + 0.1804375 * c[2]) / 0.95047;
    const double y = 0.2126729 * c[0] + 0.7151522 * c[1] + 0.0721750 * c[2];
    const double z = (0.0193339 * c[0] + 0.1191920 * c[1] + 0.9503041 * c[2]) / 1.08883;
    const auto f = [](double t) { return t > 0.008856 ? std::cbrt(t) : 7.787 * t + 16. / 116.; };
    return {116. * f(y) - 16., 500. * (f(x) - f(y)), 200. * (f(y) - f(z))};
}

double apart(const Rgb& a, const Rgb& b) {
    return std::hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
}

/// What a dichromat sees. Machado, Oliveira and Fernandes 2009, severity 1.0, on linear light; values from memory of
/// the published table (rows add up to one, which is checked).
struct Eyes {
    const char* name;
    double m[3][3];
};
constexpr Eyes kEyes[] = {
    {"usual", {{1., 0., 0.}, {0., 1., 0.}, {0., 0., 1.}}},
    {"protanope", {{0.152286, 1.052583, -0.204868}, {0.114503, 0.786281, 0.099216}, {-0.003882, -0.048116, 1.051998}}},
    {"deuteranope", {{0.367322, 0.860646, -0.227968}, {0.280085, 0.672501, 0.047413}, {-0.011820, 0.042940, 0.968881}}},
    {"tritanope", {{1.255528, -0.076749, -0.178779}, {-0.078411, 0.930809, 0.147602}, {0.004733, 0.691367, 0.303900}}},
};

Rgb seen(const QColor& color, const Eyes& eyes) {
    const Rgb l = linear(color);
    Rgb out;
    for (std::size_t r = 0; r < 3; ++r)
        out[r] = std::clamp(eyes.m[r][0] * l[0] + eyes.m[r][1] * l[1] + eyes.m[r][2] * l[2], 0., 1.);
    return lab(out);
}

/// A mark's shape as a picture in one colour.
QImage shape(int mark) {
    QImage image(40, 40, QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    Theme::drawMark(p, {20, 20}, 14, mark, Qt::black);
    return image;
}

} // namespace

class TestTheme : public QObject {
    Q_OBJECT

    Theme m_theme;
    template <class Do>
    void byDayAndNight(Do look) {
        for (Theme::Mode mode : {Theme::Mode::Day, Theme::Mode::Night}) {
            m_theme.setMode(mode);
            look(m_theme.tokens(), mode == Theme::Mode::Night ? "night" : "day");
        }
        m_theme.setMode(Theme::Mode::Day);
    }

private slots:
    void initTestCase() { m_theme.install(*static_cast<QApplication*>(QApplication::instance())); }

    void aLinkChangesWithTheTheme() {
        m_theme.setMode(Theme::Mode::Day);
        MarkedWords label(Markup::link(QStringLiteral("x"), QStringLiteral("Bring them in, all of them")));
        label.resize(260, 30);
        label.show();
        QVERIFY(QTest::qWaitForWindowExposed(&label));
        const auto inked = [&](const QColor& color) {
            const QImage image = label.grab().toImage();
            int n = 0;
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x)
                    n += image.pixelColor(x, y) == color;
            return n;
        };
        QVERIFY(inked(m_theme.tokens().accent) > 20);
        m_theme.setMode(Theme::Mode::Night);
        QTRY_VERIFY(inked(m_theme.tokens().accent) > 20);
        QCOMPARE(inked(Theme::dayTokens().accent), 0);
        m_theme.setMode(Theme::Mode::Day);
    }

    void wordsCanBeRead() {
        byDayAndNight([](const Tokens& t, const char* when) {
            const std::pair<const char*, QColor> grounds[] = {
                {"paper", t.paper}, {"panel", t.panel}, {"raised", t.raised}};
            for (const auto& [name, ground] : grounds) {
                QVERIFY2(contrast(t.ink, ground) >= 7., qPrintable(QStringLiteral("ink on %1 by %2").arg(name, when)));
                for (const auto& [what, color] : {std::pair{"muted", t.muted},
                                                  {"accent", t.accent},
                                                  {"gain", t.gain},
                                                  {"loss", t.loss},
                                                  {"amber", t.amber},
                                                  {"open", t.open}})
                    QVERIFY2(
                        contrast(color, ground) >= 4.5,
                        qPrintable(
                            QStringLiteral("%1 on %2 by %3: %4").arg(what, name, when).arg(contrast(color, ground))));
            }
            QVERIFY(contrast(t.onAccent, t.accent) >= 4.5);
            QVERIFY(contrast(t.ink, t.amberSoft) >= 7.); // cautions
            QVERIFY(contrast(t.gain, t.gainSoft) >= 4.5 && contrast(t.loss, t.lossSoft) >= 4.5);
        });
    }

    void curvesStandOutFromThePaper() {
        byDayAndNight([](const Tokens& t, const char* when) {
            for (int i = 0; i < 8; ++i)
                QVERIFY2(contrast(t.marks[i], t.raised) >= 3.,
                         qPrintable(QStringLiteral("mark %1 by %2").arg(i).arg(QLatin1String(when))));
        });
    }

    void gainAndLossForEveryEye() {
        for (const Eyes& eyes : kEyes)
            for (int r = 0; r < 3; ++r)
                QVERIFY(std::abs(eyes.m[r][0] + eyes.m[r][1] + eyes.m[r][2] - 1.) < 2e-5);
        byDayAndNight([](const Tokens& t, const char* when) {
            for (const Eyes& eyes : kEyes) {
                const double away = apart(seen(t.gain, eyes), seen(t.loss, eyes));
                QVERIFY2(away > 20., qPrintable(QStringLiteral("%1 by %2: %3").arg(eyes.name, when).arg(away)));
                QVERIFY(apart(seen(t.gainSoft, eyes), seen(t.lossSoft, eyes)) > 6.);
            }
        });
    }

    void setupMarksAreApartWithoutColour() {
        // Any two differ in letter and in the pixels of their shape; neighbours in dash or clearly in colour too.
        std::set<QString> letters;
        for (int i = 0; i < 8; ++i)
            letters.insert(Theme::mark(i).letter);
        QCOMPARE(letters.size(), std::size_t(8));
        for (int a = 0; a < 8; ++a)
            for (int b = a + 1; b < 8; ++b) {
                const QImage x = shape(a), y = shape(b);
                int differ = 0;
                for (int i = 0; i < 40; ++i)
                    for (int j = 0; j < 40; ++j)
                        differ += std::abs(qGray(x.pixel(i, j)) - qGray(y.pixel(i, j))) > 100;
                QVERIFY2(differ > 60,
                         qPrintable(QStringLiteral("shapes %1 and %2: %3 pixels").arg(a).arg(b).arg(differ)));
            }
    }

    void theFirstFourMarksForEveryEye() {
        // Dash and shape carry the rest; the four that nearly every job uses are told apart by colour, or by dash.
        byDayAndNight([](const Tokens& t, const char* when) {
            for (const Eyes& eyes : kEyes)
                for (int a = 0; a < 4; ++a)
                    for (int b = a + 1; b < 4; ++b) {
                        const bool dash = Theme::mark(a).dash != Theme::mark(b).dash;
                        const double away = apart(seen(t.marks[a], eyes), seen(t.marks[b], eyes));
                        QVERIFY2(dash || away > 12., qPrintable(QStringLiteral("%1 and %2, %3 by %4: %5")
                                                                    .arg(a)
                                                                    .arg(b)
                                                                    .arg(eyes.name, when)
                                                                    .arg(away)));
                    }
        });
    }

    void figuresLineUp() {
        for (Size size : {Size::Small, Size::Body, Size::Strong, Size::Large, Size::Huge, Size::Figure})
            for (bool bold : {false, true}) {
                const QFont font = Theme::font(size, bold);
                QCOMPARE(QFontInfo(font).family(), QStringLiteral("Ram B612")); // shipped, not whatever is there
                const QFontMetricsF metrics(font);
                const double one = metrics.horizontalAdvance(QLatin1Char('1'));
                for (char c = '0'; c <= '9'; ++c)
                    QCOMPARE(metrics.horizontalAdvance(QLatin1Char(c)), one);
                for (QChar c : {QChar(0x00B1), QChar(0x00B0), QChar(0x2013), QChar(0x00D7), QChar(0x00B7)}) // ± ° – × ·
                    QVERIFY2(metrics.inFont(c), qPrintable(QString(c)));
            }
        QVERIFY(static_cast<int>(Size::Figure) >= 64); // read from two metres
    }

    void everyIconAskedForIsThere() {
        // Names of icons stand in the code as literals; each must be in the resources and draw something.
        std::set<QString> names;
        const QRegularExpression asked(
            QStringLiteral("(?:icon|pixmap|dressButton)\\([^;]*?QStringLiteral\\(\"([a-z0-9-]+)\"\\)"));
        // A station says its own in its face.
        const QRegularExpression face(
            QStringLiteral("return \\{tr\\(\"[^\"]+\"\\), QStringLiteral\\(\"([a-z0-9-]+)\"\\)"));
        QDirIterator files(QStringLiteral(JR_SOURCE "/app"), {QStringLiteral("*.cpp")}, QDir::Files,
                           QDirIterator::Subdirectories);
        while (files.hasNext()) {
            QFile file(files.next());
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString text = QString::fromUtf8(file.readAll());
            for (const QRegularExpression& pattern : {asked, face}) {
                auto found = pattern.globalMatch(text);
                while (found.hasNext())
                    names.insert(found.next().captured(1));
            }
        }
        QVERIFY2(names.size() > 8, qPrintable(QString::number(names.size())));
        for (const QString& name : names) {
            QVERIFY2(QFile::exists(QStringLiteral(":/icons/%1.svg").arg(name)), qPrintable(name));
            const QImage image = m_theme.pixmap(name, 32, Qt::black).toImage();
            int ink = 0;
            for (int i = 0; i < image.width(); ++i)
                for (int j = 0; j < image.height(); ++j)
                    ink += qAlpha(image.pixel(i, j)) > 60;
            QVERIFY2(ink > 20, qPrintable(name));
        }
    }

    void noColourIsWrittenOutsideTheTokens() {
        const QRegularExpression literal(QStringLiteral(
            "#[0-9a-fA-F]{6}\\b|QColor\\(\\s*\\d|Qt::(red|green|blue|yellow|cyan|magenta|gray|darkGray)\\b"));
        QDirIterator files(QStringLiteral(JR_SOURCE "/app"), {QStringLiteral("*.cpp"), QStringLiteral("*.h")},
                           QDir::Files, QDirIterator::Subdirectories);
        QStringList wrong;
        while (files.hasNext()) {
            const QString path = files.next();
            if (path.contains(QStringLiteral("/theme/")))
                continue;
            QFile file(path);
            QVERIFY(file.open(QIODevice::ReadOnly));
            if (literal.match(QString::fromUtf8(file.readAll())).hasMatch())
                wrong << path;
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join(QLatin1Char(' '))));
    }

    void ticksAreRound() {
        QCOMPARE(niceTicks(0., 10.), (std::vector<double>{0., 2., 4., 6., 8., 10.}));
        QCOMPARE(niceTicks(-1., 1.), (std::vector<double>{-1., -0.5, 0., 0.5, 1.}));
        QCOMPARE(niceTicks(3137., 9021.), (std::vector<double>{4000., 5000., 6000., 7000., 8000., 9000.}));
        QVERIFY(niceTicks(5., 5.).empty() && niceTicks(6., 5.).empty());
        for (double high : {0.0013, 0.7, 42., 183000.})
            for (double t : niceTicks(0., high)) {
                QVERIFY(t >= 0. && t <= high * (1. + 1e-9));
                QVERIFY(!std::signbit(t)); // never "-0"
            }
    }

    void unitsReadAsPeopleWriteThem() {
        // 1 hp = 550 ft lbf/s exactly by definition; 1 PS = 75 kgf m/s; both to standard gravity.
        const DisplayUnits& imperial = DisplayUnits::choices()[0];
        const DisplayUnits& metric = DisplayUnits::choices()[1];
        QVERIFY(std::abs(imperial.powerOf(550. * 0.3048 * 0.45359237 * 9.80665) - 1.) < 1e-9);
        QVERIFY(std::abs(metric.powerOf(75. * 9.80665) - 1.) < 1e-9);
        QVERIFY(std::abs(imperial.torqueOf(0.3048 * 0.45359237 * 9.80665) - 1.) < 1e-9);
        QVERIFY(metric.powerText(22066., 1).endsWith(QStringLiteral("PS")));
        QVERIFY(metric.powerText(22066., 1).contains(QChar(0x00A0))); // a figure and its unit stay on one line
        QCOMPARE(DisplayUnits::choiceForLocale(QLocale(QLocale::German, QLocale::Germany)), 1);
        QCOMPARE(DisplayUnits::choiceForLocale(QLocale(QLocale::English, QLocale::UnitedStates)), 0);
        QCOMPARE(DisplayUnits::choices()[4].torque.symbol, findUnit("kgf-m")->symbol);
    }
};

JR_SUITE(TestTheme)
#include "test_theme.moc"
