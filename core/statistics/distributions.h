// SPDX-License-Identifier: GPL-3.0-or-later
// The distributions the judge asks, one function a question, so that their library (boost::math) is compiled in one
// place. Arguments and results are plain numbers without unit.
#pragma once

namespace jr {

/// P(Z <= x) and P(Z > x) of a standard normal, and x at which P(Z <= x) is `p`, 0 < p < 1.
double normalCdf(double x);
double normalTail(double x);
double normalQuantile(double p);

/// Of Student's t; freedom above a million is taken as a normal.
double studentCdf(double x, double freedom);
double studentQuantileAt(double freedom, double p); ///< x at which P(T <= x) is `p`

/// P(T <= x), and P(T > x), of a t that is shifted (noncentral): (Z + shift) / sqrt(chi^2 / freedom).
double shiftedStudentCdf(double x, double freedom, double shift);
double shiftedStudentTail(double x, double freedom, double shift);

/// Of Fisher's F with so many degrees of freedom above and below.
double fisherCdf(double x, double above, double below);
double fisherTail(double x, double above, double below); ///< P(F > x); freedom below above a million: chi-squared
double fisherTailQuantile(double above, double below, double tail); ///< x at which P(F > x) is `tail`

double chiSquaredQuantile(double freedom, double p);
double chiSquaredTail(double x, double freedom); ///< P(chi^2 > x)

/// Derivative of the digamma function, x > 0: the variance of the logarithm of a gamma variable of shape x.
double trigamma(double x);

} // namespace jr
