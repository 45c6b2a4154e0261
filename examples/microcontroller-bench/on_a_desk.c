/* SPDX-License-Identifier: GPL-3.0-or-later
 * The same bench on a desk: a POSIX socket in place of the serial line, and an engine of our own invention in place of
 * pickups, ten times as quick as a real one. Prints the port, serves one program, and leaves when that hangs up.
 *
 *     cc -std=c99 -D_POSIX_C_SOURCE=200809L -o on_a_desk on_a_desk.c bench_lines.c -lm
 *     ./on_a_desk                                        prints: port 40123
 *     jolly-ram-cli record --device tcp:127.0.0.1:40123 --out today --pulls 2 --end-rpm 7000
 */
#include "bench_lines.h"

#include <math.h>
#include <netinet/in.h>
#include <poll.h>
#include <signal.h>
#include <stdio.h>
#include <string.h>
#include <sys/socket.h>
#include <time.h>
#include <unistd.h>

static void send_to_socket(void *context, const char *bytes, size_t length) {
    const int socket = *(const int *)context;
    while (length > 0) {
        const ssize_t n = write(socket, bytes, length);
        if (n <= 0)
            return; /* the line is gone; the loop below sees it */
        bytes += n;
        length -= (size_t)n;
    }
}

/* Torque at the wheel over engine speed: rises to 6200 rpm and falls again. */
static double torque_nm(double rpm) {
    const double x = (rpm - 6200.) / 4500.;
    return 4.8 * (48. - 22. * x * x);
}

int main(void) {
    struct sockaddr_in address;
    socklen_t length = sizeof address;
    struct bench bench;
    const double inertia = 9.5, engine_per_roller = 4.8, step = 0.005, rpm_of = 30. / 3.14159265358979;
    double roller, seconds = 0.;
    int pulling = 1, idle = 0, fed = 1, caller;
    const int listener = socket(AF_INET, SOCK_STREAM, 0);

    signal(SIGPIPE, SIG_IGN);
    memset(&address, 0, sizeof address);
    address.sin_family = AF_INET;
    address.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
    if (listener < 0 || bind(listener, (struct sockaddr *)&address, sizeof address) != 0 || listen(listener, 1) != 0 ||
        getsockname(listener, (struct sockaddr *)&address, &length) != 0)
        return 1;
    printf("port %d\n", ntohs(address.sin_port));
    fflush(stdout);
    caller = accept(listener, NULL, NULL);
    if (caller < 0)
        return 1;
    bench_init(&bench, "attic roller", send_to_socket, &caller);
    roller = 2800. / rpm_of / engine_per_roller;
    for (;;) {
        struct pollfd waiting;
        struct timespec tenth_of_a_step = {0, 500000};
        double values[BENCH_CHANNELS], rpm;
        waiting.fd = caller;
        waiting.events = POLLIN;
        if (poll(&waiting, 1, 0) > 0) {
            char bytes[256];
            ssize_t n = read(caller, bytes, sizeof bytes), i;
            if (n <= 0)
                return 0; /* it hung up */
            for (i = 0; i < n; ++i)
                bench_byte(&bench, bytes[i]);
        }
        if (bench.cut_wanted) {
            fed = 0;
            bench_done(&bench, "cut");
        }
        if (bench.release_wanted)
            bench_done(&bench, "release"); /* a roller has no brake: there is nothing to let go */
        /* A pull from 2800 to 8200 rpm, then coasting down, then a rest, and again. */
        rpm = roller * engine_per_roller * rpm_of;
        if (pulling && fed) {
            roller += torque_nm(rpm) * step / inertia;
            if (rpm > 8200.)
                pulling = 0;
        } else if (rpm > 2800.) {
            roller -= 9. * step;
        } else if (++idle > 400) {
            idle = 0;
            pulling = 1;
        }
        values[0] = roller;
        values[1] = rpm;
        bench_sample(&bench, seconds, values);
        seconds += step;
        nanosleep(&tenth_of_a_step, NULL);
    }
}
