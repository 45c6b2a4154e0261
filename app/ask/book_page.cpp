// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ask/book_page.h"

#include "app/widgets/clear_layout.h"
#include "app/words/words.h"
#include "archive/formats/job_sheets.h"
#include "core/machine/crank_range.h"

#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace jr::app {
namespace {

QString shortDay(const std::string& iso) {
    const QDate day = QDate::fromString(QString::fromStdString(iso), Qt::ISODate);
    return day.isValid() ? QLocale().toString(day, QStringLiteral("d MMM yyyy")) : QString();
}

} // namespace

BookPage::BookPage(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_model(model), m_desk(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 6, 14, 8);
    across->setSpacing(12);
    auto* card = new QFrame;
    card->setProperty("card", true);
    auto* left = new QVBoxLayout(card);
    left->setContentsMargins(14, 10, 14, 10);
    m_title = new Words;
    m_title->setProperty("headline", true);
    m_title->setWordWrap(true);
    left->addWidget(m_title);
    m_visits = new VisitsDrawing(theme);
    left->addWidget(m_visits, 1);
    auto* again = new Words(tr("To look at again after this job"));
    again->setProperty("strong", true);
    left->addWidget(again);
    auto* row = new QHBoxLayout;
    m_look = new QLineEdit;
    m_look->setPlaceholderText(tr("belt width, shims, bolts, plug"));
    m_look->setAccessibleName(tr("What to look at again"));
    const auto after = [&](const QString& name, const QString& unit) {
        auto* box = new QDoubleSpinBox;
        box->setRange(0., 1e5);
        box->setDecimals(0);
        box->setPrefix(tr("after "));
        box->setSuffix(unit);
        box->setSpecialValueText(QStringLiteral("–") + unit);
        box->setButtonSymbols(QAbstractSpinBox::NoButtons);
        box->setAccessibleName(name);
        row->addWidget(box);
        return box;
    };
    row->addWidget(m_look, 1);
    m_lookKm = after(tr("After so many kilometres"), tr(" km"));
    m_lookHours = after(tr("After so many hours"), tr(" h"));
    auto* add = new QPushButton(tr("&Write it down"));
    row->addWidget(add);
    left->addLayout(row);
    across->addWidget(card, 7);

    auto* side = new QFrame;
    side->setProperty("card", true);
    auto* right = new QVBoxLayout(side);
    right->setContentsMargins(14, 10, 8, 10);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    m_said = new QVBoxLayout(inner);
    m_said->setContentsMargins(0, 0, 6, 0);
    m_said->setSpacing(6);
    scroll->setWidget(inner);
    right->addWidget(scroll, 1);
    m_open = new QPushButton(tr("&Open that job"));
    right->addWidget(m_open);
    across->addWidget(side, 5);

    connect(m_visits, &VisitsDrawing::chosenChanged, this, &BookPage::showVisit);
    connect(add, &QPushButton::clicked, this, &BookPage::addLook);
    connect(m_look, &QLineEdit::returnPressed, this, &BookPage::addLook);
    connect(m_open, &QPushButton::clicked, this, [this] {
        const int chosen = m_visits->chosen();
        if (chosen >= 0 && chosen < static_cast<int>(m_book.entries.size()))
            emit jobWanted(QString::fromStdString(m_book.entries[static_cast<std::size_t>(chosen)].visit.jobId));
    });
    connect(&model, &JobModel::jobChanged, this, &BookPage::read);
    connect(&model, &JobModel::sheetChanged, this, &BookPage::read);
    connect(&model.book(), &BookNotes::noted, this, &BookPage::read);
    connect(&model, &JobModel::unitsChanged, this, &BookPage::showVisit);
}

void BookPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    read();
}

void BookPage::read() {
    if (isVisible())
        m_model.book().read(this, [this](const MachineBook& book) { showBook(book); });
}

void BookPage::showBook(const MachineBook& book) {
    m_book = book;
    const std::string& machine = m_model.job().machine;
    m_title->setText(machine.empty() ? tr("No machine is named yet (The order): its book begins with its name.")
                                     : QString::fromStdString(machine));
    std::vector<VisitMark> marks;
    const VisitFigures* first = nullptr;
    for (std::size_t i = 0; i < book.entries.size(); ++i) {
        const MachineBook::Entry& entry = book.entries[i];
        VisitMark mark{QString::fromStdString(entry.visit.job), shortDay(entry.visit.day), {}, {}, {}, 0,
                       static_cast<int>(i) == book.open};
        if (i > 0 && !entry.tune.versions.empty()) // else nobody wrote its sheet
            mark.changes = static_cast<int>(sheetChanges(book.entries[i - 1].visit.sheet, entry.tune.at(1)).size());
        if (entry.visit.figures && entry.visit.figures->base()) {
            if (!first) {
                first = &*entry.visit.figures;
                mark.pct = 0.;
            } else if (const auto against = compareVisits(*first, *entry.visit.figures, m_model.known().day)) {
                mark.pct = against->pct;
                mark.lowPct = against->lowPct;
                mark.highPct = against->highPct;
            }
        }
        marks.push_back(std::move(mark));
    }
    const int chosen = m_visits->chosen();
    m_visits->setVisits(std::move(marks),
                        chosen < 0 || chosen >= static_cast<int>(book.entries.size()) ? book.open : chosen);
    showVisit();
}

void BookPage::say(const QString& words, const char* property) {
    auto* label = new Words(words);
    label->setWordWrap(true);
    if (property)
        label->setProperty(property, true);
    m_said->addWidget(label);
}

void BookPage::sayAgainstBefore(std::size_t i) {
    const MachineBook::Entry &entry = m_book.entries[i], &before = m_book.entries[i - 1];
    const Wording wording = m_model.units().wording();
    if (entry.visit.figures && before.visit.figures) {
        if (const auto c = compareVisits(*before.visit.figures, *entry.visit.figures, m_model.known().day)) {
            const auto said = visitMessages(*c, shortDay(before.visit.day).toStdString());
            for (std::size_t k = 0; k < said.size(); ++k)
                say(QString::fromStdString(jr::said(said[k], wording)), k == 0   ? nullptr
                                                                        : k == 1 ? "muted"
                                                                                 : "caution");
        } else {
            say(tr("The two visits have too little in common to be set against each other."), "muted");
        }
    }
    if (entry.tune.versions.empty())
        say(tr("Its sheet was not written at this visit."), "muted");
    const auto changes =
        entry.tune.versions.empty() ? std::vector<SheetChange>{} : sheetChanges(before.visit.sheet, entry.tune.at(1));
    if (!entry.tune.versions.empty())
        say(changes.empty() ? tr("It came as it left: nothing on its sheet is different.")
                            : tr("Different on its sheet from when it left:"),
            changes.empty() ? "muted" : "strong");
    const auto words = [&](const Message& message) { return QString::fromStdString(said(message, wording)); };
    for (const SheetChange& c : changes)
        say(c.from.empty() ? tr("%1: now %2").arg(words(c.line), words(c.to))
            : c.to.empty() ? tr("%1: was %2").arg(words(c.line), words(c.from))
                           : tr("%1: %2 → %3").arg(words(c.line), words(c.from), words(c.to)));
    for (const DueLook& look : dueLooks(before.order, entry.order.distanceKm, entry.order.hoursRun)) {
        const QString what = QString::fromStdString(said(lookMessage(look.look), wording));
        if (look.due)
            say(tr("To look at now: %1.").arg(what), "caution");
        else
            say(tr("Not due yet: %1.").arg(what), "muted");
    }
}

void BookPage::sayKind(const MachineBook::Entry& entry) {
    const SetupFigures* base = entry.visit.figures ? entry.visit.figures->base() : nullptr;
    if (!base)
        return;
    const Wording wording = m_model.units().wording();
    CrankRange crank;
    if (entry.visit.figures->measuredAt == "wheel")
        crank = crankRange(entry.visit.sheet.kind, base->peakW, base->peakW);
    if (const auto claimed =
            claimedMessage(entry.visit.sheet, base->peakW, entry.visit.figures->measuredAt, crank.lowW, crank.highW))
        say(QString::fromStdString(said(*claimed, wording)));
    if (const auto typical = typicalFigures(m_book.othersPeaksW)) {
        const Message message = typicalMessage(base->peakW, *typical, m_model.known().day);
        say(QString::fromStdString(said(message, wording)),
            message.code == "book.low-for-its-kind" ? "caution" : nullptr);
    }
}

void BookPage::showVisit() {
    clearLayout(m_said);
    const int chosen = m_visits->chosen();
    m_open->setEnabled(chosen >= 0 && chosen != m_book.open);
    if (chosen < 0 || chosen >= static_cast<int>(m_book.entries.size())) {
        m_said->addStretch(1);
        return;
    }
    const auto i = static_cast<std::size_t>(chosen);
    const MachineBook::Entry& entry = m_book.entries[i];
    const QLocale locale;
    say(QString::fromStdString(entry.visit.job), "headline");
    QStringList facts{shortDay(entry.visit.day)};
    if (entry.visit.distanceKm)
        facts << tr("%1 km run").arg(locale.toString(*entry.visit.distanceKm, 'f', 0));
    if (entry.visit.hoursRun)
        facts << tr("%1 h run").arg(locale.toString(*entry.visit.hoursRun, 'f', 0));
    say(facts.join(QStringLiteral("  ·  ")), "muted");
    if (entry.visit.figures)
        for (const SetupFigures& s : entry.visit.figures->setups)
            say(tr("%1: %2 at %3")
                    .arg(QString::fromStdString(s.setup), m_model.units().powerText(s.peakW),
                         m_model.units().peakPlaceText(s.peakAt, entry.visit.figures->axis)));
    else
        say(tr("Nothing was measured at this visit yet."), "muted");
    if (i > 0)
        sayAgainstBefore(i);
    else
        say(tr("The first visit in the book."), "muted");
    sayKind(entry);
    if (entry.tune.versions.size() > 1) {
        say(tr("Changed on its sheet while it was here:"), "strong");
        const Wording wording = m_model.units().wording();
        const auto words = [&](const Message& message) {
            return message.empty() ? tr("not written") : QString::fromStdString(said(message, wording));
        };
        for (std::size_t v = 1; v < entry.tune.versions.size(); ++v)
            for (const SheetChange& c : sheetChanges(entry.tune.versions[v - 1].sheet, entry.tune.versions[v].sheet))
                say(tr("from pull %1 on: %2 %3 → %4")
                        .arg(entry.tune.versions[v].fromPull)
                        .arg(words(c.line), words(c.from), words(c.to)));
    }
    for (const LookAgain& look : entry.order.lookAgain)
        say(tr("Look again: %1.").arg(QString::fromStdString(said(lookMessage(look), m_model.units().wording()))));
    m_said->addStretch(1);
}

QString BookPage::text() const {
    QStringList out{m_title->text()};
    for (int i = 0; i < m_said->count(); ++i)
        if (const auto* label = qobject_cast<QLabel*>(m_said->itemAt(i)->widget()))
            out << label->text();
    return out.join(QLatin1Char('\n'));
}

void BookPage::addLook() {
    const std::string what = m_look->text().trimmed().toStdString();
    if (what.empty()) {
        m_look->setFocus();
        return;
    }
    const auto amount = [](double v) { return v > 0. ? std::optional(v) : std::nullopt; };
    m_desk.change(tr("write what to look at again"), [&](WorkOrder& order) {
        order.lookAgain.push_back({what, amount(m_lookKm->value()), amount(m_lookHours->value())});
    });
    m_look->clear();
    m_lookKm->setValue(0.);
    m_lookHours->setValue(0.);
}

} // namespace jr::app
