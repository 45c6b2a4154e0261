// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/handover/handover_station.h"

#include "app/handover/sheet_painter.h"
#include "app/theme/words.h"
#include "app/widgets/method_dialog.h"
#include "archive/formats/pull_file.h"
#include "archive/formats/text.h"

#include <nlohmann/json.hpp>

#include <QBuffer>
#include <QDir>
#include <QFileDialog>
#include <QPainter>
#include <QPdfWriter>
#include <QPushButton>
#include <QSvgGenerator>
#include <QVBoxLayout>

#include <cmath>

namespace jr::app {

/// The sheet scaled to fit.
class SheetView : public QWidget {
public:
    SheetView(const Theme& theme, const JobModel& model) : m_theme(theme), m_model(model) {
        setAccessibleName(HandoverStation::tr("The sheet as it will print"));
        setMinimumSize(320, 420);
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        const double scale = std::min((width() - 24) / kSheetWidth, (height() - 16) / kSheetHeight);
        p.translate((width() - kSheetWidth * scale) / 2, 8);
        p.scale(scale, scale);
        paintSheet(p, m_model);
        p.setPen(QPen(m_theme.tokens().line, 1.5));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(0, 0, kSheetWidth, kSheetHeight));
    }

private:
    const Theme& m_theme;
    const JobModel& m_model;
};

HandoverStation::HandoverStation(const Theme& theme, JobModel& model, QWidget* parent)
    : Station(parent), m_model(model) {
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(12, 8, 12, 8);
    m_sheet = new SheetView(theme, model);
    across->addWidget(m_sheet, 1);
    auto* side = new QFrame;
    side->setProperty("card", true);
    side->setFixedWidth(300);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(16, 14, 16, 14);
    layout->setSpacing(10);
    auto* title = new Words(tr("Hand over"));
    title->setProperty("headline", true);
    layout->addWidget(title);
    auto* about = new Words(tr("The sheet says which setups, how many pulls, which air and standard, what was gained "
                               "where, and what this does not show."));
    about->setWordWrap(true);
    layout->addWidget(about);
    const auto button = [&](const QString& text, const QString& suffix,
                            Result<Done> (HandoverStation::*write)(const QString&) const, bool primary = false) {
        auto* b = new QPushButton(text);
        b->setProperty("primary", primary);
        connect(b, &QPushButton::clicked, this, [this, text, suffix, write] { save(text, suffix, write); });
        layout->addWidget(b);
        m_buttons.push_back(b);
    };
    button(tr("Sheet as &PDF…"), QStringLiteral("pdf"), &HandoverStation::writePdf, true);
    button(tr("Sheet as picture (P&NG)…"), QStringLiteral("png"), &HandoverStation::writePng);
    button(tr("Sheet as drawing (S&VG)…"), QStringLiteral("svg"), &HandoverStation::writeSvg);
    button(tr("&Table (CSV)…"), QStringLiteral("csv"), &HandoverStation::writeCsv);
    button(tr("&Result (JSON)…"), QStringLiteral("json"), &HandoverStation::writeJson);
    layout->addStretch(1);
    layout->addWidget(methodLink(QStringLiteral("The margin"), this));
    across->addWidget(side);
    for (auto signal :
         {&JobModel::jobChanged, &JobModel::comparisonChanged, &JobModel::unitsChanged, &JobModel::pullsChanged})
        connect(&model, signal, this, &HandoverStation::refresh);
    connect(&theme, &Theme::changed, m_sheet, qOverload<>(&QWidget::update));
    refresh();
}

void HandoverStation::refresh() {
    for (QPushButton* b : m_buttons)
        b->setEnabled(m_model.comparison().has_value());
    m_sheet->update();
}

void HandoverStation::save(const QString& what, const QString& suffix,
                           Result<Done> (HandoverStation::*write)(const QString&) const) {
    const QString suggestion =
        QDir::home().filePath(QString::fromStdString(m_model.job().name) + QLatin1Char('.') + suffix);
    const QString path = QFileDialog::getSaveFileName(this, QString(what).remove(QLatin1Char('&')), suggestion,
                                                      QStringLiteral("*.") + suffix);
    if (path.isEmpty())
        return;
    const Result<Done> done = (this->*write)(path);
    emit message(done ? tr("Written: %1").arg(path) : QString::fromStdString(done.error().text()));
}

namespace {

Result<Done> keep(const QString& path, const QByteArray& bytes) {
    return writeBytes(path.toStdString(), {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace

Result<Done> HandoverStation::writePdf(const QString& path) const {
    m_model.waitUntilAnswered(); // what leaves the house is the answer to what is set now
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter pdf(&buffer);
        pdf.setPageSize(QPageSize(QPageSize::A4));
        pdf.setPageMargins(QMarginsF(0, 0, 0, 0));
        pdf.setResolution(96);
        pdf.setTitle(QString::fromStdString(m_model.job().name));
        pdf.setCreator(QStringLiteral("Jolly Ram"));
        QPainter p(&pdf);
        paintSheet(p, m_model);
    }
    return keep(path, bytes);
}

Result<Done> HandoverStation::writePng(const QString& path) const {
    m_model.waitUntilAnswered(); // what leaves the house is the answer to what is set now
    QImage image(static_cast<int>(2 * kSheetWidth), static_cast<int>(2 * kSheetHeight), QImage::Format_RGB32);
    image.fill(Qt::white);
    {
        QPainter p(&image);
        p.scale(2, 2);
        paintSheet(p, m_model);
    }
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return keep(path, bytes);
}

Result<Done> HandoverStation::writeSvg(const QString& path) const {
    m_model.waitUntilAnswered(); // what leaves the house is the answer to what is set now
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    {
        QSvgGenerator svg;
        svg.setOutputDevice(&buffer);
        svg.setSize(QSize(static_cast<int>(kSheetWidth), static_cast<int>(kSheetHeight)));
        svg.setViewBox(QRectF(0, 0, kSheetWidth, kSheetHeight));
        svg.setTitle(QString::fromStdString(m_model.job().name));
        QPainter p(&svg);
        paintSheet(p, m_model);
    }
    return keep(path, bytes);
}

Result<Done> HandoverStation::writeCsv(const QString& path) const {
    m_model.waitUntilAnswered(); // what leaves the house is the answer to what is set now
    if (!m_model.comparison())
        return Error{"there is nothing to write yet"};
    const Comparison& c = *m_model.comparison();
    std::string out = "engine_speed [rpm],base_power [W],with_power [W],difference [W],low [W],high [W],difference "
                      "[%],base_torque [Nm],with_torque [Nm],base_afr [1],with_afr [1]\n";
    for (std::size_t i = 0; i < c.rpm.size(); ++i) {
        for (double v : {c.rpm[i], c.base.powerW[i], c.with.powerW[i], c.differenceW[i], c.lowW[i], c.highW[i],
                         c.differencePct[i], c.base.torqueNm[i], c.with.torqueNm[i], c.base.afr[i]})
            out += numberText(v) + ",";
        out += numberText(c.with.afr[i]) + "\n";
    }
    return writeBytes(path.toStdString(), out);
}

Result<Done> HandoverStation::writeJson(const QString& path) const {
    m_model.waitUntilAnswered(); // what leaves the house is the answer to what is set now
    if (!m_model.comparison())
        return Error{"there is nothing to write yet"};
    using Json = nlohmann::ordered_json;
    const Comparison& c = *m_model.comparison();
    const Account account = describe(c, m_model.units().wording());
    Json calls = Json::array(), cautions = Json::array();
    for (const Call& call : c.calls)
        calls.push_back({{"from_rpm", call.fromRpm},
                         {"to_rpm", call.toRpm},
                         {"call", callText(call.kind)},
                         {"mean_w", call.meanW},
                         {"mean_pct", call.meanPct}});
    for (const Caution& caution : c.cautions)
        cautions.push_back({{"kind", caution.kind}, {"text", said(caution, m_model.units().wording())}});
    const Json json = {{"job", m_model.job().name},
                       {"machine", m_model.job().machine},
                       {"standard", c.standard->id},
                       {"detail_rpm", c.detailRpm},
                       {"base", c.base.setup},
                       {"with", c.with.setup},
                       {"headline", account.headline},
                       {"stretches", account.stretches},
                       {"details", account.details},
                       {"rpm", c.rpm},
                       {"base_power_w", c.base.powerW},
                       {"with_power_w", c.with.powerW},
                       {"difference_w", c.differenceW},
                       {"low_w", c.lowW},
                       {"high_w", c.highW},
                       {"calls", calls},
                       {"cautions", cautions}};
    return writeBytes(path.toStdString(), json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n");
}

StationFace HandoverStation::face() const {
    return {tr("Hand over"),
            QStringLiteral("printer"),
            QStringLiteral("Ctrl+7"),
            {QStringLiteral("hand-over.png"), QStringLiteral("sheet.png")}};
}

} // namespace jr::app
