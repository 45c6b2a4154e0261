// SPDX-License-Identifier: GPL-3.0-or-later
// Several views one above the other in one picture.
#pragma once

#include <QPixmap>
#include <QString>

#include <vector>

class QWidget;

namespace jr::app {

class PictureStack {
public:
    /// The widget as it stands once all that was asked is answered.
    bool add(QWidget& widget);
    /// False, and said, when it could not be written.
    bool save(const QString& path) const;

private:
    std::vector<QPixmap> m_shots;
};

} // namespace jr::app
