// SPDX-License-Identifier: GPL-3.0-or-later
// What the pages of Figure have alike: one drawing that is taken by the hand, beside it the answer, what it rests on
// with where each value comes from, the formula with the numbers put in, what it does not know, and the pin.
#pragma once

#include "app/figure/along_scale.h"
#include "app/figure/flow_shares.h"
#include "app/figure/hand_drawing.h"
#include "app/figure/input_list.h"
#include "app/model/pins.h"
#include "core/figure/cam/ends_of_range.h"
#include "core/machine/machine_sheet.h"
#include "core/road/engine_band.h"
#include "core/study/setup_facts.h"

#include <QTimer>
#include <QWidget>

class QFrame;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace jr::app {

inline constexpr double kMmPerM = 1000.;

/// What the open job knows for the calculators. Without a job all of it is empty.
struct FigureFacts {
    MachineSheet machine;
    bool hasMachine = false;
    std::string setupId; ///< they are for
    QString setupName;
    SetupFacts pulls;                         ///< of that setup
    std::map<std::string, double> parts;      ///< numbers among what the setup changed, by part
    std::map<std::string, SetupFacts> others; ///< of every other setup that was pulled
    struct Swept {
        std::string part, unit;
        std::vector<double> next; ///< points the sweep would try
        std::optional<double> best;
    };
    std::vector<Swept> sweeps;
    std::map<std::string, EndsOfRange> camEnds; ///< of each pulled setup with another cam, against what it comes from

    std::vector<FlowShare> flowShares;  ///< of the archive's other jobs
    std::optional<EngineBand> bestBand; ///< of a belt's engine, by the pulls of all its weights
    std::vector<double> runRpm;         ///< engine speed of the setup's runs on the road, sample by sample

    /// A line of the sheet, unless the setup changed that part.
    std::optional<double> sheet(std::string_view key) const;
    /// What the setup changed under one of these names.
    std::optional<double> part(std::initializer_list<std::string_view> names) const;
};

class FigurePage : public QWidget {
    Q_OBJECT
public:
    FigurePage(const Theme& theme, JobModel& model, Pins& pins, const char* id, const QString& drawingName,
               const QString& method, std::vector<InputSpec> inputs, QWidget* parent = nullptr);

    const std::string& id() const { return m_id; }
    /// The job's facts, and what a hand gave in this job before.
    void take(const FigureFacts& facts);
    QString words() const; ///< all that is said, for tests
    HandDrawing& drawing() { return *m_drawing; }
    FigureInputs& inputs() { return m_inputs; }
    const FigureInputs& inputs() const { return m_inputs; }
    /// As when it is typed: slips are asked about.
    void type(const std::string& key, double value);
    const std::optional<PinOffer>& offer() const { return m_offer; }
    void pinIt();
    void backToJob(); ///< all as the job has it again
    void keepNow();   ///< what a hand gave and is not kept yet

protected:
    /// Offers the job's values to the inputs.
    virtual void fill(const FigureFacts& facts) = 0;
    /// Reads the inputs, says the answer; the drawing is painted after it.
    virtual void workOut() = 0;
    /// Whether there is anything on it that pulls could grade.
    virtual bool canPin() const { return true; }
    virtual std::vector<Handle> handles(const QRectF& area) const = 0;
    virtual void draw(QPainter& painter, const QRectF& area) = 0;

    double n(std::string_view key) const { return m_inputs.number(key); }
    const Ranged& r(std::string_view key) const { return m_inputs.ranged(key); }
    /// A handle on an input, with its value as the list shows it.
    Handle handle(const char* key, const QPointF& at, Qt::Edge label, std::function<double(QPointF)> valueAt,
                  bool upIsMore = true) const;

    /// A handle that lies along a scale, at a height.
    Handle along(const char* key, const AlongScale& scale, double y, Qt::Edge label) const;

    void headline(const QString& text);
    void say(const QString& text);
    void caution(const QString& text);
    void impossible(const Error& error); ///< in place of an answer
    void formula(const QString& text);   ///< with the numbers put in, and its source
    void unknown(const QString& text);   ///< what the page does not know
    void offerPin(std::optional<PinOffer> offer);
    /// What a hand moved beside the change that is pinned rides along: it is written down as a change of its own, so
    /// that Ask warns of two.
    void alsoMoved(PinOffer& offer, std::initializer_list<const char*> keys) const;
    /// A button of the page's own beside the pin.
    QPushButton* addTool(const QString& words);
    void addToolWidget(QWidget* widget);
    void showInput(const std::string& key, bool shown) { m_list->setShown(key, shown); }

    // Numbers for people.
    static QString number(double value, int decimals);
    /// As it is kept in a setup's change, whatever the language of the window.
    static std::string stored(double value, int decimals) {
        return QString::number(value, 'f', decimals).toStdString();
    }
    /// "512 m/s", or "498 to 531 m/s" where it is a range.
    static QString ranged(const Ranged& value, int decimals, const QString& unit);
    static QString speeds(const Ranged& rpm);
    const InputSpec& spec(std::string_view key) const;
    QString power(double watt, double marginW = 0.) const;
    QString message(const Message& said) const;

    const Theme& m_theme;
    JobModel& m_model;
    Pins& m_pins;
    FigureFacts m_facts;

private:
    void refresh();
    void changed(const std::string& key, double value);
    void sayPins();
    void keepSoon();
    QLabel* label(const char* property);

    std::string m_id;
    std::vector<InputSpec> m_specs;
    FigureInputs m_inputs;
    HandDrawing* m_drawing;
    InputList* m_list;
    QLabel *m_headline, *m_graded, *m_slipWords;
    QFrame* m_slip;
    QPushButton *m_takeMeant, *m_pin, *m_back;
    QVBoxLayout* m_words;
    QVBoxLayout* m_tools;
    void showWords();
    struct Line {
        const char* kind; ///< say, caution, formula, unknown
        QString text;
    };
    QString m_head;
    std::vector<Line> m_lines; ///< of the answer as it is now
    QTimer m_settling;         ///< runs for a moment after the words were laid out
    bool m_wordsWait = false;
    struct Said {
        QLabel* label;
        bool used;
    };
    std::map<std::string, std::vector<Said>> m_said; ///< by what they are; kept from step to step of a drag
    std::optional<PinOffer> m_offer;
    QTimer m_keep;
    bool m_hadJob = false;
    std::string m_keepFor; ///< the job a hand moved something in
    std::string m_slipKey;
    double m_meant = 0.;
};

} // namespace jr::app
