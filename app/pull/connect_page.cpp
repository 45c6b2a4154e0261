// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pull/connect_page.h"
#include "app/words/words.h"

#include <QCompleter>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSerialPortInfo>
#include <QSettings>
#include <QVBoxLayout>

namespace jr::app {

ConnectPage::ConnectPage(const Theme& theme, BenchModel& bench, QWidget* parent) : QFrame(parent), m_bench(bench) {
    setProperty("card", true);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 2, 0, 2);
    auto* scroll = new QScrollArea; // what is said of safety is never cut off
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    scroll->setWidget(inner);
    whole->addWidget(scroll);
    auto* layout = new QVBoxLayout(inner);
    layout->setContentsMargins(16, 14, 16, 14);
    layout->setSpacing(8);
    const auto label = [&](const QString& text, const char* kind) {
        auto* l = new Words(text);
        l->setWordWrap(true);
        if (kind)
            l->setProperty(kind, true);
        layout->addWidget(l);
        return l;
    };
    label(tr("Where is the bench?"), "headline");
    m_address = new QLineEdit(QSettings().value(QStringLiteral("bench/address")).toString());
    m_address->setPlaceholderText(QStringLiteral("tcp:192.0.2.7:5599"));
    m_address->setAccessibleName(tr("Address of the bench"));
    QStringList found;
    for (const QSerialPortInfo& port : QSerialPortInfo::availablePorts())
        found << QStringLiteral("serial:") + port.systemLocation();
    m_address->setCompleter(new QCompleter(found, m_address));
    layout->addWidget(m_address);
    label(found.isEmpty()
              ? tr("tcp:HOST:PORT or serial:PATH, the baud rate after @ if it is not 115200.")
              : tr("tcp:HOST:PORT or a serial device. Seen here: %1").arg(found.mid(0, 3).join(QStringLiteral(", "))),
          "muted");
    m_plain = new QLineEdit;
    m_plain->setPlaceholderText(tr("columns, if it prints bare numbers"));
    m_plain->setAccessibleName(tr("Columns of a bench that prints bare numbers"));
    m_plain->setToolTip(
        tr("Its columns in order, a dash for one to leave alone:\ntime:ms, roller_speed:rpm, -, engine_speed"));
    layout->addWidget(m_plain);
    auto* call = new QPushButton(tr("&Call the bench"));
    call->setProperty("primary", true);
    theme.dressButton(*call, QStringLiteral("plug-zap"), theme.tokens().onAccent);
    layout->addWidget(call);
    m_words = label({}, "caution");
    m_words->hide();
    layout->addSpacing(10);
    label(tr("Or try a simulated one"), "strong");
    label(tr("It ships with the program, has a rider who does as he is asked, and speaks like a real bench."), "muted");
    const struct {
        const char* word;
        QString text;
    } machines[] = {
        {"larkspur", tr("Larkspur 410 · single, roller")},
        {"ostra", tr("Ostra 600 · sled twin, brake")},
        {"quill", tr("Quill 125 · belt scooter, roller")},
    };
    for (const auto& m : machines) {
        auto* button = new QPushButton(m.text);
        layout->addWidget(button);
        connect(button, &QPushButton::clicked, this, [this, word = QString::fromLatin1(m.word)] {
            m_words->hide();
            m_bench.link().tryStandin(word);
        });
    }
    layout->addStretch(1);
    label(tr("Nobody beside or behind the roller or in line with chain, belt or shaft. Guards on, straps checked again "
             "after the first pull, exhaust out, ears "
             "and eyes covered, kill switch and extinguisher in reach. The bench maker's instructions, local rules and "
             "licensed practice come first."),
          "muted");
    const auto go = [this] {
        QSettings().setValue(QStringLiteral("bench/address"), m_address->text());
        m_words->hide();
        m_bench.link().disconnectBench();
        m_bench.link().connectTo(m_address->text(), m_plain->text());
    };
    connect(call, &QPushButton::clicked, this, go);
    connect(m_address, &QLineEdit::returnPressed, this, go);
}

void ConnectPage::setWords(const QString& words) {
    m_words->setText(words);
    m_words->setVisible(!words.isEmpty());
}

} // namespace jr::app
