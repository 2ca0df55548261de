#!/bin/sh
# Opens the demo; where there is no display, exports its shows instead.
set -eu
cd "$(dirname "$0")/.."
program=.venv/bin/jaunty-frame
data=${XDG_DATA_HOME:-$HOME/.local/share}/jaunty-frame/demo
$program demo "$data" >/dev/null
if [ -n "${DISPLAY:-}${WAYLAND_DISPLAY:-}${QT_QPA_PLATFORM:-}" ]; then
    exec $program "$data/kiln-opening.jaunty"
fi
echo "There is no display, so no window can open: exporting the demo's shows to ./demo-shows instead."
exec $program render "$data/kiln-opening.jaunty" --all --to demo-shows --overwrite
