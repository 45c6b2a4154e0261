// SPDX-License-Identifier: GPL-3.0-or-later
// The desktop's own file dialogs, asked for over its portal (xdg-desktop-portal), so that this program opens files as
// every other program there does.
#pragma once

#include <QStringList>

namespace jr::app {

/// Whether a portal in one of these data folders shows file dialogs on this desktop ("GNOME", "ubuntu:GNOME"). One that
/// is made for another desktop does not count: a question that nobody shows would never be answered.
bool portalShowsFileDialogs(const QStringList& dataFolders, const QString& currentDesktop);

/// Before the application is made. Changes nothing where somebody chose a platform theme, where there is no session bus
/// or no such portal, and where nothing is shown on a screen. With a bench at hand the dialogs are our own all the same
/// (stop_key.h).
void useDesktopPortal();

} // namespace jr::app
