// SPDX-License-Identifier: GPL-3.0-or-later
// The customer's sheet and the exports: the same words as the window and the command line, numbers that agree with one
// another, what is written when there is too much or too little to say, and nothing half written.
#include "app/handover/frozen_sheet.h"
#include "app/handover/handover_station.h"
#include "app/handover/public_picture.h"
#include "app/handover/sheet_painter.h"
#include "app/handover/sheet_pdf.h"
#include "core/judge/sentences.h"
#include "tests/support/archive_folder.h"
#include "tests/support/cli_process.h"
#include "tests/support/demo_window.h"
#include "tests/support/pdf_words.h"
#include "tests/support/settled.h"
#include "tests/support/suites.h"
#include "tests/support/written.h"

#include <QDir>
#include <QFile>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QPlainTextEdit>
#include <QPointer>
#include <QPrintDialog>
#include <QPrinter>
#include <QPushButton>
#include <QRegularExpression>
#include <QSemaphore>
#include <QSettings>
#include <QXmlStreamReader>

#include <cmath>

using namespace jr;
using namespace jr::app;
using testsupport::archiveOf;
using testsupport::openJob;
using testsupport::pdfWords;
using testsupport::runCli;
using testsupport::written;

namespace {

QByteArray contents(const QString& path) {
    QFile f(path);
    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
}

/// Words of a PDF, white space made single.
} // namespace

class TestHandOver : public QObject {
    Q_OBJECT

    testsupport::DemoWindow m_demo;
    JobModel& model() { return m_demo.model(); }
    HandoverStation& sheet() { return m_demo.window().handover(); }
    /// Pull files of a setup, as they stand in the archive's open half.
    QStringList files(const std::string& setup) {
        QStringList out;
        for (const LoadedPull& p : model().pulls())
            if (const SetupRecord* s = model().job().setup(p.record.setupId); s && s->name == setup && !p.record.aside)
                out << m_demo.file("archive") + QLatin1Char('/') + QString::fromStdString(p.record.mirror);
        return out;
    }

private slots:
    void initTestCase() {
        const QString problem = m_demo.begin();
        QVERIFY2(problem.isEmpty(), qPrintable(problem));
        connect(&model(), &JobModel::problem, this, [](const QString& words) { qWarning("%s", qPrintable(words)); });
    }
    void cleanupTestCase() { m_demo.end(); }
    void printingCanBeThoughtBetterOf() {
        m_demo.window().showStation(MainWindow::Handover);
        QPushButton* print = nullptr;
        for (QPushButton* button : m_demo.window().handover().findChildren<QPushButton*>())
            if (button->text().remove(QLatin1Char('&')).startsWith("Print"))
                print = button;
        QVERIFY(print && print->isEnabled());
        print->click();
        QPointer<QPrintDialog> dialog;
        QTRY_VERIFY((dialog = m_demo.window().handover().findChild<QPrintDialog*>()) && dialog->isVisible());
        dialog->reject();
        QTRY_VERIFY(!dialog);
    }
    void init() {
        QVERIFY(m_demo.open("Stack length"));
        model().compare().setBand({}, {});
        model().setPicked({});
    }

    void windowSheetAndCommandLineSayTheSame() {
        QVERIFY(written(sheet(), SheetFormat::Json, m_demo.file("same.json")));
        const QJsonObject inFile = QJsonDocument::fromJson(contents(m_demo.file("same.json"))).object();
        const Account account = describe(*model().answers().comparison(), model().units().wording());
        QCOMPARE(inFile["headline"].toString(), QString::fromStdString(account.headline));
        QStringList window;
        for (QLabel* l : m_demo.judge().difference().findChildren<QLabel*>())
            window << l->text().remove(QRegularExpression(QStringLiteral(" <a .*</a>")));
        const QString seen = window.join(QLatin1Char('\n'));
        QVERIFY(written(sheet(), SheetFormat::Pdf, m_demo.file("same.pdf")));
        const QString printed = pdfWords(m_demo.file("same.pdf"));
        QVERIFY2(!printed.isEmpty(), "pdftotext of poppler-utils is needed");
        for (const QJsonValue& v : inFile["stretches"].toArray()) {
            QVERIFY2(seen.contains(v.toString()), qPrintable(v.toString()));
            QVERIFY2(printed.contains(v.toString().simplified()), qPrintable(v.toString() + "\n" + printed));
        }
        for (const QJsonValue& v : inFile["details"].toArray())
            QVERIFY2(printed.contains(v.toString().simplified()), qPrintable(v.toString()));
        // The command line on the same pulls, in its own units (SI is printed; its words are hp): the calls agree.
        const testsupport::Ran cli = runCli(QStringList{"compare", "--base"} + files("short stack") +
                                            QStringList{"--with"} + files("long stack"));
        QVERIFY2(cli.code == 0, cli.err.constData());
        const QJsonArray ours = inFile["calls"].toArray(), theirs = cli.json()["calls"].toArray();
        QCOMPARE(ours.size(), theirs.size());
        for (qsizetype i = 0; i < ours.size(); ++i) {
            QCOMPARE(ours[i].toObject()["call"], theirs[i].toObject()["call"]);
            QCOMPARE(ours[i].toObject()["from_rpm"], theirs[i].toObject()["from_rpm"]);
        }
        // In the command line's units it is the same sentence, letter for letter.
        QVERIFY(cli.err.contains(describe(*model().answers().comparison(), {}).headline.c_str()));
    }

    void theTableAgreesWithTheResult() {
        QVERIFY(written(sheet(), SheetFormat::Csv, m_demo.file("t.csv")));
        QVERIFY(written(sheet(), SheetFormat::Json, m_demo.file("t.json")));
        const QJsonObject j = QJsonDocument::fromJson(contents(m_demo.file("t.json"))).object();
        const QList<QByteArray> lines = contents(m_demo.file("t.csv")).trimmed().split('\n');
        const QJsonArray rpm = j["rpm"].toArray();
        QCOMPARE(lines.size(), rpm.size() + 1);
        const QList<QByteArray> heads = lines[0].split(',');
        QCOMPARE(heads.size(), 11);
        for (qsizetype i = 1; i < lines.size(); ++i) {
            const QList<QByteArray> cells = lines[i].split(',');
            QCOMPARE(cells.size(), heads.size());
            QCOMPARE(cells[0].toDouble(), rpm[i - 1].toDouble());
            // Watts less watts is the difference; power is torque times speed.
            QVERIFY(std::abs(cells[2].toDouble() - cells[1].toDouble() - cells[3].toDouble()) < 0.01);
            QVERIFY(std::abs(cells[7].toDouble() * cells[0].toDouble() * M_PI / 30. - cells[1].toDouble()) < 0.5);
            QVERIFY(cells[4].toDouble() <= cells[3].toDouble() && cells[3].toDouble() <= cells[5].toDouble());
            QVERIFY(cells[9].toDouble() > 10. && cells[9].toDouble() < 16.);
        }
    }

    void picturesAreWholeAndSharp() {
        QVERIFY(written(sheet(), SheetFormat::Png, m_demo.file("s.png")));
        const QImage image(m_demo.file("s.png"));
        QVERIFY(image.width() >= 1200 && image.height() > image.width()); // to print, upright
        // Printed, it is ink on white, whatever the light in the bay.
        m_demo.theme().setMode(Theme::Mode::Night);
        QVERIFY(written(sheet(), SheetFormat::Png, m_demo.file("night.png")));
        m_demo.theme().setMode(Theme::Mode::Day);
        const QImage night(m_demo.file("night.png"));
        QCOMPARE(night.pixelColor(5, 5), image.pixelColor(5, 5));
        QVERIFY(image.pixelColor(5, 5).lightness() > 240);
        QVERIFY(written(sheet(), SheetFormat::Svg, m_demo.file("s.svg")));
        QXmlStreamReader xml(contents(m_demo.file("s.svg")));
        int elements = 0;
        while (!xml.atEnd())
            elements += xml.readNext() == QXmlStreamReader::StartElement;
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
        QVERIFY(elements > 50);
    }

    void theWorkingBandIsOnTheSheet() {
        model().compare().setBand(4500., 7000.);
        QVERIFY(written(sheet(), SheetFormat::Pdf, m_demo.file("band.pdf")));
        const QString printed = pdfWords(m_demo.file("band.pdf"));
        QVERIFY2(printed.contains(QStringLiteral("Mean from 4500 to 7000 rpm")), qPrintable(printed));
        QVERIFY(printed.contains(QStringLiteral("SAE J1349")));
        model().compare().setStandard("din-70020");
        QVERIFY(written(sheet(), SheetFormat::Pdf, m_demo.file("din.pdf")));
        QVERIFY(pdfWords(m_demo.file("din.pdf")).contains(QStringLiteral("DIN 70020")));
        model().compare().setStandard("sae-j1349");
    }

    void whatCannotBeToldIsPrintedAsSuch() {
        // One pull a side, nothing known of the scatter.
        model().setPicked({model().sidePulls(true).front(), model().sidePulls(false).front()});
        QVERIFY(!model().answers().comparison()->margins);
        QVERIFY(written(sheet(), SheetFormat::Pdf, m_demo.file("one.pdf")));
        const QString printed = pdfWords(m_demo.file("one.pdf"));
        QVERIFY2(printed.contains(QStringLiteral("cannot tell")), qPrintable(printed));
        QVERIFY(printed.contains(QStringLiteral("no margin known")));
        QVERIFY(written(sheet(), SheetFormat::Json, m_demo.file("one.json")));
        const QByteArray json = contents(m_demo.file("one.json"));
        QVERIFY(!json.contains("nan") && !json.contains("inf"));
        for (const QJsonValue& v : QJsonDocument::fromJson(json).object()["low_w"].toArray())
            QVERIFY(v.isNull());
    }

    void nothingIsHalfWritten() {
        // A place that is not there, and a folder where a file is wanted.
        QVERIFY(QDir().mkpath(m_demo.file("folder/inside")));
        for (const QString& bad : {QStringLiteral("/proc/none/sheet"), m_demo.file("folder")}) {
            QVERIFY(!written(sheet(), SheetFormat::Pdf, bad));
            QVERIFY(!written(sheet(), SheetFormat::Png, bad));
            QVERIFY(!written(sheet(), SheetFormat::Svg, bad));
            const Result<Done> csv = written(sheet(), SheetFormat::Csv, bad);
            QVERIFY(!csv && QString::fromStdString(csv.error().text()).contains(bad));
            QVERIFY(!written(sheet(), SheetFormat::Json, bad));
        }
        QCOMPARE(QDir(m_demo.file("folder")).entryList(QDir::NoDotAndDotDot | QDir::AllEntries), QStringList{"inside"});
    }

    void aSheetIsNeverThatOfAnotherJob() {
        // Asked for, and before it is worked out another job is opened: nothing is written under the first one's name.
        std::string other;
        const auto jobs = archiveOf(model())->jobs();
        for (const JobSummary& job : *jobs)
            if (job.name == "Larkspur ladder")
                other = job.id;
        JobModel& m = m_demo.window().model(); // as it is, without waiting
        QSemaphore held;                       // the study is busy until the other job is there
        QObject asker;
        m.answers().ask(&asker, [&held](const StudyPtr&) -> StudyDesk::Draw {
            held.acquire();
            return {};
        });
        std::optional<Result<Done>> how;
        sheet().write(SheetFormat::Json, m_demo.file("first.json"), [&](const Result<Done>& done) { how = done; });
        m.openJob(other);
        const bool heard = QTest::qWaitFor([&] { return how.has_value(); }, 5000);
        held.release();
        QVERIFY2(heard, "nothing was heard");
        QVERIFY(!how->ok());
        QVERIFY(QString::fromStdString(how->error().text()).contains(QLatin1String("another job")));
        QCOMPARE(model().job().name, std::string("Larkspur ladder"));
        QVERIFY(!QFile::exists(m_demo.file("first.json")));
        const auto now = written(sheet(), SheetFormat::Json, m_demo.file("first.json")); // asked of this one, it is its
        QVERIFY2(now, now ? "" : now.error().text().c_str());
        QCOMPARE(QJsonDocument::fromJson(contents(m_demo.file("first.json"))).object()["job"].toString(),
                 QStringLiteral("Larkspur ladder"));
    }

    void whatIsReadButNotTakenInIsWaitedFor() {
        // The pulls are fitted, and the window has not heard of it yet: asked just then, a sheet must not be one of a
        // job without pulls.
        std::string other;
        const auto jobs = archiveOf(model())->jobs();
        for (const JobSummary& job : *jobs)
            if (job.name == "Weights on the belt")
                other = job.id;
        JobModel& m = m_demo.window().model();
        m.openJob(other);
        QVERIFY(QTest::qWaitFor([&] { return m.job().id == other; }, 20000));
        QThread::sleep(5);
        const auto how = written(sheet(), SheetFormat::Json, m_demo.file("belt.json"));
        QVERIFY2(how, how ? "" : how.error().text().c_str());
    }

    void runsOnTheRoadStandOnTheSheet() {
        QVERIFY(m_demo.open("Weights on the belt"));
        Sheet sheet = sheetOf(model());
        QVERIFY(sheet.comparison && sheet.runs);
        QCOMPARE(sheet.runs->marks.size(), std::size_t(2)); // the quarter mile and the highest speed all reached
        QCOMPARE(sheet.runs->marks[0].mark, QString("1/4 mile"));
        QCOMPARE(sheet.runs->marks[0].baseS.size(), std::size_t(4));
        QVERIFY(sheet.runs->oneFoot);
        QCOMPARE(sheet.runs->leftOut, 1); // a poor fix; coast-downs are none
        QVERIFY(runsFootnote(*sheet.runs).contains("from one foot on"));
        // Runs alone are handed over as well, with their dots in place of a curve.
        sheet.comparison.reset();
        sheet.sections.clear(); // what goes with the machine follows on the same page
        QImage page(static_cast<int>(kSheetWidth), static_cast<int>(kSheetHeight), QImage::Format_RGB32);
        const auto inked = [&](const Sheet& shown) {
            page.fill(Qt::white);
            QPainter p(&page);
            paintSheet(p, shown, 0);
            int dark = 0;
            for (int y = 150; y < 420; ++y)
                for (int x = 200; x < kSheetWidth - 60; ++x)
                    dark += qGray(page.pixel(x, y)) < 200;
            return dark;
        };
        const int withRuns = inked(sheet);
        sheet.runs.reset();
        QVERIFY(withRuns > 3 * inked(sheet));
    }

    // ISO 32000-1: a language for whoever has it read aloud, a bookmark a part, the title in the window's frame.
    void thePdfHasTitleLanguageAndBookmarks() {
        QVERIFY(written(sheet(), SheetFormat::Pdf, m_demo.file("marks.pdf")));
        const QByteArray pdf = contents(m_demo.file("marks.pdf"));
        QVERIFY(pdf.contains("/Lang ") && pdf.contains("/Outlines ") && pdf.contains("/DisplayDocTitle true"));
        QProcess info;
        info.start(QStringLiteral("pdfinfo"), {m_demo.file("marks.pdf")});
        QVERIFY(info.waitForFinished());
        QVERIFY(
            QString::fromUtf8(info.readAllStandardOutput()).contains(QRegularExpression("Title: +Stack length\\n")));
        const Sheet now = sheetOf(model());
        const std::vector<SheetPlace> places = sheetPlaces(now);
        QVERIFY(places.size() > 3 && places.front().page == 0);
        QCOMPARE(pdf.count("/Dest"), static_cast<qsizetype>(places.size()));
        for (const SheetPlace& place : places)
            QVERIFY(place.page < sheetPages(now));
    }
    /// Outside: a zip of XML parts (ISO/IEC 29500), read here without the library that wrote it.
    void theWorkbookHasTheTableAsNumbers() {
        QVERIFY(written(sheet(), SheetFormat::Spreadsheet, m_demo.file("t.xlsx")));
        QProcess unzip;
        unzip.start(QStringLiteral("unzip"), {"-p", m_demo.file("t.xlsx"), "xl/worksheets/sheet2.xml"});
        QVERIFY(unzip.waitForFinished());
        QXmlStreamReader xml(unzip.readAllStandardOutput());
        std::vector<double> first; // numbers of the first column
        QString cell;
        while (!xml.atEnd()) {
            if (xml.readNext() != QXmlStreamReader::StartElement)
                continue;
            if (xml.name() == QLatin1String("c"))
                cell = xml.attributes().value("t").isEmpty() ? xml.attributes().value("r").toString() : QString();
            else if (xml.name() == QLatin1String("v") && cell.startsWith(QLatin1Char('A')))
                first.push_back(xml.readElementText().toDouble());
        }
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
        const std::vector<double>& place = model().answers().comparison()->place;
        QCOMPARE(first.size(), place.size());
        for (std::size_t i = 0; i < place.size(); ++i)
            QCOMPARE(first[i], place[i]);
    }
    /// Against the schema that is published, by a validator of another house (python3-jsonschema).
    void theResultKeepsToItsSchema() {
        for (const char* job : {"Stack length", "Weights on the belt"}) {
            QVERIFY(m_demo.open(job));
            QVERIFY(written(sheet(), SheetFormat::Json, m_demo.file("s.json")));
            QProcess validator;
            validator.start(QStringLiteral("python3"),
                            {"-c",
                             "import json,sys,jsonschema; jsonschema.validate(json.load(open(sys.argv[1])),"
                             "json.load(open(sys.argv[2])))",
                             m_demo.file("s.json"), QStringLiteral(JR_SOURCE "/docs/result.schema.json")});
            QVERIFY(validator.waitForFinished());
            QVERIFY2(validator.exitCode() == 0, validator.readAllStandardError().right(600).constData());
        }
    }
    void picturesForThePublicNameNobody() {
        QCOMPARE(withoutName("Rowan's stack", "Rowan, rides it to the hills"), QString("stack"));
        QCOMPARE(withoutName("rowan stack of ROWANS", "Rowan"), QString("stack of"));
        QCOMPARE(withoutName("Rowanberry pipe", "Rowan"), QString("Rowanberry pipe"));
        QCOMPARE(withoutName("long stack", ""), QString("long stack"));
        for (const SheetFormat shape : {SheetFormat::PublicUpright, SheetFormat::PublicWide}) {
            QVERIFY(written(sheet(), shape, m_demo.file("public.png")));
            const QImage image(m_demo.file("public.png"));
            QCOMPARE(image.size(), shape == SheetFormat::PublicUpright ? QSize(1080, 1350) : QSize(1600, 900));
            QVERIFY2(image.textKeys().isEmpty(), qPrintable(image.textKeys().join(' ')));
            QVERIFY(!contents(m_demo.file("public.png")).contains("Rowan"));
        }
    }
    void theShopsHeadStandsOnThePaper() {
        {
            ShopHeadDialog dialog;
            dialog.findChild<QLineEdit*>()->setText("Bench & Barn");
            const auto texts = dialog.findChildren<QPlainTextEdit*>();
            texts[0]->setPlainText("Mill lane 3\nUpper Ford");
            texts[1]->setPlainText("Figures hold for the day they were measured on.");
            dialog.accept();
        }
        QVERIFY(written(sheet(), SheetFormat::Pdf, m_demo.file("shop.pdf")));
        const QString words = pdfWords(m_demo.file("shop.pdf"));
        for (const char* part : {"Bench & Barn", "Mill lane 3", "Upper Ford", "Figures hold for the day"})
            QVERIFY2(words.contains(QLatin1String(part)), part);
        // And on nothing that is shown in public.
        QVERIFY(written(sheet(), SheetFormat::PublicWide, m_demo.file("public.png")));
        const QByteArray with = contents(m_demo.file("public.png"));
        QSettings().remove("shop");
        QVERIFY(written(sheet(), SheetFormat::PublicWide, m_demo.file("public.png")));
        QVERIFY(contents(m_demo.file("public.png")) == with);
        QVERIFY(written(sheet(), SheetFormat::Pdf, m_demo.file("shop.pdf")));
        QVERIFY(!pdfWords(m_demo.file("shop.pdf")).contains("Mill lane"));
    }
    void printedItFillsThePage() {
        QPrinter printer;
        printer.setOutputFormat(QPrinter::PdfFormat);
        printer.setOutputFileName(m_demo.file("printed.pdf"));
        printer.setPageSize(QPageSize(QPageSize::Letter)); // another shape of paper
        printSheet(sheetOf(model()), printer);
        const QString words = pdfWords(m_demo.file("printed.pdf"));
        QVERIFY(words.contains("Stack length") && words.contains("The change is what counts"));
    }
    void whatWasHandedOverStaysAsItWas() {
        std::optional<HandOver> kept;
        sheet().give([&](const HandOver& one) { kept = one; });
        QTRY_VERIFY_WITH_TIMEOUT(kept.has_value(), 30000);
        QCOMPARE(kept->number, 1);
        QVERIFY(kept->headline == describe(*model().answers().comparison(), model().units().wording()).headline);
        model().waitUntilSettled();
        const auto frozenNow = [&](int number) {
            const auto job = archiveOf(model())->job(model().job().id);
            const std::vector<HandOver> all = handOversOf(job->sheets.at("hand-overs"));
            return archiveOf(model())->frozenSheet(*job, all[static_cast<std::size_t>(number - 1)]);
        };
        const Result<std::string> first = frozenNow(1);
        QVERIFY2(first, first ? "" : first.error().text().c_str());
        const Result<FrozenSheet> thawed = thaw(*first);
        QVERIFY(thawed && thawed->pdf.startsWith("%PDF") && thawed->settings.find("sae-j1349") != std::string::npos);
        QVERIFY2(changesSince(*thawed, sheetOf(model())).isEmpty(),
                 qPrintable(changesSince(*thawed, sheetOf(model())).join('|')));
        // Judged otherwise later: the paper stays, and what is otherwise can be told.
        model().compare().setStandard("din-70020");
        model().setAside(2, true, "a slip");
        model().waitUntilSettled();
        QCOMPARE(*frozenNow(1), *first);
        const QString since = changesSince(*thawed, sheetOf(model())).join('\n');
        QVERIFY2(since.contains("sae-j1349") && since.contains("din-70020"), qPrintable(since));
        QVERIFY2(since.contains("Then 3 against 4 pulls counted, now 2 against 4."), qPrintable(since));
        // The next one has the next number.
        kept.reset();
        sheet().give([&](const HandOver& one) { kept = one; });
        QTRY_VERIFY_WITH_TIMEOUT(kept.has_value(), 30000);
        QCOMPARE(kept->number, 2);
        QCOMPARE(sheet().findChild<QListWidget*>("hand-overs")->count(), 2);
        QCOMPARE(*frozenNow(1), *first);
        model().compare().setStandard("sae-j1349");
        model().setAside(2, false, {});
        model().waitUntilSettled();
        // It goes with the bundle, and a damaged one is never given out as what was handed over.
        const auto job = archiveOf(model())->job(model().job().id);
        QString file;
        for (const AttachmentRecord& a : job->attachments)
            if (a.about == "hand-over:1")
                file = m_demo.file("archive") + '/' + QString::fromStdString(a.file);
        QVERIFY(QFile::exists(file));
        QVERIFY(testsupport::damage(file, 200, 4));
        QVERIFY(!frozenNow(1));
        const auto report = archiveOf(model())->check(true);
        QVERIFY(std::any_of(report->problems.begin(), report->problems.end(),
                            [](const Remark& p) { return p.reason.starts_with("hand-over 1: "); }));
    }
    void theCommandLineWritesTheSameSheet() {
        QVERIFY(written(sheet(), SheetFormat::Json, m_demo.file("window.json")));
        model().waitUntilSettled();
        const QString archive = m_demo.file("archive");
        const testsupport::Ran ran =
            runCli({"sheet", archive, "--job", "Stack length", "--out", m_demo.file("cli.json"), "--out",
                    m_demo.file("cli.pdf"), "--out", m_demo.file("cli.png"), "--public", "wide"});
        QVERIFY2(ran.code == 0, ran.err);
        QCOMPARE(ran.json()["written"].toArray().size(), 3);
        QJsonObject mine = QJsonDocument::fromJson(contents(m_demo.file("window.json"))).object(),
                    theirs = QJsonDocument::fromJson(contents(m_demo.file("cli.json"))).object();
        QVERIFY(mine["calls"] == theirs["calls"] && mine["difference_w"] == theirs["difference_w"]);
        QCOMPARE(QImage(m_demo.file("cli.png")).size(), QSize(1600, 900));
        QCOMPARE(runCli({"sheet", archive, "--job", "Nobody", "--out", m_demo.file("x.pdf")}).code, 3);
        QCOMPARE(runCli({"sheet", archive, "--job", "Stack length", "--out", m_demo.file("x.doc")}).code, 2);
        QCOMPARE(runCli({"sheet", archive, "--job", "Stack length", "--out", "/dev/full/x.pdf"}).code, 4);
        QCOMPARE(runCli({"sheet", m_demo.file("nowhere"), "--job", "x", "--out", "x.pdf"}).code, 3);
    }

    void withoutAComparisonNothingIsMadeUp() {
        const auto job = archiveOf(model())->createJob("Bare", "Larkspur 410");
        QVERIFY(openJob(m_demo.window(), *job));
        model().waitUntilSettled();
        QVERIFY(!written(sheet(), SheetFormat::Csv, m_demo.file("none.csv")));
        QVERIFY(!written(sheet(), SheetFormat::Json, m_demo.file("none.json")));
        QVERIFY(!QFile::exists(m_demo.file("none.csv")));
        for (QPushButton* b : sheet().findChildren<QPushButton*>())
            QVERIFY2(
                !b->isEnabled() || b->isCheckable() || b->text().contains("h&ead") || b->text().contains("Pa&ge") ||
                    b->text().contains("&Bundle"),
                qPrintable(b->text())); // handed over can be said of any job, its pages turned, and all of it given on
    }

    void germanNumbersInTheSheetPointsInTheTable() {
        const QLocale before;
        QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
        QVERIFY(m_demo.open("Stack length"));
        QVERIFY(written(sheet(), SheetFormat::Pdf, m_demo.file("de.pdf")));
        QVERIFY(written(sheet(), SheetFormat::Csv, m_demo.file("de.csv")));
        QLocale::setDefault(before);
        QVERIFY2(pdfWords(m_demo.file("de.pdf")).contains(QRegularExpression(QStringLiteral("\\d,\\d PS"))),
                 "no comma");
        QVERIFY(!contents(m_demo.file("de.csv")).contains(';'));
        QVERIFY(contents(m_demo.file("de.csv")).contains('.'));
    }
};

JR_SUITE(TestHandOver)
#include "test_hand_over.moc"
