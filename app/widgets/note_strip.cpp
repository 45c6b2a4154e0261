// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/note_strip.h"

#include "app/widgets/asking.h"
#include "app/widgets/clear_layout.h"
#include "app/widgets/kept_picture.h"
#include "app/words/words.h"

#include <QDragEnterEvent>
#include <QLineEdit>
#include <QMimeData>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

namespace jr::app {
namespace {

constexpr int kHigh = 56;

} // namespace

NoteStrip::NoteStrip(const Theme& theme, JobModel& model, QWidget* parent)
    : QWidget(parent), m_theme(theme), m_model(model) {
    setAcceptDrops(true);
    auto* down = new QVBoxLayout(this);
    down->setContentsMargins(0, 0, 0, 0);
    down->setSpacing(4);
    m_scroll = new QScrollArea;
    m_scroll->setWidgetResizable(true);
    m_scroll->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_scroll->setFixedHeight(kHigh + 6);
    auto* inner = new QWidget;
    m_cards = new QHBoxLayout(inner);
    m_cards->setContentsMargins(0, 0, 0, 0);
    m_cards->setSpacing(6);
    m_scroll->setWidget(inner);
    down->addWidget(m_scroll);
    m_tools = new QWidget;
    auto* tools = new QHBoxLayout(m_tools);
    tools->setContentsMargins(0, 0, 0, 0);
    m_words = new QLineEdit;
    m_words->setPlaceholderText(tr("a note"));
    m_words->setAccessibleName(tr("Note, or what the photo shows"));
    auto* photo = new QPushButton(tr("P&hoto…"));
    photo->setToolTip(tr("Copy a picture into the archive; or drop one here"));
    tools->addWidget(m_words, 1);
    tools->addWidget(photo);
    down->addWidget(m_tools);
    connect(m_words, &QLineEdit::returnPressed, this, [this] { addNote(m_words->text()); });
    connect(photo, &QPushButton::clicked, this, [this] {
        askForFile(this, tr("A picture to keep"), tr("Pictures (*.png *.jpg *.jpeg *.webp *.bmp *.gif)"),
                   [this](const QString& path) { addPhoto(path); });
    });
    connect(&model, &JobModel::attachmentsChanged, this, &NoteStrip::refresh);
    connect(&model, &JobModel::jobChanged, this, &NoteStrip::refresh);
    refresh();
}

void NoteStrip::setAbout(const std::string& about) {
    if (about == m_about)
        return;
    m_about = about;
    refresh();
}

void NoteStrip::addNote(const QString& words) {
    if (!words.trimmed().isEmpty())
        keep(words, {});
}

void NoteStrip::addPhoto(const QString& path) {
    keep(m_words->text(), path);
}

/// What was typed goes only once it is kept.
void NoteStrip::keep(const QString& words, const QString& photo) {
    if (!m_about.empty())
        m_model.attach(m_about, words, photo, [this, words] {
            if (m_words->text() == words)
                m_words->clear();
        });
}

int NoteStrip::shownCount() const {
    int n = 0;
    for (int i = 0; i < m_cards->count(); ++i)
        n += m_cards->itemAt(i)->widget() != nullptr;
    return n;
}

void NoteStrip::refresh() {
    clearLayout(m_cards);
    m_tools->setEnabled(!m_about.empty() && m_model.hasJob());
    for (const AttachmentRecord& a : m_model.job().attachments) {
        if (a.about != m_about || m_about.empty())
            continue;
        auto* card = new QFrame;
        card->setProperty("card", true);
        auto* row = new QHBoxLayout(card);
        row->setContentsMargins(6, 3, 2, 3);
        row->setSpacing(4);
        const QString words = QString::fromStdString(a.words);
        if (!a.file.empty()) {
            const QString path = m_model.keeper()->folder() + QLatin1Char('/') + QString::fromStdString(a.file);
            auto* picture = new QToolButton;
            picture->setIconSize(QSize(90, kHigh - 14));
            m_model.keeper()->ask(
                picture,
                [path, size = QSize(90, kHigh - 12) * devicePixelRatioF()](const Archive&) {
                    return scaledPicture(path, size);
                },
                [this, picture](const QImage& small) {
                    picture->setIcon(small.isNull() ? m_theme.icon(QStringLiteral("image-off"))
                                                    : QIcon(QPixmap::fromImage(small)));
                    picture->setToolTip(small.isNull() ? tr("The picture cannot be read") : tr("Show it large"));
                });
            picture->setAccessibleName(words.isEmpty() ? tr("Photo") : tr("Photo: %1").arg(words));
            connect(picture, &QToolButton::clicked, this,
                    [this, path, words] { showLarge(this, *m_model.keeper(), path, words); });
            row->addWidget(picture);
        }
        if (!words.isEmpty()) {
            auto* label = new Words(words);
            label->setWordWrap(true);
            // Two lines at most, so that nothing is cut off below.
            const int wide = label->fontMetrics().horizontalAdvance(words);
            label->setFixedWidth(std::max(60, wide > 160 ? wide / 2 + 50 : wide + 6));
            row->addWidget(label);
        }
        auto* away = new QToolButton;
        away->setText(QStringLiteral("×"));
        away->setAccessibleName(tr("Take this note away"));
        away->setToolTip(tr("Take away (can be undone)"));
        connect(away, &QToolButton::clicked, this, [this, id = a.id] { m_model.detach(id); });
        row->addWidget(away);
        m_cards->addWidget(card);
    }
    m_cards->addStretch(1);
    m_scroll->setVisible(shownCount() > 0);
}

void NoteStrip::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls() && !m_about.empty())
        event->acceptProposedAction();
}

void NoteStrip::dropEvent(QDropEvent* event) {
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile())
            addPhoto(url.toLocalFile());
    event->acceptProposedAction();
}

} // namespace jr::app
