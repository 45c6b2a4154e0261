// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/eye_page.h"

#include "app/widgets/asking.h"
#include "app/widgets/chart_words.h"
#include "app/widgets/kept_picture.h"
#include "app/words/plural.h"
#include "app/words/words.h"

#include <QComboBox>
#include <QDateTime>
#include <QDialog>
#include <QGridLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>
#include <map>

namespace jr::app {
namespace {

constexpr QSize kSmall(132, 92), kBeside(360, 300);

/// Setups in the order a sweep steps them, then the others as they were first pulled, then those without pulls.
std::vector<std::string> inOrder(const Study& study) {
    std::vector<std::string> out;
    const auto add = [&](const std::string& id) {
        if (std::find(out.begin(), out.end(), id) == out.end())
            out.push_back(id);
    };
    for (const FoundSweep& sweep : study.foundSweeps())
        for (const std::string& id : sweep.setupIds)
            add(id);
    for (const std::string& id : study.pulledSetups())
        add(id);
    for (const SetupNode& node : study.tree())
        add(node.id);
    return out;
}

/// Mean over the band of a setup's counting pulls, W; NaN without any.
double meanOf(const Study& study, const std::string& setupId) {
    double sum = 0., n = 0.;
    for (std::size_t i : study.countingPulls(setupId))
        if (const double w = study.bandMeansW()[i]; std::isfinite(w)) {
            sum += w;
            n += 1.;
        }
    return sum / n;
}

} // namespace

EyePage::EyePage(const Theme& theme, JobModel& model, QWidget* parent)
    : JudgePage(theme, model, QStringLiteral("Evidence by eye"), parent) {
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inner = new QWidget;
    m_grid = new QGridLayout(inner);
    m_grid->setContentsMargins(0, 0, 8, 8);
    m_grid->setSpacing(8);
    scroll->setWidget(inner);
    drawings()->addWidget(scroll, 1);
    auto* form = new QGridLayout;
    const auto row = [&](int r, const QString& label, QWidget* field) {
        auto* words = new Words(label);
        words->setBuddy(field);
        form->addWidget(words, r, 0);
        form->addWidget(field, r, 1);
    };
    m_setup = new QComboBox;
    row(0, tr("&Setup"), m_setup);
    m_place = new QComboBox;
    m_place->setEditable(true);
    m_place->setInsertPolicy(QComboBox::NoInsert);
    row(1, tr("&Where"), m_place);
    m_words = new QLineEdit;
    m_words->setPlaceholderText(tr("what is seen there"));
    row(2, tr("&Seen"), m_words);
    auto* put = new QPushButton(tr("&Write it down"));
    auto* photo = new QPushButton(tr("With a p&hoto…"));
    form->addWidget(put, 3, 1);
    form->addWidget(photo, 4, 1);
    tools()->addLayout(form);
    const auto typed = [this] {
        if (m_words->text().trimmed().isEmpty())
            m_words->setFocus();
        else
            write(m_words->text());
    };
    connect(put, &QPushButton::clicked, this, typed);
    connect(m_words, &QLineEdit::returnPressed, this, typed);
    connect(photo, &QPushButton::clicked, this, [this] {
        askForFile(this, tr("A picture to keep"), tr("Pictures (*.png *.jpg *.jpeg *.webp *.bmp *.gif)"),
                   [this](const QString& path) { write(m_words->text(), path); });
    });
    connect(&model, &JobModel::attachmentsChanged, this, &EyePage::refresh);
    connect(&model, &JobModel::jobChanged, this, &EyePage::fillChoices);
    fillChoices();
}

void EyePage::fillChoices() {
    const QString setup = m_setup->currentText(), place = m_place->currentText();
    m_setup->clear();
    for (const SetupRecord& s : m_model.job().setups)
        m_setup->addItem(QString::fromStdString(s.name), QString::fromStdString(s.id));
    m_setup->setCurrentIndex(std::max(0, m_setup->findText(setup)));
    m_place->clear();
    for (const std::string& p : usualPlacesToLook(machineSheetOf(m_model.sheet(sheet_kind::machine)).kind))
        m_place->addItem(DisplayUnits::word(p), QString::fromStdString(p));
    if (!place.isEmpty())
        m_place->setEditText(place);
}

void EyePage::choose(const QString& setup, const QString& place) {
    m_setup->setCurrentIndex(m_setup->findText(setup));
    m_place->setEditText(DisplayUnits::word(place.toStdString()));
}

/// What was typed goes only once it is kept.
void EyePage::write(const QString& words, const QString& photo) {
    if (!m_model.hasJob() || m_setup->currentIndex() < 0 || m_place->currentText().trimmed().isEmpty())
        return;
    // One of the list is kept by its own name, whatever language it was chosen in.
    QString place = m_place->currentText().trimmed();
    if (const int listed = m_place->findText(place); listed >= 0)
        place = m_place->itemData(listed).toString();
    m_model.attach(evidenceText({m_setup->currentData().toString().toStdString(), place.toStdString()}), words, photo,
                   [this, words] {
                       if (m_words->text() == words)
                           m_words->clear();
                   });
}

StudyDesk::Work EyePage::work() {
    struct Named {
        QString name;
        int mark;
    };
    std::map<std::string, Named> named;
    for (const SetupRecord& s : m_model.job().setups)
        named[s.id] = {QString::fromStdString(s.name), s.mark};
    return [this, named](const StudyPtr& study) -> StudyDesk::Draw {
        std::vector<Column> columns;
        std::vector<double> means;
        for (const std::string& id : inOrder(*study)) {
            const auto known = named.find(id);
            if (known == named.end())
                continue;
            columns.push_back({id, known->second.name, {}, known->second.mark});
            means.push_back(meanOf(*study, id));
        }
        return [this, columns, means]() mutable {
            for (std::size_t i = 0; i < columns.size(); ++i)
                if (std::isfinite(means[i]))
                    columns[i].mean = power(means[i], 0.);
            lay(columns);
        };
    };
}

void EyePage::lay(const std::vector<Column>& columns) {
    while (QLayoutItem* old = m_grid->takeAt(0)) {
        delete old->widget();
        delete old;
    }
    m_shown = 0;
    std::vector<std::string> places;
    for (const AttachmentRecord& a : m_model.job().attachments)
        if (const auto about = evidenceAbout(a.about);
            about && std::find(places.begin(), places.end(), about->place) == places.end())
            places.push_back(about->place);
    headline(places.empty()
                 ? tr("Nothing was looked at yet")
                 : plural(static_cast<int>(places.size()), tr("Looked at in 1 place"), tr("Looked at in %1 places")));
    say(places.empty()
            ? tr("Look after each step, at the same place each time: the plug, the wash in the pipe, the piston "
                 "crown, what the filter caught. A photo and a few words are enough; the steps of a sweep then "
                 "stand side by side.")
            : tr("Each square holds what was seen there with that setup. The eye shows what a curve does not: "
                 "a wash that moves, a plug that whitens, debris. It is no measurement, and no margin goes "
                 "with it."),
        "muted");
    if (places.empty())
        return;
    // Columns without anything to see only take room.
    std::vector<Column> seen;
    for (const Column& c : columns)
        if (std::any_of(m_model.job().attachments.begin(), m_model.job().attachments.end(), [&](const auto& a) {
                const auto about = evidenceAbout(a.about);
                return about && about->setupId == c.setupId;
            }))
            seen.push_back(c);
    for (std::size_t c = 0; c < seen.size(); ++c) {
        auto* head = new Words(seen[c].mean.isEmpty() ? seen[c].name : seen[c].name + QLatin1Char('\n') + seen[c].mean);
        head->setProperty("strong", true);
        head->setWordWrap(true);
        m_grid->addWidget(head, 0, static_cast<int>(c) + 1);
    }
    for (std::size_t r = 0; r < places.size(); ++r) {
        auto* beside = new QPushButton(DisplayUnits::word(places[r]));
        beside->setToolTip(tr("Shows the newest photo of each setup side by side"));
        connect(beside, &QPushButton::clicked, this, [this, place = places[r], seen] { sideBySide(place, seen); });
        m_grid->addWidget(beside, static_cast<int>(r) + 1, 0, Qt::AlignTop);
        for (std::size_t c = 0; c < seen.size(); ++c)
            m_grid->addWidget(square(seen[c], places[r]), static_cast<int>(r) + 1, static_cast<int>(c) + 1,
                              Qt::AlignTop);
    }
    m_grid->setRowStretch(static_cast<int>(places.size()) + 1, 1);
    m_grid->setColumnStretch(static_cast<int>(seen.size()) + 1, 1);
}

QWidget* EyePage::square(const Column& column, const std::string& place) {
    auto* frame = new QFrame;
    frame->setProperty("card", true);
    frame->setMinimumWidth(kSmall.width() + 20);
    auto* down = new QVBoxLayout(frame);
    down->setContentsMargins(8, 6, 8, 6);
    down->setSpacing(4);
    bool any = false;
    for (const AttachmentRecord& a : m_model.job().attachments) {
        const auto about = evidenceAbout(a.about);
        if (!about || about->setupId != column.setupId || about->place != place)
            continue;
        down->addWidget(item(a));
        any = true;
        ++m_shown;
    }
    if (!any) {
        auto* none = new Words(tr("not looked at"));
        none->setProperty("muted", true);
        down->addWidget(none);
    }
    return frame;
}

QWidget* EyePage::item(const AttachmentRecord& a) {
    auto* widget = new QWidget;
    auto* down = new QVBoxLayout(widget);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(2);
    const QString words = QString::fromStdString(a.words);
    if (!a.file.empty()) {
        const QString path = m_model.keeper()->folder() + QLatin1Char('/') + QString::fromStdString(a.file);
        auto* picture = new QToolButton;
        picture->setIconSize(kSmall);
        picture->setAccessibleName(words.isEmpty() ? tr("Photo") : tr("Photo: %1").arg(words));
        m_model.keeper()->ask(
            picture, [path, size = kSmall * devicePixelRatioF()](const Archive&) { return scaledPicture(path, size); },
            [this, picture](const QImage& small) {
                picture->setIcon(small.isNull() ? m_theme.icon(QStringLiteral("image-off"))
                                                : QIcon(QPixmap::fromImage(small)));
            });
        connect(picture, &QToolButton::clicked, this,
                [this, path, words] { showLarge(this, *m_model.keeper(), path, words); });
        down->addWidget(picture);
    }
    const QDateTime when = QDateTime::fromString(QString::fromStdString(a.added), Qt::ISODateWithMs).toLocalTime();
    auto* row = new QHBoxLayout;
    auto* said = new Words((words.isEmpty() ? QString() : words + QLatin1Char('\n')) +
                           QLocale().toString(when, QStringLiteral("d MMM yyyy  HH:mm")));
    said->setWordWrap(true);
    row->addWidget(said, 1);
    auto* away = new QToolButton;
    away->setText(QStringLiteral("×"));
    away->setAccessibleName(tr("Take this away"));
    away->setToolTip(tr("Take away (can be undone)"));
    connect(away, &QToolButton::clicked, this, [this, id = a.id] { m_model.detach(id); });
    row->addWidget(away, 0, Qt::AlignTop);
    down->addLayout(row);
    return widget;
}

/// The newest photo of each setup, large, in the order of the sweep.
void EyePage::sideBySide(const std::string& place, const std::vector<Column>& columns) {
    auto* dialog = new QDialog(this);
    dialog->setWindowTitle(DisplayUnits::word(place));
    auto* across = new QHBoxLayout(dialog);
    for (const Column& column : columns) {
        const AttachmentRecord* newest = nullptr;
        for (const AttachmentRecord& a : m_model.job().attachments)
            if (const auto about = evidenceAbout(a.about);
                about && about->setupId == column.setupId && about->place == place && (!newest || !a.file.empty()))
                newest = &a;
        if (!newest)
            continue;
        auto* down = new QVBoxLayout;
        auto* name = new Words(column.name);
        name->setProperty("strong", true);
        down->addWidget(name);
        auto* picture = new Words;
        picture->setFixedSize(kBeside);
        picture->setAlignment(Qt::AlignCenter);
        if (newest->file.empty()) {
            picture->setText(tr("no photo"));
        } else {
            const QString path = m_model.keeper()->folder() + QLatin1Char('/') + QString::fromStdString(newest->file);
            m_model.keeper()->ask(
                picture, [path](const Archive&) { return scaledPicture(path, kBeside); },
                [picture](const QImage& image) {
                    if (image.isNull())
                        picture->setText(QObject::tr("The picture cannot be read"));
                    else
                        picture->setPixmap(QPixmap::fromImage(image));
                });
        }
        down->addWidget(picture);
        auto* words = new Words(QString::fromStdString(newest->words));
        words->setWordWrap(true);
        words->setFixedWidth(kBeside.width());
        down->addWidget(words);
        down->addStretch(1);
        across->addLayout(down);
    }
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->open();
}

} // namespace jr::app
