#!/bin/sh
# Makes the machine ready: system libraries, .venv with pinned packages, the program itself. A second run does nothing.
set -eu
cd "$(dirname "$0")/.."

# What Qt's window needs, sound and a speaking voice, a virtual screen for the window tests, and checkers for the desktop files.
SYSTEM="libxcb-cursor0 libxcb-icccm4 libxcb-image0 libxcb-keysyms1 libxcb-render-util0 libxcb-shape0 libxcb-xkb1 libxkbcommon-x11-0 libegl1 libgl1 libdbus-1-3 libfontconfig1 libglib2.0-0 xvfb libportaudio2 espeak-ng desktop-file-utils appstream"

if command -v dpkg-query >/dev/null 2>&1; then
    missing=""
    installed=$(dpkg-query -W -f '${Package} ${db:Status-Abbrev}\n' 2>/dev/null | sed -n 's/ ii *$//p')
    for package in $SYSTEM; do
        printf '%s\n' "$installed" | grep -qxE "$package(t64)?" || missing="$missing $package"
    done
    if [ -n "$missing" ]; then
        if [ "$(id -u)" = 0 ]; then
            as_root=""
        elif command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null; then
            as_root="sudo"
        else
            echo "System libraries are missing. Please run: sudo apt-get install -y$missing" >&2
            exit 1
        fi
        echo "Installing system libraries:$missing"
        export DEBIAN_FRONTEND=noninteractive
        $as_root apt-get update -qq
        # shellcheck disable=SC2086
        $as_root apt-get install -y -qq --no-install-recommends $missing >/dev/null
    fi
fi

stamp=.venv/.set-up
if [ -f "$stamp" ] && [ ! constraints.txt -nt "$stamp" ] && [ ! pyproject.toml -nt "$stamp" ] && [ -x .venv/bin/jaunty-frame ]; then
    .venv/bin/python -m compileall -q src
    exit 0
fi
python=""
for candidate in python3.11 python3.12 python3.13 python3; do
    if command -v "$candidate" >/dev/null 2>&1 && "$candidate" -c 'import sys, venv; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; then
        python=$candidate
        break
    fi
done
if [ -z "$python" ]; then
    echo "Python 3.11 or newer with venv is needed. Please run: sudo apt-get install -y python3 python3-venv" >&2
    exit 1
fi
echo "Setting up .venv"
[ -x .venv/bin/python ] || "$python" -m venv .venv
.venv/bin/python -m pip install --quiet --disable-pip-version-check --constraint constraints.txt --editable '.[dev]'
.venv/bin/python -m compileall -q src
touch "$stamp"
