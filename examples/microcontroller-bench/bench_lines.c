/* SPDX-License-Identifier: GPL-3.0-or-later */
#include "bench_lines.h"

#include <stdio.h>
#include <string.h>

/* What this bench is: keys of the pull file (docs/formats.md). An inertia roller of our own invention. */
static const char *const facts[][2] = {
    {"kind", "roller"},
    {"measured_at", "wheel"},
    {"roller_inertia_kg_m2", "9.5"},
    {"engine_per_roller", "4.8"},
    {"start_rpm", "3000"},
    {"end_rpm", "8000"},
    {"can_cut", "yes"}, /* leave it out where nothing here can stop ignition or fuel */
    {"numbered", "yes"}, /* every order comes as "#N WORD" and is answered with its number */
};

static const char *const channels[BENCH_CHANNELS][2] = {
    {"roller_speed", "rad/s"},
    {"engine_speed", "rpm"},
};

uint8_t bench_crc8(const char *bytes, size_t length) {
    uint8_t crc = 0;
    size_t i;
    int bit;
    for (i = 0; i < length; ++i) {
        crc ^= (uint8_t)bytes[i];
        for (bit = 0; bit < 8; ++bit)
            crc = (uint8_t)((crc & 0x80) ? (crc << 1) ^ 0x07 : crc << 1);
    }
    return crc;
}

/* Adds star, checksum and line end. A line that did not fit is not said at all. */
static void say(struct bench *bench, char *line, int length) {
    if (length <= 0 || length + 5 > BENCH_LINE)
        return;
    length += snprintf(line + length, (size_t)(BENCH_LINE - length), "*%02X\n", bench_crc8(line, (size_t)length));
    bench->send(bench->context, line, (size_t)length);
}

static void introduce(struct bench *bench) {
    char line[BENCH_LINE];
    size_t i;
    say(bench, line, snprintf(line, sizeof line, "hello bench-lines 1 %s", bench->name));
    for (i = 0; i < sizeof facts / sizeof facts[0]; ++i)
        say(bench, line, snprintf(line, sizeof line, "fact %s %s", facts[i][0], facts[i][1]));
    for (i = 0; i < BENCH_CHANNELS; ++i)
        say(bench, line, snprintf(line, sizeof line, "channel %u %s %s", (unsigned)i, channels[i][0], channels[i][1]));
    say(bench, line, snprintf(line, sizeof line, "begin"));
}

static void refuse(struct bench *bench, const char *number, const char *command) {
    char line[BENCH_LINE];
    say(bench, line, snprintf(line, sizeof line, "refused %s%.60s : this bench does not know that", number, command));
}

/* "#12 cut": the number is kept for the answer. Without one (the introduction was not heard yet) it is empty. */
static void obey(struct bench *bench, const char *heard) {
    char number[BENCH_NUMBER] = "";
    const char *command = heard;
    const char *blank = strchr(heard, ' ');
    if (heard[0] == '#' && blank && (size_t)(blank - heard) + 2 <= sizeof number) {
        memcpy(number, heard, (size_t)(blank - heard) + 1);
        number[blank - heard + 1] = '\0';
        command = blank + 1;
    }
    if (strcmp(command, "hello") == 0)
        introduce(bench);
    else if (strcmp(command, "start") == 0)
        bench->streaming = 1;
    else if (strcmp(command, "stop") == 0)
        bench->streaming = 0;
    else if (strcmp(command, "cut") == 0) {
        bench->cut_wanted = 1;
        memcpy(bench->cut_number, number, sizeof number);
    } else if (strcmp(command, "release") == 0) {
        bench->release_wanted = 1;
        memcpy(bench->release_number, number, sizeof number);
    } else
        refuse(bench, number, command);
}

static int hex(char c) {
    return c >= '0' && c <= '9' ? c - '0' : c >= 'A' && c <= 'F' ? c - 'A' + 10 : -1;
}

void bench_init(struct bench *bench, const char *name, bench_send send, void *context) {
    memset(bench, 0, sizeof *bench);
    bench->name = name;
    bench->send = send;
    bench->context = context;
    introduce(bench);
}

void bench_byte(struct bench *bench, char byte) {
    size_t n = bench->heard_length;
    if (byte != '\n') {
        if (byte == '\r')
            return;
        if (n + 1 < sizeof bench->heard)
            bench->heard[bench->heard_length++] = byte;
        else
            bench->too_long = 1;
        return;
    }
    /* A whole line: its checksum first, what it says then. */
    if (!bench->too_long && n > 3 && bench->heard[n - 3] == '*' && hex(bench->heard[n - 2]) >= 0 &&
        hex(bench->heard[n - 1]) >= 0 &&
        16 * hex(bench->heard[n - 2]) + hex(bench->heard[n - 1]) == bench_crc8(bench->heard, n - 3)) {
        bench->heard[n - 3] = '\0';
        obey(bench, bench->heard);
    }
    bench->heard_length = 0;
    bench->too_long = 0;
}

void bench_sample(struct bench *bench, double seconds, const double values[BENCH_CHANNELS]) {
    char line[BENCH_LINE];
    int length, i;
    if (!bench->streaming)
        return;
    length = snprintf(line, sizeof line, "s %lu %.6f", (unsigned long)bench->count++, seconds);
    for (i = 0; i < BENCH_CHANNELS && length > 0 && length < BENCH_LINE; ++i)
        length += values[i] == values[i] ? snprintf(line + length, (size_t)(BENCH_LINE - length), " %.4f", values[i])
                                         : snprintf(line + length, (size_t)(BENCH_LINE - length), " -");
    say(bench, line, length);
}

void bench_done(struct bench *bench, const char *command) {
    char line[BENCH_LINE];
    const char *number = "";
    if (strcmp(command, "cut") == 0) {
        bench->cut_wanted = 0;
        number = bench->cut_number;
    }
    if (strcmp(command, "release") == 0) {
        bench->release_wanted = 0;
        number = bench->release_number;
    }
    say(bench, line, snprintf(line, sizeof line, "done %s%s", number, command));
}
