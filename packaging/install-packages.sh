#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Installs the packages of packages.txt that are missing, as root or through sudo. Says plainly what to do when it cannot.
set -euo pipefail
here="$(cd "$(dirname "$0")" && pwd)"
missing=()
while read -r name; do
    dpkg-query -W -f='${Status}' "$name" 2>/dev/null | grep -q '^install ok installed$' || missing+=("$name")
done < <(sed 's/#.*//; s/[[:space:]]//g; /^$/d' "$here/packages.txt")
[ ${#missing[@]} -eq 0 ] && exit 0
echo "Installing ${#missing[@]} packages: ${missing[*]}"
if [ "$(id -u)" -eq 0 ]; then
    as_root=()
elif command -v sudo >/dev/null 2>&1; then
    as_root=(sudo)
else
    echo "These Debian packages are missing and this user may not install them:" >&2
    echo "    ${missing[*]}" >&2
    echo "Run as root, or install sudo, or ask whoever looks after this machine to run:" >&2
    echo "    apt-get install ${missing[*]}" >&2
    exit 1
fi
export DEBIAN_FRONTEND=noninteractive
"${as_root[@]}" apt-get update -qq || echo "The package lists could not be refreshed; trying with what is here." >&2
"${as_root[@]}" apt-get install -y -qq --no-install-recommends "${missing[@]}"
