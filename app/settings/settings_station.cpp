// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/settings/settings_station.h"

#include "app/widgets/asking.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/catalogue.h"
#include "app/words/words.h"
#include "archive/reader/reader_settings.h"
#include "core/air/standards.h"

#include <QButtonGroup>
#include <QDate>
#include <QGridLayout>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>

#include <algorithm>
#include <iterator>

namespace jr::app {
namespace {

// What the rows and the card show: one invented result, the same in every unit.
constexpr double kPowerW = 30900., kGainW = 1150., kMarginW = 260., kTorqueNm = 38.4, kSpeedMPerS = 100. / 3.6,
                 kAirC = 21., kTyrePa = 240000., kAirPa = 100300., kMassKg = 142., kHumidity = 0.45;

struct UnitRow {
    Unit Wording::*unit; ///< the choice it is about
    const char* name;
    QString (*shown)(const Wording&); ///< the invented result in the reader's units
};

/// The invented result's part of this kind, as finely as such a thing is read.
template <Measured what>
QString measured(const Wording& wording) {
    constexpr double si = what == Measured::Torque          ? kTorqueNm
                          : what == Measured::RoadSpeed     ? kSpeedMPerS
                          : what == Measured::Temperature   ? kAirC
                          : what == Measured::GaugePressure ? kTyrePa
                          : what == Measured::AirPressure   ? kAirPa
                                                            : kMassKg;
    return QString::fromStdString(measureText({si, what, what == Measured::Torque ? 1 : 0}, wording));
}

const UnitRow kRows[] = {
    {&Wording::power, QT_TRANSLATE_NOOP("SettingsStation", "Power"),
     [](const Wording& w) { return QString::fromStdString(withUnit(kPowerW, kMarginW, w.power, w)); }},
    {&Wording::torque, QT_TRANSLATE_NOOP("SettingsStation", "Torque"), measured<Measured::Torque>},
    {&Wording::road, QT_TRANSLATE_NOOP("SettingsStation", "Road speed"), measured<Measured::RoadSpeed>},
    {&Wording::temperature, QT_TRANSLATE_NOOP("SettingsStation", "Temperature"), measured<Measured::Temperature>},
    {&Wording::pressure, QT_TRANSLATE_NOOP("SettingsStation", "Tyres, joints, manifolds"),
     measured<Measured::GaugePressure>},
    {&Wording::airPressure, QT_TRANSLATE_NOOP("SettingsStation", "Barometer"), measured<Measured::AirPressure>},
    {&Wording::mass, QT_TRANSLATE_NOOP("SettingsStation", "Weight"), measured<Measured::Mass>},
};

const UnitRow& rowOf(const UnitChoice& choice) {
    return *std::find_if(std::begin(kRows), std::end(kRows), [&](const UnitRow& r) { return r.unit == choice.unit; });
}

} // namespace

SettingsStation::SettingsStation(Theme& theme, JobModel& model, CopyDesk& copies, QWidget* parent)
    : Station(parent), m_theme(theme), m_model(model), m_copies(copies), m_view(keptViewChoices()) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(28, 18, 28, 14);
    across->setSpacing(24);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    m_rows = new QGridLayout(inner);
    m_rows->setContentsMargins(0, 0, 8, 0);
    m_rows->setHorizontalSpacing(16);
    m_rows->setVerticalSpacing(5);
    m_rows->setColumnStretch(1, 1);
    addUnits();
    addReading();
    addLook();
    addRecords();
    m_rows->setRowStretch(m_rows->rowCount(), 1);
    scroll->setWidget(inner);
    across->addWidget(scroll, 1);
    across->addWidget(buildSpecimen());
    connect(&model, &JobModel::unitsChanged, this, &SettingsStation::followUnits);
    connect(&theme, &Theme::changed, this, [this] {
        m_view.mode = m_theme.mode(); // F9 chooses as well
        m_light->button(static_cast<int>(m_view.mode))->setChecked(true);
    });
    connect(&copies, &CopyDesk::changed, this, &SettingsStation::showPlaces);
    connect(&model, &JobModel::jobChanged, this, &SettingsStation::showPlaces);
    followUnits();
    showPlaces();
}

StationFace SettingsStation::face() const {
    return {tr("Settings"),
            QStringLiteral("sliders-horizontal"),
            QStringLiteral("Ctrl+8"),
            {QStringLiteral("look-settings.png")}};
}

void SettingsStation::arrive() {
    showPlaces();
}

void SettingsStation::addHeading(const QString& words) {
    auto* heading = new Words(words);
    heading->setProperty("strong", true);
    heading->setContentsMargins(0, m_rows->rowCount() > 1 ? 10 : 0, 0, 2);
    m_rows->addWidget(heading, m_rows->rowCount(), 0, 1, 2);
}

QButtonGroup* SettingsStation::addRow(const QString& name, const QStringList& ways, int now,
                                      std::function<void(int)> chosen) {
    const int row = m_rows->rowCount();
    auto* label = new Words(name);
    m_rows->addWidget(label, row, 0);
    auto* across = new WrappingRow;
    across->setSpacing(6);
    auto* group = new QButtonGroup(this);
    for (int i = 0; i < ways.size(); ++i) {
        auto* button = new QToolButton;
        button->setText(ways[i]);
        button->setAccessibleName(QStringLiteral("%1: %2").arg(name, ways[i]));
        button->setCheckable(true);
        button->setChecked(i == now);
        button->setProperty("switch", true);
        group->addButton(button, i);
        across->addWidget(button);
    }
    across->addStretch();
    m_rows->addLayout(across, row, 1);
    connect(group, &QButtonGroup::idClicked, this, std::move(chosen));
    return group;
}

void SettingsStation::addUnits() {
    addHeading(tr("Units"));
    const auto& choices = unitChoices();
    for (std::size_t i = 0; i < choices.size(); ++i) {
        QStringList ways;
        for (std::size_t w = 0; w < choices[i].symbols.size(); ++w)
            ways << QString(); // said by followUnits, in the numbers of the reader
        m_units.push_back(addRow(tr(rowOf(choices[i]).name), ways, -1, [this, i](int way) {
            chooseUnit(i, *readerUnitOf(unitChoices()[i].symbols[static_cast<std::size_t>(way)]));
        }));
    }
}

void SettingsStation::addReading() {
    addHeading(tr("Language and standard"));
    const QString kept = languageAsKept();
    QStringList names{tr("as the system (%1)").arg(languageName(languageOfSystem(QLocale::system())))};
    for (const QString& id : languagesSpoken())
        names << languageName(id);
    const int now = kept.isEmpty() ? 0 : 1 + static_cast<int>(languagesSpoken().indexOf(kept));
    addRow(tr("Language"), names, now, [this](int way) {
        keepLanguage(way == 0 ? QString() : languagesSpoken()[way - 1]);
        emit wantedAnew();
    });
    QStringList standards;
    int standard = 0;
    const std::string usual = m_view.standard.empty() ? ComparisonRecord{}.standard : m_view.standard;
    for (const Standard& s : allStandards()) {
        if (s.id == usual)
            standard = static_cast<int>(standards.size());
        standards << DisplayUnits::word(s.label);
    }
    addRow(tr("A new job is compared by"), standards, standard, [this](int way) {
        m_view.standard = std::string(allStandards()[static_cast<std::size_t>(way)].id);
        keepViewChoices(m_view);
        emit viewChosen();
    });
}

void SettingsStation::addLook() {
    addHeading(tr("To see and to hear"));
    m_light = addRow(tr("Light"), {tr("as the system"), tr("day"), tr("night")}, static_cast<int>(m_view.mode),
                     [this](int way) {
                         m_view.mode = static_cast<Theme::Mode>(way);
                         keepViewChoices(m_view);
                         m_theme.setMode(m_view.mode);
                     });
    addRow(tr("Contrast"), {tr("usual contrast"), tr("strong")}, m_view.strongContrast, [this](int way) {
        m_view.strongContrast = way == 1;
        keepViewChoices(m_view);
        m_theme.setStrongContrast(m_view.strongContrast);
    });
    const auto& scales = ViewChoices::textScales();
    QStringList sizes;
    int size = 0;
    for (std::size_t i = 0; i < scales.size(); ++i) {
        sizes << tr("%1 %").arg(qRound(100. * scales[i]));
        if (scales[i] == m_view.textScale)
            size = static_cast<int>(i);
    }
    addRow(tr("Text"), sizes, size, [this](int way) {
        m_view.textScale = ViewChoices::textScales()[static_cast<std::size_t>(way)];
        keepViewChoices(m_view);
        emit wantedAnew();
    });
    addRow(tr("Sounds"), {tr("all"), tr("only the guards' alarm")}, m_view.onlyAlarms, [this](int way) {
        m_view.onlyAlarms = way == 1;
        keepViewChoices(m_view);
        emit viewChosen();
    });
}

void SettingsStation::addRecords() {
    addHeading(tr("Where the records are"));
    const auto row = [this](const QString& name, const QString& action) {
        const int at = m_rows->rowCount();
        m_rows->addWidget(new Words(name), at, 0);
        auto* across = new QHBoxLayout;
        auto* place = new Words;
        place->setTextInteractionFlags(Qt::TextSelectableByMouse);
        across->addWidget(place, 1);
        auto* button = new QPushButton(action);
        across->addWidget(button);
        m_rows->addLayout(across, at, 1);
        return std::pair(place, button);
    };
    const auto [archive, openOther] = row(tr("Records"), tr("&Open another…"));
    const auto [copy, copyElsewhere] = row(tr("Second copy"), tr("Copy to another &place…"));
    m_archive = archive;
    m_copy = copy;
    connect(openOther, &QPushButton::clicked, this, [this] {
        askForFolder(this, tr("Open the archive in this folder"),
                     [this](const QString& folder) { emit archiveWanted(folder); });
    });
    connect(copyElsewhere, &QPushButton::clicked, this, [this] {
        askForFolder(this, tr("Where the second copy goes: another disk, a stick, a folder on another machine"),
                     [this](const QString& place) { m_copies.choosePlace(place); });
    });
}

QWidget* SettingsStation::buildSpecimen() {
    auto* card = new QFrame;
    card->setProperty("card", true);
    card->setFixedWidth(340);
    auto* down = new QVBoxLayout(card);
    down->setContentsMargins(18, 16, 18, 16);
    down->setSpacing(10);
    auto* title = new Words(tr("So a result reads"));
    title->setProperty("muted", true);
    down->addWidget(title);
    m_power = new Words;
    m_power->setStyleSheet(Theme::textStyle(static_cast<int>(Size::Huge), true));
    down->addWidget(m_power);
    m_sentence = new Words;
    m_sentence->setWordWrap(true);
    m_sentence->setStyleSheet(Theme::textStyle(static_cast<int>(Size::Strong)));
    down->addWidget(m_sentence);
    m_rest = new Words;
    m_rest->setWordWrap(true);
    down->addWidget(m_rest);
    down->addStretch(1);
    auto* note = new Words(tr("Files, the line to the bench and the command line's JSON keep their own units."));
    note->setWordWrap(true);
    note->setProperty("muted", true);
    down->addWidget(note);
    return card;
}

void SettingsStation::chooseUnit(std::size_t which, const Unit& unit) {
    const UnitChoice& choice = unitChoices()[which];
    keepUnit(choice, unit);
    m_model.setUnits(DisplayUnits::kept(QLocale()));
}

void SettingsStation::followUnits() {
    const Wording now = m_model.units().wording();
    const auto& choices = unitChoices();
    for (std::size_t i = 0; i < choices.size(); ++i)
        for (std::size_t w = 0; w < choices[i].symbols.size(); ++w) {
            Wording so = now;
            so.*choices[i].unit = *readerUnitOf(choices[i].symbols[w]);
            auto* button = static_cast<QToolButton*>(m_units[i]->button(static_cast<int>(w)));
            button->setText(rowOf(choices[i]).shown(so));
            button->setAccessibleName(QStringLiteral("%1: %2").arg(tr(rowOf(choices[i]).name), button->text()));
            button->setChecked((now.*choices[i].unit).symbol == choices[i].symbols[w]);
        }
    showSpecimen();
}

void SettingsStation::showSpecimen() {
    const DisplayUnits& u = m_model.units();
    const Wording w = u.wording();
    m_power->setText(QStringLiteral("%1 ± %2").arg(
        QLocale().toString(u.powerOf(kPowerW), 'f', 1),
        QString::fromStdString(withUnit(kMarginW, kMarginW, u.power, w)).replace(QLatin1Char(' '), QChar(0x00A0))));
    const std::string range =
        said({"numbers.range", {Place{4600., CurveAxis::EngineSpeed, false}, Place{6100., CurveAxis::EngineSpeed}}}, w);
    m_sentence->setText(QString::fromStdString(
        said({"headline.gains", {tr("the long stack").toStdString(), Power{kGainW, kMarginW}, range}}, w)));
    m_rest->setText(QStringLiteral("%1\n%2\n%3")
                        .arg(u.airLine(kAirC, kAirPa, kHumidity),
                             u.torqueText(kTorqueNm) + QStringLiteral(" · ") + u.measured(kMassKg, Measured::Mass),
                             QLocale().toString(QDate::currentDate(), QLocale::LongFormat)));
}

void SettingsStation::showPlaces() {
    const auto fit = [](QLabel* label, const QString& text) {
        constexpr int kWide = 330; // px; the whole of it stands in the tip
        label->setText(label->fontMetrics().elidedText(text, Qt::ElideMiddle, kWide));
        label->setToolTip(plainTip(text));
    };
    const Keeper* keeper = m_model.keeper();
    fit(m_archive, keeper ? keeper->folder() : tr("Nothing is open."));
    const QString place = QString::fromStdString(m_copies.book().place);
    fit(m_copy, place.isEmpty() ? tr("nobody has said yet") : place);
}

} // namespace jr::app
