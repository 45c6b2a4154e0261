// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/distributions.h"

#include <boost/math/distributions/chi_squared.hpp>
#include <boost/math/distributions/fisher_f.hpp>
#include <boost/math/distributions/non_central_t.hpp>
#include <boost/math/distributions/normal.hpp>
#include <boost/math/distributions/students_t.hpp>
#include <boost/math/special_functions/trigamma.hpp>

#include <cmath>

namespace jr {
namespace {

using boost::math::cdf;
using boost::math::complement;
using boost::math::quantile;

/// Student's t differs from a normal by less than any figure shows.
bool asGoodAsNormal(double freedom) {
    constexpr double kEndless = 1e6;
    return !std::isfinite(freedom) || freedom > kEndless;
}

} // namespace

double normalCdf(double x) {
    return cdf(boost::math::normal(), x);
}

double normalTail(double x) {
    return cdf(complement(boost::math::normal(), x));
}

double normalQuantile(double p) {
    return quantile(boost::math::normal(), p);
}

double studentCdf(double x, double freedom) {
    return asGoodAsNormal(freedom) ? normalCdf(x) : cdf(boost::math::students_t(freedom), x);
}

double studentQuantileAt(double freedom, double p) {
    return asGoodAsNormal(freedom) ? normalQuantile(p) : quantile(boost::math::students_t(freedom), p);
}

double shiftedStudentCdf(double x, double freedom, double shift) {
    return cdf(boost::math::non_central_t(freedom, shift), x);
}

double shiftedStudentTail(double x, double freedom, double shift) {
    return cdf(complement(boost::math::non_central_t(freedom, shift), x));
}

double fisherCdf(double x, double above, double below) {
    return cdf(boost::math::fisher_f(above, below), x);
}

double fisherTail(double x, double above, double below) {
    return asGoodAsNormal(below) ? chiSquaredTail(above * x, above)
                                 : cdf(complement(boost::math::fisher_f(above, below), x));
}

double fisherTailQuantile(double above, double below, double tail) {
    return quantile(complement(boost::math::fisher_f(above, below), tail));
}

double chiSquaredQuantile(double freedom, double p) {
    return quantile(boost::math::chi_squared(freedom), p);
}

double chiSquaredTail(double x, double freedom) {
    return cdf(complement(boost::math::chi_squared(freedom), x));
}

double trigamma(double x) {
    return boost::math::trigamma(x);
}

} // namespace jr
