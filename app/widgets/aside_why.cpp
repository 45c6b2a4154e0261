// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/aside_why.h"

#include <QCoreApplication>
#include <QInputDialog>

namespace jr::app {

QString askWhyAside(QWidget* parent) {
    const auto tr = [](const char* text) { return QCoreApplication::translate("AsideWhy", text); };
    const QStringList reasons = {tr("warm-up pull"),
                                 tr("the tyre slipped on the roller"),
                                 tr("wrong gear"),
                                 tr("throttle not held open"),
                                 tr("something was put in wrongly"),
                                 tr("fuel was low"),
                                 tr("too hot"),
                                 tr("too cold")};
    bool good = false;
    const QString why = QInputDialog::getItem(
        parent, tr("Set pull aside"), tr("Why? It is kept, shown hatched, and not counted."), reasons, 1, true, &good);
    return good ? why.trimmed() : QString();
}

} // namespace jr::app
