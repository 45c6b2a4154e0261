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

// Fifteen digits are plenty; the library would go by way of long double, several times as slowly.
using InDoubles = boost::math::policies::policy<boost::math::policies::promote_double<false>>;
using Normal = boost::math::normal_distribution<double, InDoubles>;
using StudentsT = boost::math::students_t_distribution<double, InDoubles>;
using ShiftedT = boost::math::non_central_t_distribution<double, InDoubles>;
using FisherF = boost::math::fisher_f_distribution<double, InDoubles>;
using ChiSquared = boost::math::chi_squared_distribution<double, InDoubles>;

/// Student's t differs from a normal by less than any figure shows.
bool asGoodAsNormal(double freedom) {
    constexpr double kEndless = 1e6;
    return !std::isfinite(freedom) || freedom > kEndless;
}

} // namespace

double normalCdf(double x) {
    return cdf(Normal(), x);
}

double normalTail(double x) {
    return cdf(complement(Normal(), x));
}

double normalQuantile(double p) {
    return quantile(Normal(), p);
}

double studentCdf(double x, double freedom) {
    return asGoodAsNormal(freedom) ? normalCdf(x) : cdf(StudentsT(freedom), x);
}

double studentQuantileAt(double freedom, double p) {
    return asGoodAsNormal(freedom) ? normalQuantile(p) : quantile(StudentsT(freedom), p);
}

double shiftedStudentCdf(double x, double freedom, double shift) {
    return cdf(ShiftedT(freedom, shift), x);
}

double shiftedStudentTail(double x, double freedom, double shift) {
    return cdf(complement(ShiftedT(freedom, shift), x));
}

double fisherCdf(double x, double above, double below) {
    return cdf(FisherF(above, below), x);
}

double fisherTail(double x, double above, double below) {
    return asGoodAsNormal(below) ? chiSquaredTail(above * x, above) : cdf(complement(FisherF(above, below), x));
}

double fisherTailQuantile(double above, double below, double tail) {
    return quantile(complement(FisherF(above, below), tail));
}

double chiSquaredQuantile(double freedom, double p) {
    return quantile(ChiSquared(freedom), p);
}

double chiSquaredTail(double x, double freedom) {
    return cdf(complement(ChiSquared(freedom), x));
}

double trigamma(double x) {
    return boost::math::trigamma(x, InDoubles());
}

} // namespace jr
