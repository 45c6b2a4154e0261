// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/frame/first_day.h"

#include "app/ask/ask_station.h"
#include "app/jobs/jobs_station.h"
#include "app/model/bench_model.h"
#include "app/ready/ready_station.h"
#include "app/words/words.h"

#include <QHBoxLayout>
#include <QPushButton>

#include <algorithm>

namespace jr::app {
namespace {

/// Pulls that count, by setup in the order they were first pulled.
std::vector<int> countsOf(const JobModel& model) {
    std::vector<std::string> setups;
    std::vector<int> out;
    for (const LoadedPull& pull : model.pulls()) {
        if (pull.record.aside)
            continue;
        const auto at = std::find(setups.begin(), setups.end(), pull.record.setupId);
        if (at == setups.end()) {
            setups.push_back(pull.record.setupId);
            out.push_back(1);
        } else {
            ++out[static_cast<std::size_t>(at - setups.begin())];
        }
    }
    return out;
}

/// The last pull that counts is of the setup that was pulled first, after another one.
bool cameBack(const JobModel& model) {
    if (countsOf(model).size() < 2)
        return false;
    const LoadedPull *first = nullptr, *last = nullptr;
    for (const LoadedPull& pull : model.pulls())
        if (!pull.record.aside) {
            first = first ? first : &pull;
            last = &pull;
        }
    return first && last && first->record.setupId == last->record.setupId;
}

} // namespace

FirstDay::FirstDay(MainWindow& window) : m_window(window) {
    setProperty("card", true);
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(14, 6, 10, 6);
    m_words = new Words;
    m_words->setWordWrap(true);
    across->addWidget(m_words, 1);
    m_show = new QPushButton(tr("Show me"));
    auto* leave = new QPushButton(tr("Leave the tour"));
    across->addWidget(m_show);
    across->addWidget(leave);
    JobModel& model = window.model();
    const auto station = [&window](int place) { return [&window, place] { window.showStation(place); }; };
    const auto pulled = [&model](std::size_t setup, int least) {
        const std::vector<int> counts = countsOf(model);
        return counts.size() > setup && counts[setup] >= least;
    };
    constexpr int kEnough = 3; // pulls of a setup
    m_steps = {
        {tr("Begin a job: Ctrl+N, and give it a name."), [&model] { return model.hasJob(); },
         [&window] {
             window.showStation(MainWindow::Jobs);
             window.jobs().beginJob();
         }},
        {tr("Write two setups into the question, say “short stack” and “long stack”."),
         [&model] { return model.job().setups.size() > 1; },
         [&window] {
             window.showStation(MainWindow::Ask);
             window.ask().show(AskStation::Question);
         }},
        {tr("Go through the walk-round: tick the safety lines, or write why not."),
         [&window] { return window.bench().sitting().walkState().missingSafety.empty(); },
         [&window] {
             window.showStation(MainWindow::Ready);
             window.ready().show(ReadyStation::WalkRoundPage);
         }},
        {tr("Call a bench: “Or try a simulated one” on the right of Pull."),
         [&window] { return window.bench().link().wanted(); }, station(MainWindow::Pull)},
        {tr("Pull the first setup three times. The first pull of all warms up and does not count."),
         [pulled] { return pulled(0, kEnough); }, station(MainWindow::Pull)},
        {tr("Choose the other setup on the right of Pull, and pull it three times."),
         [pulled] { return pulled(1, kEnough); }, station(MainWindow::Pull)},
        {tr("Go back to the first setup for one pull: without that, drift cannot be told from the part."),
         [&model] { return cameBack(model); }, station(MainWindow::Pull)},
        {tr("Look at the ribbon on Judge: where it gains, loses, is the same, or cannot tell."),
         [&window] { return window.station() == MainWindow::Judge; }, station(MainWindow::Judge)},
        {tr("Choose what the sheet tells, and print it or keep it as handed over."),
         [&window] { return window.station() == MainWindow::Handover; }, station(MainWindow::Handover)},
    };
    connect(m_show, &QPushButton::clicked, this, [this] {
        if (m_step < steps())
            m_steps[static_cast<std::size_t>(m_step)].show();
    });
    connect(leave, &QPushButton::clicked, this, &FirstDay::leave);
    for (auto signal : {&JobModel::jobChanged, &JobModel::pullsChanged})
        connect(&model, signal, this, &FirstDay::look);
    connect(&model, &JobModel::sheetChanged, this, &FirstDay::look);
    connect(&window.bench(), &BenchModel::sittingChanged, this, &FirstDay::look);
    connect(&window, &MainWindow::stationShown, this, &FirstDay::look);
    connect(&window.bench().link(), &BenchConnection::linkChanged, this, &FirstDay::look);
    hide();
}

void FirstDay::begin() {
    m_step = 0;
    show();
    look();
}

void FirstDay::leave() {
    hide();
}

void FirstDay::look() {
    if (isHidden())
        return;
    while (m_step < steps() && m_steps[static_cast<std::size_t>(m_step)].done())
        ++m_step;
    const bool over = m_step == steps();
    m_show->setVisible(!over);
    m_words->setText(
        over ? tr("That was a first day. F1 opens the manual at what is on the screen; Ctrl+K finds the rest.")
             : tr("First day, %1 of %2: %3")
                   .arg(m_step + 1)
                   .arg(steps())
                   .arg(m_steps[static_cast<std::size_t>(m_step)].words));
}

} // namespace jr::app
