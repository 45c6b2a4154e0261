// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/shop_head.h"

#include "app/widgets/asking.h"
#include "app/words/words.h"

#include <QBuffer>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QImageReader>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSettings>
#include <QVBoxLayout>

namespace jr::app {
namespace {

constexpr int kMarkSide = 400;          // dots; printed at a centimetre it is sharp
constexpr qsizetype kLongestText = 600; // of what is to fit on the paper
constexpr char kName[] = "shop/name", kAddress[] = "shop/address", kTerms[] = "shop/terms", kMark[] = "shop/mark";

QPlainTextEdit* fewLines(const QString& text, const QString& name) {
    auto* edit = new QPlainTextEdit(text);
    edit->setAccessibleName(name);
    edit->setTabChangesFocus(true);
    edit->setMaximumHeight(90);
    return edit;
}

} // namespace

ShopHead keptShopHead() {
    const QSettings settings;
    ShopHead out{settings.value(QLatin1String(kName)).toString().left(kLongestText),
                 settings.value(QLatin1String(kAddress)).toString().left(kLongestText),
                 settings.value(QLatin1String(kTerms)).toString().left(kLongestText),
                 {}};
    out.mark.loadFromData(settings.value(QLatin1String(kMark)).toByteArray());
    return out;
}

ShopHeadDialog::ShopHeadDialog(QWidget* parent) : QDialog(parent) {
    setWindowTitle(tr("The shop's head on the sheet"));
    const ShopHead kept = keptShopHead();
    m_mark = kept.mark;
    auto* down = new QVBoxLayout(this);
    auto* form = new QFormLayout;
    m_name = new QLineEdit(kept.name);
    m_name->setAccessibleName(tr("Name of the shop"));
    m_name->setMaxLength(80);
    form->addRow(tr("&Name"), m_name);
    m_address = fewLines(kept.address, tr("Address and how to reach it"));
    form->addRow(tr("&Address"), m_address);
    m_terms = fewLines(kept.terms, tr("Terms, printed at the foot"));
    form->addRow(tr("&Terms"), m_terms);
    auto* across = new QHBoxLayout;
    m_markShown = new Words;
    across->addWidget(m_markShown, 1);
    auto* choose = new QPushButton(tr("&Choose a picture…"));
    auto* none = new QPushButton(tr("N&o picture"));
    across->addWidget(choose);
    across->addWidget(none);
    form->addRow(tr("Mark"), across);
    down->addLayout(form);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Save | QDialogButtonBox::Cancel);
    down->addWidget(buttons);
    connect(choose, &QPushButton::clicked, this, &ShopHeadDialog::chooseMark);
    connect(none, &QPushButton::clicked, this, [this] {
        m_mark = {};
        showMark();
    });
    connect(buttons, &QDialogButtonBox::accepted, this, &ShopHeadDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &ShopHeadDialog::reject);
    showMark();
    resize(460, 0);
}

void ShopHeadDialog::chooseMark() {
    askForFile(this, tr("The shop's mark"), tr("Pictures (*.png *.jpg *.jpeg *.svg *.webp)"),
               [this](const QString& path) { takeMark(path); });
}

void ShopHeadDialog::takeMark(const QString& path) {
    QImageReader reader(path);
    const QSize size = reader.size();
    if (size.isValid()) // never more of it than is printed, however large it says it is
        reader.setScaledSize(size.scaled(kMarkSide, kMarkSide, Qt::KeepAspectRatio));
    const QImage image = reader.read();
    if (image.isNull()) {
        m_markShown->setText(tr("%1 is no picture that can be read.").arg(QFileInfo(path).fileName()));
        return;
    }
    m_mark = image;
    showMark();
}

void ShopHeadDialog::showMark() {
    constexpr int kShown = 48;
    if (m_mark.isNull())
        m_markShown->setText(tr("none: the program's own stands there"));
    else
        m_markShown->setPixmap(
            QPixmap::fromImage(m_mark.scaled(kShown, kShown, Qt::KeepAspectRatio, Qt::SmoothTransformation)));
}

void ShopHeadDialog::accept() {
    QSettings settings;
    settings.setValue(QLatin1String(kName), m_name->text().trimmed());
    settings.setValue(QLatin1String(kAddress), m_address->toPlainText().trimmed().left(kLongestText));
    settings.setValue(QLatin1String(kTerms), m_terms->toPlainText().trimmed().left(kLongestText));
    QByteArray bytes;
    if (!m_mark.isNull()) {
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        m_mark.save(&buffer, "PNG");
    }
    settings.setValue(QLatin1String(kMark), bytes);
    QDialog::accept();
}

} // namespace jr::app
