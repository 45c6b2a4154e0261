// SPDX-License-Identifier: GPL-3.0-or-later
// A picture to show in public: few lines, the curves of the two on an axis from zero, with standard, number of pulls
// and units burnt in, so that it can be read without the text around it. Nobody's name, number plate or place is on it
// or in it: the job's and the customer's names are left out, and so is whatever else the customer's name stands in.
#pragma once

#include "app/handover/sheet.h"

#include <QImage>

namespace jr::app {

enum class PublicShape { Upright, Wide }; ///< 1080 by 1350 and 1600 by 900 dots

/// Errors: nothing is compared yet.
Result<QImage> publicPicture(const Sheet& sheet, PublicShape shape);

/// The text without any word of the name that is three letters or longer.
QString withoutName(const QString& text, const QString& name);

} // namespace jr::app
