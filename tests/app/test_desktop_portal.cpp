// SPDX-License-Identifier: GPL-3.0-or-later
// When the desktop's own file dialogs are asked for, and when not: a question nobody shows is never answered.
#include "app/frame/desktop_portal.h"
#include "tests/support/suites.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

using namespace jr::app;

class TestDesktopPortal : public QObject {
    Q_OBJECT
    QTemporaryDir m_data;

    void describe(const char* name, const QByteArray& text) {
        QDir(m_data.path()).mkpath("xdg-desktop-portal/portals");
        QFile file(m_data.filePath(QStringLiteral("xdg-desktop-portal/portals/") + QLatin1String(name)));
        QVERIFY(file.open(QIODevice::WriteOnly | QIODevice::Truncate));
        file.write(text);
    }
    bool shows(const char* desktop) {
        return portalShowsFileDialogs({QStringLiteral("/no/such/folder"), m_data.path()}, QLatin1String(desktop));
    }

private slots:
    void noPortalNoQuestion() { QVERIFY(!shows("GNOME")); }
    /// Form of the files: xdg-desktop-portal's own documentation, value from memory.
    void theDesktopsOwnAndNoOther() {
        describe("one.portal", "[portal]\nDBusName=x\nInterfaces=org.freedesktop.impl.portal.FileChooser;org.x.Print;\n"
                               "UseIn=gnome;Cinnamon\n");
        QVERIFY(shows("GNOME"));
        QVERIFY(shows("ubuntu:GNOME"));
        QVERIFY(shows("X-Cinnamon:cinnamon"));
        QVERIFY(!shows("KDE"));
        QVERIFY(!shows(""));
    }
    void onePortalThatOpensNoFiles() {
        describe("two.portal", "[portal]\nInterfaces=org.freedesktop.impl.portal.Screenshot\nUseIn=KDE\n");
        QVERIFY(!shows("KDE"));
        describe("two.portal", QByteArray("UseIn\n=;=\nInterfaces=") + QByteArray(200000, 'x')); // no such file
        QVERIFY(!shows("KDE"));
    }
    void whatSomebodyChoseStays() {
        describe("one.portal", "[portal]\nInterfaces=org.freedesktop.impl.portal.FileChooser\nUseIn=gnome\n");
        struct Kept {
            const char* name;
            QByteArray before = qgetenv(name);
            bool set = qEnvironmentVariableIsSet(name);
            ~Kept() { set ? qputenv(name, before) : qunsetenv(name); }
        } theme{"QT_QPA_PLATFORMTHEME"}, bus{"DBUS_SESSION_BUS_ADDRESS"}, data{"XDG_DATA_DIRS"},
            desktop{"XDG_CURRENT_DESKTOP"}, platform{"QT_QPA_PLATFORM"};
        qputenv("DBUS_SESSION_BUS_ADDRESS", "unix:path=/none");
        qputenv("XDG_DATA_DIRS", m_data.path().toLocal8Bit());
        qputenv("XDG_CURRENT_DESKTOP", "GNOME");
        qunsetenv("QT_QPA_PLATFORMTHEME");
        useDesktopPortal(); // offscreen: nobody would see it
        QVERIFY(!qEnvironmentVariableIsSet("QT_QPA_PLATFORMTHEME"));
        qputenv("QT_QPA_PLATFORM", "xcb");
        qputenv("QT_QPA_PLATFORMTHEME", "gtk3");
        useDesktopPortal();
        QCOMPARE(qgetenv("QT_QPA_PLATFORMTHEME"), QByteArray("gtk3"));
        qunsetenv("QT_QPA_PLATFORMTHEME");
        useDesktopPortal();
        QCOMPARE(qgetenv("QT_QPA_PLATFORMTHEME"), QByteArray("xdgdesktopportal"));
    }
};

JR_SUITE(TestDesktopPortal)
#include "test_desktop_portal.moc"
