/* SPDX-License-Identifier: GPL-3.0-or-later
 * A bench for Jolly Ram in portable C99, for a microcontroller: it needs no operating system, no memory beyond this
 * struct, and nothing of the C library but snprintf, strcmp, strchr and the mem functions. The protocol is
 * docs/bench-lines.md.
 *
 * You give it a way to send bytes; it gives you three calls:
 *
 *     bench_init(&bench, "attic roller", send, context);
 *     bench_byte(&bench, byte);                   for every byte that comes in on the line
 *     bench_sample(&bench, seconds, values);      two hundred times a second, or as often as you measure
 *
 * Facts and channels stand in the two tables of bench_lines.c: change them to what your bench is.
 */
#ifndef BENCH_LINES_H
#define BENCH_LINES_H

#include <stddef.h>
#include <stdint.h>

#define BENCH_CHANNELS 2
#define BENCH_LINE 160 /* the longest line said or heard; longer ones that come in are left out */

#define BENCH_NUMBER 14 /* "#4294967295 " and its end */

/* Sends bytes to the program; called with whole lines. */
typedef void (*bench_send)(void* context, const char* bytes, size_t length);

struct bench {
    const char* name;
    bench_send send;
    void* context;
    uint32_t count; /* of samples, for the program to see which are missing */
    int streaming;
    char heard[BENCH_LINE];
    size_t heard_length;
    int too_long;
    /* What the program asked for; the caller looks and acts, then says bench_done. */
    int release_wanted, cut_wanted;
    /* "#12 ": the number each came under, to be said in its answer. */
    char release_number[BENCH_NUMBER], cut_number[BENCH_NUMBER];
};

void bench_init(struct bench* bench, const char* name, bench_send send, void* context);
void bench_byte(struct bench* bench, char byte);
/* A NAN is said as a dash: nothing was measured there. */
void bench_sample(struct bench* bench, double seconds, const double values[BENCH_CHANNELS]);
/* The answer to "cut" or "release", once it is carried out and not before. */
void bench_done(struct bench* bench, const char* command);
/* CRC-8, polynomial 0x07, start 0; of "123456789" it is 0xF4. */
uint8_t bench_crc8(const char* bytes, size_t length);

#endif
