# SPDX-License-Identifier: GPL-3.0-or-later
# Writes tests/reference/certified/penalised-spline.txt: a P-spline smoothed by restricted likelihood (REML) by R's mgcv
# (Debian: r-base-core, r-cran-mgcv). Not needed by ./check: the file is committed. Usage: Rscript smoothing.R FOLDER
library(mgcv)
folder <- commandArgs(trailingOnly = TRUE)[1]

# An invented curve with a rise and a dip over engine speed, at uneven places, with noise.
set.seed(20261201)
low <- 3000; high <- 9000; spacing <- 200
rpm <- sort(round(runif(150, low, high), 1))
curve <- function(x) 20 + 0.002 * (x - 3000) + 3 / (1 + exp(-(x - 6200) / 150)) - 1.5 * exp(-((x - 7800) / 350)^2)
torque <- round(curve(rpm) + 0.3 * rnorm(length(rpm)), 4)

# Cubic B-splines on the very knots of ours, second differences penalised.
fit <- gam(torque ~ s(rpm, bs = "ps", k = (high - low) / spacing + 3, m = c(2, 2)), method = "REML",
           knots = list(rpm = seq(low - 3 * spacing, high + 3 * spacing, by = spacing)),
           control = gam.control(epsilon = 1e-12))
at <- c(3300, 4500, 6000, 6200, 6400, 7800, 8700)
value <- predict(fit, data.frame(rpm = at))
certified <- function(name, value, digits) sprintf("certified %s %.12g %d", name, value, digits)
writeLines(c("# A rise and a dip over engine speed, with noise; invented",
             paste("# source:", R.version.string, "with mgcv", packageVersion("mgcv"), "by REML"),
             "# columns: rpm torque; cubic B-splines every 200 rpm from 3000 to 9000, second differences penalised",
             certified("free_parameters", sum(fit$edf), 4), certified("noise", sqrt(fit$sig2), 4),
             mapply(certified, paste0("at_", at), value, 5), "data", paste(rpm, torque)),
           file.path(folder, "penalised-spline.txt"))
