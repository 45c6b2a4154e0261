// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/handover_station.h"

#include "app/handover/frozen_sheet.h"
#include "app/handover/hand_over_list.h"
#include "app/handover/sheet_files.h"
#include "app/handover/sheet_painter.h"
#include "app/handover/sheet_pdf.h"
#include "app/handover/story_picker.h"
#include "app/widgets/asking.h"
#include "app/widgets/method_link.h"
#include "app/widgets/wrapping_row.h"
#include "app/words/plural.h"
#include "app/words/words.h"
#include "archive/bundle/bundle.h"
#include "core/judge/sentences.h"
#include "core/version.h"

#include <QDir>
#include <QGridLayout>
#include <QPainter>
#include <QPrintDialog>
#include <QPrinter>
#include <QPushButton>
#include <QVBoxLayout>
#include <QtConcurrent>

#include <algorithm>
#include <cmath>

namespace jr::app {

/// The sheet scaled to fit.
class SheetView : public QWidget {
public:
    SheetView(const Theme& theme) : m_theme(theme) {
        setAccessibleName(HandoverStation::tr("The sheet as it will print"));
        setMinimumSize(320, 420);
    }
    void show(Sheet sheet, int page) {
        m_sheet = std::move(sheet);
        m_page = page;
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        const double scale = std::min((width() - 24) / kSheetWidth, (height() - 16) / kSheetHeight);
        p.translate((width() - kSheetWidth * scale) / 2, 8);
        p.scale(scale, scale);
        paintSheet(p, m_sheet, m_page);
        p.setPen(QPen(m_theme.tokens().line, 1.5));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(0, 0, kSheetWidth, kSheetHeight));
    }

private:
    const Theme& m_theme;
    Sheet m_sheet;
    int m_page = 0;
};

namespace {

bool bothSidesRan(const JobModel& model) {
    const auto ran = [&](const std::string& setup) {
        return std::any_of(model.pulls().begin(), model.pulls().end(),
                           [&](const LoadedPull& p) { return p.road && !p.record.aside && p.record.setupId == setup; });
    };
    const auto& now = model.compare().now();
    return !now.baseSetup.empty() && !now.withSetup.empty() && ran(now.baseSetup) && ran(now.withSetup);
}

} // namespace

HandoverStation::HandoverStation(const Theme& theme, JobModel& model, QWidget* parent)
    : Station(parent), m_model(model), m_desk(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(12, 8, 12, 8);
    m_story = new StoryPicker(model);
    constexpr int kStoryWide = 268; // px
    m_story->setFixedWidth(kStoryWide);
    across->addWidget(m_story);
    m_sheet = new SheetView(theme);
    across->addWidget(m_sheet, 1);
    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setMinimumWidth(300);
    side->setMaximumWidth(350);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(16, 14, 16, 14);
    layout->setSpacing(10);
    auto* title = new Words(tr("Hand over"));
    title->setProperty("headline", true);
    layout->addWidget(title);
    auto* about = new Words(tr("What is handed over is kept with its figures, and never changes."));
    about->setWordWrap(true);
    layout->addWidget(about);
    m_give = new QPushButton(tr("&Hand over and keep as no. 1"));
    m_give->setObjectName(QStringLiteral("hand-over"));
    m_give->setProperty("primary", true);
    layout->addWidget(m_give);
    connect(m_give, &QPushButton::clicked, this, [this] { give(); });
    auto* paper = new QHBoxLayout;
    m_print = new QPushButton(tr("P&rint…"));
    paper->addWidget(m_print);
    m_turn = new QPushButton;
    paper->addWidget(m_turn);
    layout->addLayout(paper);
    connect(m_print, &QPushButton::clicked, this, &HandoverStation::print);
    auto* files = new WrappingRow;
    files->setSpacing(6);
    const auto button = [&](const QString& text, const QString& what, const QString& suffix, SheetFormat format) {
        auto* b = new QPushButton(text);
        b->setProperty("paper", format != SheetFormat::Csv && format != SheetFormat::Spreadsheet &&
                                    format != SheetFormat::PublicUpright && format != SheetFormat::PublicWide);
        b->setAccessibleName(what);
        b->setToolTip(plainTip(what));
        connect(b, &QPushButton::clicked, this, [this, what, suffix, format] { save(what, suffix, format); });
        b->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        files->addWidget(b);
        m_buttons.push_back(b);
    };
    button(tr("&PDF…"), tr("Sheet as PDF"), QStringLiteral("pdf"), SheetFormat::Pdf);
    button(tr("P&NG…"), tr("Sheet as picture (PNG)"), QStringLiteral("png"), SheetFormat::Png);
    button(tr("S&VG…"), tr("Sheet as drawing (SVG)"), QStringLiteral("svg"), SheetFormat::Svg);
    button(tr("&XLSX…"), tr("Table and result for office programs (XLSX)"), QStringLiteral("xlsx"),
           SheetFormat::Spreadsheet);
    button(tr("&CSV…"), tr("Table (CSV)"), QStringLiteral("csv"), SheetFormat::Csv);
    button(tr("&JSON…"), tr("Result for programs (JSON)"), QStringLiteral("json"), SheetFormat::Json);
    button(tr("&Upright…"), tr("Picture to show in public, upright, without names"), QStringLiteral("png"),
           SheetFormat::PublicUpright);
    button(tr("&Wide…"), tr("Picture to show in public, wide, without names"), QStringLiteral("png"),
           SheetFormat::PublicWide);
    m_bundle = new QPushButton(tr("&Bundle…"));
    m_bundle->setAccessibleName(tr("Whole job as a bundle"));
    m_bundle->setToolTip(plainTip(tr("The whole job as one file that another Jolly Ram takes in")));
    m_bundle->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    files->addWidget(m_bundle);
    layout->addLayout(files);
    connect(m_bundle, &QPushButton::clicked, this, &HandoverStation::saveBundle);
    m_turn->setEnabled(false);
    m_turn->setText(tr("Pa&ge %1 of %2").arg(1).arg(1));
    m_turn->setAccessibleName(tr("Turn the page"));
    connect(m_turn, &QPushButton::clicked, this, [this] {
        ++m_page;
        refresh();
    });
    auto* shop = new QPushButton(tr("Shop's h&ead…"));
    layout->addWidget(shop);
    connect(shop, &QPushButton::clicked, this, [this] { ask(this, new ShopHeadDialog(this), [this] { refresh(); }); });
    m_over = new QPushButton;
    m_over->setCheckable(true);
    layout->addWidget(m_over);
    connect(m_over, &QPushButton::clicked, &m_desk, &OrderDesk::handOver);
    m_given = new HandOverList(model);
    layout->addWidget(m_given, 1);
    m_since = new Words;
    m_since->setObjectName(QStringLiteral("since"));
    m_since->setWordWrap(true);
    m_since->setProperty("caution", true);
    m_since->hide();
    layout->addWidget(m_since);
    connect(m_given, &HandOverList::message, this, &HandoverStation::message);
    connect(m_given, &HandOverList::compared, this, [this](const QStringList& changes) {
        m_since->setText(changes.join(QLatin1Char('\n')));
        m_since->show();
    });
    connect(&model, &JobModel::jobChanged, m_since, &QWidget::hide);
    layout->addWidget(methodLink(QStringLiteral("The margin"), this));
    across->addWidget(side);
    connect(&model.answers(), &JobStudy::changed, this, &HandoverStation::refresh);
    for (auto signal : {&JobModel::jobChanged, &JobModel::unitsChanged, &JobModel::pullsChanged})
        connect(&model, signal, this, &HandoverStation::refresh);
    connect(&m_desk, &OrderDesk::changed, this, &HandoverStation::refresh);
    connect(&theme, &Theme::changed, m_sheet, qOverload<>(&QWidget::update));
    connect(&model.book(), &BookNotes::noted, this, [this] {
        if (isVisible())
            readBook();
    });
    connect(&model, &JobModel::sheetChanged, this, &HandoverStation::refresh);
    connect(&model, &JobModel::jobChanged, this, [this] { m_book.reset(); });
    refresh();
}

void HandoverStation::refresh() {
    // Runs alone make a sheet as well, but no table of a curve.
    const bool curve = m_model.answers().comparison().has_value(), runs = bothSidesRan(m_model);
    const SheetStory story = sheetChoiceOf(paperSheetOf(m_model.sheet(sheet_kind::paper))).story;
    const bool told = !isOfTwoSides(story) && m_model.hasJob() && whyNotTold(m_model, story).isEmpty();
    m_story->refresh();
    for (QPushButton* b : m_buttons)
        b->setEnabled(curve || ((runs || told) && b->property("paper").toBool()));
    const QDate over = QDate::fromString(QString::fromStdString(m_desk.order().handedOver), Qt::ISODate);
    m_over->setEnabled(m_model.hasJob());
    m_bundle->setEnabled(m_model.hasJob());
    m_give->setEnabled(curve || runs || told);
    m_print->setEnabled(curve || runs || told);
    const std::vector<HandOver> given = handOversOf(m_model.sheet(sheet_kind::handOvers));
    m_give->setText(tr("&Hand over and keep as no. %1").arg(given.empty() ? 1 : given.back().number + 1));
    m_over->setChecked(over.isValid());
    m_over->setText(over.isValid() ? tr("Handed over on %1").arg(QLocale().toString(over, QLocale::ShortFormat))
                                   : tr("It is in the customer's &hands"));
    if (!isVisible()) // painted when it is looked at
        return;
    Sheet sheet = sheetOf(m_model, m_book ? &*m_book : nullptr);
    const int pages = sheetPages(sheet);
    m_page %= pages;
    m_turn->setText(tr("Pa&ge %1 of %2").arg(m_page + 1).arg(pages));
    m_turn->setEnabled(pages > 1);
    m_sheet->show(std::move(sheet), m_page);
}

void HandoverStation::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    readBook();
    refresh();
}

/// What the machine was like at its visits before: asked of the archive, shown when it comes.
void HandoverStation::readBook() {
    m_book.reset();
    m_model.book().read(this, [this, job = m_model.job().id](const MachineBook& book) {
        if (job != m_model.job().id)
            return;
        m_book = book;
        refresh();
    });
}

void HandoverStation::save(const QString& what, const QString& suffix, SheetFormat format) {
    const QString name = QString::fromStdString(m_model.job().name) + QLatin1Char('.') + suffix;
    askWhereToWrite(this, QString(what).remove(QLatin1Char('&')), name, suffix, [this, format](const QString& path) {
        emit message(tr("Writing %1…").arg(path));
        write(format, path, [this, path](const Result<Done>& done) {
            emit message(done ? tr("Written: %1").arg(path) : errorAtPlace(done.error()));
        });
    });
}

void HandoverStation::saveBundle() {
    const QString ending = QLatin1String(kBundleEnding);
    askWhereToWrite(this, tr("Whole job as a bundle"), QString::fromStdString(m_model.job().name) + ending,
                    ending.mid(1), [this](const QString& path) { writeBundleTo(path); });
}

void HandoverStation::writeBundleTo(const QString& path) {
    if (!m_model.keeper())
        return;
    emit message(tr("Writing %1…").arg(path));
    m_model.keeper()->ask(
        this,
        [path, job = m_model.job().id](const Archive& archive) {
            return writeBundle(archive, job, path.toStdString());
        },
        [this, path](const Result<BundleWritten>& written) {
            emit message(written ? plural(written->pulls, tr("Written and read back: %2, with 1 pull."),
                                          tr("Written and read back: %2, with %1 pulls."))
                                       .arg(path)
                                 : errorWords(written.error()));
        });
}

void HandoverStation::whole(std::function<void(Result<Sheet>)> then) {
    // What leaves the house is the answer to what is set now.
    m_model.whenAnswered(this, [this, then = std::move(then)](bool answered) {
        if (!answered) {
            then(Error{tr("another job was opened before it was worked out").toStdString()});
            return;
        }
        // With the machine's book, which is read first.
        m_model.book().read(this, [this, job = m_model.job().id, then](const MachineBook& book) {
            if (job != m_model.job().id)
                then(Error{tr("another job was opened meanwhile").toStdString()});
            else
                then(sheetOf(m_model, &book));
        });
    });
}

void HandoverStation::write(SheetFormat format, const QString& path, std::function<void(const Result<Done>&)> then) {
    whole([this, format, path, then = std::move(then)](Result<Sheet> sheet) {
        if (!sheet) {
            then(Error{tr("%1 was not written: %2.").arg(path, errorWords(sheet.error())).toStdString()});
            return;
        }
        QtConcurrent::run([sheet = std::move(sheet).value(), format, path] {
            return writeSheet(sheet, format, path);
        }).then(this, then);
    });
}

void HandoverStation::give(std::function<void(const HandOver&)> then) {
    whole([this, then = std::move(then)](Result<Sheet> made) {
        if (!made) {
            emit message(tr("Nothing was handed over: %1.").arg(errorWords(made.error())));
            return;
        }
        HandOver about;
        about.customer = made->customer.toStdString();
        about.program = "Jolly Ram " + std::string(programVersion());
        if (!isOfTwoSides(made->choice.story))
            about.headline = made->story.headline.toStdString();
        else if (made->comparison)
            about.headline = describe(*made->comparison, made->units.wording()).headline;
        else if (made->runs && !made->runs->marks.empty())
            about.headline = said(made->runs->marks.front().verdict, made->units.wording());
        QtConcurrent::run([sheet = std::move(made).value()] {
            return freeze(sheet);
        }).then(this, [this, about, job = m_model.job().id, then](const Result<std::string>& frozen) {
            if (!frozen || job != m_model.job().id) {
                emit message(frozen ? tr("Nothing was handed over: another job was opened meanwhile.")
                                    : errorWords(frozen.error()));
                return;
            }
            m_model.keepHandOver(about, *frozen, [this, then](const HandOver& kept) {
                m_desk.handOver(true);
                emit message(
                    tr("Kept as handed over, no. %1: it stays as it is, whatever is judged later.").arg(kept.number));
                if (then)
                    then(kept);
            });
        });
    });
}

void HandoverStation::print() {
    whole([this](Result<Sheet> sheet) {
        if (!sheet) {
            emit message(tr("Nothing was printed: %1.").arg(errorWords(sheet.error())));
            return;
        }
        const auto printer = std::make_shared<QPrinter>(QPrinter::HighResolution);
        printer->setDocName(sheet->job);
        ask(this, new QPrintDialog(printer.get(), this),
            [printer, sheet = std::move(*sheet)] { printSheet(sheet, *printer); });
    });
}

StationFace HandoverStation::face() const {
    return {tr("Hand over"),
            QStringLiteral("printer"),
            QStringLiteral("Ctrl+7"),
            {QStringLiteral("hand-over.png"), QStringLiteral("sheet.png")}};
}

} // namespace jr::app
