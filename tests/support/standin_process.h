// SPDX-License-Identifier: GPL-3.0-or-later
// The real stand-in as a child process, for tests: started with its options, its address read, ended with the object.
#pragma once

#include <QProcess>

namespace testsupport {

class StandinProcess {
public:
    explicit StandinProcess(const QStringList& options) {
        m_process.setProcessChannelMode(QProcess::ForwardedErrorChannel);
        m_process.start(QStringLiteral(JR_STANDIN), options);
        m_process.waitForStarted();
        for (int i = 0; i < 100 && !m_process.canReadLine(); ++i)
            m_process.waitForReadyRead(100);
        m_address = QString::fromUtf8(m_process.readLine()).trimmed();
    }
    ~StandinProcess() { stop(); }
    const QString& address() const { return m_address; }
    void stop() {
        if (m_process.state() == QProcess::NotRunning)
            return;
        m_process.kill();
        m_process.waitForFinished();
    }

    /// True power (W) by engine speed under a standard, as the stand-in prints it.
    static std::vector<std::pair<double, double>> truth(const QStringList& options,
                                                        const QString& standard = QStringLiteral("sae-j1349")) {
        QProcess p;
        p.start(QStringLiteral(JR_STANDIN), options + QStringList{QStringLiteral("--print-truth"), standard});
        p.waitForFinished();
        std::vector<std::pair<double, double>> out;
        for (const QByteArray& line : p.readAllStandardOutput().split('\n')) {
            const QList<QByteArray> cells = line.split(',');
            bool good = false;
            const double rpm = cells[0].toDouble(&good);
            if (good && cells.size() == 3)
                out.emplace_back(rpm, cells[1].toDouble());
        }
        return out;
    }

private:
    QProcess m_process;
    QString m_address;
};

/// The truth at an engine speed, linear between its points; NaN outside.
inline double truthAt(const std::vector<std::pair<double, double>>& truth, double rpm) {
    for (std::size_t i = 1; i < truth.size(); ++i)
        if (rpm >= truth[i - 1].first && rpm <= truth[i].first)
            return truth[i - 1].second + (rpm - truth[i - 1].first) / (truth[i].first - truth[i - 1].first) *
                                             (truth[i].second - truth[i - 1].second);
    return std::numeric_limits<double>::quiet_NaN();
}

} // namespace testsupport
