// SPDX-License-Identifier: GPL-3.0-or-later
// Bringing pulls in: what each file is, what each column becomes, what will be left out and why, and a live picture of
// the result.
#pragma once

#include "app/import/import_set.h"
#include "app/model/job_model.h"
#include "app/model/known_benches.h"
#include "app/theme/theme.h"

#include <QDialog>

class QComboBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPlainTextEdit;
class QProgressBar;
class QPushButton;

namespace jr::app {

class MarkedWords;

class ImportColumns;
class ImportPicture;

class ImportDialog : public QDialog {
    Q_OBJECT
public:
    ImportDialog(const Theme& theme, JobModel& model, const QStringList& paths, QWidget* parent = nullptr);
    ~ImportDialog() override;

    const std::string& jobId() const { return m_jobId; }
    const QString& summary() const { return m_summary; }
    ImportSet& set() { return m_set; }
    void showItem(int index);
    /// Brings everything usable in, one file after another; can be stopped between files.
    void bringIn();

public slots:
    void reject() override;

private:
    void build();
    void fillList();
    void fillPreview();
    void fillFacts();
    void fillRemarks();
    void mappingChanged();
    void factChanged();
    void nextFile();
    void nameJob();
    void showWorked(int index);
    void endImport();
    ImportItem* current();

    const Theme& m_theme;
    JobModel& m_model;
    ImportSet m_set;
    int m_index = -1;
    bool m_filling = false;
    bool m_refused = false; ///< a fact as it stands cannot be, and says so

    QListWidget* m_files;
    QLabel* m_what;
    QPlainTextEdit* m_preview;
    ImportColumns* m_columns;
    ImportPicture* m_chart;
    MarkedWords* m_leftOut;
    /// A bench of the archive and what it was calibrated to.
    struct KnownBench {
        BenchRecord bench;
        std::vector<CalibrationRecord> history; ///< newest first
    };
    void useBench();
    void sayBench(const BenchOfDay& then);
    std::vector<KnownBench> m_benches;
    QComboBox* m_bench;
    std::string m_benchDay; ///< the day whose calibrations stand in the fields
    QComboBox* m_place;
    QLabel* m_benchWords;
    QComboBox* m_job;
    QComboBox* m_setup;
    QLineEdit* m_machine;
    std::vector<std::pair<std::string, QLineEdit*>> m_facts;
    QLineEdit* m_remember;
    QPushButton* m_go;
    QPushButton* m_stop;
    QProgressBar* m_progress;

    std::string m_jobId, m_importId;
    QString m_summary;
    std::size_t m_next = 0;
    int m_kept = 0, m_hereAlready = 0;
    QStringList m_notKept;
    bool m_running = false;
};

} // namespace jr::app
