// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/work_shown.h"

#include <QApplication>
#include <QPointer>
#include <QProgressBar>
#include <QProgressDialog>

#include <algorithm>
#include <atomic>
#include <memory>

namespace jr::app {

WorkShown showWork(QWidget* over, const QString& words) {
    auto* dialog = new QProgressDialog(words, QProgressDialog::tr("Stop here"), 0, 0, over);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowModality(Qt::WindowModal);
    dialog->setMinimumDuration(0);
    // Moved directly: a modal progress dialog lets the program live on within its own setValue.
    auto* bar = new QProgressBar;
    dialog->setBar(bar);
    dialog->show();
    const auto stop = std::make_shared<std::atomic<bool>>(false);
    QObject::connect(dialog, &QProgressDialog::canceled, over, [stop] { *stop = true; });
    return {[stop, shown = QPointer<QProgressBar>(bar)](int looked, int all) {
                QMetaObject::invokeMethod(
                    qApp,
                    [shown, looked, all] {
                        if (!shown)
                            return;
                        shown->setMaximum(all);
                        shown->setValue(std::min(looked, all));
                    },
                    Qt::QueuedConnection);
                return !*stop;
            },
            [shown = QPointer<QProgressDialog>(dialog)] {
                if (shown)
                    shown->close();
            }};
}

} // namespace jr::app
