// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/finder.h"

#include "app/help/manual.h"
#include "app/widgets/station.h"
#include "app/words/words.h"

#include <QAbstractButton>
#include <QCheckBox>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QPointer>
#include <QSet>
#include <QStackedWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace jr::app {
namespace {

QString plain(QString words) {
    words.remove(QLatin1Char('&'));
    return words.section(QStringLiteral("  ("), 0, 0); // "New job…  (Ctrl+N)": the key is told beside
}

/// Brings whatever stacks of pages a widget lies in to where it can be seen.
void bringIntoView(QWidget* widget) {
    for (QWidget* w = widget; w && w->parentWidget(); w = w->parentWidget())
        if (auto* stack = qobject_cast<QStackedWidget*>(w->parentWidget()); stack && stack->indexOf(w) >= 0)
            stack->setCurrentWidget(w);
}

} // namespace

std::vector<Findable> findables(MainWindow& window) {
    std::vector<Findable> out;
    for (std::size_t s = 0; s < window.stations().size(); ++s) {
        Station* station = window.stations()[s];
        const StationFace face = station->face();
        const auto arrive = [&window, s] { window.showStation(static_cast<int>(s)); };
        out.push_back({face.name, {}, QKeySequence(face.key).toString(QKeySequence::NativeText), arrive});
        const QStringList pages = station->pages();
        for (int p = 0; p < pages.size(); ++p)
            out.push_back({pages[p], face.name, {}, [arrive, station, p] {
                               arrive();
                               station->showPage(p);
                           }});
        QSet<QString> said;
        for (auto* button : station->findChildren<QAbstractButton*>()) {
            const QString words = plain(button->text());
            constexpr int kShortest = 3; // "×" and "A" are found by nobody
            if (words.size() < kShortest || button->property("page").toBool() || said.contains(words))
                continue;
            said.insert(words);
            out.push_back({words, face.name, button->shortcut().toString(QKeySequence::NativeText),
                           [arrive, station, button = QPointer<QAbstractButton>(button)] {
                               arrive();
                               if (!button)
                                   return;
                               for (int p = 0; p < station->pages().size() && !button->isVisible(); ++p)
                                   station->showPage(p);
                               bringIntoView(button);
                               button->setFocus(Qt::ShortcutFocusReason);
                           }});
        }
    }
    for (const ManualHeading& h : manualHeadings())
        out.push_back({h.words, Finder::tr("manual"), {}, [&window, key = h.key] { openManual(key, &window); }});
    return out;
}

std::vector<const Findable*> found(const std::vector<Findable>& all, const QString& typed) {
    const QStringList words = typed.simplified().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    std::vector<const Findable*> out;
    for (const Findable& one : all) {
        const QString text = one.words + QLatin1Char(' ') + one.where;
        if (std::all_of(words.begin(), words.end(),
                        [&](const QString& w) { return text.contains(w, Qt::CaseInsensitive); }))
            out.push_back(&one);
    }
    const auto begins = [&](const Findable* one) {
        return one->words.startsWith(typed.trimmed(), Qt::CaseInsensitive);
    };
    std::stable_sort(out.begin(), out.end(),
                     [&](const Findable* a, const Findable* b) { return begins(a) > begins(b); });
    return out;
}

Finder::Finder(MainWindow& window) : QDialog(&window), m_all(findables(window)) {
    setObjectName(QStringLiteral("finder"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Find anything"));
    resize(620, 460);
    auto* down = new QVBoxLayout(this);
    m_line = new QLineEdit;
    m_line->setPlaceholderText(tr("type what you want to do or to know"));
    m_line->setAccessibleName(tr("What you want to do or to know"));
    m_line->installEventFilter(this);
    down->addWidget(m_line);
    m_list = new QListWidget;
    m_list->setAccessibleName(tr("What was found"));
    down->addWidget(m_list, 1);
    auto* note =
        new Words(tr("Enter leads there; nothing is pressed for you. On the right stands its key for the next time."));
    note->setProperty("muted", true);
    note->setWordWrap(true);
    down->addWidget(note);
    connect(m_line, &QLineEdit::textChanged, this, &Finder::narrow);
    connect(m_line, &QLineEdit::returnPressed, this, &Finder::go);
    connect(m_list, &QListWidget::itemActivated, this, &Finder::go);
    narrow();
}

/// The arrows walk in the list while the line is typed in.
bool Finder::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_line && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        const int step = key == Qt::Key_Down ? 1 : key == Qt::Key_Up ? -1 : 0;
        if (step != 0 && m_list->count() > 0) {
            m_list->setCurrentRow(std::clamp(m_list->currentRow() + step, 0, m_list->count() - 1));
            return true;
        }
    }
    return QDialog::eventFilter(watched, event);
}

void Finder::narrow() {
    m_shown = found(m_all, m_line->text());
    constexpr std::size_t kMost = 60;
    m_shown.resize(std::min(m_shown.size(), kMost));
    m_list->clear();
    for (const Findable* one : m_shown) {
        QString text = one->words;
        if (!one->where.isEmpty())
            text += QStringLiteral("   ·   ") + one->where;
        if (!one->key.isEmpty())
            text += QStringLiteral("   [%1]").arg(one->key);
        m_list->addItem(text);
    }
    m_list->setCurrentRow(0);
}

void Finder::go() {
    const int row = m_list->currentRow();
    if (row < 0 || row >= static_cast<int>(m_shown.size()))
        return;
    const auto go = m_shown[static_cast<std::size_t>(row)]->go;
    close();
    go();
}

} // namespace jr::app
