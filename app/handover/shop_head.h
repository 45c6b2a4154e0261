// SPDX-License-Identifier: GPL-3.0-or-later
// The shop's own head on the sheet: name, address, mark and terms. A setting of the person's, not of a job; a sheet
// that was handed over keeps the one it had, in its paper.
#pragma once

#include <QDialog>
#include <QImage>
#include <QString>

class QLabel;
class QLineEdit;
class QPlainTextEdit;

namespace jr::app {

struct ShopHead {
    QString name, address, terms;
    QImage mark; ///< null: none
    bool empty() const { return name.isEmpty() && address.isEmpty() && mark.isNull(); }
};

/// As it is kept; safe only in the window's thread.
ShopHead keptShopHead();

class ShopHeadDialog : public QDialog {
    Q_OBJECT
public:
    explicit ShopHeadDialog(QWidget* parent = nullptr);
    void accept() override; ///< keeps it

private:
    void chooseMark();
    void takeMark(const QString& path);
    void showMark();

    QLineEdit* m_name;
    QPlainTextEdit* m_address;
    QPlainTextEdit* m_terms;
    QLabel* m_markShown;
    QImage m_mark;
};

} // namespace jr::app
