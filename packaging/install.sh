#!/bin/sh
# Installs the program and its desktop files: install.sh DESTDIR PREFIX. The program keeps an environment of its own.
set -eu
cd "$(dirname "$0")/.."
destination=$1
prefix=$2
id=org.jauntyframe.JauntyFrame
share=$destination$prefix/share
home=$prefix/lib/jaunty-frame
python=.venv/bin/python
[ -x "$python" ] || python=python3

install -d "$destination$prefix/bin" "$share/applications" "$share/mime/packages" "$share/metainfo" \
    "$share/icons/hicolor/scalable/apps" "$share/licenses/jaunty-frame"
"$python" -m venv "$destination$home"
"$destination$home/bin/python" -m pip install --quiet --disable-pip-version-check --constraint constraints.txt .
printf '#!/bin/sh\nexec %s/bin/python -m jaunty_frame "$@"\n' "$home" > "$destination$prefix/bin/jaunty-frame"
chmod 755 "$destination$prefix/bin/jaunty-frame"
install -m 644 packaging/$id.desktop "$share/applications/"
install -m 644 packaging/$id.xml "$share/mime/packages/"
install -m 644 packaging/$id.metainfo.xml "$share/metainfo/"
install -m 644 src/jaunty_frame/app/assets/mark.svg "$share/icons/hicolor/scalable/apps/$id.svg"
install -m 644 LICENSE src/jaunty_frame/media/fonts/LICENSE-*.txt \
    src/jaunty_frame/app/assets/icons/LICENSE-Lucide.txt "$share/licenses/jaunty-frame/"
if [ -z "$destination" ]; then
    command -v update-mime-database >/dev/null && update-mime-database "$share/mime" || true
    command -v update-desktop-database >/dev/null && update-desktop-database -q "$share/applications" || true
fi
echo "Installed in $destination$prefix; start it with $prefix/bin/jaunty-frame"
