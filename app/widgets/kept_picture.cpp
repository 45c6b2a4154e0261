// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/kept_picture.h"

#include "app/words/words.h"

#include <QDialog>
#include <QImageReader>
#include <QVBoxLayout>

namespace jr::app {

QImage scaledPicture(const QString& path, QSize most) {
    QImageReader reader(path);
    reader.setAutoTransform(true);
    if (const QSize size = reader.size(); size.isValid())
        reader.setScaledSize(size.scaled(most, Qt::KeepAspectRatio));
    return reader.read();
}

void showLarge(QWidget* over, Keeper& keeper, const QString& path, const QString& words) {
    auto* dialog = new QDialog(over);
    dialog->setWindowTitle(words.isEmpty() ? QObject::tr("Photo") : words);
    auto* layout = new QVBoxLayout(dialog);
    auto* label = new Words;
    constexpr QSize kLarge(1100, 680);
    label->setMinimumSize(kLarge);
    label->setAlignment(Qt::AlignCenter);
    label->setText(QObject::tr("Reading the picture…"));
    layout->addWidget(label);
    keeper.ask(
        label, [path, kLarge](const Archive&) { return scaledPicture(path, kLarge); },
        [label](const QImage& large) {
            if (large.isNull())
                label->setText(QObject::tr("The picture cannot be read"));
            else
                label->setPixmap(QPixmap::fromImage(large));
        });
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->open();
}

} // namespace jr::app
