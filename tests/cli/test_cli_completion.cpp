// SPDX-License-Identifier: GPL-3.0-or-later
// What the shells themselves make of the completions, and that manual page and completions know every command.
#include "tests/support/cli_process.h"
#include "tests/support/suites.h"

#include <QFile>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QTest>

using namespace testsupport;

namespace {

constexpr char kShells[][5] = {"bash", "zsh", "fish"};

/// What a shell says once it has read the completion that is printed for it.
QByteArray saidBy(const QString& shell, const QStringList& before, const QString& script) {
    QTemporaryDir dir;
    QFile file(dir.filePath("completion"));
    const QByteArray printed = runCli({"completion", shell}).out;
    if (!file.open(QIODevice::WriteOnly) || file.write(printed) != printed.size())
        return "no completion";
    file.close();
    QProcess process;
    process.setWorkingDirectory(dir.path());
    process.setProcessChannelMode(QProcess::MergedChannels);
    process.start(shell, before + QStringList{"-c", script});
    if (!process.waitForFinished())
        return "no " + shell.toUtf8();
    return process.readAll();
}

/// The words offered for what stands on the line so far, in order.
QString offered(const QString& shell, const QString& line) {
    const QStringList words = line.split(' ');
    QByteArray said;
    if (shell == "bash")
        said = saidBy(shell, {},
                      QStringLiteral(". ./completion; COMP_WORDS=(%1); COMP_CWORD=%2; "
                                     "[ ${#COMP_WORDS[@]} -le %2 ] && COMP_WORDS+=(''); _jolly_ram_cli 2>/dev/null; "
                                     "printf '%s\\n' \"${COMPREPLY[@]}\"")
                          .arg(line)
                          .arg(words.size() - 1));
    else if (shell == "zsh") // the three ways in which zsh is told what to offer stand in for the line editor's
        said = saidBy(shell, {"-f"},
                      QStringLiteral("_describe() { local all=(${(P)@[-1]}); print -l -- "
                                     "${(M)${all%%:*}:#${words[CURRENT]}*}; }; "
                                     "compadd() { print -l -- ${(M)${@:2}:#${words[CURRENT]}*}; }; "
                                     "_files() { print -l -- ${words[CURRENT]}*(N); }; "
                                     "words=(%1 \"\"); CURRENT=%2; . ./completion")
                          .arg(line)
                          .arg(words.size()));
    else
        said = saidBy(shell, {"--no-config"}, QStringLiteral("source ./completion; complete -C '%1'").arg(line));
    QStringList out;
    for (const QByteArray& row : said.split('\n'))
        if (const QByteArray word = row.split('\t').front().trimmed(); !word.isEmpty())
            out << QString::fromUtf8(word);
    out.sort();
    return out.join(' ');
}

} // namespace

class TestCliCompletion : public QObject {
    Q_OBJECT
private slots:
    /// Manual page and completions are made of the same texts as --help, so they know every command.
    void manualAndCompletionsKnowEveryCommand() {
        const QByteArray page = runCli({"manual"}).out;
        QVERIFY(page.startsWith(".TH ") && page.contains(".SH NAME") && page.contains(".SS archive copy"));
        QStringList commands;
        const QString help = QString::fromUtf8(runCli({"--help"}).out).section("Subcommands:", 1);
        static const QRegularExpression line(QStringLiteral("^  ([a-z-]+) "), QRegularExpression::MultilineOption);
        for (auto found = line.globalMatch(help.section("\n\n", 0, 0)); found.hasNext();)
            commands << found.next().captured(1);
        QVERIFY2(commands.size() >= 17, qPrintable(commands.join(' ')));
        for (const QString& command : commands) {
            QByteArray inPage = command.toUtf8();
            QVERIFY2(page.contains(".SS " + inPage.replace("-", "\\-") + "\n"), inPage);
            for (const char* shell : kShells)
                QVERIFY2(runCli({"completion", shell}).out.contains(command.toUtf8()), shell);
        }
        QCOMPARE(runCli({"completion", "tea"}).code, 2);
    }
    void everyShellOffersTheSame_data() {
        QTest::addColumn<QString>("shell");
        for (const char* shell : kShells)
            QTest::newRow(shell) << QString(shell);
    }
    void everyShellOffersTheSame() {
        QFETCH(QString, shell);
        QCOMPARE(offered(shell, "jolly-ram-cli comp"), QString("compare compare-values completion"));
        QCOMPARE(offered(shell, "jolly-ram-cli archive re"), QString("rebuild restore"));
        QCOMPARE(offered(shell, "jolly-ram-cli compare --conf"), QString("--confidence"));
        QCOMPARE(offered(shell, "jolly-ram-cli curve --standard iso"), QString("iso-1585"));
        QCOMPARE(offered(shell, "jolly-ram-cli curve comp"), QString("completion")); // a file
        QCOMPARE(offered(shell, "jolly-ram-cli archive "),
                 QString("backup check copy export import rebuild restore states try"));
    }
};

JR_SUITE(TestCliCompletion)
#include "test_cli_completion.moc"
