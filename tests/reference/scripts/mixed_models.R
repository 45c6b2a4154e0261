# SPDX-License-Identifier: GPL-3.0-or-later
# Writes the mixed-model reference files of tests/reference/certified from R's nlme, lme4 and pbkrtest (Debian:
# r-base-core, r-cran-nlme, r-cran-lme4, r-cran-pbkrtest).
# Not needed by ./check: the files are committed. Usage: Rscript mixed_models.R FOLDER
library(nlme)
library(pbkrtest)
folder <- commandArgs(trailingOnly = TRUE)[1]

write_set <- function(name, about, columns, figures, rows, more = "") {
  out <- c(paste("#", about), paste("# source:", R.version.string, "with nlme", packageVersion("nlme"), "by REML"),
           if (nzchar(more)) paste("#", more), paste("# columns:", columns))
  for (f in figures) out <- c(out, sprintf("certified %s %.12g %d", f$name, f$value, f$digits))
  out <- c(out, "data", apply(rows, 1, function(r) paste(format(r, digits = 12, trim = TRUE), collapse = " ")))
  writeLines(out, file.path(folder, paste0(name, ".txt")))
}
figure <- function(name, value, digits) list(name = name, value = value, digits = digits)
variance <- function(fit, row) as.numeric(VarCorr(fit)[row, 1])

# The oats split plot of Yates (1935): three varieties on whole plots of six blocks, nitrogen on the quarters of each.
data(Oats, package = "nlme")
control <- lmeControl(opt = "optim", tolerance = 1e-12, msTol = 1e-14, reltol = 1e-14)
fit <- lme(yield ~ nitro + Variety, random = ~ 1 | Block/Variety, data = Oats, method = "REML", control = control)
s <- as.matrix(Oats[, c("nitro", "yield")])
block <- as.integer(as.character(factor(Oats$Block, labels = seq_along(levels(Oats$Block)))))
variety <- match(Oats$Variety, c("Golden Rain", "Marvellous", "Victory")) - 1
write_set("oats", "The oats split plot of Yates (1935), as nlme carries it", "block variety nitro yield",
  list(figure("block_variance", variance(fit, 2), 4), figure("plot_variance", variance(fit, 4), 4),
       figure("residual_variance", variance(fit, 5), 5), figure("nitro", fixef(fit)[["nitro"]], 9),
       figure("marvellous", fixef(fit)[["VarietyMarvellous"]], 9),
       figure("nitro_se", sqrt(vcov(fit)["nitro", "nitro"]), 5),
       figure("marvellous_se", sqrt(vcov(fit)["VarietyMarvellous", "VarietyMarvellous"]), 5),
       # Balanced: every difference of varieties has the whole plots' 10 degrees, nitrogen the 53 of the quarters
       # (18 plots x 3, less its own one).
       figure("marvellous_freedom", 10, 3), figure("nitro_freedom", 53, 3)),
  cbind(block - 1, variety, Oats$nitro, Oats$yield))

# A sitting of uneven fittings with a drift: setup, fitting, hours, log power in per cent. Invented.
set.seed(20261128)
setup <- c(0, 0, 1, 1, 1, 0, 1, 1, 0, 0, 0, 1)
fitting <- cumsum(c(1, diff(setup) != 0))
hours <- (seq_along(setup) - 1) * 0.15
y <- 100 + 2 * setup + 0.8 * rnorm(max(fitting))[fitting] - 0.6 * hours + 0.5 * rnorm(length(setup))
y <- round(y, 3)
d <- data.frame(setup = setup, fitting = factor(fitting), hours = hours, y = y)
fit <- lme(y ~ setup + hours, random = ~ 1 | fitting, data = d, method = "REML", control = control)
again <- lme4::lmer(y ~ setup + hours + (1 | fitting), data = d, REML = TRUE,
                    control = lme4::lmerControl(optimizer = "bobyqa", optCtrl = list(rhoend = 1e-10)))
spread <- as.data.frame(lme4::VarCorr(again))
second <- c(fitting = spread$vcov[spread$grp == "fitting"], residual = spread$vcov[spread$grp == "Residual"])
freedom <- function(contrast) Lb_ddf(contrast, vcov(again), vcovAdj(again))
write_set("uneven-fittings", "A sitting of uneven fittings with a drift; invented", "setup fitting hours y",
  list(figure("fitting_variance", variance(fit, 1), 4), figure("residual_variance", variance(fit, 2), 4),
       figure("difference", fixef(fit)[["setup"]], 6), figure("difference_se", sqrt(vcov(fit)["setup", "setup"]), 5),
       figure("drift", fixef(fit)[["hours"]], 6),
       figure("lme4_fitting_variance", second[["fitting"]], 4), figure("lme4_residual_variance", second[["residual"]], 4),
       figure("difference_freedom", freedom(c(0, 1, 0)), 5), figure("drift_freedom", freedom(c(0, 0, 1)), 5)),
  cbind(setup, fitting - 1, hours, y),
  paste("variances again by lme4", packageVersion("lme4"), "- freedom by Kenward and Roger (1997), pbkrtest",
        packageVersion("pbkrtest")))
